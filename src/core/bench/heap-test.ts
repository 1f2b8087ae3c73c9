import { benchTestOf, type HeapTest } from './bench-tests';

export type { HeapTest, HeapTestKind } from './bench-tests';

/**
 * The one figure that a test yields, in SI: a fraction, Pa, or a plain number; null for a squeeze, which
 * yields a grade.
 *
 * @throws RangeError on readings that cannot be
 */
export const testFigure = (test: HeapTest): number | null => benchTestOf(test).figure(test);
