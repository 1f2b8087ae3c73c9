import { dayAfter, daysFrom, type Day } from '$core/time/day';
import { nowMs } from '$core/time/now';
import { dayOf, minuteOf } from '$lib/ui/date/reader-day';
import { locale } from '$lib/ui/preferences';

/** How long something may slip, in the measure that one would say it in. */
export function slackWords(minutes: number | null): string {
  if (minutes === null) return '';
  if (minutes <= 0) return 'the pour waits for it';
  if (minutes >= 2880) return `can wait ${Math.floor(minutes / 1440)} days`;
  if (minutes >= 120) return `can wait ${Math.floor(minutes / 60)} h`;
  return `can wait ${minutes} min`;
}

/** So many minutes as one says them. */
export function minutesWords(minutes: number): string {
  if (minutes >= 2880) return `${Math.round(minutes / 1440)} days`;
  if (minutes >= 1440) return '1 day';
  if (minutes >= 120) return `${Math.round(minutes / 60)} h`;
  return `${minutes} min`;
}

/** A day as a heading; the words are English as all others. */
export const dayHeading = (day: string): string =>
  new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' }).format(
    new Date(`${day}T12:00:00`)
  );

/** Days from one to another, both counted in, at most so many. */
export const daysBetween = (first: Day, last: Day, most: number): Day[] =>
  Array.from({ length: Math.min(most, Math.max(0, daysFrom(first, last) + 1)) }, (_, i) =>
    dayAfter(first, i)
  );

export const WEEKDAYS = [1, 2, 3, 4, 5, 6, 0] as const;
/** A weekday's name; Sunday is 0. */
export const weekdayName = (weekday: number): string =>
  new Intl.DateTimeFormat('en', { weekday: 'long' }).format(new Date(2026, 1, 1 + weekday));

/** A minute of the day as 18:30. */
export const clockOf = (minute: number): string =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;

export const dayAndHour = (iso: string): string =>
  new Intl.DateTimeFormat(locale(), {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit'
  }).format(new Date(iso));

/** From then on a day is called its night. */
const EVENING_MIN = 17 * 60;

/** When something is due, as one says it at the bench: tonight, tomorrow, a weekday within the week, else the date. */
export function relativeDay(iso: string, now = new Date(nowMs())): string {
  const today = dayOf(now.getTime());
  const day = dayOf(iso);
  if (day <= today) return minuteOf(iso) >= EVENING_MIN ? 'Tonight' : 'Today';
  const ahead = daysFrom(today, day);
  if (ahead === 1) return 'Tomorrow';
  const at = new Date(iso);
  return ahead < 7
    ? new Intl.DateTimeFormat('en', { weekday: 'long' }).format(at)
    : new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' }).format(at);
}
