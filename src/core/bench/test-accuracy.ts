import { benchTestOf, type HeapTest } from './bench-tests';

/**
 * How far one careful reading of a test strays, one standard deviation in the figure's own SI (see
 * `testFigure`); for a squeeze, which yields a grade, in multiples of the aimed temper ratio.
 *
 * @throws RangeError on readings that cannot be
 */
export const testSd = (test: HeapTest): number => benchTestOf(test).sd(test);

/** The mean of repeats: the wider of the test's own spread and the one they show, less by √n. */
export function meanSd(single_sd: number, spread: number | null, repeats: number): number {
  return Math.max(single_sd, spread ?? 0) / Math.sqrt(repeats);
}
