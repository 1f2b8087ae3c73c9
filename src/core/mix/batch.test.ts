import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { moistureFraction, temperRatio } from '$core/material/composition';
import { batch, waterFor, type BatchRecipe } from './batch';
import { splashes } from './splashes';

const clay = (moisture_fraction: number, active_fraction = 1, counted_as: 'product' | 'active' = 'product') =>
  ({ role: 'binder', phs: 10, counted_as, moisture_fraction, active_fraction }) as const;
const recipe = (parts: Partial<BatchRecipe> = {}): BatchRecipe => ({
  system: 'water',
  wanted: { dry_sand_kg: 25 },
  sands: [{ share: 1, moisture_fraction: 0 }],
  additions: [clay(0)],
  moisture_fraction: 0.038,
  ...parts
});

describe('batch', () => {
  it('wants 1.0863 kg of water for 25 kg of dry sand at 10 phs and 3.8 %', () => {
    expect(batch(recipe()).water_kg).toBeCloseTo(1.0863, 4);
  });
  it('takes off what damp stock brings', () => {
    const damp = batch(recipe({ sands: [{ share: 1, moisture_fraction: 0.012 }], additions: [clay(0.09)] }));
    expect(damp.sand_kg[0]).toBeCloseTo(25.3036, 4);
    expect(damp.addition_kg[0]).toBeCloseTo(2.7473, 4);
    expect(damp.sand_kg[0]! * 0.012 + damp.addition_kg[0]! * 0.09).toBeCloseTo(0.5509, 4);
    expect(damp.water_kg).toBeCloseTo(0.5354, 4);
  });
  it('counts the inert rest of a clay dosed as active as fines', () => {
    const mix = batch(recipe({ additions: [clay(0.09, 0.85, 'active')] }));
    expect(mix.addition_kg[0]).toBeCloseTo(2.5 / 0.85 / 0.91, 10);
    expect(mix.composition.active_clay).toBeCloseTo(2.5, 10);
    expect(mix.composition.fines).toBeCloseTo(2.5 / 0.85 - 2.5, 10);
    const held = 0.03 * (2.5 / 0.85 - 2.5);
    expect(temperRatio(mix.composition)).toBeCloseTo((waterFor(25 + 2.5 / 0.85, 0.038) - held) / 2.5, 10);
  });
  it('says by how much too damp a stock overshoots', () => {
    const wet = batch(recipe({ sands: [{ share: 1, moisture_fraction: 0.06 }] }));
    expect(wet.water_kg).toBe(0);
    expect(wet.surplus_water_kg).toBeGreaterThan(0.4);
    expect(wet.composition.water - wet.surplus_water_kg).toBeCloseTo(waterFor(27.5, 0.038), 10);
  });
  it('adds no water to oil-bonded sand', () => {
    const oil = batch({
      system: 'oil',
      wanted: { total_kg: 10 },
      sands: [{ share: 1, moisture_fraction: 0.002 }],
      additions: [
        { role: 'binder', phs: 5, counted_as: 'product', moisture_fraction: 0.01, active_fraction: 1 },
        { role: 'oil', phs: 2, counted_as: 'product', moisture_fraction: 0, active_fraction: 1 },
        { role: 'activator', phs: 0.15, counted_as: 'product', moisture_fraction: 0, active_fraction: 1 }
      ],
      moisture_fraction: 0
    });
    expect(oil.total_kg).toBeCloseTo(10, 10);
    expect(oil.water_kg).toBe(0);
    expect(oil.composition.oil / oil.dry_sand_kg).toBeCloseTo(0.0215, 10);
  });
  it('lands on the target moisture and total, with any damp stock, to 1e-9', () => {
    const share = (max: number) => fc.double({ min: 0, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 900, noNaN: true }),
        share(0.02),
        share(0.02),
        share(0.1),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 0.035, max: 0.08, noNaN: true }),
        (total_kg, damp1, damp2, clayDamp, active, firstShare, target) => {
          const mix = batch({
            system: 'water',
            wanted: { total_kg },
            sands: [
              { share: firstShare, moisture_fraction: damp1 },
              { share: 1 - firstShare, moisture_fraction: damp2 }
            ],
            additions: [clay(clayDamp, active)],
            moisture_fraction: target
          });
          fc.pre(mix.surplus_water_kg === 0);
          expect(Math.abs(moistureFraction(mix.composition) - target)).toBeLessThan(1e-9);
          expect(Math.abs(mix.total_kg / total_kg - 1)).toBeLessThan(1e-9);
          const weighed = [...mix.sand_kg, ...mix.addition_kg, mix.water_kg].reduce((a, b) => a + b, 0);
          expect(Math.abs(weighed / total_kg - 1)).toBeLessThan(1e-9);
        }
      )
    );
  });
  it('refuses shares that are no whole and products that are all water or all inert', () => {
    expect(() => batch(recipe({ sands: [{ share: 0.6, moisture_fraction: 0 }] }))).toThrow(/add up to 0.6/);
    expect(() => batch(recipe({ sands: [{ share: 1, moisture_fraction: 1 }] }))).toThrow(/all water/);
    expect(() => batch(recipe({ additions: [clay(0, 0, 'active')] }))).toThrow(/no active share/);
  });
});

describe('splashes', () => {
  it('add up exactly, never grow, and put half in the first two when there are four or more', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-4, max: 50, noNaN: true }),
        fc.integer({ min: 1, max: 8 }),
        (kg, count) => {
          const parts = splashes(kg, count);
          expect(parts).toHaveLength(count);
          expect(parts.reduce((a, b) => a + b, 0)).toBeCloseTo(kg, 12);
          parts.slice(1).forEach((part, i) => expect(part).toBeLessThanOrEqual(parts[i]! * (1 + 1e-9)));
          if (count >= 4) expect(parts[0]! + parts[1]!).toBeCloseTo(kg / 2, 12);
          expect(Math.min(...parts)).toBeGreaterThan(0);
        }
      )
    );
  });
  it('does not split what is not there, nor a spoonful', () => {
    expect(splashes(0)).toEqual([]);
    expect(splashes(-1)).toEqual([]);
    expect(splashes(0.02)).toEqual([0.02]);
    expect(splashes(0.1)).toHaveLength(3);
    expect(splashes(0.5)).toHaveLength(5);
  });
});
