import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { humidityRatio, openEvaporation, relativeHumidity, saturationPressure } from './drying';
import { PLACES, airIn } from './place';

describe('air in a place', () => {
  const winter = { air_c: 2, relative_humidity: 0.9, air_speed_m_s: 3 };
  it('is warmer and drier in a heated room in winter, so that sand dries faster there', () => {
    const room = airIn('indoors', winter);
    expect(room.air_c).toBe(18);
    expect(room.relative_humidity).toBeGreaterThan(0.4);
    expect(room.relative_humidity).toBeLessThan(0.6);
    expect(openEvaporation(room)).toBeGreaterThan(3 * openEvaporation(airIn('shed', winter)));
  });
  it('keeps its vapour: only the household’s own two grams come on top', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -10, max: 30, noNaN: true }),
        fc.double({ min: 0.3, max: 0.8, noNaN: true }),
        (air_c, relative_humidity) => {
          const room = airIn('indoors', { air_c, relative_humidity, air_speed_m_s: 1 });
          if (room.relative_humidity >= 0.95) return;
          expect(humidityRatio(room.air_c, room.relative_humidity)).toBeCloseTo(
            humidityRatio(air_c, relative_humidity) + 0.002,
            10
          );
        }
      )
    );
  });
  it('has still air inside and a third of the wind under a roof', () => {
    expect(airIn('shed', winter).air_speed_m_s).toBe(0.1);
    expect(airIn('outdoors', winter).air_speed_m_s).toBeCloseTo(0.9, 12);
    for (const place of PLACES) expect(airIn(place, winter).relative_humidity).toBeLessThanOrEqual(0.95);
  });
});

describe('humid air', () => {
  it.each([
    [0, 611.2],
    [10, 1228],
    [20, 2339],
    [30, 4247],
    [40, 7384]
  ])('is saturated at %d °C with %d Pa, as steam tables have it', (celsius, pascal) =>
    expect(saturationPressure(celsius) / pascal).toBeCloseTo(1, 2)
  );
  it('at 20 °C and 50 % holds 7.3 g to the kilogram of dry air, as psychrometric charts have it', () =>
    expect(humidityRatio(20, 0.5)).toBeCloseTo(0.00726, 4));
  it('relative humidity and humidity ratio are each other’s inverse', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -15, max: 45, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (celsius, rh) => {
          expect(relativeHumidity(celsius, humidityRatio(celsius, rh))).toBeCloseTo(rh, 9);
        }
      )
    );
  });
});
