import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALLOYS } from '../reference/alloys';
import { afterPour, type HotBody } from './after-pour';
import { coolingLimits } from './opening';
import { moldAfterPour, type HotMold } from './mold-after-pour';

const latch = { volume_m3: 60e-6, area_m2: 0.014, count: 2 };
const block = { volume_m3: 200e-6, area_m2: 0.02, count: 1 };
const mold: HotMold = {
  alloy: ALLOYS.aluminium,
  castings: [latch],
  gating: [],
  pour_c: 735,
  moisture: 0.034,
  binder: 'sodium-bentonite',
  thick_m: 0.03
};

const alone = (body: HotBody, over: Partial<HotMold> = {}) =>
  afterPour(body, { ...mold, ...over }, coolingLimits(ALLOYS.aluminium));
const sprue = { part: 'sprue', volume_m3: 75e-6, area_m2: 0.03, count: 1 } as const;

describe('the heat of a whole mold', () => {
  it('of one casting is that casting’s own, sand and water as often as it is there', () => {
    const one = alone(latch);
    const all = moldAfterPour(mold);
    expect(all.solid_s).toBe(one.reached_s[0]);
    expect(all.by_hand_s).toBe(one.reached_s[2]);
    expect(all.spent_kg).toBeCloseTo(2 * one.spent_kg, 12);
    expect(all.steam_kg).toBeCloseTo(2 * one.steam_kg, 12);
    expect(all.modulus_m).toBeCloseTo(60e-6 / 0.014, 12);
  });
  it('opens by its thickest casting, in whatever order they stand', () => {
    const forth = moldAfterPour({ ...mold, castings: [latch, block] });
    const back = moldAfterPour({ ...mold, castings: [block, latch] });
    expect(forth).toEqual(back);
    expect(forth.open_s!).toBeGreaterThan(moldAfterPour(mold).open_s!);
    expect(forth.modulus_m).toBeCloseTo(0.01, 12);
  });
  it('gating burns sand of its own, and a thick one keeps the mold shut', () => {
    const bare = moldAfterPour(mold);
    const gated = moldAfterPour({ ...mold, gating: [sprue] });
    expect(gated.spent_kg - bare.spent_kg).toBeCloseTo(alone(sprue).spent_kg, 12);
    expect(gated.last).toBe('casting');
    const riser = { part: 'riser', volume_m3: 200e-6, area_m2: 0.012, count: 1 } as const;
    const fed = moldAfterPour({ ...mold, gating: [sprue, riser] });
    expect(fed.last).toBe('riser');
    expect(fed.solid_s).toBe(alone(riser).reached_s[0]);
    expect(fed.open_s!).toBeGreaterThan(bare.open_s!);
    expect(fed.by_hand_s!).toBeGreaterThanOrEqual(fed.open_s!);
  });
  it('tells how far it has come, up to the whole, and of no casting says nothing', () => {
    const shares: number[] = [];
    moldAfterPour({ ...mold, castings: [latch, block] }, ({ done }) => void shares.push(done));
    expect(shares).toEqual([1 / 3, 2 / 3, 1]);
    expect(moldAfterPour({ ...mold, castings: [] })).toMatchObject({
      solid_s: null,
      spent_kg: 0,
      modulus_m: 0
    });
  });
  it('hotter metal never burns less and never opens sooner; thin sand never burns more than there is', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 690, max: 780 }),
        fc.integer({ min: 5, max: 60 }),
        fc.double({ min: 0.015, max: 0.06, noNaN: true }),
        (pour_c, hotter, thick_m) => {
          const of = (c: number) => moldAfterPour({ ...mold, binder: 'oil', thick_m, pour_c: c });
          const [cool, hot] = [of(pour_c), of(pour_c + hotter)];
          expect(hot.burnt_m).toBeGreaterThanOrEqual(cool.burnt_m - 1e-9);
          expect(hot.open_s!).toBeGreaterThanOrEqual(cool.open_s! - 1e-6);
          expect(hot.burnt_m).toBeLessThanOrEqual(thick_m + 1e-9);
        }
      ),
      { numRuns: 6 }
    );
  });
});

describe('what a second casting does to its sand', () => {
  it('is followed until all that burns has burnt, and three fifths of its steam goes into colder sand', () => {
    const thin = { volume_m3: 150e-6, area_m2: 0.016, count: 1 };
    const of = (each: HotBody) => alone(each);
    const both = moldAfterPour({ ...mold, castings: [block, thin] });
    expect(both.spent_kg / (of(block).spent_kg + of(thin).spent_kg)).toBeCloseTo(1, 2);
    expect(both.steam_kg / (of(block).steam_kg + of(thin).steam_kg)).toBeGreaterThan(0.9);
    const wide = alone({ volume_m3: 20e-6, area_m2: 0.01 }, { thick_m: 0.06 });
    expect(wide.condensed_kg / wide.boiled_kg).toBeCloseTo(0.6, 9);
  });
});
