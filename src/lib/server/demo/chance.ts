import { seeded } from '$core/judge/seeded';

/** A seeded source of chance, so that the demo is the same every time. */
export interface Chance {
  /** Uniform in [low, high). */
  between(low: number, high: number): number;
  /** Normal with this standard deviation, by Box and Muller. */
  noise(sd: number): number;
  pick<T>(of: readonly T[]): T;
}

export function chance(seed: number): Chance {
  const next = seeded(seed);
  return {
    between: (low, high) => low + (high - low) * next(),
    noise: (sd) => sd * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
    pick: (of) => of[Math.floor(next() * of.length)]!
  };
}
