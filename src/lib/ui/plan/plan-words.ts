import { dayAfter, daysFrom, type Day } from '$core/time/day';

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

/** Days from one to another, both counted in, at most so many. */
export const daysBetween = (first: Day, last: Day, most: number): Day[] =>
  Array.from({ length: Math.min(most, Math.max(0, daysFrom(first, last) + 1)) }, (_, i) =>
    dayAfter(first, i)
  );

export const WEEKDAYS = [1, 2, 3, 4, 5, 6, 0] as const;
