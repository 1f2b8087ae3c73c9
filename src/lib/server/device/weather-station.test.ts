import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { airAround, simulatedStation } from './weather-station';

const mean = (of: number[]) => of.reduce((sum, value) => sum + value, 0) / of.length;
const month = (of: number) =>
  Array.from({ length: 300 }, (_, i) =>
    simulatedStation.at(new Date(Date.UTC(2026, of, 1, 0) + i * 8_640_000))
  );

describe('simulated weather', () => {
  it('says that it is simulated', () =>
    expect(simulatedStation).toMatchObject({ simulated: true, name: expect.stringContaining('simulated') }));
  it('has a plausible year: cold and damp in January, warm and drier in July', () => {
    const [january, july] = [month(0), month(6)];
    expect(mean(january.map((air) => air.air_c))).toBeGreaterThan(0);
    expect(mean(january.map((air) => air.air_c))).toBeLessThan(8);
    expect(mean(july.map((air) => air.air_c))).toBeGreaterThan(13);
    expect(mean(july.map((air) => air.air_c))).toBeLessThan(22);
    expect(mean(january.map((air) => air.relative_humidity))).toBeGreaterThan(
      mean(july.map((air) => air.relative_humidity))
    );
  });
  it('is the same whenever it is asked, never absurd, and never jumps', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('2020-01-01'), max: new Date('2040-01-01'), noInvalidDate: true }),
        (time) => {
          const [air, again, later] = [
            simulatedStation.at(time),
            simulatedStation.at(time),
            simulatedStation.at(new Date(time.getTime() + 600_000))
          ];
          expect(again).toEqual(air);
          expect(air.air_c).toBeGreaterThan(-12);
          expect(air.air_c).toBeLessThan(35);
          expect(air.relative_humidity).toBeGreaterThan(0.3);
          expect(air.relative_humidity).toBeLessThanOrEqual(0.99);
          expect(air.air_speed_m_s).toBeGreaterThan(0);
          expect(Math.abs(later.air_c - air.air_c)).toBeLessThan(1);
        }
      )
    );
  });
  it('averages over the hours ahead', () => {
    const from = Date.UTC(2026, 6, 1);
    const air = airAround(simulatedStation);
    const week = air({ cover: 'lid', exposed_area_m2: 0.1 }, from, from + 7 * 86_400_000);
    expect(week.air_c).toBeGreaterThan(10);
    expect(week.relative_humidity).toBeLessThan(0.95);
    expect(air({ cover: 'lid', exposed_area_m2: 0.1 }, from, from + 7 * 86_400_000)).toEqual(week);
  });
  it('counts every three hours by how much of them lies within a stay', () => {
    const day = Date.UTC(2026, 6, 1);
    const hour = 3_600_000;
    // As warm as the hour in the middle of its stretch: 1.5, 4.5, 7.5 °C and so on.
    const station = {
      ...simulatedStation,
      at: (time: Date) => ({
        air_c: (time.getTime() - day) / hour,
        relative_humidity: 0.6,
        air_speed_m_s: 1
      })
    };
    const air = airAround(station);
    const outdoors = { cover: 'lid', exposed_area_m2: 0.1, place: 'outdoors' } as const;
    const over = (from_h: number, to_h: number) =>
      air(outdoors, day + from_h * hour, day + to_h * hour).air_c;
    expect(over(0, 3)).toBeCloseTo(1.5, 9);
    expect(over(2, 4)).toBeCloseTo((1.5 + 4.5) / 2, 9);
    expect(over(1, 7)).toBeCloseTo((2 * 1.5 + 3 * 4.5 + 7.5) / 6, 9);
    expect(over(5, 5)).toBeCloseTo(4.5, 9);
    // 240 h are 80 stretches; 600 h would be 200, and are 100 of six hours each, with their middles.
    expect(over(0, 240)).toBeCloseTo(120, 9);
    expect(over(0, 600)).toBeCloseTo(mean(Array.from({ length: 100 }, (_, i) => 6 * i + 4.5)), 9);
  });
  it('a minute more of a stay moves its air by no more than a minute’s worth', () => {
    const air = airAround(simulatedStation);
    fc.assert(
      fc.property(
        fc.date({ min: new Date('2026-01-01'), max: new Date('2027-01-01'), noInvalidDate: true }),
        fc.double({ min: 1, max: 20 * 24, noNaN: true }),
        (from, hours) => {
          const end = (minutes: number) =>
            air(
              { cover: 'lid', exposed_area_m2: 0.1, place: 'outdoors' },
              from.getTime(),
              from.getTime() + hours * 3_600_000 + minutes * 60_000
            ).air_c;
          // No two hours of a year differ by more than 50 °C.
          expect(Math.abs(end(1) - end(0))).toBeLessThanOrEqual(50 / (60 * hours) + 1e-9);
        }
      )
    );
  });
  it('is drier indoors in winter, and windier outdoors, than in the shed', () => {
    const from = Date.UTC(2026, 0, 10);
    const air = airAround(simulatedStation);
    const [shed, indoors, outdoors] = (['shed', 'indoors', 'outdoors'] as const).map((place) =>
      air({ cover: 'lid', exposed_area_m2: 0.1, place }, from, from + 86_400_000)
    );
    expect(indoors!.air_c).toBe(18);
    expect(indoors!.relative_humidity).toBeLessThan(shed!.relative_humidity - 0.15);
    expect(outdoors!.air_speed_m_s).toBeGreaterThan(shed!.air_speed_m_s);
    expect(outdoors!.air_c).toBe(shed!.air_c);
  });
});
