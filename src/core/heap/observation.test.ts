import { describe, expect, it } from 'vitest';
import type { HeapTest } from '$core/bench/heap-test';
import { PARTS, composition } from '$core/material/composition';
import { TARGETS } from '$core/reference/targets';
import type { LedgerEntry } from './entry';
import { believedDryShare, believedMoisture, type Belief, type HeapNature } from './belief';
import { believe } from './estimate';
import { bestTest, testsWorth } from './next-test';
import { observationOf } from './observation';

const targets = TARGETS['sodium-bentonite'];
const sand = composition({
  grain: 34,
  active_clay: 2.9,
  dead_clay: 0.6,
  fines: 0.5,
  combustibles: 0.2,
  water: 1.3
});
const TESTS: HeapTest[] = [
  { kind: 'moisture', method: 'oven', pan_g: 100, wet_g: 200, dry_g: 196.7 },
  { kind: 'squeeze', holds: true, shrinks: true, breaks: 'crisp', palm: 'clean', prints: 'sharp' },
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

describe('observationOf', () => {
  it.each(TESTS.map((test) => [test.kind, test] as const))(
    '%s: its gradient is the slope of what it predicts',
    (_, test) => {
      const here = observationOf('water', targets, sand, test)!;
      PARTS.forEach((part, i) => {
        const step = 1e-6;
        const there = observationOf('water', targets, { ...sand, [part]: sand[part] + step }, test)!;
        expect((there.predicted - here.predicted) / step).toBeCloseTo(here.gradient[i]!, 4);
      });
      expect(here.sd).toBeGreaterThan(0);
    }
  );
  it.each(SILENT.map((test) => [test.kind, test] as const))(
    '%s says nothing of what the sand is made of',
    (_, test) => {
      expect(observationOf('water', targets, sand, test)).toBeNull();
    }
  );
  it('has nothing to say of no sand, nor of water by the feel of oil sand', () => {
    expect(observationOf('water', targets, composition(), TESTS[0]!)).toBeNull();
    expect(observationOf('oil', TARGETS.oil, sand, TESTS[1]!)).toBeNull();
    expect(observationOf('oil', TARGETS.oil, sand, TESTS[2]!)).toBeNull();
  });
  it('reads temper as the middle of a window of one’s own', () => {
    const own = { ...targets, moisture: { min: 0.03, max: 0.036 }, temper_ratio: null };
    expect(observationOf('water', own, sand, TESTS[1]!)).toMatchObject({
      read: 0.033,
      predicted: expect.closeTo(1.3 / 39.5, 10)
    });
  });
});

const nature: HeapNature = { system: 'water', targets, container: { cover: 'lid', exposed_area_m2: 0.15 } };
const ledger = (...tests: HeapTest[]): LedgerEntry[] => [
  {
    id: 0,
    at: '2026-03-01T09:00:00.000Z',
    event: {
      kind: 'bought',
      kg: 40,
      moisture_fraction: 0.033,
      active_clay_fraction: 0.08,
      oil_fraction: 0,
      moisture_stated: false,
      active_stated: false
    }
  },
  ...tests.map((test, i) => ({
    id: i + 1,
    at: '2026-03-01T10:00:00.000Z',
    event: { kind: 'tested' as const, test }
  }))
];

describe('tests and the belief', () => {
  it('methylene blue sharpens active clay, a clay wash what is left of it', () => {
    const before = believe(nature, ledger());
    const blue = believe(nature, ledger(TESTS[3]!));
    expect(believedDryShare(blue, 'active_clay').sd).toBeLessThan(
      0.6 * believedDryShare(before, 'active_clay').sd
    );
    const both = believe(nature, ledger(TESTS[3]!, TESTS[4]!));
    expect(believedDryShare(both, 'dead_clay').sd).toBeLessThan(believedDryShare(blue, 'dead_clay').sd);
  });
  it('compactability tells moisture better than a squeeze', () => {
    const sd = (test: HeapTest) => believedMoisture(believe(nature, ledger(test))).sd;
    expect(sd(TESTS[2]!)).toBeLessThan(sd(TESTS[1]!));
  });
});

describe('testsWorth', () => {
  it('promises what the test then does', () => {
    const belief = believe(nature, ledger());
    const worth = testsWorth(nature, belief);
    expect(worth.length).toBeGreaterThan(2);
    for (const each of worth) expect(each.sd_after_kg).toBeLessThan(each.sd_before_kg);
    const blue = worth.find((each) => each.kind === 'methylene-blue')!;
    const after = testsWorth(nature, believe(nature, ledger(TESTS[3]!)))[0]!.sd_before_kg;
    expect(after / blue.sd_after_kg).toBeCloseTo(1, 1);
  });
  it('ranks by what a minute of work brings', () => {
    const per = testsWorth(nature, believe(nature, ledger())).map(
      (each) => (each.sd_before_kg - each.sd_after_kg) / each.minutes
    );
    expect([...per].sort((a, b) => b - a)).toEqual(per);
  });
  it('puts a probe forward only to who uses one', () => {
    const probed: HeapTest = { kind: 'probe', moisture: 0.034 };
    const probeFirst = (belief: Belief) => {
      const worth = testsWorth(nature, belief);
      const probe = worth.filter(({ kind }) => kind === 'probe');
      expect(probe).toHaveLength(1);
      return bestTest([...probe, ...worth], belief)!.kind;
    };
    expect(probeFirst(believe(nature, ledger()))).not.toBe('probe');
    expect(probeFirst(believe(nature, ledger(probed)))).toBe('probe');
    expect(bestTest([], believe(nature, ledger()))).toBeNull();
  });
  it('has nothing to offer for no sand or oil sand', () => {
    expect(testsWorth(nature, believe(nature, []))).toEqual([]);
    expect(testsWorth({ ...nature, system: 'oil', targets: TARGETS.oil }, believe(nature, ledger()))).toEqual(
      []
    );
  });
});
