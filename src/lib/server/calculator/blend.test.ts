import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { roundedTogether } from '$core/mix/bags';
import { blend, type BlendProblem } from '$core/mix/blend';
import { linearSolver } from '../solver/linear-solver';

const solve = linearSolver;
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
  it('takes the cheapest mix in the window: just fine enough', async () => {
    const answer = await blend(problem(), solve);
    if (!answer.feasible) throw new Error('infeasible');
    expect(answer.blend.fineness_number).toBeCloseTo(85, 6);
    expect(answer.blend.parts_kg.reduce((a, b) => a + b)).toBeCloseTo(30, 8);
    expect(answer.blend.parts_kg[1]).toBeCloseTo((30 * (85 - 55)) / (140 - 55), 6);
  });
  it('names the window that cannot be met, and the nearest mix', async () => {
    const answer = await blend(problem({ fineness_number: { min: 150, max: 170 } }), solve);
    expect(answer).toMatchObject({ feasible: false });
    if (answer.feasible || !answer.finished) throw new Error('a conflict is wanted');
    expect(answer.conflicts).toContain('fineness_number');
    expect(answer.nearest!.parts_kg.reduce((a, b) => a + b)).toBeCloseTo(30, 6);
  });
  it('names the mass when there is not so much', async () => {
    const answer = await blend(problem({ total_kg: 90, fineness_number: { min: 1, max: 300 } }), solve);
    expect(answer).toMatchObject({ feasible: false, conflicts: ['total_kg'] });
  });
  it('names the fines when they alone stand in the way', async () => {
    const answer = await blend(problem({ fines: { min: 0.1, max: 0.12 } }), solve);
    expect(answer).toMatchObject({ feasible: false, conflicts: ['fines_percent'] });
  });
  it('agrees with trying every mix, and its answers stand when put back', async () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    const sand = fc.record({
      name: fc.constant('sand'),
      available_kg: number(5, 60),
      fineness_number: number(40, 200),
      fines: number(0, 0.1),
      cost_per_kg: number(0.1, 2)
    });
    await fc.assert(
      fc.asyncProperty(
        sand,
        sand,
        number(5, 50),
        number(50, 150),
        number(5, 40),
        async (a, b, total_kg, low, width) => {
          const asked: BlendProblem = {
            stock: [a, b],
            total_kg,
            fineness_number: { min: low, max: low + width }
          };
          const answer = await blend(asked, solve);
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
        }
      ),
      { numRuns: 60 }
    );
  });
  it('takes whole bags and no other amounts, and agrees with trying them all', async () => {
    const bag = fc.constantFrom(5, 10, 12.5, 25);
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    await fc.assert(
      fc.asyncProperty(
        bag,
        bag,
        number(40, 90),
        number(100, 200),
        number(0.1, 2),
        number(0.1, 2),
        async (a, b, fa, fb, ca, cb) => {
          const bags = 4;
          const stock = [
            { name: 'a', available_kg: bags * a, bag_kg: a, fineness_number: fa, fines: 0, cost_per_kg: ca },
            { name: 'b', available_kg: bags * b, bag_kg: b, fineness_number: fb, fines: 0, cost_per_kg: cb }
          ];
          const asked: BlendProblem = { stock, total_kg: 2 * a + b, fineness_number: { min: 60, max: 150 } };
          let best = Infinity;
          for (let i = 0; i <= bags; i++)
            for (let j = 0; j <= bags; j++) {
              const kg = i * a + j * b;
              if (Math.abs(kg - asked.total_kg) > 1e-9) continue;
              const mean = (fa * i * a + fb * j * b) / kg;
              if (mean >= 60 && mean <= 150) best = Math.min(best, ca * i * a + cb * j * b);
            }
          const answer = await blend(asked, solve);
          expect(answer.feasible).toBe(best < Infinity);
          if (!answer.feasible) return;
          expect(answer.blend.cost).toBeCloseTo(best, 4);
          expect((answer.blend.parts_kg[0]! / a) % 1).toBeCloseTo(0, 9);
          expect((answer.blend.parts_kg[1]! / b) % 1).toBeCloseTo(0, 9);
        }
      ),
      { numRuns: 60 }
    );
  });
  it('takes an open bag to its end or leaves it', async () => {
    const open = { ...coarse, available_kg: 37, bag_kg: 25 };
    const kg = async (total_kg: number) => {
      const answer = await blend({ stock: [open], total_kg, fineness_number: { min: 1, max: 300 } }, solve);
      return answer.feasible ? answer.blend.parts_kg[0] : null;
    };
    const made = [await kg(12), await kg(25), await kg(37)];
    expect(made.map((each) => each && Math.round(each))).toEqual([12, 25, 37]);
    expect(await kg(20)).toBeNull();
  });
  it('rounds to the scale so that the sum stays, and checks again', async () => {
    const rounded = await blend(problem({ resolution_kg: 0.5 }), solve);
    if (!rounded.feasible) throw new Error('infeasible');
    const { parts_kg } = rounded.blend;
    for (const kg of parts_kg) expect((kg / 0.5) % 1).toBeCloseTo(0, 9);
    expect(parts_kg[0]! + parts_kg[1]!).toBeCloseTo(30, 9);
    expect(rounded.off_after_rounding).toEqual([]);
    const rough = await blend(
      problem({ resolution_kg: 5, fineness_number: { min: 91.1, max: 91.3 } }),
      solve
    );
    expect(rough).toMatchObject({ feasible: true, off_after_rounding: ['fineness_number'] });
  });
});

describe('roundedTogether', () => {
  it('keeps the sum within half a step, each within a step, and whole bags as they are', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.double({ min: 0, max: 50, noNaN: true }), fc.boolean()), {
          minLength: 1,
          maxLength: 8
        }),
        fc.constantFrom(0.001, 0.005, 0.1, 0.5),
        async (parts, step) => {
          const kg = parts.map(([each]) => each);
          const fixed = parts.map(([, bag]) => bag);
          const rounded = roundedTogether(kg, step, fixed);
          const sum = (of: number[]) => of.reduce((a, b) => a + b, 0);
          rounded.forEach((each, i) => {
            if (fixed[i]) expect(each).toBe(kg[i]);
            else expect(Math.abs(each - kg[i]!)).toBeLessThanOrEqual(step * (1 + 1e-6));
          });
          const some = kg.filter((each, i) => !fixed[i] && each > step);
          if (some.length === kg.filter((_, i) => !fixed[i]).length)
            expect(Math.abs(sum(rounded) - sum(kg))).toBeLessThanOrEqual(step / 2 + 1e-6);
        }
      )
    );
  });
});
