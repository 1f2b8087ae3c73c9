import { chanceBelow } from '../judge/normal';

/** An answer to a sand whose grade is known: what was said, and what it was. */
export interface GradedAnswer {
  /** As it was answered, 1 to 5. */
  said: number;
  /** Where it really lay, 0.5 to 5.5. */
  was: number;
}

export interface HandLearned {
  /** How many grades too wet the hand says. */
  bias: number;
  bias_sd: number;
  /** How far one answer strays, grades. */
  spread: number;
  answers: number;
}

/** What is believed of a hand before it answered: leaning to neither side, give or take (as of real squeezes). */
const PRIOR = { bias_sd: 0.8, spread: 0.5, answers: 2 } as const;
const BIASES = Array.from({ length: 161 }, (_, i) => -2 + i * 0.025);
const SPREADS = Array.from({ length: 24 }, (_, i) => 0.12 * 1.13 ** i);

/** The latest tell of the hand as it is now; more are not looked at. */
const LATEST = 90;

/**
 * A hand's bias and spread by its answers. A grade that is said stands for all that rounds to it, and 1 and 5 for all
 * beyond, so that neither rounding nor the ends pull it aside.
 *
 * @returns null before the first answer
 * @source grid posterior of an interval-censored normal
 */
export function handBias(answers: readonly GradedAnswer[]): HandLearned | null {
  if (answers.length === 0) return null;
  const weights: { bias: number; spread: number; log: number }[] = [];
  for (const spread of SPREADS)
    for (const bias of BIASES) {
      let log =
        -0.5 * (bias / PRIOR.bias_sd) ** 2 - 0.5 * PRIOR.answers * Math.log(spread / PRIOR.spread) ** 2;
      for (const { said, was } of answers.slice(-LATEST)) {
        const low = said <= 1 ? -Infinity : said - 0.5;
        const high = said >= 5 ? Infinity : said + 0.5;
        log += Math.log(
          Math.max(1e-9, chanceBelow((high - was - bias) / spread) - chanceBelow((low - was - bias) / spread))
        );
      }
      weights.push({ bias, spread, log });
    }
  const most = Math.max(...weights.map(({ log }) => log));
  let [total, bias, square, spread] = [0, 0, 0, 0];
  for (const each of weights) {
    const weight = Math.exp(each.log - most);
    total += weight;
    bias += weight * each.bias;
    square += weight * each.bias ** 2;
    spread += weight * each.spread;
  }
  const mean = bias / total;
  return {
    bias: mean,
    bias_sd: Math.sqrt(Math.max(0, square / total - mean ** 2)),
    spread: spread / total,
    answers: answers.length
  };
}
