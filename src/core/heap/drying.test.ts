import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  SHED,
  dryOffSeconds,
  evaporationRate,
  humidityRatio,
  saturationPressure,
  waterAfterStanding,
  wetnessFactor,
  type Standing
} from './drying';

const standing: Standing = {
  water_kg: 1.3,
  active_clay_kg: 2.8,
  target_temper_ratio: 0.43,
  exposed_area_m2: 0.1,
  cover: 'lid',
  climate: SHED
};

describe('evaporation', () => {
  it('is 0.2131 kg/m²h at 0.2 m/s between humidity ratios 0.0147 and 0.0073', () => {
    expect(evaporationRate(0.2, 0.0147, 0.0073)).toBeCloseTo(0.2131, 4);
  });
  it('never waters a heap from humid air', () => expect(evaporationRate(0.2, 0.007, 0.009)).toBe(0));
  it('has the tabled saturation pressure of water: 2339 Pa at 20 °C, 611 Pa at 0 °C', () => {
    expect(saturationPressure(20) / 2339).toBeCloseTo(1, 2);
    expect(saturationPressure(0)).toBeCloseTo(611.2, 1);
  });
  it('has the tabled humidity ratio of saturated air at 20 °C, 14.7 g/kg', () => {
    expect(humidityRatio(20, 1)).toBeCloseTo(0.0147, 4);
  });
  it('slows down as clay holds on to its water', () => {
    expect([0.6, 0.43, 0.265, 0.1, 0].map((tau) => wetnessFactor(tau, 0.43))).toEqual(
      [1, 1, 0.5, 0, 0].map((f) => expect.closeTo(f, 10))
    );
  });
});

describe('waterAfterStanding', () => {
  it('solves the same course as small steps of the rate', () => {
    const open: Standing = { ...standing, cover: 'open', water_kg: 1.6, exposed_area_m2: 0.3 };
    const full = evaporationRate(0.1, humidityRatio(12, 1), humidityRatio(12, 0.75)) * 0.3;
    let water = 1.6;
    for (let i = 0; i < 48_000; i++) water -= full * wetnessFactor(water / 2.8, 0.43) * 0.001;
    expect(waterAfterStanding(open, 48)).toBeCloseTo(water, 4);
  });
  it('only ever falls, and not below the bound water', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 9000, noNaN: true }),
        fc.constantFrom('open', 'cloth', 'lid', 'sealed'),
        (water_kg, active_clay_kg, hours, cover) => {
          const case_ = { ...standing, water_kg, active_clay_kg, cover: cover as Standing['cover'] };
          const after = waterAfterStanding(case_, hours);
          expect(after).toBeLessThanOrEqual(water_kg);
          expect(after).toBeGreaterThanOrEqual(Math.min(water_kg, 0.1 * active_clay_kg) - 1e-12);
          expect(waterAfterStanding(case_, hours + 5)).toBeLessThanOrEqual(after + 1e-12);
        }
      )
    );
  });
  it('standing twice is standing once for as long', () => {
    const half = waterAfterStanding(standing, 100);
    expect(waterAfterStanding({ ...standing, water_kg: half }, 150)).toBeCloseTo(
      waterAfterStanding(standing, 250),
      10
    );
  });
});

it('spread sand dries off in hours, not days', () => {
  const hours = dryOffSeconds(40, 0.4, SHED) / 3600;
  expect(hours).toBeGreaterThan(1);
  expect(hours).toBeLessThan(24);
  expect(dryOffSeconds(40, 0.4, { ...SHED, relative_humidity: 1 })).toBe(Infinity);
});
