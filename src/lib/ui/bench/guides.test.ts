import { nowIso } from '$core/time/now';
import { describe, expect, it } from 'vitest';
import { testFigure, type HeapTest } from '$core/bench/heap-test';
import { parseQuantity } from '$core/quantity/parse';
import { TARGETS } from '$core/reference/targets';
import { heapTests } from '$lib/schema/heap-test';
import { check } from '$lib/schema/validate';
import { meanAndSpread, oddOneOut } from '$core/bench/formula/repeats';
import { GUIDES, type Guide } from './guides';

const READINGS: Record<string, Record<string, string>> = {
  compactability: { end_mm: '56 mm' },
  'green-compression': { load_kg: '18 kg' },
  permeability: { time_s: '0.5 min' },
  shatter: { kept_g: '120 g', through_g: '30 g' },
  'clay-wash': { after_g: '44.5 g' },
  ignition: { after_g: '9.8 g' },
  hardness: { reading: '80' }
};

/** The record that a guide makes of what was typed, usual figures where nothing was. */
function record(guide: Guide, typed: Record<string, string>): Record<string, unknown> {
  const readings = guide.fields.map(({ name, dimension, factor, usual }) => {
    const reading = parseQuantity(
      typed[name] ?? usual ?? '',
      dimension,
      { mass: 'kg', length: 'mm', area: 'cm2', volume: 'ml', time: 's' }[dimension as 'mass'] ?? ''
    );
    if (!reading.ok) throw new Error(`${name}: ${reading.message}`);
    return [name, Number((reading.si * factor).toPrecision(12))];
  });
  return { kind: guide.kind, at: nowIso(), ...Object.fromEntries(readings) };
}

describe('guides', () => {
  it.each(Object.entries(READINGS))(
    '%s: what is asked for makes a record that the schema takes',
    (kind, typed) => {
      const guide = GUIDES[kind as keyof typeof GUIDES]!;
      const made = record(guide, typed);
      expect(check(heapTests[guide.kind], made)).toEqual({ ok: true, value: made });
      const figure = testFigure(made as unknown as HeapTest)! * guide.figure.scale;
      expect(figure).toBeCloseTo(
        {
          compactability: 44,
          'green-compression': 87.09,
          permeability: 100.26,
          shatter: 80,
          'clay-wash': 11,
          ignition: 2,
          hardness: 80
        }[kind]!,
        1
      );
    }
  );
  it('each have steps to follow, minutes to plan with, and a window where the handbook has one', () => {
    for (const guide of Object.values(GUIDES)) {
      expect(guide.steps.length, guide.kind).toBeGreaterThan(1);
      expect(guide.minutes).toBeGreaterThan(0);
      expect(guide.tells.length).toBeGreaterThan(10);
    }
    expect(GUIDES.compactability!.window!(TARGETS['sodium-bentonite'])).toEqual({ min: 0.4, max: 0.5 });
    expect(GUIDES.compactability!.window!(TARGETS.oil)).toBeNull();
  });
});

describe('repeats', () => {
  it('are averaged, with their spread', () => {
    expect(meanAndSpread([44, 46])).toEqual({ mean: 45, spread: expect.closeTo(Math.SQRT2, 12) });
    expect(meanAndSpread([44])).toEqual({ mean: 44, spread: null });
  });
  it('point out a lone odd reading', () => {
    expect(oddOneOut([44, 45, 61, 44.5])).toBe(2);
    expect(oddOneOut([44, 45, 46])).toBeNull();
    expect(oddOneOut([44, 60])).toBeNull();
  });
});
