import { nowIso } from '$core/time/now';
import { believedHand } from '$core/heap/state/belief';
import type { OpenHours } from '$core/plan/open-hours';
import { HAND_SD } from '$core/reference/accuracy';
import type { MemberChange, MemberRecord, NewMember } from '$lib/schema/session';
import type { Database } from '../database/database';
import type { MemberRow } from '../database/tables';
import { lastBelief } from '../heap/heap-ledger';
import { ledgerFor } from '../heap/ledger-cache';
import { ONE_MORE } from '../database/one-more';
import { Refusal, mustBeLatest, notFound } from '../refusal';

const USUAL_SD = Math.hypot(HAND_SD.shared, HAND_SD.single);

export async function listMembers(db: Database): Promise<{ items: MemberRecord[]; total: number }> {
  const rows = await db.tables.members.findAll({ where: { removed_at: null }, order: ['id'] });
  return { items: await Promise.all(rows.map((row) => memberRecord(db, row))), total: rows.length };
}

/** Who there is, by name. */
export async function memberNames(db: Database): Promise<{ id: number; name: string }[]> {
  return db.sinceLastWrite('member names', () =>
    db.tables.members.findAll({
      where: { removed_at: null },
      attributes: ['id', 'name'],
      order: ['id'],
      raw: true
    })
  );
}

/** The same input, by whoever works at the device unless it names somebody; one who is not there is nobody. */
export async function byWhoWorksHere<I extends { member?: number | undefined }>(
  db: Database,
  at_device: number | null,
  input: I
): Promise<I> {
  if (at_device === null || input.member !== undefined) return input;
  const there = await db.tables.members.count({ where: { id: at_device, removed_at: null } });
  return there ? { ...input, member: at_device } : input;
}

export async function readMember(db: Database, id: number): Promise<MemberRecord> {
  return memberRecord(db, await memberRow(db, id));
}

export async function createMember(db: Database, { name }: NewMember): Promise<MemberRecord> {
  return db.write(async (transaction) => {
    await mustBeNew(db, name, null);
    const row = await db.tables.members.create({ name, created_at: nowIso() }, { transaction });
    return memberRecord(db, row);
  });
}

/** Renames a member; holds their hand at figures, or, with null, learns it anew from now on. */
export async function amendMember(db: Database, id: number, change: MemberChange): Promise<MemberRecord> {
  await db.write(async (transaction) => {
    const row = await memberRow(db, id);
    mustBeLatest('member', row, change.version);
    if (change.name !== undefined) {
      await mustBeNew(db, change.name, id);
      row.name = change.name;
    }
    if (change.hand !== undefined) {
      const { hand } = change;
      row.hand_bias = hand ? hand.squeeze_bias : null;
      row.hand_spread = hand ? hand.squeeze_sd / USUAL_SD : null;
      row.hand_since = hand ? row.hand_since : nowIso();
    }
    if (change.hours !== undefined) row.hours = change.hours as OpenHours[] | null;
    row.version += 1;
    await row.save({ transaction });
  });
  return readMember(db, id);
}

export async function removeMember(db: Database, id: number): Promise<void> {
  await db.write(async (transaction) => {
    await memberRow(db, id);
    await db.tables.members.update(
      { removed_at: nowIso(), version: ONE_MORE },
      { where: { id }, transaction }
    );
  });
}

export async function restoreMember(db: Database, id: number): Promise<MemberRecord> {
  await db.write(async (transaction) => {
    const [found] = await db.tables.members.update(
      { removed_at: null, version: ONE_MORE },
      { where: { id }, transaction }
    );
    if (found === 0) throw notFound('member', id);
  });
  return readMember(db, id);
}

async function memberRow(db: Database, id: number): Promise<MemberRow> {
  const row = await db.tables.members.findOne({ where: { id, removed_at: null } });
  if (!row) throw notFound('member', id);
  return row;
}

async function mustBeNew(db: Database, name: string, id: number | null): Promise<void> {
  const same = await db.tables.members.findOne({ where: { name, removed_at: null } });
  if (same && same.id !== id)
    throw new Refusal(422, `There is a member ${name} already.`, [
      { path: 'name', message: 'is taken by another member' }
    ]);
}

/** A hand as every heap that it squeezed has shown it, put together by how sure each is. */
async function memberRecord(db: Database, row: MemberRow): Promise<MemberRecord> {
  const heaps = await db.tables.heaps.findAll({ where: { removed_at: null }, order: ['id'] });
  const prior = 1 / HAND_SD.bias ** 2;
  let [precision, weighted, tests, squares] = [prior, 0, 0, 0];
  for (const heap of heaps) {
    const shown = believedHand(lastBelief(await ledgerFor(db, heap)), String(row.id));
    if (!shown || !(shown.bias_sd > 0)) continue;
    // What a heap adds to what everybody is taken to be.
    const own = Math.max(0, 1 / shown.bias_sd ** 2 - prior);
    precision += own;
    weighted += shown.bias / shown.bias_sd ** 2;
    tests += shown.tests;
    squares += shown.tests * shown.spread ** 2;
  }
  const held = row.hand_bias !== null && row.hand_bias !== undefined;
  const spread = tests > 0 ? Math.sqrt(squares / tests) : 1;
  return {
    id: row.id,
    name: row.name,
    hand: {
      squeeze_bias: held ? row.hand_bias! : weighted / precision,
      squeeze_bias_sd: held ? 0 : 1 / Math.sqrt(precision),
      squeeze_sd: (row.hand_spread ?? spread) * USUAL_SD,
      tests,
      source: held ? 'your entry' : tests > 0 ? 'your records' : 'handbook',
      since: row.hand_since ?? null
    },
    hours: row.hours ?? null,
    version: row.version,
    created_at: row.created_at
  };
}
