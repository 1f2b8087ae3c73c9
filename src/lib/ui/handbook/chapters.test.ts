import { describe, expect, it } from 'vitest';
import { HEAP_TEST_KINDS } from '$core/bench/bench-tests';
import { FORMULAS, type OwnFigures } from '$core/handbook/formula/formulas';
import { FORMULA_STAGE } from '$core/handbook/stages';
import { composition } from '$core/material/composition';
import { SCHOOLS } from '$core/reference/schools';
import { TERM_NAMES } from '$lib/ui/term/terms';
import { CHAPTERS, entries } from './chapters';

describe('the handbook', () => {
  it('has every term and every test in just one chapter', () => {
    const terms = CHAPTERS.flatMap((chapter) => chapter.terms);
    expect([...terms].sort()).toEqual([...TERM_NAMES].sort());
    const tests = CHAPTERS.flatMap((chapter) => chapter.tests);
    expect([...tests].sort()).toEqual([...HEAP_TEST_KINDS].sort());
  });
  it('explains nothing twice', () =>
    expect(new Set(entries().map(({ href, name }) => `${href} ${name}`)).size).toBe(entries().length));
  it('each school has ways with what they trade, none named twice', () => {
    for (const { ways } of SCHOOLS) {
      expect(ways.length).toBeGreaterThan(1);
      expect(new Set(ways.map(({ id }) => id)).size).toBe(ways.length);
      for (const { trade } of ways) expect(trade.length).toBeGreaterThan(8);
    }
  });
});

const own: OwnFigures = {
  heap: {
    name: 'Gate heap',
    total_kg: 52,
    moisture: 0.024,
    aim: 0.035,
    parts: composition({ grain: 44, active_clay: 3.52, dead_clay: 2.64, fines: 4.4, water: 2.068 }),
    green_pa: 90_000,
    density_kg_m3: 1600,
    oil: false
  },
  flask: { name: 'Shelf board', length_m: 0.35, width_m: 0.25, cope_m: 0.09, drag_m: 0.07 },
  casting: {
    name: 'latch',
    kg: 0.15,
    volume_m3: 5.6e-5,
    area_m2: 0.012,
    length_m: 0.11,
    above_m: 0.04,
    below_m: 0.03,
    alloy: 'aluminium'
  },
  tests: {
    moisture: { kind: 'moisture', method: 'oven', pan_g: 120, wet_g: 220, dry_g: 216.5 },
    compactability: { kind: 'compactability', start_mm: 100, end_mm: 56 },
    'green-compression': { kind: 'green-compression', load_kg: 18, diameter_mm: 50.8 },
    permeability: {
      kind: 'permeability',
      air_cm3: 2000,
      height_cm: 5.08,
      pressure_g_cm2: 10,
      area_cm2: 20.268,
      time_s: 30
    },
    'clay-wash': { kind: 'clay-wash', before_g: 50, after_g: 45 },
    ignition: { kind: 'ignition', before_g: 10, after_g: 9.7 },
    'methylene-blue': { kind: 'methylene-blue', standards: [{ ml: 40, active_clay: 0.08 }], ml: 30 },
    sieve: {
      kind: 'sieve',
      sample_g: null,
      retained: [
        { sieve: '40', grams: 0.4 },
        { sieve: '50', grams: 1.3 },
        { sieve: '70', grams: 2.4 },
        { sieve: '100', grams: 4.5 },
        { sieve: '140', grams: 17.1 },
        { sieve: '200', grams: 22.1 },
        { sieve: '270', grams: 21.8 },
        { sieve: 'pan', grams: 18.6 }
      ]
    }
  },
  readings: { name: 'Moisture', heap: 'Gate heap', of: [0.035, 0.036, 0.034, 0.037, 0.035, 0.039] },
  standing: { name: 'Gate heap', exposed_area_m2: 0.25, cover: 'open' },
  wear: {
    name: 'Gate heap',
    mass_kg: 50,
    burnt_kg: 1,
    spill: 0.02,
    grinding: 0.002,
    clay_per_sand: 0.08
  },
  lot: { name: 'Sharp sand', moisture: 0.012 },
  trial: { name: 'Is the thinner sprue calmer?', pairs: 5, planned: 8, by_chance: 1 / 32 }
};
const nothing: OwnFigures = {
  heap: null,
  flask: null,
  casting: null,
  tests: {},
  readings: null,
  standing: null,
  wear: null,
  lot: null,
  trial: null
};

describe('formulas with the reader’s own figures', () => {
  const said = (id: string, units: 'metric' | 'us' = 'metric') =>
    // The space before a unit is a narrow one that does not break.
    FORMULAS.find((each) => each.id === id)!
      .own(own, units)
      ?.replace(/[\u202f\u00a0]/g, ' ');
  it('come to the published values', () => {
    expect(said('water-only')).toContain('593 g');
    expect(said('compactability')).toContain('44 %');
    expect(said('green-compression')).toContain('87 kPa');
    expect(said('temper-ratio')).toMatch(/= 0\.47|= 0\.48/);
    expect(said('sprue-taper')).toContain('2.0 times');
    // 14.0 litres at 1.6, with a twelfth and a bit for spill.
    expect(said('sand-demand')).toContain('25.1');
    expect(said('moisture')).toContain('3.5 %');
    expect(said('permeability')).toContain('= 100');
    expect(said('clay-wash')).toContain('10.0 %');
    expect(said('ignition')).toContain('3.0 %');
    // 0.2 % a ml.
    expect(said('methylene-blue')).toContain('= 6.0 %');
    expect(said('fineness')).toMatch(/: 173$/);
    // Ten times the textbook's readings over a hundred: 3.60 ± 2.66 × 0.24.
    expect(said('control-limits')).toContain('3.6 % ± 2.66 × 0.24 % = 3.0 % to 4.2 %');
    // Half of a fiftieth dies, 8 parts of clay on each: 0.0008 in, 3 % out: 2.67 on 100 of sand.
    expect(said('settles')).toMatch(/settles at 2\.\d % dead clay/);
    expect(said('ingredient')).toContain('1.01 kg');
    // (0.15 + 0.06)/0.96 · 1.08.
    expect(said('melt')).toMatch(/: 236 g$/);
    expect(said('casting-mass')).toContain('150 g');
    // 0.09 of cope and 0.03 of basin: 0.12 − 0.04²/0.14, the published 0.10857 m.
    expect(said('head')).toMatch(/: 109 mm$/);
    expect(said('modulus')).toContain('5 mm');
  });
  it('are all there, each in its chapter, and each has figures of one’s own', () => {
    expect(FORMULAS.map(({ id }) => id)).toEqual(Object.keys(FORMULA_STAGE));
    for (const { id } of FORMULAS) expect(said(id), id).toBeTruthy();
  });
  it('of a trial count the ways of its lot', () => {
    expect(said('trial-lot')).toContain('5 pairs are in; luck alone shows as much in 1 of 32 ways');
    expect(said('trial-size')).toContain('16 molds, in 8 pairs');
  });
  it('say nothing where nobody has any, and speak the reader’s units', () => {
    for (const formula of FORMULAS) {
      expect(formula.own(nothing, 'metric')).toBeNull();
      expect(formula.source.length).toBeGreaterThan(5);
      expect((formula.own(own, 'us') ?? '').replace(/[\u202f\u00a0]/g, ' ')).not.toMatch(
        /NaN|undefined|\d (kg|mm)\b/
      );
    }
  });
});
