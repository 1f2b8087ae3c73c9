import { dayAfter, type Day } from '$core/time/day';
import { HOUR, written } from './written-date';

/** Days, weekdays and hours in full: what only some pages write, so that the first one does not wait for it. */

const noonOf = (day: Day): string => `${day}T12:00:00`;

/** A day with its year. */
export const fullDate = (day: Day): string =>
  written(noonOf(day), { day: 'numeric', month: 'short', year: 'numeric' });

/** A day and its hour, in a line. */
export const dayAndHour = (at: string | number): string =>
  written(at, { weekday: 'short', day: 'numeric', month: 'short', ...HOUR });

/** A moment to the minute, with its year: at the head of a chart's words. */
export const moment = (at: number): string =>
  written(at, { day: 'numeric', month: 'short', year: 'numeric', ...HOUR });

/** A day as a heading. */
export const dayHeading = (day: Day): string =>
  written(noonOf(day), { weekday: 'long', day: 'numeric', month: 'long' });

/** A weekday's name; Sunday is 0. */
export const weekdayName = (weekday: number): string =>
  written(noonOf(dayAfter('2026-02-01', weekday)), { weekday: 'long' });

/** A month's name in short, of `2026-04`. */
export const monthName = (month: string): string => written(`${month}-15T12:00:00`, { month: 'short' });

/** A minute of the day as the reader's clock shows it. */
export const clockOf = (minute: number): string =>
  written(new Date(2026, 1, 1, Math.floor(minute / 60), minute % 60), HOUR);
