import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { composition, dryShare, moistureFraction, temperRatio, totalMass } from '$core/material/composition';
import { renew, type RenewalAnswer, type RenewalProblem, type RenewalStock } from '$core/mix/renewal';
import { solveProgramme } from '$core/mix/linear-programme';
import { linearSolver } from '../solver/linear-solver';

const solve = linearSolver;
/** What stands in its way. */
const told = (answer: RenewalAnswer) =>
  answer.feasible ? 'nothing' : answer.finished ? answer.conflicts.join() : 'not finished';
const sand: RenewalStock = {
  role: 'sand',
  moisture_fraction: 0.002,
  active_fraction: 0,
  available_kg: 50,
  cost_per_kg: 0.3,
  fineness_number: 95
};
const clay: RenewalStock = {
  role: 'binder',
  moisture_fraction: 0.09,
  active_fraction: 0.9,
  available_kg: 8,
  cost_per_kg: 1.3,
  fineness_number: null
};
const water: RenewalStock = {
  role: 'water',
  moisture_fraction: 1,
  active_fraction: 0,
  available_kg: 20,
  cost_per_kg: 0,
  fineness_number: null
};
/** A tired heap: 40 kg, active clay run down, dead clay and fines built up, dry. */
const tired = composition({ grain: 31.5, active_clay: 2, dead_clay: 3.6, fines: 2, water: 0.9 });
const problem = (fields: Partial<RenewalProblem> = {}): RenewalProblem => ({
  heap: tired,
  heap_fineness_number: 104,
  stock: [sand, clay, water],
  windows: {
    total_kg: { min: 38, max: 45 },
    moisture: { min: 0.03, max: 0.036 },
    active_clay: { min: 0.075, max: 0.09 },
    dead_clay: { min: 0, max: 0.07 }
  },
  least: 'cost',
  resolution_kg: 0.001,
  ...fields
});
const inside = (value: number, { min, max }: { min: number; max: number }) =>
  value >= min - 1e-4 && value <= max + 1e-4;

describe('renew', () => {
  it('throws some out, adds sand, clay and water, and lands in every window', async () => {
    const answer = await renew(problem(), solve);
    if (!answer.feasible) throw new Error(told(answer));
    const { result, discard_kg, parts_kg } = answer.renewal;
    expect(discard_kg).toBeGreaterThan(1);
    expect(parts_kg.every((kg) => kg > 0)).toBe(true);
    expect(inside(totalMass(result), { min: 38, max: 45 })).toBe(true);
    expect(inside(moistureFraction(result), { min: 0.03, max: 0.036 })).toBe(true);
    expect(inside(dryShare(result, 'active_clay'), { min: 0.075, max: 0.09 })).toBe(true);
    expect(inside(dryShare(result, 'dead_clay'), { min: 0, max: 0.07 })).toBe(true);
    expect(answer.off_after_rounding).toEqual([]);
  });
  it('weighs what it says: heap kept and stock add up to the result', async () => {
    const answer = await renew(problem(), solve);
    if (!answer.feasible) return;
    const { parts_kg, discard_kg, result } = answer.renewal;
    expect(totalMass(tired) - discard_kg + parts_kg.reduce((a, b) => a + b, 0)).toBeCloseTo(
      totalMass(result),
      9
    );
  });
  it('asks for less new material when that is what counts', async () => {
    const added = async (least: 'cost' | 'material') => {
      const answer = await renew(problem({ least }), solve);
      return answer.feasible ? answer.renewal.parts_kg[0]! + answer.renewal.parts_kg[1]! : NaN;
    };
    expect(await added('material')).toBeLessThanOrEqual((await added('cost')) + 0.01);
  });
  it('leaves a good heap alone but for its water', async () => {
    const good = composition({ grain: 35, active_clay: 3.1, dead_clay: 0.5, water: 0.9 });
    const answer = await renew(problem({ heap: good }), solve);
    if (!answer.feasible) throw new Error('infeasible');
    expect(answer.renewal.discard_kg).toBe(0);
    expect(answer.renewal.parts_kg.slice(0, 2)).toEqual([0, 0]);
    expect(answer.renewal.parts_kg[2]).toBeGreaterThan(0.2);
  });
  it('names the window that stock cannot reach, and the nearest mix', async () => {
    const answer = await renew(problem({ stock: [sand, water] }), solve);
    expect(answer).toMatchObject({ feasible: false, conflicts: ['active_clay'] });
    if (!answer.feasible) expect(answer.nearest!.result.water).toBeGreaterThan(0);
  });
  it('keeps to the bin', async () => {
    const answer = await renew(
      problem({ windows: { ...problem().windows, total_kg: { min: 200, max: 220 } } }),
      solve
    );
    expect(answer.feasible).toBe(false);
    expect(told(answer)).toContain('total_kg');
  });
  it('mixes fineness by grain, and leaves it out where a number is unknown', async () => {
    const fine = { ...problem().windows, fineness_number: { min: 99, max: 101 } };
    const answer = await renew(problem({ windows: fine }), solve);
    if (!answer.feasible) throw new Error('infeasible');
    expect(answer.renewal.fineness_number).toBeGreaterThanOrEqual(98.9);
    expect(answer.renewal.fineness_number).toBeLessThanOrEqual(101.1);
    const unknown = await renew(problem({ windows: fine, heap_fineness_number: null }), solve);
    expect(unknown.feasible && unknown.renewal.fineness_number).toBeNull();
  });
  it('rounds to the scale and checks again', async () => {
    const coarse = await renew(problem({ resolution_kg: 0.5 }), solve);
    if (!coarse.feasible) throw new Error('infeasible');
    for (const kg of coarse.renewal.parts_kg) expect(kg / 0.5).toBeCloseTo(Math.round(kg / 0.5), 9);
    expect(coarse.off_after_rounding.length).toBeGreaterThan(0);
  });
  it('brings the water to temper where the window lets it, and no farther than that', async () => {
    const ratio = async (fields: Partial<RenewalProblem>) => {
      const answer = await renew(problem(fields), solve);
      if (!answer.feasible) throw new Error(told(answer));
      const { result } = answer.renewal;
      return { ratio: temperRatio(result), moisture: moistureFraction(result) };
    };
    const { moisture: _, ...byRatio } = problem().windows;
    const window = { min: 0.35, max: 0.5 };
    expect((await ratio({ windows: byRatio, temper_ratio: window })).ratio).toBeCloseTo(0.425, 2);
    // A moisture window of the user's own comes first.
    expect((await ratio({ temper_ratio: { min: 0.6, max: 0.8 } })).moisture).toBeCloseTo(0.036, 3);
  });
  it('never rounds a heap past what its bin holds', async () => {
    for (const max of [38.0042, 39.9961, 41.333]) {
      const windows = { ...problem().windows, total_kg: { min: max - 0.5, max } };
      const answer = await renew(problem({ windows, resolution_kg: 0.005 }), solve);
      if (!answer.feasible) throw new Error(told(answer));
      expect(totalMass(answer.renewal.result)).toBeLessThanOrEqual(max + 1e-9);
    }
  });
  it('takes bagged stock by the bag', async () => {
    const bagged = { ...sand, available_kg: 30, bag_kg: 5 };
    const windows = { ...problem().windows, total_kg: { min: 38, max: 50 } };
    const answer = await renew(problem({ stock: [bagged, clay, water], windows }), solve);
    if (!answer.feasible) throw new Error(told(answer));
    expect(answer.renewal.parts_kg[0]! / 5).toBeCloseTo(Math.round(answer.renewal.parts_kg[0]! / 5), 9);
    expect(inside(moistureFraction(answer.renewal.result), windows.moisture!)).toBe(true);
    const free = await renew(problem({ windows }), solve);
    if (!free.feasible) throw new Error(told(free));
    const costOf = (parts_kg: number[]) => 0.3 * parts_kg[0]! + 1.3 * parts_kg[1]!;
    expect(costOf(free.renewal.parts_kg)).toBeLessThanOrEqual(costOf(answer.renewal.parts_kg) + 1e-6);
  });
  it('whatever it finds stands when put back', async () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    await fc.assert(
      fc.asyncProperty(
        number(20, 40),
        number(0.5, 4),
        number(0, 4),
        number(0.2, 3),
        async (grain, active_clay, dead_clay, wet) => {
          const asked = problem({
            heap: composition({ grain, active_clay, dead_clay, water: wet }),
            windows: { ...problem().windows, total_kg: { min: 25, max: 60 } }
          });
          const answer = await renew(asked, solve);
          if (!answer.feasible) return;
          const { result, parts_kg, discard_kg } = answer.renewal;
          parts_kg.forEach((kg, i) => expect(kg).toBeLessThanOrEqual(asked.stock[i]!.available_kg + 1e-9));
          expect(discard_kg).toBeLessThanOrEqual(totalMass(asked.heap) + 1e-9);
          expect(inside(moistureFraction(result), asked.windows.moisture!)).toBe(true);
          expect(inside(dryShare(result, 'active_clay'), asked.windows.active_clay)).toBe(true);
          expect(inside(dryShare(result, 'dead_clay'), asked.windows.dead_clay!)).toBe(true);
        }
      ),
      { numRuns: 60 }
    );
  });
});

describe('solveProgramme', () => {
  it('knows nothing when not even giving way is worked out', async () => {
    expect(
      await solveProgramme(
        {
          variables: [{ name: 'x', most: 1, price: 1 }],
          constraints: [{ window: 'w', weights: { x: 1 }, least: 5 }]
        },
        async () => ({ status: 'infeasible', values: {} })
      )
    ).toEqual({
      feasible: false,
      finished: false,
      nearest: null
    });
  });
});
