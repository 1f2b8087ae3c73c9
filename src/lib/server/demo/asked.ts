/** A question that the shed has put to its sand: whether a thinner sprue makes a smoother skin. Six pairs of eight are in. */
import { drawLot } from '$core/trial/lot';
import type { TrialMold } from '$lib/schema/trial';
import type { Database } from '../database/database';
import { HEAPS } from './scenario';
import { chance } from './chance';

const PAIRS = 8;
/** Grades of the skin, as it was made before and with the thinner sprue, day by day. */
const GRADED = [
  [3, 4],
  [2, 3],
  [3, 3],
  [3, 4],
  [2, 4],
  [3, 4]
] as const;

export async function askTheSand(db: Database): Promise<void> {
  const heap = (await db.tables.heaps.findOne({ where: { name: HEAPS.gate.name } }))!;
  const molds = await db.tables.molds.findAll({
    where: { backing_heap_id: heap.id, state: 'shaken-out', removed_at: null },
    order: ['id']
  });
  /** Days with two molds of the same pattern: only such a pair is alike. */
  const days = [...new Set(molds.map(({ session_id }) => session_id))].filter((day) => {
    const [one, two, more] = molds.filter(({ session_id }) => session_id === day);
    return two && !more && one!.patterns[0]!.pattern_id === two.patterns[0]!.pattern_id;
  });
  const by = chance(23);
  const lot = drawLot(PAIRS, () => by.between(0, 1) < 0.5);
  const taken = days.slice(-GRADED.length).flatMap((day, pair) =>
    molds
      .filter(({ session_id }) => session_id === day)
      .map(({ id }, n): TrialMold => {
        const place = 2 * pair + n;
        return { place, mold_id: id, value: GRADED[pair]![lot[place] === 'as-now' ? 0 : 1] };
      })
  );
  const first = await db.tables.sessions.findByPk(days.at(-GRADED.length)!);
  await db.tables.trials.create({
    name: 'Does a thinner sprue make a smoother skin?',
    heap_id: heap.id,
    as_now: 'Sprue pin of 10 mm',
    otherwise: 'Sprue pin of 8 mm',
    hold: 'Metal and furnace setting, runner and gates, who rams. Bram grades them without being told.',
    outcome: 'grade',
    defect: null,
    unit: null,
    better: 'higher',
    worth: 1,
    scatter: 0.7,
    pairs: PAIRS,
    lot,
    molds: taken,
    created_at: first!.at
  });
}
