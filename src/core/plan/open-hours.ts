import { dayAfter, dayBegins, dayIn, timeOn, weekdayOf } from '../time/day';
import { tidy, without, type Span } from './spans';

/** Minutes after midnight, from and to, of one weekday. */
export interface OpenHours {
  /** 0 is Sunday. */
  weekday: number;
  from_min: number;
  to_min: number;
}

/** Evenings of the week and the days of the weekend, until somebody says otherwise (a guess, told as one). */
export const USUAL_HOURS: readonly OpenHours[] = [
  ...[1, 2, 3, 4, 5].map((weekday) => ({ weekday, from_min: 18 * 60 + 30, to_min: 21 * 60 + 30 })),
  ...[0, 6].map((weekday) => ({ weekday, from_min: 9 * 60, to_min: 18 * 60 }))
];

/** Longest look ahead, days. */
export const MOST_DAYS = 400;

/**
 * When somebody has time: the hours of their week in their own zone, so that six in the evening stays six through both
 * changes of the clock, less what their calendar has.
 *
 * @param from ms since 1970; nothing before it
 * @param to ms since 1970
 */
export function openTime(
  hours: readonly OpenHours[],
  busy: readonly Span[],
  zone: string,
  from: number,
  to: number
): Span[] {
  const open: Span[] = [];
  const last = Math.min(to, from + MOST_DAYS * 86_400_000);
  for (let day = dayAfter(dayIn(from, zone), -1); dayBegins(day, zone) <= last; day = dayAfter(day)) {
    const of_day = weekdayOf(day);
    for (const { weekday, from_min, to_min } of hours)
      if (weekday === of_day)
        open.push({
          from: Math.max(from, timeOn(day, from_min, zone)),
          to: Math.min(last, timeOn(day, to_min, zone))
        });
  }
  return without(tidy(open), busy);
}
