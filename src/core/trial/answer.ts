import { chanceByLot } from './randomization-test';

/** What tells one mold from another: a fault of its castings, a grade from 1 to 5, or a figure. */
export const OUTCOMES = ['fault', 'grade', 'figure'] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** What a trial asks: which way is better, and by how much it would have to be to matter. */
export interface Question {
  outcome: Outcome;
  better: 'lower' | 'higher';
  /** Difference worth having: share of molds with the fault, grades, or the figure's own unit. */
  worth: number;
  /** Pairs of molds that were planned. */
  pairs: number;
}

/** A pair of molds of one casting day: 0 or 1 of a fault, a grade, a figure. */
export interface PairResult {
  as_now: number;
  otherwise: number;
}

/**
 * `yes`: better, and not by chance. `no`: whatever the difference, it is less than what is worth having. `not-told`: all pairs
 * are in and neither holds. `go-on`: neither yet.
 */
export type TrialSays = 'yes' | 'no' | 'not-told' | 'go-on';

export interface TrialAnswer {
  pairs: number;
  /** How much better the new way was, and between what it lies nine times in ten; null before two pairs. */
  gain: number | null;
  low: number | null;
  high: number | null;
  /** How often the lot alone would have shown as much. */
  by_chance: number;
  says: TrialSays;
}

/** Fewer pairs never say anything: five that all agree come up one time in 32 by chance. */
export const FIRST_LOOK = 5;
/**
 * Before the last pair a yes wants this, so that looking after every pair costs next to nothing; the last look has the rest.
 *
 * @source Haybittle (1971) and Peto (1976); by our simulation of 10,000 trials and more for each number of pairs both together
 *   say a false yes in 3.1 to 5.0 % of them
 */
const EARLY_LIMIT = 0.005;
const LAST_LIMIT = 0.043;
/** Upper twentieth and hundredth of Student's t by degrees of freedom, from 1 (published table). */
const T_95 = [
  6.314, 2.92, 2.353, 2.132, 2.015, 1.943, 1.895, 1.86, 1.833, 1.812, 1.796, 1.782, 1.771, 1.761, 1.753
];
const T_99 = [
  31.821, 6.965, 4.541, 3.747, 3.365, 3.143, 2.998, 2.896, 2.821, 2.764, 2.718, 2.681, 2.65, 2.624, 2.602
];
/** The same of the normal distribution. */
const [Z_95, Z_99] = [1.6449, 2.3263];

/**
 * What a trial has found so far, with its doubt.
 *
 * @throws RangeError of more pairs than a trial can have
 */
export function answerSoFar(question: Question, results: readonly PairResult[]): TrialAnswer {
  const { outcome, better, worth, pairs } = question;
  const gains = results.map(({ as_now, otherwise }) =>
    better === 'higher' ? otherwise - as_now : as_now - otherwise
  );
  const by_chance = chanceByLot(gains);
  const range = outcome === 'fault' ? rangeOfShares(gains) : rangeOfFigures(gains);
  const done = gains.length >= pairs;
  const limit = done ? LAST_LIMIT : EARLY_LIMIT;
  const says = ((): TrialSays => {
    if (gains.length < Math.min(FIRST_LOOK, pairs)) return 'go-on';
    if (by_chance <= limit) return 'yes';
    // A no before the last pair wants more, too.
    if (range && (done ? range.high : range.surely_below) < worth) return 'no';
    return done ? 'not-told' : 'go-on';
  })();
  const gain = gains.length === 0 ? null : gains.reduce((sum, each) => sum + each, 0) / gains.length;
  return {
    pairs: gains.length,
    gain,
    low: range?.low ?? null,
    high: range?.high ?? null,
    by_chance,
    says
  };
}

/** Between what a difference lies nine times in ten, and what it stays below 99 times in 100. */
interface Range {
  low: number;
  high: number;
  surely_below: number;
}

/** Of figures and grades: Student's interval of the mean difference. */
function rangeOfFigures(gains: readonly number[]): Range | null {
  const n = gains.length;
  if (n < 2) return null;
  const mean = gains.reduce((sum, each) => sum + each, 0) / n;
  const squares = gains.reduce((sum, each) => sum + (each - mean) ** 2, 0);
  const sd = Math.sqrt(squares / (n - 1) / n);
  const reach = T_95[n - 2]! * sd;
  return { low: mean - reach, high: mean + reach, surely_below: mean + T_99[n - 2]! * sd };
}

/**
 * Of a fault that is there or not: half a mold is added to each way a pair can come out, so that a few pairs without the
 * fault do not pass for certainty.
 *
 * @source adjusted Wald interval for matched pairs (Agresti and Min 2005)
 */
function rangeOfShares(gains: readonly number[]): Range | null {
  if (gains.length < 2) return null;
  const n = gains.length + 2;
  const won = gains.filter((each) => each > 0).length + 0.5;
  const lost = gains.filter((each) => each < 0).length + 0.5;
  const mean = (won - lost) / n;
  const sd = Math.sqrt(won + lost - (won - lost) ** 2 / n) / n;
  return {
    low: Math.max(-1, mean - Z_95 * sd),
    high: Math.min(1, mean + Z_95 * sd),
    surely_below: Math.min(1, mean + Z_99 * sd)
  };
}
