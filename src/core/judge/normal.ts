import { errorFunction } from 'simple-statistics';

/** Density of the standard normal. */
export const density = (z: number): number =>
  Number.isFinite(z) ? Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI) : 0;

/** Chance that a standard normal lies below z. */
export function chanceBelow(z: number): number {
  if (z === Infinity) return 1;
  if (z === -Infinity) return 0;
  return 0.5 * (1 + errorFunction(z / Math.SQRT2));
}

/** The middle nine tenths of a normal reach this many standard deviations to each side. */
export const NINE_IN_TEN = 1.6448536269514722;

/**
 * The least of a normal and a limit: its mean and variance, and the chance that it stays under the limit.
 *
 * @source the moments of the censored normal distribution (standard textbooks)
 */
export function atMost(
  mean: number,
  sd: number,
  limit: number
): { mean: number; variance: number; under: number } {
  if (!(sd > 0)) return { mean: Math.min(mean, limit), variance: 0, under: mean < limit ? 1 : 0 };
  const z = (limit - mean) / sd;
  const [under, at] = [chanceBelow(z), density(z)];
  const first = mean * under - sd * at + limit * (1 - under);
  const second = (mean ** 2 + sd ** 2) * under - sd * (mean + limit) * at + limit ** 2 * (1 - under);
  return { mean: first, variance: Math.max(0, second - first ** 2), under };
}

export interface Truncated {
  /** Chance of lying between the limits. */
  chance: number;
  mean: number;
  variance: number;
}

/**
 * A normal of which it is known that it lies between two limits; either may be infinite.
 *
 * @source the moments of the truncated normal distribution (standard textbooks)
 */
export function truncated(mean: number, sd: number, low: number, high: number): Truncated {
  const [a, b] = [(low - mean) / sd, (high - mean) / sd];
  const chance = Math.max(0, chanceBelow(b) - chanceBelow(a));
  if (!(chance > 1e-9)) return { chance: 0, mean: Math.min(high, Math.max(low, mean)), variance: 0 };
  const shift = (density(a) - density(b)) / chance;
  const ends = (Number.isFinite(a) ? a * density(a) : 0) - (Number.isFinite(b) ? b * density(b) : 0);
  return {
    chance,
    mean: mean + sd * shift,
    variance: sd * sd * Math.max(0, 1 + ends / chance - shift * shift)
  };
}
