import { describe, expect, it } from 'vitest';
import { gapBetween, placedOutline, rectangleOutline } from '../pattern/outline';
import { runnerTo, runnersOf } from './runners';

const at = (x: number, y: number) => placedOutline(rectangleOutline(0.06, 0.04), x, y, 0);

describe('runners of a mold', () => {
  it('go straight along the flask where nothing lies in their way', () => {
    const two = [at(0.08, 0.05), at(0.08, -0.05)];
    expect(runnersOf(two, [0, 0])).toEqual(two.map((outline) => runnerTo(outline, [0, 0])));
  });
  it('go round by a branch along the row where another casting does', () => {
    // One behind the other, seen from the sprue: the one behind is reached along its side, 10 mm off.
    const row = [at(0.06, 0), at(0.14, 0)];
    const [first, second] = runnersOf(row, [0, 0]);
    expect(first).toHaveLength(1);
    expect(second).toHaveLength(3);
    for (const each of second!) expect(gapBetween(each, row[0]!)).toBeGreaterThanOrEqual(0.01 - 1e-9);
    // Its bar lies 10 and half of 12 mm below the casting, and its gate ends at it.
    const ys = second![1]!.map(([, y]) => y);
    expect((Math.min(...ys) + Math.max(...ys)) / 2).toBeCloseTo(-0.036, 9);
    expect(gapBetween(second![2]!, row[1]!)).toBeLessThanOrEqual(1e-9);
  });
});
