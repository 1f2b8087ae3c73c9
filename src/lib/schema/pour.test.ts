import { nowIso } from '$core/time/now';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALLOYS, ALLOY_NAMES } from '$core/reference/alloys';
import { HOUSEHOLD } from '$core/reference/household';
import { ownGating } from './own-gating';
import { castingChange, meltPlan, moldGating, newAlloy, newCasting, newPour, wrongRange } from './pour';
import { sandPlan } from './recondition';
import { heapChange } from './heap';
import { sessionChange } from './session';
import { check } from './validate';

const refused = (result: ReturnType<typeof check>) => {
  if (result.ok) throw new Error('was accepted');
  return Object.fromEntries(result.errors.map(({ path, message }) => [path, message]));
};
const at = () => nowIso();

describe('a melt', () => {
  it('is charged to a whole, in a crucible that holds something', () => {
    const charge = [
      { scrap: 'ingot', percent: 60 },
      { scrap: 'chips', percent: 40 }
    ];
    expect(check(meltPlan(), { charge, crucible_l: 1, heel_percent: 8, set_c: 780 }).ok).toBe(true);
    expect(refused(check(meltPlan(), { charge: charge.slice(1) }))).toEqual({
      charge: 'the parts of a charge make up 100 %'
    });
    expect(
      refused(check(meltPlan(), { crucible_l: 0, set_c: 5000, furnace: 'sun', charged_kg: -1 }))
    ).toEqual({
      crucible_l: 'must be more than 0 to 200 L',
      set_c: 'must be 100 to 1800 °C',
      furnace: expect.stringContaining('must be one of'),
      charged_kg: expect.stringContaining('must be 0 to')
    });
    expect(refused(check(meltPlan(), { charge: [null, 'ingot', { scrap: 'ingot' }] }))).toHaveProperty(
      'charge[2].percent'
    );
  });
});

describe('the gating of a mold', () => {
  it('is held to what can be made, and comes over into metres', () => {
    const own = {
      gate: 'bottom',
      school: 'formed',
      wall_mm: 4,
      sprue_top_mm: 15,
      ingates: 2,
      held_kg: 6
    } as const;
    expect(check(moldGating(), own).ok).toBe(true);
    expect(ownGating(own)).toMatchObject({ sprue_top_m: 0.015, ingates: 2, riser_m: undefined });
    expect(ownGating(null)).toEqual({
      pour_s: undefined,
      sprue_top_m: undefined,
      sprue_bottom_m: undefined,
      ingates: undefined,
      ingate_width_m: undefined,
      ingate_height_m: undefined,
      riser_m: undefined
    });
    expect(
      refused(check(moldGating(), { ingates: 0, wall_mm: 0, gate: 'side', hardness: 120, width: 3 }))
    ).toEqual({
      ingates: 'must be 1 to 40',
      wall_mm: 'must be 0.3 to 500 mm',
      gate: expect.stringContaining('must be one of top, bottom, parting'),
      hardness: 'must be 0 to 100',
      width: 'is not a known field'
    });
  });
  it('is made with what shops sell: no size is named twice', () => {
    for (const { pin, drill } of Object.values(HOUSEHOLD))
      for (const sizes of [pin, drill])
        expect(new Set(sizes.map(({ name }) => name)).size).toBe(sizes.length);
  });
});

describe('a pour', () => {
  it('names its mold, when and how hot', () => {
    expect(check(newPour, { mold_id: 1, at: at(), pour_c: 740 }).ok).toBe(true);
    expect(refused(check(newPour, { at: '2099-01-01T00:00:00Z', pour_c: 20, seconds: 0 }))).toEqual({
      mold_id: 'is required',
      at: 'must be a time between 1990 and now',
      pour_c: 'must be 100 to 1800 °C',
      seconds: 'must be 0.5 to 600 s'
    });
  });
});

describe('a casting', () => {
  it('has a result, defects that there are, and places on its own outline', () => {
    const casting = {
      mold_id: 1,
      pattern_id: 2,
      result: 'scrap',
      defects: [{ defect: 'misrun', x: 0.9, y: 0.1 }]
    };
    expect(check(newCasting, { ...casting, seen: { 'pins-play': false } }).ok).toBe(true);
    expect(
      refused(
        check(newCasting, {
          ...casting,
          result: 'fine',
          defects: [{ defect: 'ugly', x: 2 }],
          seen: { ghost: true }
        })
      )
    ).toEqual({
      result: 'must be one of good, usable, scrap',
      'defects[0].defect': expect.stringContaining('must be one of'),
      'defects[0].x': 'must be 0 to 1',
      'seen.ghost': 'is not a known field'
    });
    expect(check(castingChange, { version: 1, cause: null, kg: null, note: null }).ok).toBe(true);
    expect(refused(check(castingChange, { version: 1, cause: 'the moon', mold_id: 3 }))).toEqual({
      cause: expect.stringContaining('must be one of'),
      mold_id: 'is not a known field'
    });
  });
});

describe('an alloy of one’s own', () => {
  const own = { name: 'Shed bronze', based_on: 'tin-bronze' };
  it('melts before it is poured', () => {
    expect(check(newAlloy, own).ok).toBe(true);
    expect(refused(check(newAlloy, { ...own, liquidus_c: 840 }))).toEqual({
      liquidus_c: 'must not be below its solidus, 850 °C'
    });
    expect(refused(check(newAlloy, { ...own, pour_low_c: 990 }))).toEqual({
      pour_low_c: 'must be above its melting range, which ends at 1000 °C'
    });
    expect(refused(check(newAlloy, { ...own, pour_high_c: 1050 }))).toEqual({
      pour_high_c: 'must not be below 1100 °C'
    });
    expect(refused(check(newAlloy, { ...own, based_on: 'cheese' }))).toHaveProperty('based_on');
    expect(refused(check(newAlloy, { ...own, name: ' ' }))).toHaveProperty('name');
  });
  it('that was taken has its temperatures in order, whatever was given', () => {
    const heat = fc.option(fc.integer({ min: 100, max: 1800 }), { nil: undefined });
    fc.assert(
      fc.property(
        fc.constantFrom(...ALLOY_NAMES),
        heat,
        heat,
        heat,
        heat,
        (based_on, solidus_c, liquidus_c, low, high) => {
          const given = { name: 'x', based_on, solidus_c, liquidus_c, pour_low_c: low, pour_high_c: high };
          const plain = Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined));
          if (!check(newAlloy, plain).ok) return;
          const like = ALLOYS[based_on];
          const melts = [solidus_c ?? like.solidus_c, liquidus_c ?? like.liquidus_c];
          const pours = [low ?? like.pour_range_c[0], high ?? like.pour_range_c[1]];
          expect(melts[0]).toBeLessThanOrEqual(melts[1]!);
          expect(pours[0]).toBeGreaterThan(melts[1]!);
          expect(pours[1]).toBeGreaterThanOrEqual(pours[0]!);
        }
      )
    );
    expect(wrongRange({ based_on: undefined })).toBeNull();
  });
  it('is made up to a whole', () => {
    const parts = [
      { name: 'copper', percent: 90, melts_c: 1085 },
      { name: 'tin', percent: 10, melts_c: 232 }
    ];
    expect(check(newAlloy, { ...own, parts }).ok).toBe(true);
    expect(refused(check(newAlloy, { ...own, parts: parts.slice(1) }))).toEqual({
      parts: 'the parts of an alloy make up 100 %'
    });
  });
});

describe('what is set out for the sand', () => {
  const plan = {
    begun_at: at(),
    heap_kg: 28,
    hot: true,
    rubbish: false,
    facing: false,
    way: 'foot',
    discard_kg: 1,
    additions: [{ ingredient: 'sodium-bentonite', name: 'Bentonite', kg: 0.4, lot_id: 2 }],
    water_kg: 0.4,
    oil_kg: 0,
    splashes: 3
  };
  it('is whole, for one heap, and taken back with null', () => {
    expect(check(sandPlan(), plan).ok).toBe(true);
    expect(check(sessionChange, { version: 1, sand: { heap_id: 1, plan } }).ok).toBe(true);
    expect(check(sessionChange, { version: 1, sand: { heap_id: 1, plan: null } }).ok).toBe(true);
    expect(
      refused(check(sessionChange, { version: 1, sand: { plan: { ...plan, way: 'dance', splashes: 9 } } }))
    ).toMatchObject({
      'sand.heap_id': 'is required',
      'sand.plan.way': expect.stringContaining('must be one of'),
      'sand.plan.splashes': expect.stringContaining('1 to 6')
    });
  });
  it('and a policy says how much of the burnt sand is found', () => {
    expect(check(heapChange, { version: 1, policy: { burnt_out_percent: 40, new_sand_kg: 2 } }).ok).toBe(
      true
    );
    expect(check(heapChange, { version: 1, policy: null }).ok).toBe(true);
    expect(
      refused(check(heapChange, { version: 1, policy: { burnt_out_percent: 140, full_every: 1 } }))
    ).toEqual({
      'policy.burnt_out_percent': 'must be 0 to 100 %',
      'policy.full_every': 'must be 2 to 100'
    });
  });
});
