import { describe, expect, it } from 'vitest';
import { TARGETS } from '$core/reference/targets';
import type { LedgerEntry } from '../heap/entry';
import { believedDrying, believedMoisture, type HeapNature } from '../heap/state/belief';
import { believe } from '../heap/estimate';
import { learnedDrying } from '../heap/state/lessons';
import { forecastDrying } from './forecast';
import { standUntil } from '../heap/standing';

const START = '2026-03-01T09:00:00.000Z';
const nature: HeapNature = {
  system: 'water',
  binder: 'sodium-bentonite',
  scale_g: 0.1,
  targets: TARGETS['sodium-bentonite'],
  container: { cover: 'cloth', exposed_area_m2: 0.2 }
};
const mixed: LedgerEntry = {
  id: 0,
  at: START,
  event: {
    kind: 'mixed',
    additions: [
      {
        ingredient: 'sand',
        role: 'sand',
        kg: 35,
        moisture_fraction: 0.01,
        active_fraction: 0,
        moisture_stated: true,
        active_stated: true
      },
      {
        ingredient: 'binder',
        role: 'binder',
        kg: 3.6,
        moisture_fraction: 0.09,
        active_fraction: 0.9,
        moisture_stated: true,
        active_stated: true
      },
      {
        ingredient: 'water',
        role: 'water',
        kg: 0.75,
        moisture_fraction: 1,
        active_fraction: 0,
        moisture_stated: true,
        active_stated: true
      }
    ]
  }
};
const belief = believe(nature, [mixed]);
const WEEK = 168;

describe('forecastDrying', () => {
  const forecast = forecastDrying(nature, belief, START, WEEK);
  it('falls, widens, and ends when asked', () => {
    const { curve } = forecast;
    expect(curve.at(-1)!.at).toBe('2026-03-08T09:00:00.000Z');
    curve.slice(1).forEach((point, i) => expect(point.moisture).toBeLessThanOrEqual(curve[i]!.moisture));
    // Nine in ten of a normal lie within 1.645 deviations, to either side.
    for (const { at, moisture, low, high } of curve) {
      const { value, sd } = believedMoisture(standUntil(nature, belief, at));
      expect(moisture).toBeCloseTo(value, 12);
      expect(high).toBeCloseTo(value + 1.645 * sd, 5);
      expect(low).toBeCloseTo(Math.max(0, value - 1.645 * sd), 5);
    }
    const width = (i: number) => curve.at(i)!.high - curve.at(i)!.low;
    expect(width(-1)).toBeGreaterThan(width(0));
  });
  it('says what it will want then, and what a better cover would save', () => {
    const { open, cloth, lid, sealed } = forecast.water_by_cover_kg;
    expect(forecast.water_at_end_kg).toBe(cloth);
    expect(open).toBeGreaterThan(cloth);
    expect(cloth).toBeGreaterThan(lid);
    expect(lid).toBeGreaterThanOrEqual(sealed);
    expect(forecast.sealing_saves_kg).toBeCloseTo(
      forecast.water_at_end_kg - forecast.water_by_cover_kg.sealed,
      12
    );
    expect(forecast.sealing_saves_kg).toBeGreaterThan(0.05);
  });
  it('warns of sand too cold or too hot to temper', () => {
    const air = (air_c: number) => ({ air_c, relative_humidity: 0.7, air_speed_m_s: 0.1 });
    expect(forecastDrying(nature, belief, START, 24, air(2)).advice).toContain('bring-indoors');
    expect(forecastDrying(nature, belief, START, 24, air(20), 60).advice).toContain('let-it-cool');
  });
  it('wants no water where the air is saturated', () => {
    const damp = forecastDrying(nature, belief, START, WEEK, {
      air_c: 12,
      relative_humidity: 1,
      air_speed_m_s: 0.1
    });
    expect(damp.curve.at(-1)!.moisture).toBeCloseTo(damp.curve[0]!.moisture, 12);
  });
  it('air that was typed is the air to come: it rewrites no day before now', () => {
    const later = '2026-03-15T09:00:00.000Z';
    const dry = { air_c: 30, relative_humidity: 0.2, air_speed_m_s: 2 };
    expect(forecastDrying(nature, belief, later, WEEK, dry).curve[0]!.moisture).toBeCloseTo(
      forecastDrying(nature, belief, later, WEEK).curve[0]!.moisture,
      12
    );
    expect(forecastDrying(nature, belief, later, WEEK, dry).curve.at(-1)!.moisture).toBeLessThan(
      forecastDrying(nature, belief, later, WEEK).curve.at(-1)!.moisture
    );
  });
  it('has learned from a heap that dries faster than the handbook', () => {
    const dry = (day: number, moisture: number): LedgerEntry => ({
      id: day,
      at: new Date(Date.parse(START) + day * 86_400_000).toISOString(),
      event: {
        kind: 'tested',
        test: { kind: 'moisture', method: 'oven', pan_g: 100, wet_g: 200, dry_g: 200 - 100 * moisture }
      }
    });
    const quick = believe(nature, [mixed, dry(0, 0.037), dry(7, forecast.curve.at(-1)!.moisture - 0.007)]);
    const drying = (of: typeof belief) => {
      const { log, sd } = believedDrying(of);
      return learnedDrying(log, sd);
    };
    expect(drying(belief)).toMatchObject({ value: 1, source: 'handbook' });
    const learned = drying(quick);
    expect(learned.value).toBeGreaterThan(1.2);
    expect(learned.source).toBe('your records');
    expect(learned.range[0]).toBeLessThan(learned.value);
    expect(learned.range[1]).toBeGreaterThan(learned.value);
  });
});
