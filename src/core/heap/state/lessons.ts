import { NINE_IN_TEN } from '$core/judge/normal';
import type { HeapBinder, System } from '$core/reference/targets';
import {
  BURNT_PER_METAL_LOG_SD,
  RAMMED_DENSITY,
  SPILL_SHARE,
  burntPerMetal,
  type Expected
} from '$core/reference/wear';
import { DRYING_LOG_SD } from '$core/reference/accuracy';
import type { Lesson } from './kind';
import type { LearnedFigure } from './learned-figure';

/** A figure that a heap teaches: in SI, with the range that holds nine times in ten. */
export interface Learned {
  value: number;
  range: [number, number];
  /** What the handbook says. */
  handbook: number;
  source: 'handbook' | 'your records' | 'your entry';
  /** Records that it was learned from. */
  records: number;
}

/** The figures that are learned by counting; the drying is learned by the estimate itself. */
export type CountedFigure = Exclude<LearnedFigure, 'drying'>;

/** Records of one figure: how many, their sum, and what it is held at, if it is. */
interface Count {
  records: number;
  sum: number;
  held: number | null;
}

/** A round from the first mold drawn to the first of the next, while it lasts. */
interface Round {
  drawn: number;
  spilled: number;
  back: boolean;
  weighed: boolean;
}

/**
 * What the entries so far have taught of a heap's habits, put together as the ledger is carried along, so that nobody
 * has to go through it again.
 */
export interface Lessons {
  counts: Readonly<Record<CountedFigure, Count>>;
  round: Round;
  /** Metal poured whose burnt sand nobody judged yet, kg: the black sand sorted out next tells. */
  awaiting_kg: number | null;
}

/** What one record of each kind is worth, one standard deviation: flask volumes and floors are rough. */
const DENSITY_RECORD_SD = 50;
const SPILL_RECORD_SD = 0.012;
const BURN_RECORD_LOG_SD = 0.45;

const NONE: Count = { records: 0, sum: 0, held: null };
const NO_ROUND: Round = { drawn: 0, spilled: 0, back: false, weighed: false };

export const noLessons = (): Lessons => ({
  counts: { 'rammed-density': NONE, spill: NONE, burn: NONE },
  round: NO_ROUND,
  awaiting_kg: null
});

/** The lessons with one more. */
export function taught(lessons: Lessons, lesson: Lesson): Lessons {
  const { round } = lessons;
  switch (lesson.of) {
    case 'drawn': {
      const { kg, rammed_l } = lesson;
      const closed = round.back ? withRound(lessons) : lessons;
      const dense =
        rammed_l !== null && rammed_l > 0
          ? counted(closed, 'rammed-density', kg / (rammed_l / 1000))
          : closed;
      return { ...dense, round: { ...closed.round, drawn: closed.round.drawn + kg } };
    }
    case 'returned': {
      if (!(round.drawn > 0)) return lessons;
      const { weighed, lost_kg } = lesson;
      const spilled = round.spilled + (weighed ? lost_kg : 0);
      return { ...lessons, round: { ...round, spilled, back: true, weighed: round.weighed || weighed } };
    }
    case 'spilled':
      return round.drawn > 0
        ? { ...lessons, round: { ...round, spilled: round.spilled + lesson.kg } }
        : lessons;
    case 'poured': {
      const { metal_kg, burnt_kg, judged } = lesson;
      if (metal_kg === null || !(metal_kg > 0)) return { ...lessons, awaiting_kg: null };
      if (!judged) return { ...lessons, awaiting_kg: metal_kg };
      const next = { ...lessons, awaiting_kg: null };
      return burnt_kg > 0 ? counted(next, 'burn', Math.log(burnt_kg / metal_kg)) : next;
    }
    case 'sorted': {
      const { awaiting_kg } = lessons;
      if (awaiting_kg === null || !(lesson.kg > 0)) return lessons;
      return counted({ ...lessons, awaiting_kg: null }, 'burn', Math.log(lesson.kg / awaiting_kg));
    }
  }
}

/** The figure held at a value (SI) from now on, or learned anew. */
export function holding(lessons: Lessons, of: LearnedFigure, value: number | null): Lessons {
  if (of === 'drying') return lessons;
  // A round that was over is forgotten with the others.
  const round = of === 'spill' && lessons.round.back ? NO_ROUND : lessons.round;
  return { ...lessons, round, counts: { ...lessons.counts, [of]: { ...NONE, held: value } } };
}

function counted(lessons: Lessons, of: CountedFigure, value: number): Lessons {
  const { records, sum, held } = lessons.counts[of];
  const count: Count = { records: records + 1, sum: sum + value, held };
  return { ...lessons, counts: { ...lessons.counts, [of]: count } };
}

/**
 * The round closed: the share of what was drawn that was spilled or never came back. It counts when something was
 * weighed on its way back; what a pour drove off is not spilled.
 */
function withRound(lessons: Lessons): Lessons {
  const { round } = lessons;
  const next = { ...lessons, round: NO_ROUND };
  return round.weighed ? counted(next, 'spill', Math.min(1, round.spilled / round.drawn)) : next;
}

/**
 * Rammed density (kg/m³), spill (share of what was drawn) and burning (kg of sand per kg of metal) of a heap from its
 * own records, starting from the handbook's figure and trusting it less with every record.
 *
 * @source the conjugate normal update of a mean with known spread; of the logarithm for the burning
 */
export function learned(
  lessons: Lessons,
  { system, binder }: { system: System; binder: HeapBinder }
): Record<CountedFigure, Learned> {
  const { counts } = withRound(lessons);
  const burn = counts.burn.held;
  const log: Count = { ...counts.burn, held: burn === null ? null : Math.log(burn) };
  return {
    'rammed-density': learnedFrom(counts['rammed-density'], RAMMED_DENSITY[system], DENSITY_RECORD_SD),
    spill: mapped(learnedFrom(counts.spill, SPILL_SHARE, SPILL_RECORD_SD), (share) => Math.max(0, share)),
    burn: mapped(
      learnedFrom(
        log,
        { value: Math.log(burntPerMetal(binder)), sd: BURNT_PER_METAL_LOG_SD },
        BURN_RECORD_LOG_SD
      ),
      Math.exp
    )
  };
}

/** The learned drying in the same shape, from the estimate's logarithm and its standard deviation. */
export function learnedDrying(log: number, sd: number): Learned {
  const at = (off: number) => Math.exp(log + off * sd);
  return {
    value: at(0),
    range: [at(-NINE_IN_TEN), at(NINE_IN_TEN)],
    handbook: 1,
    source: sd === 0 ? 'your entry' : sd < 0.9 * DRYING_LOG_SD ? 'your records' : 'handbook',
    records: 0
  };
}

function learnedFrom({ records, sum, held }: Count, expected: Expected, record_sd: number): Learned {
  if (held !== null)
    return { value: held, range: [held, held], handbook: expected.value, source: 'your entry', records };
  const own = 1 / expected.sd ** 2;
  const each = 1 / record_sd ** 2;
  const precision = own + records * each;
  const value = (own * expected.value + each * sum) / precision;
  const reach = NINE_IN_TEN / Math.sqrt(precision);
  return {
    value,
    range: [value - reach, value + reach],
    handbook: expected.value,
    source: records > 0 ? 'your records' : 'handbook',
    records
  };
}

function mapped(found: Learned, by: (value: number) => number): Learned {
  const { value, range, handbook } = found;
  return { ...found, value: by(value), range: [by(range[0]), by(range[1])], handbook: by(handbook) };
}
