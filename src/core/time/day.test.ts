import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  dayAfter,
  dayBegins,
  dayEnds,
  dayIn,
  daysFrom,
  minuteOfDay,
  monthEnds,
  monthIn,
  monthsOf,
  timeOn,
  weekdayOf,
  yearIn,
  yearOf
} from './day';

const HOUR = 3_600_000;

describe('days where something happened', () => {
  it('begin and end with the midnights of that place', () => {
    // Nine in the morning of New Year's Day in Auckland is still the year before in Greenwich.
    const pour = '2026-12-31T20:00:00Z';
    expect([dayIn(pour, 'Pacific/Auckland'), monthIn(pour, 'Pacific/Auckland')]).toEqual([
      '2027-01-01',
      '2027-01'
    ]);
    expect(yearIn(pour, 'Pacific/Auckland')).toBe(2027);
    expect(dayIn(pour, 'UTC')).toBe('2026-12-31');
    // An evening in Portland, from seven to eleven, is one day, though Greenwich counts two.
    const evening = ['2026-06-02T02:00:00Z', '2026-06-02T06:00:00Z'];
    expect(evening.map((at) => dayIn(at, 'America/Los_Angeles'))).toEqual(['2026-06-01', '2026-06-01']);
    expect(evening.map((at) => minuteOfDay(at, 'America/Los_Angeles'))).toEqual([19 * 60, 23 * 60]);
    // Nepal is a quarter of an hour off the half.
    expect(dayIn('2026-06-01T18:14:59Z', 'Asia/Kathmandu')).toBe('2026-06-01');
    expect(dayIn('2026-06-01T18:15:00Z', 'Asia/Kathmandu')).toBe('2026-06-02');
  });

  it('are 23 and 25 hours long where the clocks change', () => {
    const hours = (day: string) =>
      (dayEnds(day, 'Europe/London') + 1 - dayBegins(day, 'Europe/London')) / HOUR;
    expect(['2026-03-28', '2026-03-29', '2026-10-25', '2026-10-26'].map(hours)).toEqual([24, 23, 25, 24]);
    expect(daysFrom('2026-03-28', '2026-03-30')).toBe(2);
    // Six in the evening stays six.
    expect(minuteOfDay(timeOn('2026-03-29', 18 * 60, 'Europe/London'), 'Europe/London')).toBe(18 * 60);
    // A midnight that clocks leap over begins the day when they have leapt.
    const leapt = dayBegins('2026-09-06', 'America/Santiago');
    expect(new Date(leapt).toISOString()).toBe('2026-09-06T04:00:00.000Z');
  });

  it('follow one another through leap years and the ends of years', () => {
    expect([dayAfter('2028-02-28'), dayAfter('2026-02-28'), dayAfter('2026-12-31')]).toEqual([
      '2028-02-29',
      '2026-03-01',
      '2027-01-01'
    ]);
    expect(dayAfter('2026-03-01', -1)).toBe('2026-02-28');
    expect(weekdayOf('2026-11-29')).toBe(0);
    expect(new Date(monthEnds('2028-02', 'UTC')).toISOString()).toBe('2028-02-29T23:59:59.999Z');
    expect(new Date(monthEnds('2026-12', 'Pacific/Auckland')).toISOString()).toBe('2026-12-31T10:59:59.999Z');
    expect(monthsOf(2026).at(-1)).toBe('2026-12');
    expect(yearOf('2026-04')).toBe(2026);
  });

  it('of a zone that is none are those of Greenwich', () => {
    expect(dayIn('2026-06-01T23:30:00Z', 'Shed/Corner')).toBe('2026-06-01');
    expect(dayBegins('2026-06-01', '')).toBe(Date.UTC(2026, 5, 1));
  });

  it('hold the time that falls on them, in every zone', () => {
    const zones = ['UTC', 'Europe/London', 'America/Los_Angeles', 'Pacific/Auckland', 'Asia/Kathmandu'];
    fc.assert(
      fc.property(
        fc.integer({ min: Date.UTC(1990, 0, 1), max: Date.UTC(2060, 0, 1) }),
        fc.constantFrom(...zones),
        fc.integer({ min: -400, max: 400 }),
        (at, zone, days) => {
          const day = dayIn(at, zone);
          expect(dayBegins(day, zone)).toBeLessThanOrEqual(at);
          expect(dayEnds(day, zone)).toBeGreaterThanOrEqual(at);
          expect(daysFrom(day, dayAfter(day, days))).toBe(days);
          expect(weekdayOf(dayAfter(day, 7))).toBe(weekdayOf(day));
        }
      ),
      { numRuns: 300 }
    );
  });
});
