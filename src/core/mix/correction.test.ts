import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clayAndWater, dryMixToAdd, sandAndClay, waterToAdd } from './correction';

const problem = {
  total_kg: 60,
  moisture: 0.022,
  active_clay: 0.061,
  target_moisture: 0.036,
  target_active_clay: 0.08,
  product_active: 0.85,
  product_moisture: 0.09
};

describe('water alone', () => {
  it('takes 52 kg from 2.4 to 3.5 %', () => expect(waterToAdd(52, 0.024, 0.035)).toBeCloseTo(0.5927, 4));
  it('takes 52 kg from 4.5 down to 3.5 % by drying off', () =>
    expect(-waterToAdd(52, 0.045, 0.035)).toBeCloseTo(0.5389, 4));
  it('or by dry mix', () => expect(dryMixToAdd(52, 0.045, 0.035)).toBeCloseTo(14.857, 3));
  it('refuses to dry sand to nothing with dry mix', () =>
    expect(() => dryMixToAdd(52, 0.045, 0)).toThrow(RangeError));
  it('lands on the target, from anywhere', () => {
    const w = fc.double({ min: 0.001, max: 0.2, noNaN: true });
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 900, noNaN: true }), w, w, (mass, from, to) => {
        const water = waterToAdd(mass, from, to);
        expect((mass * from + water) / (mass + water)).toBeCloseTo(to, 10);
      })
    );
  });
});

describe('clay and water together', () => {
  it('meets the published case', () => {
    const { binder_kg, water_kg } = clayAndWater(problem);
    expect(binder_kg).toBeCloseTo(1.562, 4);
    expect(water_kg).toBeCloseTo(0.7839, 4);
  });
  it('lands on both targets, to 1e-9', () => {
    const share = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        share(1, 500),
        share(0, 0.1),
        share(0, 0.15),
        share(0.02, 0.08),
        share(0.05, 0.15),
        share(0.5, 0.95),
        share(0, 0.04),
        (
          total_kg,
          moisture,
          active_clay,
          target_moisture,
          target_active_clay,
          product_active,
          product_moisture
        ) => {
          const { binder_kg: k, water_kg: x } = clayAndWater({
            total_kg,
            moisture,
            active_clay,
            target_moisture,
            target_active_clay,
            product_active,
            product_moisture
          });
          const total = total_kg + k + x;
          fc.pre(total > 0.01 * total_kg);
          expect(
            Math.abs((total_kg * active_clay + k * product_active) / total - target_active_clay)
          ).toBeLessThan(1e-9);
          expect(
            Math.abs((total_kg * moisture + k * product_moisture + x) / total - target_moisture)
          ).toBeLessThan(1e-9);
        }
      )
    );
  });
  it('says when the clay is weaker than the mix it should mend', () => {
    expect(() => clayAndWater({ ...problem, product_active: 0.05 })).toThrow(/too weak/);
  });
});

describe('dry sand and clay for sand that is too wet', () => {
  it('lands on both targets', () => {
    const wet = { ...problem, moisture: 0.055 };
    const mix = sandAndClay(wet, 0.002)!;
    const total = 60 + mix.sand_kg + mix.binder_kg;
    expect((60 * 0.055 + mix.binder_kg * 0.09 + mix.sand_kg * 0.002) / total).toBeCloseTo(0.036, 10);
    expect((60 * 0.061 + mix.binder_kg * 0.85) / total).toBeCloseTo(0.08, 10);
  });
  it('knows when it cannot: a sand that is not too wet', () => expect(sandAndClay(problem)).toBeNull());
});
