import { describe, expect, it } from 'vitest';
import { HEAP_BINDERS, type HeapBinder } from '$core/reference/targets';
import { ALLOYS } from '$core/reference/alloys';
import { afterPour, type HotBody, type PouredInto } from './after-pour';
import { coolingLimits } from './opening';

/** A body without a known shape in 3 % of water, to the end. */
const pour = (body: HotBody, binder: HeapBinder, thick_m: number, over: Partial<PouredInto> = {}) => {
  const into = { alloy: ALLOYS.aluminium, pour_c: 720, moisture: 0.03, binder, thick_m, ...over };
  const run = afterPour(body, into, coolingLimits(into.alloy));
  const [solid_s = null, out_s = null, by_hand_s = null] = run.reached_s;
  return { ...run, solid_s, out_s, by_hand_s };
};
const latch = (binder: (typeof HEAP_BINDERS)[number], thick_m = 0.05, volume_m3 = 1e-4) =>
  pour({ volume_m3, area_m2: 0.016 }, binder, thick_m);

describe('after a pour', () => {
  it('it is solid before it may be shaken out, and that before it can be held', () => {
    const { solid_s, out_s, by_hand_s } = latch('sodium-bentonite');
    expect(solid_s).toBeGreaterThan(5);
    expect(out_s).toBeGreaterThan(solid_s!);
    expect(by_hand_s).toBeGreaterThan(out_s!);
  });
  it('oil burns furthest, sodium bentonite least; the sand that burns goes with the surface', () => {
    const [oil, sodium, calcium] = [latch('oil'), latch('sodium-bentonite'), latch('calcium-bentonite')];
    expect(oil.burnt_m).toBeGreaterThan(calcium.burnt_m);
    expect(calcium.burnt_m).toBeGreaterThanOrEqual(sodium.burnt_m);
    expect(oil.burnt_kg).toBeCloseTo(oil.burnt_m * 0.016 * 1600, 12);
  });
  it('little sand heats through: a thin flask lets the casting cool otherwise than a thick one', () => {
    const [thin, thick] = [latch('oil', 0.012, 2e-4), latch('oil', 0.08, 2e-4)];
    expect(thin.run.peak_c.at(-1)).toBeGreaterThan(thick.run.peak_c.at(-1)!);
    expect(thin.burnt_m).toBeLessThanOrEqual(0.012 + 1e-9);
  });
  it('water balances: what boiled left as steam or condensed behind, never more than there was', () => {
    for (const [thick, volume] of [
      [0.012, 2e-4],
      [0.05, 1e-4],
      [0.1, 5e-5]
    ] as const) {
      const { boiled_kg, condensed_kg, steam_kg } = latch('sodium-bentonite', thick, volume);
      expect(condensed_kg + steam_kg).toBeCloseTo(boiled_kg, 12);
      expect(boiled_kg).toBeLessThanOrEqual(0.03 * 1600 * 0.016 * thick + 1e-12);
      expect(condensed_kg).toBeGreaterThanOrEqual(0);
    }
    // Metal that holds so much heat dries the sand about it, and steam does not come back as it cools.
    expect(latch('sodium-bentonite').boiled_kg).toBeGreaterThan(0.01);
    // Sand that boils through has no cold part for steam to go to.
    expect(latch('sodium-bentonite', 0.012, 4e-4).condensed_kg).toBeLessThan(1e-6);
  });
  it('the grains that metal touched are spent even where no binder dies', () => {
    const pewter = { alloy: ALLOYS.pewter, pour_c: 330 };
    const { burnt_m, spent_kg } = pour({ volume_m3: 5e-5, area_m2: 0.01 }, 'sodium-bentonite', 0.04, pewter);
    expect(burnt_m).toBe(0);
    expect(spent_kg).toBeCloseTo(0.0004 * 0.01 * 1600, 12);
  });
  it('a hotter pour never thins the burnt layer', () => {
    const burnt = [680, 700, 720, 740, 760, 800].map(
      (pour_c) => pour({ volume_m3: 1e-4, area_m2: 0.012 }, 'calcium-bentonite', 0.04, { pour_c }).burnt_m
    );
    for (let i = 1; i < burnt.length; i++) expect(burnt[i]).toBeGreaterThanOrEqual(burnt[i - 1]!);
  });
  it('what is waited for is in the order that it comes in', () => {
    expect(coolingLimits(ALLOYS.aluminium)).toEqual([557, 350, 60]);
    expect(coolingLimits(ALLOYS.pewter)).toEqual([240, 120, 60]);
    expect(coolingLimits({ ...ALLOYS.pewter, solidus_c: 100 })).toEqual([100, 100, 60]);
  });
});
