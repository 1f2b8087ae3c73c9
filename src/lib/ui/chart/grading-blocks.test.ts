import { describe, expect, it } from 'vitest';
import { grading } from '$core/bench/formula/grading';
import { gradingBlocks } from './grading-blocks';

const blocks = (retained: Parameters<typeof grading>[0]) => gradingBlocks(grading(retained));

describe('the histogram of a grading', () => {
  it('lies without gaps from opening to opening, the pan last', () => {
    const drawn = blocks([
      { sieve: '40', grams: 10 },
      { sieve: '70', grams: 60 },
      { sieve: '100', grams: 25 },
      { sieve: 'pan', grams: 5 }
    ]);
    expect(drawn.map(({ sieve }) => sieve)).toEqual(['40', '70', '100', 'pan']);
    for (let i = 1; i < drawn.length; i++) expect(drawn[i]!.to_mm).toBe(drawn[i - 1]!.from_mm);
    expect(drawn[0]!.to_mm).toBe(0.6);
    expect(drawn.at(-1)!.from_mm).toBeGreaterThan(0);
    expect(drawn.reduce((sum, { percent }) => sum + percent, 0)).toBeCloseTo(100, 9);
  });
  it('has room above a mesh coarser than the series', () => {
    const [coarse] = blocks([{ mesh: { wires_per_10_mm: 2, wire_mm: 0.8 }, grams: 5 }]);
    expect(coarse!.from_mm).toBeCloseTo(4.2, 9);
    expect(coarse!.to_mm).toBeCloseTo(8.4, 9);
  });
});
