import { readFile } from 'node:fs/promises';
import { nowIso, nowMs } from '$core/time/now';
import { MOST_DAYS } from '$core/plan/open-hours';
import type { Database } from '../database/database';
import { notFound } from '../refusal';
import { busyTimes } from './calendar-in';

/** What a member's calendars take of their time. */
export interface BusyRecord {
  source: string;
  times: number;
  /** The next ones, soonest first. */
  next: { from: string; to: string; what: string | null }[];
}

const DAY_MS = 86_400_000;
const SHOWN = 5;

/** What of a file is put away: a day back, so that what is on now counts, and as far ahead as one plans. */
export async function readCalendar(
  db: Database,
  member_id: number,
  { text, source, zone }: { text: string; source: string; zone: string },
  now = nowMs()
): Promise<{ id: number; times: number }> {
  await mustBeMember(db, member_id);
  const found = busyTimes(text, zone, now - DAY_MS, now + MOST_DAYS * DAY_MS);
  await db.write(async (transaction) => {
    // The same file read again replaces what it said before.
    await db.tables.busy.destroy({ where: { member_id, source }, transaction });
    await db.tables.busy.bulkCreate(
      found.map(({ from, to, what }) => ({
        member_id,
        source,
        what,
        from_at: new Date(from).toISOString(),
        to_at: new Date(to).toISOString()
      })),
      { transaction }
    );
  });
  return { id: member_id, times: found.length };
}

/** The same of a file. */
export const readCalendarFile = async (
  db: Database,
  member_id: number,
  path: string,
  { source, zone }: { source: string; zone: string }
) => readCalendar(db, member_id, { text: await readFile(path, 'utf8'), source, zone });

export async function listBusy(db: Database, member_id: number): Promise<BusyRecord[]> {
  await mustBeMember(db, member_id);
  const rows = await db.tables.busy.findAll({ where: { member_id }, order: ['from_at'], raw: true });
  const now = nowIso();
  return [...new Set(rows.map(({ source }) => source))].map((source) => {
    const of = rows.filter((row) => row.source === source);
    return {
      source,
      times: of.length,
      next: of
        .filter(({ to_at }) => to_at > now)
        .slice(0, SHOWN)
        .map(({ from_at, to_at, what }) => ({ from: from_at, to: to_at, what }))
    };
  });
}

/** Forgets a calendar of a member, or all of them. */
export async function forgetBusy(db: Database, member_id: number, source?: string): Promise<void> {
  await mustBeMember(db, member_id);
  await db.write(async (transaction) => {
    await db.tables.busy.destroy({
      where: { member_id, ...(source !== undefined && { source }) },
      transaction
    });
  });
}

async function mustBeMember(db: Database, id: number): Promise<void> {
  if (!(await db.tables.members.count({ where: { id, removed_at: null } }))) throw notFound('member', id);
}
