import { dayBegins, dayEnds } from '$core/time/day';
import type { Database } from '../database/database';
import { utc } from '../http/query';
import { shedZone } from './shed-zone';

/** Times as a query asks for them: ISO times, or days alone. */
export interface AskedDays {
  from?: string | undefined;
  to?: string | undefined;
  /** Where its days begin and end; the shed's unless said. */
  zone?: string | undefined;
}

/** The first and the last moment that a query asks for: a day alone is the whole of it, from midnight to midnight. */
export async function askedTimes(
  db: Database,
  { from, to, zone }: AskedDays
): Promise<{ from: string | undefined; to: string | undefined }> {
  const days = zone ?? (isDay(from) || isDay(to) ? await shedZone(db) : 'UTC');
  const time = (text: string | undefined, of: typeof dayBegins) =>
    isDay(text) ? new Date(of(text, days)).toISOString() : utc(text);
  return { from: time(from, dayBegins), to: time(to, dayEnds) };
}

const isDay = (text: string | undefined): text is string => text?.length === 10;
