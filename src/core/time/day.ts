import { TZDate, tzOffset } from '@date-fns/tz';
import { isZone } from './zone';

/**
 * Days, months and years, as they are where something happened. Times are kept in UTC; which day a time falls on is a
 * question of its zone, and asked here alone.
 */

/** A day of the calendar, as 2026-04-30: texts that sort as the days do. */
export type Day = string;
/** As 2026-04. */
export type Month = string;

const MINUTE_MS = 60_000;
const DAY_MS = 86_400_000;

const ms = (at: string | number): number => (typeof at === 'number' ? at : Date.parse(at));
/** Records of old may name a zone that is none. */
const known = (zone: string): string => (isKnown(zone) ? zone : 'UTC');
const zones = new Map<string, boolean>();
function isKnown(zone: string): boolean {
  let is = zones.get(zone);
  if (is === undefined) zones.set(zone, (is = isZone(zone)));
  return is;
}

/** A time whose fields in UTC are those that clocks of the zone show. */
function clockOf(at: string | number, zone: string): Date {
  const time = ms(at);
  return new Date(time + tzOffset(known(zone), new Date(time)) * MINUTE_MS);
}

/**
 * The day on which a time falls in a zone.
 *
 * @param at ISO text, or ms since 1970
 */
export const dayIn = (at: string | number, zone: string): Day => clockOf(at, zone).toISOString().slice(0, 10);

/** The month on which a time falls in a zone. */
export const monthIn = (at: string | number, zone: string): Month =>
  clockOf(at, zone).toISOString().slice(0, 7);

/** The year on which a time falls in a zone. */
export const yearIn = (at: string | number, zone: string): number => clockOf(at, zone).getUTCFullYear();

/** Minutes after midnight that clocks of the zone show, 0 to 1439. */
export function minuteOfDay(at: string | number, zone: string): number {
  const clock = clockOf(at, zone);
  return clock.getUTCHours() * 60 + clock.getUTCMinutes();
}

const parts = (of: Day | Month) => of.split('-').map(Number) as [number, number, number];

/** 0 is Sunday. */
export function weekdayOf(day: Day): number {
  const [year, month, date] = parts(day);
  return new Date(Date.UTC(year, month - 1, date)).getUTCDay();
}

/**
 * A time of a day in a zone, ms since 1970. Where the clocks leap over it, the time to which they leap.
 *
 * @param minute after midnight; 1440 is the next day's
 */
export function timeOn(day: Day, minute: number, zone: string): number {
  const [year, month, date] = parts(day);
  return new TZDate(year, month - 1, date, 0, minute, known(zone)).getTime();
}

/** The first moment of a day in a zone, ms since 1970. */
export const dayBegins = (day: Day, zone: string): number => timeOn(day, 0, zone);
/** Its last moment. */
export const dayEnds = (day: Day, zone: string): number => dayBegins(dayAfter(day), zone) - 1;

/** The day so many days later, or earlier. */
export function dayAfter(day: Day, days = 1): Day {
  const [year, month, date] = parts(day);
  return new Date(Date.UTC(year, month - 1, date + days)).toISOString().slice(0, 10);
}

/** Days from one to another: 1 from today to tomorrow, however long that day is. */
export function daysFrom(first: Day, last: Day): number {
  const noon = (day: Day) => Date.parse(`${day}T12:00:00Z`);
  return Math.round((noon(last) - noon(first)) / DAY_MS);
}

/** The twelve months of a year. */
export const monthsOf = (year: number): Month[] =>
  Array.from({ length: 12 }, (_, i) => `${year}-${String(i + 1).padStart(2, '0')}`);

export const yearOf = (of: Day | Month): number => Number(of.slice(0, 4));

/** The last moment of a month in a zone, ms since 1970. */
export function monthEnds(month: Month, zone: string): number {
  const [year, number] = parts(month);
  return new TZDate(year, number, 1, known(zone)).getTime() - 1;
}
