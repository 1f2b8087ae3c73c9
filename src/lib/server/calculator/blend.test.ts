import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blend, type BlendProblem } from '$core/mix/blend';
import { linearSolver } from './linear-solver';

const solve = await linearSolver();
const coarse = { name: 'coarse', available_kg: 50, fineness_number: 55, fines: 0.01, cost_per_kg: 0.2 };
const fine = { name: 'fine', available_kg: 25, fineness_number: 140, fines: 0.06, cost_per_kg: 0.6 };
const problem = (fields: Partial<BlendProblem> = {}): BlendProblem => ({
  stock: [coarse, fine],
  total_kg: 30,
  fineness_number: { min: 85, max: 100 },
  ...fields
});

/** The cheapest mix of two sands found by trying every share in small steps. */
function byTrying({ stock, total_kg, fineness_number, fines }: BlendProblem): number | null {
  let best: number | null = null;
  for (let i = 0; i <= 20_000; i++) {
    const [a, b] = [(total_kg * (20_000 - i)) / 20_000, (total_kg * i) / 20_000];
    const mean = (of: (each: (typeof stock)[number]) => number) =>
      (of(stock[0]!) * a + of(stock[1]!) * b) / total_kg;
    const inside = (value: number, window?: { min: number; max: number }) =>
      !window || (value >= window.min - 1e-9 && value <= window.max + 1e-9);
    if (a > stock[0]!.available_kg || b > stock[1]!.available_kg) continue;
    if (
      !inside(
        mean((s) => s.fineness_number),
        fineness_number
      ) ||
      !inside(
        mean((s) => s.fines),
        fines
      )
    )
      continue;
    const cost = mean((s) => s.cost_per_kg ?? 0) * total_kg;
    if (best === null || cost < best) best = cost;
  }
  return best;
}

describe('blend', () => {
  it('takes the cheapest mix in the window: just fine enough', () => {
    const answer = blend(problem(), solve);
    if (!answer.feasible) throw new Error('infeasible');
    expect(answer.blend.fineness_number).toBeCloseTo(85, 6);
    expect(answer.blend.parts_kg.reduce((a, b) => a + b)).toBeCloseTo(30, 8);
    expect(answer.blend.parts_kg[1]).toBeCloseTo((30 * (85 - 55)) / (140 - 55), 6);
  });
  it('names the window that cannot be met, and the nearest mix', () => {
    const answer = blend(problem({ fineness_number: { min: 150, max: 170 } }), solve);
    expect(answer).toMatchObject({ feasible: false });
    if (answer.feasible) return;
    expect(answer.conflicts).toContain('fineness_number');
    expect(answer.nearest!.parts_kg.reduce((a, b) => a + b)).toBeCloseTo(30, 6);
  });
  it('names the mass when there is not so much', () => {
    const answer = blend(problem({ total_kg: 90, fineness_number: { min: 1, max: 300 } }), solve);
    expect(answer).toMatchObject({ feasible: false, conflicts: ['total_kg'] });
  });
  it('names the fines when they alone stand in the way', () => {
    const answer = blend(problem({ fines: { min: 0.1, max: 0.12 } }), solve);
    expect(answer).toMatchObject({ feasible: false, conflicts: ['fines_percent'] });
  });
  it('agrees with trying every mix, and its answers stand when put back', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    const sand = fc.record({
      name: fc.constant('sand'),
      available_kg: number(5, 60),
      fineness_number: number(40, 200),
      fines: number(0, 0.1),
      cost_per_kg: number(0.1, 2)
    });
    fc.assert(
      fc.property(sand, sand, number(5, 50), number(50, 150), number(5, 40), (a, b, total_kg, low, width) => {
        const asked: BlendProblem = {
          stock: [a, b],
          total_kg,
          fineness_number: { min: low, max: low + width }
        };
        const answer = blend(asked, solve);
        const tried = byTrying(asked);
        // A grid can miss a sliver that the programme finds, never the other way about.
        if (tried !== null) expect(answer.feasible).toBe(true);
        if (!answer.feasible) return;
        const { parts_kg, fineness_number, cost } = answer.blend;
        expect(parts_kg[0]! + parts_kg[1]!).toBeCloseTo(total_kg, 5);
        expect(parts_kg[0]!).toBeLessThanOrEqual(a.available_kg + 1e-6);
        expect(fineness_number).toBeGreaterThanOrEqual(low - 1e-5);
        expect(fineness_number).toBeLessThanOrEqual(low + width + 1e-5);
        if (tried !== null) expect(cost).toBeLessThanOrEqual(tried + 1e-3);
      }),
      { numRuns: 60 }
    );
  });
});
