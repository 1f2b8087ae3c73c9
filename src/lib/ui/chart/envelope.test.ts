import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { BandPoint } from './band';
import { envelope, type Vertex } from './envelope';

const onScreen = (x: number, y: number): Vertex => [x, 100 - y];

describe('envelope', () => {
  it('goes along the top and back along the bottom', () => {
    const points: BandPoint[] = [
      [0, 5, 4, 6],
      [10, 6, 3, 9]
    ];
    expect(envelope(points, 0, 2, onScreen)).toEqual([
      [0, 94],
      [10, 91],
      [10, 97],
      [0, 96]
    ]);
  });
  it('takes no point that is not there', () => {
    expect(envelope([[0, 5, 4, 6]], -1, 9, onScreen)).toHaveLength(2);
    expect(envelope([], -1, 1, onScreen)).toEqual([]);
  });
  it('has no more columns than the screen, and hides no extreme', () => {
    const point = fc.tuple(
      fc.double({ min: 0, max: 50, noNaN: true }),
      fc.double({ min: 0, max: 40, noNaN: true }),
      fc.double({ min: 0, max: 40, noNaN: true })
    );
    fc.assert(
      fc.property(fc.array(point, { minLength: 1, maxLength: 400 }), (raw) => {
        const points = raw
          .map(([x, low, more]): BandPoint => [x, low, low, low + more])
          .sort((a, b) => a[0] - b[0]);
        const outline = envelope(points, 0, points.length, onScreen);
        expect(outline.length).toBeLessThanOrEqual(2 * 52);
        const ys = outline.map(([, y]) => y);
        expect(Math.min(...ys)).toBeCloseTo(100 - Math.max(...points.map(([, , , high]) => high)), 9);
        expect(Math.max(...ys)).toBeCloseTo(100 - Math.min(...points.map(([, , low]) => low)), 9);
      })
    );
  });
});
