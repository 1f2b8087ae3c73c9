import type { Transaction } from 'sequelize';
import { moldStateWords, wasPoured } from '$core/session/mold-life';
import type { NotedStep } from '$core/session/noted-step';
import type { MoldTrial, OpenTrial, Trial, TrialMold, TrialRecord } from '$lib/schema/trial';
import type { Database } from '../database/database';
import type { MoldRow } from '../database/tables';
import { impossible, notFound } from '../refusal';
import { listTrials, readTrial, trials, wayWords } from './trials';

/**
 * Takes a mold in: it has the next place of the lot, and so its way.
 *
 * @throws Refusal where it is rammed already, of another heap, or in a trial that still runs
 */
export async function takeMold(db: Database, id: number, mold_id: number): Promise<Trial> {
  return db.write(async (transaction) => {
    const trial = await readTrial(db, id, transaction);
    const mold = await db.tables.molds.findOne({ where: { id: mold_id, removed_at: null }, transaction });
    const cannot = (message: string) => impossible([{ path: 'mold_id', message }]);
    if (!mold) throw cannot(`there is no mold ${mold_id}`);
    if (mold.state !== 'planned')
      throw cannot(`is ${moldStateWords(mold.state)} already: the lot comes before the ramming`);
    if (await isBegun(db, mold, transaction))
      throw cannot('is begun already: the lot comes before the first step');
    if (!isOfHeap(trial, mold)) throw cannot('is of another heap than this trial');
    const other = await trialWith(db, mold_id, transaction);
    if (other) throw cannot(`is in the trial “${other.name}” already`);
    if (!trial.next) throw cannot('finds no place: the trial has all its molds, or was ended');
    const standing = trial.places.flatMap(({ place, mold: has }) => (has ? [place] : []));
    const kept = trial.molds.filter(({ place }) => standing.includes(place));
    await write(db, id, [...kept, { place: trial.next.place, mold_id, value: null }], transaction);
    return readTrial(db, id, transaction);
  });
}

/**
 * Takes a mold out again; its place goes to another one.
 *
 * @throws Refusal once it was poured: to leave out what one has seen would fool whoever asks
 */
export async function leaveMold(db: Database, id: number, mold_id: number): Promise<Trial> {
  return db.write(async (transaction) => {
    const { molds, mold } = await moldIn(db, id, mold_id, transaction);
    if (wasPoured(mold.state))
      throw impossible([{ path: 'mold_id', message: 'was poured: it counts, however it came out' }]);
    await write(
      db,
      id,
      molds.filter((each) => each.mold_id !== mold_id),
      transaction
    );
    return readTrial(db, id, transaction);
  });
}

/** Grade or figure of a mold; null takes it back. */
export async function noteResult(
  db: Database,
  id: number,
  mold_id: number,
  value: number | null
): Promise<Trial> {
  return db.write(async (transaction) => {
    const { outcome, molds, mold } = await moldIn(db, id, mold_id, transaction);
    const cannot = (path: string, message: string) => impossible([{ path, message }]);
    if (outcome === 'fault') throw cannot('value', 'comes from the castings: judge them at the shake-out');
    if (!wasPoured(mold.state)) throw cannot('mold_id', 'was not poured yet');
    if (outcome === 'grade' && value !== null && !(Number.isInteger(value) && value >= 1 && value <= 5))
      throw cannot('value', 'must be a grade, 1 to 5');
    await write(
      db,
      id,
      molds.map((each) => (each.mold_id === mold_id ? { ...each, value } : each)),
      transaction
    );
    return readTrial(db, id, transaction);
  });
}

async function moldIn(db: Database, id: number, mold_id: number, transaction: Transaction) {
  const trial = await trials.standing(db, id, transaction);
  const mold = await db.tables.molds.findOne({ where: { id: mold_id }, transaction });
  if (!mold || !trial.molds.some((each) => each.mold_id === mold_id)) throw notFound('mold', mold_id);
  return { ...trial, mold };
}

const write = async (db: Database, id: number, molds: TrialMold[], transaction: Transaction): Promise<void> =>
  void (await trials.change(db, id, { molds }, transaction));

/** The running trial that a mold is in; null where it is in none. */
export async function trialWith(
  db: Database,
  mold_id: number,
  transaction?: Transaction
): Promise<TrialRecord | null> {
  const rows = await db.tables.trials.findAll({
    where: { removed_at: null, ended_at: null },
    order: ['id'],
    ...(transaction && { transaction })
  });
  const found = rows.find(({ molds }) => molds.some((each) => each.mold_id === mold_id));
  return found ? trials.standing(db, found.id, transaction) : null;
}

/** A step of its ramming is done: how it is made was settled without the lot. */
async function isBegun(
  db: Database,
  { id, session_id }: Pick<MoldRow, 'id' | 'session_id'>,
  transaction?: Transaction
): Promise<boolean> {
  const day = await db.tables.sessions.findByPk(session_id, { ...(transaction && { transaction }) });
  // What is stored of a step was held against its schema.
  const steps = (day?.steps ?? []) as unknown as NotedStep[];
  return steps.some((step) => step.id.startsWith(`${id}:`) && step.state === 'done');
}

/** What a mold's page shows of trials: the one that it is in, or the latest that would take it. */
export async function trialOfMold(
  db: Database,
  mold: Pick<MoldRow, 'id' | 'session_id' | 'state' | 'backing_heap_id' | 'facing_heap_id'>
): Promise<MoldTrial | null> {
  const running = (await listTrials(db)).filter(({ ended_at }) => ended_at === null);
  for (const trial of running) {
    const { id, name, hold } = trial;
    const has = trial.places.find((each) => each.mold?.id === mold.id);
    if (has) return { trial: { id, name, hold }, does: wayWords(trial, has.way) };
  }
  if (mold.state !== 'planned' || (await isBegun(db, mold))) return null;
  const open = running.find((trial) => trial.next && isOfHeap(trial, mold));
  return open ? { trial: { id: open.id, name: open.name, hold: open.hold }, does: null } : null;
}

const isOfHeap = (
  { heap_id }: TrialRecord,
  { backing_heap_id, facing_heap_id }: { backing_heap_id: number; facing_heap_id: number | null }
): boolean => heap_id === null || heap_id === backing_heap_id || heap_id === facing_heap_id;

/** Molds that a trial could take in now: of its heap, not begun, and in no trial yet. */
export async function moldsToTake(
  db: Database,
  trial: Trial
): Promise<{ id: number; words: string; day: string | null }[]> {
  if (!trial.next) return [];
  const rows = await db.tables.molds.findAll({
    where: { removed_at: null, state: 'planned' },
    order: ['id']
  });
  const days = await db.tables.sessions.findAll({
    where: { id: rows.map(({ session_id }) => session_id), removed_at: null }
  });
  const patterns = await db.tables.patterns.findAll({ attributes: ['id', 'name'] });
  const found = [];
  for (const row of rows) {
    const day = days.find(({ id }) => id === row.session_id);
    if (!day || !isOfHeap(trial, row) || (await isBegun(db, row)) || (await trialWith(db, row.id))) continue;
    const words = row.patterns.map(
      ({ pattern_id, count }) => `${count} × ${patterns.find(({ id }) => id === pattern_id)?.name ?? ''}`
    );
    found.push({ id: row.id, words: words.join(', '), day: day.name });
  }
  return found;
}

/** Running trials that would take molds of these heaps. Which way comes next is not said: who knew would pick the mold by it. */
export async function openTrials(db: Database, heap_ids: readonly number[]): Promise<OpenTrial[]> {
  return (await listTrials(db))
    .filter(({ next, heap_id }) => next !== null && (heap_id === null || heap_ids.includes(heap_id)))
    .map(({ id, name }) => ({ id, name }));
}

/** The way of each of these molds that a running trial has taken in. */
export async function waysOfMolds(
  db: Database,
  mold_ids: readonly number[]
): Promise<Record<number, string>> {
  const of: Record<number, string> = {};
  for (const trial of await listTrials(db)) {
    if (trial.ended_at !== null) continue;
    for (const { mold, way } of trial.places)
      if (mold && mold_ids.includes(mold.id)) of[mold.id] = wayWords(trial, way);
  }
  return of;
}

/** Running trials that wait for a grade or figure of molds that are shaken out, by mold. */
export async function trialsToJudge(
  db: Database,
  mold_ids: readonly number[]
): Promise<Record<number, { id: number; name: string }>> {
  const waiting: Record<number, { id: number; name: string }> = {};
  for (const { id, name, outcome, ended_at, places } of await listTrials(db)) {
    if (ended_at !== null || outcome === 'fault') continue;
    for (const { mold, result } of places)
      if (mold?.state === 'shaken-out' && result === null && mold_ids.includes(mold.id))
        waiting[mold.id] = { id, name };
  }
  return waiting;
}
