import { nowIso, nowMs } from '$core/time/now';
import { MOST_DAYS } from '$core/plan/open-hours';
import type { Database } from '../database/database';
import { impossible, notFound } from '../refusal';
import { inThread, type Errand } from '../worker/crew';
import type { BusyInCalendar } from './calendar-in';
import type { busyInFile } from './calendar-job';

/** What a member's calendars take of their time. */
export interface BusyRecord {
  source: string;
  times: number;
  /** The next ones, soonest first. */
  next: { from: string; to: string; what: string | null }[];
}

const DAY_MS = 86_400_000;
const SHOWN = 5;

/**
 * Puts away what a calendar file says: a day back, so that what is on now counts, and as far ahead as one plans.
 *
 * @throws Refusal 422 for what is no calendar
 */
export async function readCalendarFile(
  db: Database,
  member_id: number,
  path: string,
  { source, zone }: { source: string; zone: string },
  errand: Errand = {},
  now = nowMs()
): Promise<{ id: number; times: number; unread: BusyInCalendar['unread'] }> {
  await mustBeMember(db, member_id);
  const [from, to] = [now - DAY_MS, now + MOST_DAYS * DAY_MS];
  const found = await inThread<typeof busyInFile>('calendar', { path, zone, from, to }, errand);
  if ('fault' in found) throw impossible([{ path: 'file', message: found.fault }]);
  await db.write(async (transaction) => {
    // The same file read again replaces what it said before.
    await db.tables.busy.destroy({ where: { member_id, source }, transaction });
    await db.tables.busy.bulkCreate(
      found.busy.map((each) => ({
        member_id,
        source,
        what: each.what,
        from_at: new Date(each.from).toISOString(),
        to_at: new Date(each.to).toISOString()
      })),
      { transaction }
    );
  });
  return { id: member_id, times: found.busy.length, unread: found.unread };
}

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
