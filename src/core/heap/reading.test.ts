import { describe, expect, it } from 'vitest';
import { TESTS_OF_SAND, benchTestOf, type HeapTest } from '$core/bench/bench-tests';
import { ovenOf as oven, squeezeOf } from '$core/bench/testing/readings';
import { COMPACTABILITY_PER_TEMPER } from '$core/bench/tests/compactability';
import { PARTS, composition, dryMass, heldWater } from '$core/material/composition';
import { HAND_SD, READING_SD } from '$core/reference/accuracy';
import { TARGETS } from '$core/reference/targets';
import {
  believedDryShare,
  believedHand,
  believedMoisture,
  sandOf,
  spreadOf,
  type Belief,
  type HeapNature
} from './state/belief';
import { offAimSd } from './condition';
import type { LedgerEntry } from './entry';
import { advance, believe } from './estimate';
import { bestTest, testsWorth, worthTestingClay, worthWeighing } from './next-test';
import { gradeMoments } from './reading';

const targets = TARGETS['sodium-bentonite'];
const sand = composition({
  grain: 34,
  active_clay: 2.9,
  dead_clay: 0.6,
  fines: 0.5,
  combustibles: 0.2,
  water: 1.3
});
const looking = { system: 'water' as const, targets, sand, scale_g: 0.1 };
const SPEAKING: HeapTest[] = [
  oven(0.033),
  { kind: 'probe', moisture: 0.033 },
  squeezeOf(3),
  { kind: 'compactability', start_mm: 100, end_mm: 55 },
  { kind: 'methylene-blue', standards: [{ active_clay: 0.1, ml: 20 }], ml: 15 },
  { kind: 'clay-wash', before_g: 50, after_g: 45.2 },
  { kind: 'ignition', before_g: 10, after_g: 9.95 },
  {
    kind: 'sieve',
    sample_g: 100,
    retained: [
      { sieve: '70', grams: 95 },
      { sieve: 'pan', grams: 1.2 }
    ]
  }
];
const SILENT: HeapTest[] = [
  { kind: 'green-compression', load_kg: 18, diameter_mm: 50.8 },
  { kind: 'permeability', air_cm3: 2000, height_cm: 5.08, pressure_g_cm2: 10, area_cm2: 20.268, time_s: 30 },
  { kind: 'shatter', kept_g: 100, through_g: 20 },
  { kind: 'hardness', reading: 80 }
];

describe('what each bench test reads of the seven masses', () => {
  it.each(SPEAKING.map((test) => [test.kind, test] as const))(
    '%s: its gradient is the slope of what it predicts',
    (_, test) => {
      const here = benchTestOf(test).read(test, looking)!;
      PARTS.forEach((part, i) => {
        const step = 1e-6;
        const there = benchTestOf(test).read(test, {
          ...looking,
          sand: { ...sand, [part]: sand[part] + step }
        })!;
        expect((there.predicted - here.predicted) / step).toBeCloseTo(here.gradient[i]!, 4);
      });
    }
  );
  it.each(SILENT.map((test) => [test.kind, test] as const))(
    '%s says nothing of what the sand is made of',
    (_, test) => {
      expect(benchTestOf(test).read(test, looking)).toBeNull();
    }
  );
  it('every test is among them', () =>
    expect([...SPEAKING, ...SILENT].map(({ kind }) => kind).sort()).toEqual([...TESTS_OF_SAND].sort()));
  it('predicts from the definitions: temper by free water, clay wash by half of the fines', () => {
    const factor = (1.3 - heldWater(sand)) / 2.9 / 0.43;
    expect(benchTestOf(squeezeOf(3)).read(squeezeOf(3), looking)!.predicted).toBeCloseTo(factor, 12);
    const washed = benchTestOf(SPEAKING[5]!).read(SPEAKING[5]!, looking)!;
    expect(washed.predicted).toBeCloseTo((2.9 + 0.6 + 0.25) / dryMass(sand), 12);
    // Half of the fines, give or take a quarter of them.
    expect(washed.as === 'value' && washed.sd).toBeCloseTo(
      Math.hypot(READING_SD.clay_wash, (0.25 * 0.5) / dryMass(sand)),
      12
    );
  });
  it('compactability reads fourteen points a percent of moisture around 3.4 %', () => {
    const at = (end_mm: number) => {
      const reading = benchTestOf(SPEAKING[3]!).read(
        { kind: 'compactability', start_mm: 100, end_mm },
        looking
      )!;
      return reading.as === 'value' ? reading.read : NaN;
    };
    expect(at(55)).toBeCloseTo(1, 12);
    expect(at(51) - at(55)).toBeCloseTo(0.04 / COMPACTABILITY_PER_TEMPER, 12);
    // Fourteen points of compactability are one point of moisture of some 3.4.
    expect((0.14 / COMPACTABILITY_PER_TEMPER) * 3.4).toBeCloseTo(1, 1);
  });
  it('has nothing to say of no sand, nor of water by the feel of oil sand', () => {
    for (const test of SPEAKING)
      expect(benchTestOf(test).read(test, { ...looking, sand: composition() })).toBeNull();
    const oil = { ...looking, system: 'oil' as const, targets: TARGETS.oil };
    expect(benchTestOf(squeezeOf(3)).read(squeezeOf(3), oil)).toBeNull();
    expect(benchTestOf(SPEAKING[3]!).read(SPEAKING[3]!, oil)).toBeNull();
  });
});

describe('a named grade', () => {
  it('leaves the moments that a run of people who slip leaves', () => {
    // The same process counted: felt N(0.85, 0.15²), named with slips.
    let state = 7;
    const next = () => (state = (state * 16807) % 2147483647) / 2147483647;
    const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
    const limits = [0.68, 0.9, 1.1, 1.35];
    const kept: number[] = [];
    for (let i = 0; i < 400_000; i++) {
      const felt = 0.85 + 0.15 * normal();
      let grade = 1 + limits.filter((limit) => felt >= limit).length;
      if (next() < 0.01) grade = 1 + Math.floor(5 * next());
      else if (next() < 0.1) grade += grade === 1 ? 1 : grade === 5 ? -1 : next() < 0.5 ? -1 : 1;
      if (grade === 2) kept.push(felt);
    }
    const mean = kept.reduce((sum, x) => sum + x, 0) / kept.length;
    const variance = kept.reduce((sum, x) => sum + (x - mean) ** 2, 0) / kept.length;
    const moments = gradeMoments(0.85, 0.15, 2);
    expect(moments.mean).toBeCloseTo(mean, 2);
    expect(moments.variance / variance).toBeCloseTo(1, 1);
    expect(moments.chance).toBeCloseTo(kept.length / 400_000, 2);
  });
  it('says below or above at the ends, and never widens what was known by much', () => {
    expect(gradeMoments(1, 0.2, 1).mean).toBeLessThan(0.9);
    expect(gradeMoments(1, 0.2, 5).mean).toBeGreaterThan(1.1);
    // Sand known to be dry: being told so teaches next to nothing.
    expect(gradeMoments(0.3, 0.1, 1).mean).toBeCloseTo(0.3, 2);
    expect(gradeMoments(0.3, 0.1, 1).variance).toBeCloseTo(0.01, 3);
    expect(gradeMoments(1, 0.03, 1).slipped).toBeGreaterThan(0.9);
  });
});

const nature: HeapNature = {
  system: 'water',
  binder: 'sodium-bentonite',
  targets,
  container: { cover: 'sealed', exposed_area_m2: 0.1 },
  scale_g: 0.1
};
const start = '2026-03-01T09:00:00.000Z';
const later = (minutes: number) => new Date(Date.parse(start) + minutes * 60_000).toISOString();
const bought = (moisture_fraction: number, stated = false): LedgerEntry => ({
  id: 0,
  at: start,
  event: {
    kind: 'bought',
    kg: 40,
    moisture_fraction,
    active_clay_fraction: 0.08,
    oil_fraction: 0,
    moisture_stated: stated,
    active_stated: stated
  }
});
const tested = (id: number, test: HeapTest, member?: string): LedgerEntry => ({
  id,
  at: later(id),
  event: { kind: 'tested', test },
  ...(member && { member })
});
const after = (moisture: number, ...tests: HeapTest[]) =>
  believe(nature, [bought(moisture), ...tests.map((test, i) => tested(i + 1, test, 'a'))]);

describe('two far readings', () => {
  it('agree where sand can be so, and never on more water than its pores hold', () => {
    const wet = after(0.03, oven(0.08), oven(0.079));
    expect(believedMoisture(wet).value).toBeGreaterThan(0.06);
    const slips = after(0.03, oven(0.4), oven(0.41));
    expect(slips.questioned).toHaveLength(2);
    expect(believedMoisture(slips).value).toBeLessThan(0.04);
  });
});

describe('squeezes as what they are', () => {
  it('three dry squeezes of dry sand push nothing up, and drag no clay along', () => {
    const before = believe(nature, [bought(0.008, true)]);
    const dry = believe(nature, [bought(0.008, true), ...[1, 2, 3].map((i) => tested(i, squeezeOf(1)))]);
    expect(Math.abs(believedMoisture(dry).value - believedMoisture(before).value)).toBeLessThan(0.0015);
    expect(believedMoisture(dry).value).toBeLessThanOrEqual(believedMoisture(before).value + 1e-4);
    expect(Math.abs(believedDryShare(dry, 'active_clay').value - 0.08)).toBeLessThan(0.004);
  });
  it('the twelfth of the same sand teaches next to nothing', () => {
    const sd = (count: number) =>
      believedMoisture(after(0.034, ...Array.from({ length: count }, () => squeezeOf(3)))).sd;
    const [none, one, eleven, twelve] = [0, 1, 11, 12].map(sd) as [number, number, number, number];
    expect(none - one).toBeGreaterThan(20 * (eleven - twelve));
    expect(twelve).toBeGreaterThan(0.6 * one);
  });
  it('of other sand teaches again: what squeezes of the old shared is gone', () => {
    const many = after(0.03, ...Array.from({ length: 6 }, () => squeezeOf(2)));
    const watered = advance(nature, many, { id: 20, at: later(30), event: { kind: 'water', kg: 0.2 } });
    const same = advance(nature, many, tested(31, squeezeOf(3), 'a'));
    const other = advance(nature, watered, tested(31, squeezeOf(3), 'a'));
    const drop = (was: typeof many, is: typeof many) => believedMoisture(was).sd - believedMoisture(is).sd;
    expect(drop(watered, other)).toBeGreaterThan(drop(many, same));
  });
  it('a hand that leans is found out beside drying tests, and held or learned anew by its member', () => {
    const entries: LedgerEntry[] = [bought(0.0335, true)];
    for (let i = 0; i < 12; i++) {
      // The sand stands at its aim; this hand calls it a grade too wet each time.
      entries.push(tested(10 * i + 1, oven(0.0333), 'a'), tested(10 * i + 2, squeezeOf(4), 'a'));
      entries.push({ id: 10 * i + 3, at: later(10 * i + 3), event: { kind: 'water', kg: 0.001 } });
    }
    // A hand that leans, or more clay than was thought: half of each, until the clay is tested.
    const hand = believedHand(believe(nature, entries), 'a')!;
    expect(hand.bias).toBeGreaterThan(0.04);
    const clay: HeapTest = { kind: 'methylene-blue', standards: [{ active_clay: 0.1, ml: 20 }], ml: 16 };
    const knowing = believe(nature, [...entries, ...[200, 210, 220].map((id) => tested(id, clay, 'a'))]);
    expect(believedHand(knowing, 'a')!.bias).toBeGreaterThan(1.5 * hand.bias);
    expect(hand.bias_sd).toBeLessThan(HAND_SD.bias);
    expect(hand.tests).toBe(12);
    expect(believedHand(believe(nature, entries), 'b')).toBeNull();
    const held: HeapNature = { ...nature, hand: () => ({ bias: 0.2, spread: 0.7, since: null }) };
    expect(believedHand(believe(held, entries), 'a')).toMatchObject({ bias: expect.closeTo(0.2, 3) });
    const anew: HeapNature = { ...nature, hand: () => ({ bias: null, spread: null, since: later(100) }) };
    expect(believedHand(believe(anew, entries), 'a')!.tests).toBeLessThan(6);
  });
  it('a hand that strays more is told from a steady one', () => {
    expect(spreadOf(undefined)).toBe(1);
    expect(spreadOf({ tests: 12, squares: 3, since: null })).toBeLessThan(0.8);
    expect(spreadOf({ tests: 12, squares: 60, since: null })).toBeGreaterThan(1.5);
  });
});

describe('tests and the belief', () => {
  it('methylene blue sharpens active clay, a clay wash what is left of it', () => {
    const before = after(0.034);
    const blue = after(0.034, SPEAKING[4]!);
    expect(believedDryShare(blue, 'active_clay').sd).toBeLessThan(
      0.6 * believedDryShare(before, 'active_clay').sd
    );
    const both = after(0.034, SPEAKING[4]!, SPEAKING[5]!);
    expect(believedDryShare(both, 'dead_clay').sd).toBeLessThan(believedDryShare(blue, 'dead_clay').sd);
  });
  it('compactability tells moisture better than a squeeze', () => {
    expect(believedMoisture(after(0.034, SPEAKING[3]!)).sd).toBeLessThan(
      believedMoisture(after(0.034, squeezeOf(3))).sd
    );
  });
  it('a coarse scale tells less', () => {
    const on = (scale_g: number) =>
      believedMoisture(after(0.034, { ...oven(0.034), scale_g } as HeapTest)).sd;
    expect(on(2)).toBeGreaterThan(1.5 * on(0.1));
  });
  it('keeps what cannot be less than nothing from being so', () => {
    const dried = after(0.034, oven(0.0001), oven(0.0001), oven(0.0001));
    for (const part of PARTS) expect(sandOf(dried)[part]).toBeGreaterThanOrEqual(0);
  });
});

describe('testsWorth', () => {
  const now = after(0.034);
  it('promises what the test then does', () => {
    const worth = testsWorth(nature, now);
    expect(worth.length).toBeGreaterThan(2);
    for (const each of worth) expect(each.sd_after_kg).toBeLessThan(each.sd_before_kg);
    const blue = worth.find((each) => each.kind === 'methylene-blue')!;
    const did = testsWorth(nature, after(0.034, SPEAKING[4]!))[0]!.sd_before_kg;
    expect(did / blue.sd_after_kg).toBeCloseTo(1, 1);
  });
  it('ranks by what a minute of work brings', () => {
    const per = testsWorth(nature, now).map((each) => (each.sd_before_kg - each.sd_after_kg) / each.minutes);
    expect([...per].sort((a, b) => b - a)).toEqual(per);
  });
  it('thinks less of a squeeze the more were made of this sand, and of sand that is dry beyond doubt', () => {
    const gain = (belief: typeof now) => {
      const squeeze = testsWorth(nature, belief, 'a').find(({ kind }) => kind === 'squeeze');
      return squeeze ? squeeze.sd_before_kg - squeeze.sd_after_kg : 0;
    };
    expect(gain(after(0.034, squeezeOf(3), squeezeOf(3), squeezeOf(3)))).toBeLessThan(0.4 * gain(now));
    const dry = believe(nature, [bought(0.006, true)]);
    expect(gain(dry)).toBeLessThan(0.2 * gain(now));
  });
  it('puts forward what brings much, and a probe only to who uses one', () => {
    const best = bestTest(testsWorth(nature, now), now)!;
    const gains = testsWorth(nature, now).map((each) => each.sd_before_kg - each.sd_after_kg);
    expect(best.sd_before_kg - best.sd_after_kg).toBeGreaterThan(0.5 * Math.max(...gains));
    expect(best.kind).not.toBe('probe');
    const probe = testsWorth(nature, now).filter(({ kind }) => kind === 'probe');
    expect(bestTest(probe, now)).toBeNull();
    expect(bestTest(probe, after(0.034, SPEAKING[1]!))!.kind).toBe('probe');
    expect(bestTest([], now)).toBeNull();
  });
  it('says to weigh where it is worth it, and not where the water is known', () => {
    expect(worthWeighing(testsWorth(nature, now), 0.01)).toBe(true);
    const known = after(0.034, oven(0.034), oven(0.034), oven(0.034));
    expect(worthWeighing(testsWorth(nature, known), 0.001)).toBe(false);
  });
  it('says to test the clay while the clay is most of the doubt, and not again once it was tested', () => {
    // Bought of unknown make: what no squeeze tells is how much clay it has.
    const natural: HeapNature = { ...nature, binder: 'natural', targets: TARGETS.natural };
    const unknown = believe(natural, [
      {
        id: 1,
        at: later(0),
        event: {
          kind: 'bought',
          kg: 40,
          moisture_fraction: 0.06,
          active_clay_fraction: 0.13,
          oil_fraction: 0,
          moisture_stated: true,
          active_stated: false
        }
      }
    ]);
    const asks = (belief: Belief) =>
      worthTestingClay(testsWorth(natural, belief), offAimSd(natural.targets, belief));
    expect(asks(unknown)).toBe(true);
    const blue: HeapTest = { kind: 'methylene-blue', standards: [{ active_clay: 0.1, ml: 20 }], ml: 26 };
    const thrice = [2, 3, 4].reduce((belief, id) => advance(natural, belief, tested(id, blue, 'a')), unknown);
    expect(asks(thrice)).toBe(false);
    // Nor where the heap is known so well that a test would change no splash.
    expect(worthTestingClay(testsWorth(natural, unknown), 0.002)).toBe(false);
  });
  it('has nothing to offer for no sand or oil sand', () => {
    expect(testsWorth(nature, believe(nature, []))).toEqual([]);
    expect(testsWorth({ ...nature, system: 'oil', targets: TARGETS.oil }, now)).toEqual([]);
  });
});
