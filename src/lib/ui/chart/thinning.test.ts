import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { BandPoint } from './band';
import { thinnedBand, thinnedPoints, thins } from './thinning';

const many = (count: number) =>
  Array.from({ length: count }, (_, i): BandPoint => [i, 5, 4 - (i % 7), 6 + (i % 5)]);

describe('thinning', () => {
  it('leaves a few points as they are', () => {
    const few = many(400);
    expect(thinnedBand(few, null)).toBe(few);
    expect(thins(few, null)).toBe(false);
  });
  it('keeps every extreme, in order, in no more points than can be moved', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 401, max: 6000 }),
        fc.integer({ min: 0, max: 6000 }),
        fc.integer({ min: 1, max: 6000 }),
        (count, from, width) => {
          const points = many(count);
          const thin = thinnedBand(points, { from, to: from + width });
          expect(thin.length).toBeLessThanOrEqual(520);
          expect(Math.min(...thin.map((each) => each[2]))).toBe(Math.min(...points.map((each) => each[2])));
          expect(Math.max(...thin.map((each) => each[3]))).toBe(Math.max(...points.map((each) => each[3])));
          for (let i = 1; i < thin.length; i++) expect(thin[i]![0]).toBeGreaterThan(thin[i - 1]![0]);
        }
      ),
      { numRuns: 40 }
    );
  });
  it('shows every measured point of a view that holds few enough', () => {
    const points = many(5000).map(([x, y]) => [x, y] as const);
    expect(thins(points, null)).toBe(true);
    const view = { from: 1000, to: 1399 };
    expect(thins(points, view)).toBe(false);
    const shown = thinnedPoints(points, view).filter(([x]) => x >= view.from && x <= view.to);
    expect(shown).toHaveLength(400);
  });
  it('is coarse everywhere when the view lies beside the points', () => {
    expect(thinnedBand(many(3000), { from: 9000, to: 9100 }).length).toBeLessThanOrEqual(120);
  });
});
