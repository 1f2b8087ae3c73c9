import { seeded } from '$core/judge/seeded';
import { FIRST_LOOK, answerSoFar, type PairResult, type Question, type TrialSays } from './answer';
import { MOST_PAIRS } from './randomization-test';

/** A question before it is known how many molds it wants. */
export interface ToSize extends Omit<Question, 'pairs'> {
  /** Share of molds with the fault as it is made now; of a grade or figure, how it scatters from mold to mold (one sd). */
  scatter: number;
}

export interface TrialSize {
  /** The fewest pairs that find the difference often enough; null where even the most do not. */
  pairs: number | null;
  /** How often so many pairs find it, where it is there, share; by pairs. */
  power: { pairs: number; share: number }[];
}

/** How often a difference that is there should be found, share (usual in planning trials). */
export const WANTED_POWER = 0.8;
/** So many trials are gone through for each number of pairs: the share is good to 2.5 points. */
const SIMULATED = 1000;
const SEED = 17;

/**
 * How many pairs of molds a question wants, by simulation: made-up trials with the difference worth having and the own
 * scatter, each judged pair by pair as a real one is.
 *
 * @source power by simulation; the judge is `answerSoFar` itself
 */
export function trialSize(of: ToSize): TrialSize {
  const power: TrialSize['power'] = [];
  for (let pairs = FIRST_LOOK; pairs <= MOST_PAIRS; pairs++) {
    const share = powerOf({ ...of, pairs }, SIMULATED);
    power.push({ pairs, share });
    if (share >= WANTED_POWER) return { pairs, power };
  }
  return { pairs: null, power };
}

/** How often so many pairs find a difference of `worth`. */
export function powerOf(of: ToSize & Question, trials: number, seed = SEED): number {
  const next = seeded(seed);
  let found = 0;
  for (let n = 0; n < trials; n++) if (madeUpTrial(of, of.worth, next).says === 'yes') found += 1;
  return found / trials;
}

/**
 * One made-up trial: how it ends, and after how many pairs.
 *
 * @param gain how much better the new way truly is
 * @param next uniform, 0 to 1
 */
export function madeUpTrial(
  of: ToSize & Question,
  gain: number,
  next: () => number
): { says: TrialSays; pairs: number } {
  const results: PairResult[] = [];
  for (;;) {
    results.push(madeUpPair(of, gain, next));
    const { says } = answerSoFar(of, results);
    if (says !== 'go-on') return { says, pairs: results.length };
  }
}

/** What a grade stands for where nothing speaks for another: the middle of 1 to 5. */
const MIDDLE_GRADE = 3;

function madeUpPair({ outcome, better, scatter }: ToSize, gain: number, next: () => number): PairResult {
  const way = better === 'higher' ? gain : -gain;
  if (outcome === 'fault') {
    const has = (share: number) => (next() < share ? 1 : 0);
    return { as_now: has(scatter), otherwise: has(Math.max(0, Math.min(1, scatter + way))) };
  }
  const shown = (at: number): number => {
    const is = at + scatter * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
    return outcome === 'grade' ? Math.max(1, Math.min(5, Math.round(is))) : is;
  };
  const from = outcome === 'grade' ? MIDDLE_GRADE - way / 2 : 0;
  return { as_now: shown(from), otherwise: shown(from + way) };
}
