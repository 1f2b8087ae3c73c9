import { yearIn } from '$core/time/day';
import { nowMs } from '$core/time/now';
import { machineZone } from '$core/time/zone';
import { locale } from '../preferences';

// Made once for each way of writing dates: a formatter costs far more to make than to use.
const made = new Map<string, Intl.DateTimeFormat>();
function written(date: Date, options: Intl.DateTimeFormatOptions): string {
  const key = `${locale()} ${Object.keys(options).join(' ')}`;
  let format = made.get(key);
  if (!format) made.set(key, (format = new Intl.DateTimeFormat(locale(), options)));
  return format.format(date);
}

/** The time of day, in the reader's own zone. */
export const shortTime = (iso: string): string =>
  written(new Date(iso), { hour: '2-digit', minute: '2-digit' });

/** A day short enough for a list, in the reader's own zone; the year only when it is another. */
export function shortDate(iso: string, now = nowMs()): string {
  const date = new Date(iso);
  const sameYear = yearIn(date.getTime(), machineZone()) === yearIn(now, machineZone());
  return written(date, { day: 'numeric', month: 'short', ...(!sameYear && { year: '2-digit' }) });
}
