import { daysFrom, yearIn } from '$core/time/day';
import { nowMs } from '$core/time/now';
import { machineZone } from '$core/time/zone';
import { datesAs } from '../preferences';
import { dayOf, minuteOf } from './reader-day';

/**
 * Days and times as they are read: everything that a page writes of them is written here, in the one way that the reader's
 * device has or that they chose. The words are English, as all others.
 */

// Made once for each way of writing dates: a formatter costs far more to make than to use.
const made = new Map<string, Intl.DateTimeFormat>();
/** Writes a moment by the parts that are wanted of it. */
export function written(at: Date | number | string, options: Intl.DateTimeFormatOptions): string {
  const way = datesAs();
  const key = way + JSON.stringify(options);
  let format = made.get(key);
  if (!format) {
    format = new Intl.DateTimeFormat(way, options);
    // Of 24 hours the small ones have a nought before them, as clocks and tables do.
    if (options.hour && format.resolvedOptions().hour12 === false)
      format = new Intl.DateTimeFormat(way, { ...options, hour: '2-digit' });
    made.set(key, format);
  }
  return format.format(new Date(at));
}

export const HOUR: Intl.DateTimeFormatOptions = { hour: 'numeric', minute: '2-digit' };

/** The time of day, in the reader's own zone. */
export const shortTime = (at: string | number): string => written(at, HOUR);

/** A day short enough for a list, in the reader's own zone; the year only when it is another. */
export function shortDate(iso: string, now = nowMs()): string {
  const sameYear = yearIn(Date.parse(iso), machineZone()) === yearIn(now, machineZone());
  return written(iso, { day: 'numeric', month: 'short', ...(!sameYear && { year: '2-digit' }) });
}

/** The weekday of a moment. */
export const weekdayOf = (at: string | number): string => written(at, { weekday: 'long' });

/** From then on a day is called its night. */
const EVENING_MIN = 17 * 60;

/** When something is due, as one says it at the bench: tonight, tomorrow, a weekday within the week, else the date. */
export function relativeDay(iso: string, now = new Date(nowMs())): string {
  const today = dayOf(now.getTime());
  const day = dayOf(iso);
  if (day <= today) return minuteOf(iso) >= EVENING_MIN ? 'Tonight' : 'Today';
  const ahead = daysFrom(today, day);
  if (ahead === 1) return 'Tomorrow';
  return ahead < 7 ? weekdayOf(iso) : written(iso, { day: 'numeric', month: 'short' });
}
