/** A seeded source of chance (mulberry32), so that the demo is the same every time. */
export interface Chance {
  /** Uniform in [low, high). */
  between(low: number, high: number): number;
  /** Normal with this standard deviation, by Box and Muller. */
  noise(sd: number): number;
  pick<T>(of: readonly T[]): T;
}

export function chance(seed: number): Chance {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
  return {
    between: (low, high) => low + (high - low) * next(),
    noise: (sd) => sd * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
    pick: (of) => of[Math.floor(next() * of.length)]!
  };
}
