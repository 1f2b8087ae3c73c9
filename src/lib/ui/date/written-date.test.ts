import { page } from '$app/state';
import { afterEach, describe, expect, it } from 'vitest';
import { relativeDay, shortDate, shortTime } from './written-date';
import { clockOf, dayAndHour, dayHeading, fullDate, monthName, weekdayName } from './written-day';

/** As the framework hands it on: units of the reader's own page stand in here. */
const as = (locale: string, dates?: 'day-first' | 'month-first') =>
  Object.assign(page.data, { locale, preferences: { dates } });
afterEach(() => void Object.assign(page.data, { locale: undefined, preferences: undefined }));

// Of the zone that the machine has: a moment of its own.
const at = new Date(2026, 10, 30, 18, 5).toISOString();
const now = new Date(2026, 10, 28, 9, 0);
const all = () =>
  [
    shortTime(at),
    shortDate(at, now.getTime()),
    fullDate('2026-11-30'),
    dayHeading('2026-11-30'),
    dayAndHour(at),
    clockOf(18 * 60 + 5),
    monthName('2026-11'),
    weekdayName(0),
    relativeDay(at, now)
  ].map((text) => text.replace(/\u202f/g, ' '));
const DAY_FIRST = [
  '18:05',
  '30 Nov',
  '30 Nov 2026',
  'Monday 30 November',
  'Mon 30 Nov, 18:05',
  '18:05',
  'Nov',
  'Sunday',
  'Monday'
];
const MONTH_FIRST = [
  '6:05 PM',
  'Nov 30',
  'Nov 30, 2026',
  'Monday, November 30',
  'Mon, Nov 30, 6:05 PM',
  '6:05 PM',
  'Nov',
  'Sunday',
  'Monday'
];

describe('days and hours as they are read', () => {
  it('are all written as the device has it', () => {
    as('en-GB');
    expect(all()).toEqual(DAY_FIRST);
    as('en-US');
    expect(all()).toEqual(MONTH_FIRST);
  });
  it('have a nought before a small hour of 24, and none of 12', () => {
    as('en-GB');
    expect(clockOf(9 * 60 + 7)).toBe('09:07');
    as('en-US');
    expect(clockOf(9 * 60 + 7).replace('\u202f', ' ')).toBe('9:07 AM');
  });
  it('are English where the device is not, with 24 hours', () => {
    as('de-DE');
    expect(all()).toEqual(DAY_FIRST);
  });
  it('are written as the reader chose, whatever their device has', () => {
    as('en-US', 'day-first');
    expect(all()).toEqual(DAY_FIRST);
    as('de-DE', 'month-first');
    expect(all()).toEqual(MONTH_FIRST);
  });
});
