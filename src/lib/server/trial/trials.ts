import { randomInt } from 'node:crypto';
import { nowIso } from '$core/time/now';
import type { InferAttributes, Transaction } from 'sequelize';
import { answerSoFar, type PairResult, type Question } from '$core/trial/answer';
import { drawLot, type TrialWay } from '$core/trial/lot';
import { trialSize, type ToSize, type TrialSize } from '$core/trial/size';
import type { NewTrial, Trial, TrialChange, TrialPlace, TrialRecord, TrialToSize } from '$lib/schema/trial';
import type { Database } from '../database/database';
import type { MoldRow, TrialRow } from '../database/tables';
import { impossible } from '../refusal';
import { shelf } from '../shelf/shelf';
import { inThread } from '../worker/crew';

/** Trials on their shelf. */
export const trials = shelf(
  'trial',
  (db) => db.tables.trials,
  ({ removed_at: _, ...record }: InferAttributes<TrialRow>): TrialRecord => record
);

export const removeTrial = trials.remove;
export const restoreTrial = async (db: Database, id: number): Promise<Trial> => {
  await trials.restore(db, id);
  return readTrial(db, id);
};

/** Percent of a fault as the share that it is; grades and figures as they are. */
const inOwnUnit = (outcome: Question['outcome'], figure: number): number =>
  outcome === 'fault' ? figure / 100 : figure;

const questionOf = ({ outcome, better, worth, pairs }: TrialRecord): Question => ({
  outcome,
  better,
  worth: inOwnUnit(outcome, worth),
  pairs
});

/** How many pairs of molds a question wants, and what fewer or more would find. */
export function sizeOfTrial({ outcome, better, worth, scatter }: TrialToSize): Promise<TrialSize> {
  const of: ToSize = {
    outcome,
    better,
    worth: inOwnUnit(outcome, worth),
    scatter: inOwnUnit(outcome, scatter)
  };
  return inThread<typeof trialSize>('trial', of);
}

/** Every trial with its answer so far, the latest first. */
export const listTrials = (db: Database): Promise<Trial[]> =>
  db.sinceLastWrite('trials answered', async () => {
    const all = await trials.list(db);
    return Promise.all(all.toReversed().map((record) => withAnswer(db, record)));
  });

export const readTrial = async (db: Database, id: number, transaction?: Transaction): Promise<Trial> =>
  withAnswer(db, await trials.standing(db, id, transaction), transaction);

/** Draws the lot: which way each mold takes is settled before any is rammed. */
export async function createTrial(
  db: Database,
  input: NewTrial,
  coin: () => boolean = () => randomInt(2) === 1
): Promise<Trial> {
  return db.write(async (transaction) => {
    await trials.mustBeNew(db, input.name, null, transaction);
    const { heap_id = null, hold = null, defect = null, unit = null, ...asked } = input;
    if (
      heap_id !== null &&
      !(await db.tables.heaps.findOne({ where: { id: heap_id, removed_at: null }, transaction }))
    )
      throw impossible([{ path: 'heap_id', message: `there is no heap ${heap_id}` }]);
    const { id } = await db.tables.trials.create(
      {
        ...asked,
        heap_id,
        hold,
        defect: asked.outcome === 'fault' ? defect : null,
        unit: asked.outcome === 'figure' ? unit : null,
        lot: drawLot(asked.pairs, coin),
        molds: [],
        created_at: nowIso()
      },
      { transaction }
    );
    return readTrial(db, id, transaction);
  });
}

export async function amendTrial(db: Database, id: number, change: TrialChange): Promise<Trial> {
  return db.write(async (transaction) => {
    const before = await trials.before(db, id, change.version, transaction);
    if (change.name !== undefined) await trials.mustBeNew(db, change.name, id, transaction);
    const { ended } = change;
    await trials.change(
      db,
      id,
      {
        ...(change.name !== undefined && { name: change.name }),
        ...(change.hold !== undefined && { hold: change.hold }),
        ...(ended !== undefined && { ended_at: ended ? (before.ended_at ?? nowIso()) : null })
      },
      transaction
    );
    return readTrial(db, id, transaction);
  });
}

/** A mold that broke or was taken off the list leaves its place to the next. */
const stands = ({ state, removed_at }: MoldRow): boolean => state !== 'broken' && removed_at === null;

async function withAnswer(db: Database, record: TrialRecord, transaction?: Transaction): Promise<Trial> {
  const places = await placesOf(db, record, transaction);
  const free = record.ended_at === null ? places.find(({ mold }) => mold === null) : undefined;
  const answer = answerSoFar(questionOf(record), pairsIn(places));
  const shown = (gain: number | null) => (gain !== null && record.outcome === 'fault' ? 100 * gain : gain);
  return {
    ...record,
    places,
    next: free ? { place: free.place, way: free.way } : null,
    answer: { ...answer, gain: shown(answer.gain), low: shown(answer.low), high: shown(answer.high) }
  };
}

async function placesOf(
  db: Database,
  { lot, molds, outcome, defect }: TrialRecord,
  transaction?: Transaction
): Promise<TrialPlace[]> {
  const within = transaction && { transaction };
  const ids = molds.map(({ mold_id }) => mold_id);
  const rows = await db.tables.molds.findAll({ where: { id: ids }, ...within });
  const castings = await db.tables.castings.findAll({ where: { mold_id: ids, removed_at: null }, ...within });
  const patterns = await db.tables.patterns.findAll({
    where: { id: rows.flatMap((row) => row.patterns.map(({ pattern_id }) => pattern_id)) },
    ...within
  });
  const nameOf = new Map(patterns.map(({ id, name }) => [id, name]));
  return lot.map((way, place): TrialPlace => {
    const taken = molds.find((each) => each.place === place);
    const row = rows.find(({ id }) => id === taken?.mold_id);
    if (!taken || !row || !stands(row)) return { place, way, mold: null, result: null };
    const judged = castings.filter(({ mold_id }) => mold_id === row.id);
    const faulty = judged.some(({ defects }) => defects.some((each) => each.defect === defect));
    // Clean is a mold only once all of its castings are judged.
    const all = row.patterns.reduce((sum, { count }) => sum + count, 0);
    const words = row.patterns.map(({ pattern_id, count }) => `${count} × ${nameOf.get(pattern_id) ?? ''}`);
    return {
      place,
      way,
      mold: { id: row.id, session_id: row.session_id, words: words.join(', '), state: row.state },
      result:
        outcome === 'fault'
          ? faulty
            ? 1
            : judged.length >= all && judged.length > 0
              ? 0
              : null
          : taken.value
    };
  });
}

/** Pairs of which both molds are known. */
function pairsIn(places: readonly TrialPlace[]): PairResult[] {
  const of = (pair: number, way: TrialWay) =>
    places.find((each) => each.way === way && Math.floor(each.place / 2) === pair)?.result ?? null;
  return Array.from({ length: places.length / 2 }, (_, pair) => pair).flatMap((pair) => {
    const [as_now, otherwise] = [of(pair, 'as-now'), of(pair, 'otherwise')];
    return as_now === null || otherwise === null ? [] : [{ as_now, otherwise }];
  });
}

/** Which way a place takes, in the trial's own words. */
export const wayWords = (
  { as_now, otherwise }: Pick<TrialRecord, 'as_now' | 'otherwise'>,
  way: TrialWay
): string => (way === 'as-now' ? as_now : otherwise);
