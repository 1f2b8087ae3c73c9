import { describe, expect, it } from 'vitest';
import { firstHeap } from '$core/handbook/first-heap';
import type { OwnFigures } from '$core/handbook/formula/formulas';
import { massText } from '$core/quantity/display';
import { PROCEDURES } from './procedure-names';
import { PROCEDURE_STEPS } from './procedures';

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
const flask = { name: 'Shelf board', length_m: 0.35, width_m: 0.25, cope_m: 0.09, drag_m: 0.07 };
const texts = (id: (typeof PROCEDURES)[number]['id'], own = nothing, units: 'metric' | 'us' = 'metric') =>
  PROCEDURE_STEPS[id](own, units).map(({ text }) => text);

describe('work told step by step', () => {
  it('each has steps, with and without a flask of one’s own, in both habits', () => {
    for (const { id } of PROCEDURES)
      for (const own of [nothing, { ...nothing, flask }])
        for (const units of ['metric', 'us'] as const) {
          const steps = texts(id, own, units);
          expect(steps.length, id).toBeGreaterThanOrEqual(5);
          expect(new Set(steps).size, id).toBe(steps.length);
          for (const text of steps) expect(text, id).not.toMatch(/undefined|NaN|null/);
        }
  });
  it('a first heap is weighed for the reader’s own flask', () => {
    const heap = firstHeap({ shape: 'rectangular', ...flask });
    const [first, second] = texts('first-heap', { ...nothing, flask });
    expect(first).toContain(massText(heap.sand_kg, 'metric'));
    expect(first).toContain(massText(heap.clay_kg, 'metric'));
    expect(first).toContain('Shelf board');
    expect(second).toContain(massText(heap.water_kg, 'metric'));
    expect(texts('first-heap', nothing, 'us')[0]).toMatch(/\blb\b/);
  });
  it('a first mold says how much its flask takes, and its layers', () => {
    const steps = texts('first-mold', { ...nothing, flask });
    // 14 L at 1.6 kg/L.
    expect(steps[0]).toContain(massText(0.35 * 0.25 * 0.16 * 1600, 'metric'));
    expect(steps.join(' ')).toContain('Fill the drag in 2 layers');
  });
  it('a melt is set for the reader’s own metal, and never hotter than it bears', () => {
    const casting = { ...({} as NonNullable<OwnFigures['casting']>), alloy: 'zinc-4' as const };
    const steps = texts('melt', { ...nothing, casting }).join(' ');
    // Liquidus 387, 25 over it at the least; 480 at the most.
    expect(steps).toContain('at least 412\u202f°C, never above 480\u202f°C');
    expect(steps.indexOf('Pour within')).toBeLessThan(steps.indexOf('Skim just before'));
  });
  it('names no dose of water: that is for the heap to say', () => {
    for (const id of ['temper', 'sort'] as const)
      expect(texts(id).filter((text) => /\d\s?(g|kg|ml) of water/.test(text))).toEqual([]);
  });
});
