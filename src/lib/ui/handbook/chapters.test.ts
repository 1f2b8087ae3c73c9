import { describe, expect, it } from 'vitest';
import { HEAP_TEST_KINDS } from '$core/bench/bench-tests';
import { FORMULAS, type OwnFigures } from '$core/handbook/formulas';
import { composition } from '$core/material/composition';
import { SCHOOLS } from '$core/reference/schools';
import { TERM_NAMES } from '$lib/ui/term/terms';
import { CHAPTERS, entries, found } from './chapters';

describe('the handbook', () => {
  it('has every term and every test in just one chapter', () => {
    const terms = CHAPTERS.flatMap((chapter) => chapter.terms);
    expect([...terms].sort()).toEqual([...TERM_NAMES].sort());
    const tests = CHAPTERS.flatMap((chapter) => chapter.tests);
    expect([...tests].sort()).toEqual([...HEAP_TEST_KINDS].sort());
  });
  it('finds by name first, then by what is said', () => {
    expect(found('draft')[0]!.name).toBe('Draft');
    expect(found('cold shut').map(({ what }) => what)).toContain('defect');
    expect(found('cornstarch').map(({ what }) => what)).toContain('school');
    expect(found('xyzzy')).toEqual([]);
    expect(found('  ')).toEqual([]);
    expect(new Set(entries().map(({ href, name }) => `${href} ${name}`)).size).toBe(entries().length);
  });
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
  casting: { name: 'latch', kg: 0.15, volume_m3: 5.6e-5, area_m2: 0.012, length_m: 0.11, alloy: 'aluminium' },
  compactability: { start_mm: 100, end_mm: 56 },
  green: { load_kg: 18, diameter_mm: 50.8 }
};
const nothing: OwnFigures = { heap: null, flask: null, casting: null, compactability: null, green: null };

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
