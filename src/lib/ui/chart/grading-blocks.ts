import type { Grading } from '$core/bench/formula/grading';
import { SIEVES } from '$core/bench/formula/sieve';

/** A block of the histogram: what lies between two sizes. */
export interface GradingBlock {
  sieve: string;
  from_mm: number;
  to_mm: number;
  percent: number;
}

/** The pan has no opening; on log size its block is drawn down to this, mm. */
const PAN_DRAWN_TO_MM = 0.03;

/** What each tray caught, between its opening and the one above it; the coarsest up to the next of the series. */
export function gradingBlocks({ retained }: Pick<Grading, 'retained'>): GradingBlock[] {
  return retained.map(({ sieve, opening_mm, share }, i) => {
    const coarser = SIEVES.filter((each) => each.opening_mm > opening_mm).at(-1)?.opening_mm;
    return {
      sieve,
      from_mm: opening_mm > 0 ? opening_mm : PAN_DRAWN_TO_MM,
      to_mm: i > 0 ? retained[i - 1]!.opening_mm : (coarser ?? 2 * opening_mm),
      percent: share * 100
    };
  });
}
