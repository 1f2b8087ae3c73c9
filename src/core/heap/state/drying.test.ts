import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { composition } from '$core/material/composition';
import {
  SHED,
  dryOffSeconds,
  evaporationRate,
  humidityRatio,
  saturationPressure,
  holdingOf,
  waterAfterStanding,
  type Standing
} from './drying';

const clay = (active_clay: number) => holdingOf(composition({ grain: 30, active_clay, water: 1 }), 0.43);
const standing: Standing = {
  water_kg: 1.3,
  ...clay(2.8),
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
  it('slows down as clay holds on to its water, and never takes what dead clay and fines hold', () => {
    const sand = composition({ grain: 30, active_clay: 2, dead_clay: 1, fines: 1, water: 1 });
    expect(holdingOf(sand, 0.43)).toEqual({
      free_kg: 0.43 * 2 + 0.13,
      bound_kg: 0.1 * 2 + 0.13,
      takes_up: false
    });
  });
  it('oil sand has no cliff: the drier, the slower, and what is in it goes', () => {
    const left = (moisture: number) => {
      const sand = composition({ grain: 9.4, active_clay: 0.48, oil: 0.2, water: 10 * moisture });
      const days = waterAfterStanding(
        { ...standing, water_kg: sand.water, ...holdingOf(sand, null), cover: 'open' },
        48
      );
      return days / sand.water;
    };
    expect(left(0.0046)).toBeCloseTo(left(0.0048), 1.5);
    expect(left(0.0046)).toBeLessThan(0.7);
  });
});

describe('oil-bonded sand settles with the air', () => {
  it.each([
    [0.0046, 'lid'],
    [0, 'lid'],
    [0.0008, 'open']
  ] as const)('from %f under %s as small steps of the rate take it', (moisture, cover) => {
    const kg = 20;
    const holding = holdingOf(composition({ grain: kg }), null);
    const case_: Standing = { ...standing, ...holding, water_kg: moisture * kg, cover, exposed_area_m2: 0.3 };
    const full =
      evaporationRate(0.1, humidityRatio(12, 1), humidityRatio(12, 0.75)) *
      0.3 *
      (cover === 'lid' ? 0.08 : 1);
    let water = moisture * kg;
    for (let i = 0; i < 72_000; i++) water -= (full * (water / kg - 0.0015) * 0.001) / (0.01 - 0.0015);
    expect(waterAfterStanding(case_, 72)).toBeCloseTo(water, 4);
  });
  it('in the end at 0.15 % of its mass, from above and from below', () => {
    const holding = holdingOf(composition({ grain: 20 }), null);
    for (const water_kg of [0.2, 0.01, 0])
      expect(waterAfterStanding({ ...standing, ...holding, water_kg, cover: 'open' }, 5000)).toBeCloseTo(
        0.03,
        6
      );
  });
});

describe('waterAfterStanding', () => {
  it('solves the same course as small steps of the rate', () => {
    const open: Standing = { ...standing, cover: 'open', water_kg: 1.6, exposed_area_m2: 0.3 };
    const full = evaporationRate(0.1, humidityRatio(12, 1), humidityRatio(12, 0.75)) * 0.3;
    let water = 1.6;
    const freely = (tau: number) => Math.min(1, Math.max(0, (tau - 0.1) / (0.43 - 0.1)));
    for (let i = 0; i < 48_000; i++) water -= full * freely(water / 2.8) * 0.001;
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
          const case_ = { ...standing, water_kg, ...clay(active_clay_kg), cover: cover as Standing['cover'] };
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
