import { median } from 'simple-statistics';
import { RAM_MIN } from '../../reference/plan';

/** A mold that was rammed step by step: from the first step that was ticked to the last, and the sand in it. */
export interface RammedMold {
  minutes: number;
  sand_kg: number;
}

/** Fewer molds tell nothing of how fast somebody rams. */
const FEWEST_MOLDS = 3;
/** Somebody was called away: that was not all ramming, min. */
const INTERRUPTED_MIN = 240;
/** No hand is so much faster or slower than the handbook. */
const MOST_TIMES = 4;

/** Minutes that a mold takes by the handbook. */
export const rammingMinutes = (sand_kg: number): number => RAM_MIN.first + RAM_MIN.per_kg * sand_kg;

/**
 * How long molds take here against the handbook, from those that were ticked step by step.
 *
 * @returns the middle of what each took, over what the handbook gives it; null where too few were timed
 */
export function rammingPace(molds: readonly RammedMold[]): { times: number; molds: number } | null {
  const ratios = molds
    .filter(({ minutes }) => minutes > 0 && minutes <= INTERRUPTED_MIN)
    .map(({ minutes, sand_kg }) => minutes / rammingMinutes(sand_kg))
    .filter((times) => times >= 1 / MOST_TIMES && times <= MOST_TIMES);
  return ratios.length < FEWEST_MOLDS ? null : { times: median(ratios), molds: ratios.length };
}
