import { describe, expect, it } from 'vitest';
import { castingsOf, leftOutWords, wantedWithout } from './leave-out';

const way = (molds: number[]) => ({
  castings: [
    { pattern_id: 1, name: 'Latch', count: 2 },
    { pattern_id: 2, name: 'Hinge', count: 1 }
  ],
  molds
});

describe('castings that are left out', () => {
  it('are told with the molds that fall away', () => {
    expect(castingsOf(way([]))).toBe('2 × Latch and 1 × Hinge');
    expect(leftOutWords(way([]))).toBe('2 × Latch and 1 × Hinge: the other castings keep their molds');
    expect(leftOutWords(way([2]))).toBe('2 × Latch and 1 × Hinge: mold 2 is not rammed');
    expect(leftOutWords(way([2, 3]))).toBe('2 × Latch and 1 × Hinge: molds 2 and 3 are not rammed');
  });
  it('are wanted no more, with the coats of a pattern of which none is left', () => {
    const coats = [{ what: 'varnish' as const, dry_h: 12 }];
    expect(
      wantedWithout(
        [
          { pattern_id: 1, count: 3, coats },
          { pattern_id: 2, count: 1, coats },
          { pattern_id: 3, count: 1 }
        ],
        way([])
      )
    ).toEqual([
      { pattern_id: 1, count: 1, coats },
      { pattern_id: 3, count: 1 }
    ]);
  });
});
