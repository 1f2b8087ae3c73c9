import type { CurvePoint } from './temper-curve';

/** A point of the temper curve with the time it was taken. */
export interface Rung extends CurvePoint {
  ms: number;
}

/** A ladder is climbed by five splashes: one rung as the sand is, and one after each of them. */
export const RUNGS = 6;

/** A splash raises the moisture by about this much of the heap's weight: small enough to find a peak between two. */
export const SPLASH_SHARE = 0.004;

/** Longer between two points, or since the last, and it is another day's ladder: the sand has dried meanwhile. */
const PAUSE_MS = 3 * 3_600_000;

export type NextRung = 'start' | 'test' | 'splash' | 'done';

/** The rungs of the ladder that is being climbed now: the latest points without a long pause. */
export function climbNow(points: readonly Rung[], now_ms: number): Rung[] {
  const rungs: Rung[] = [];
  let later = now_ms;
  for (let i = points.length - 1; i >= 0 && later - points[i]!.ms <= PAUSE_MS; i--) {
    rungs.unshift(points[i]!);
    later = points[i]!.ms;
  }
  return rungs;
}

/**
 * What comes next on a ladder: a test of the sand as it is, or a splash.
 *
 * @param splashed_ms when water last went in; null for never
 */
export function nextOnLadder(rungs: readonly Rung[], splashed_ms: number | null): NextRung {
  const last = rungs.at(-1);
  if (!last) return 'start';
  if (splashed_ms !== null && splashed_ms > last.ms) return 'test';
  return rungs.length >= RUNGS ? 'done' : 'splash';
}
