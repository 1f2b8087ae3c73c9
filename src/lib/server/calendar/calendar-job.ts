import { readFileSync } from 'node:fs';
import { CalendarFault, busyInCalendar, type BusyInCalendar } from './calendar-in';

/** A calendar file to be read between two moments, ms since 1970. */
export interface CalendarFileToRead {
  path: string;
  zone: string;
  from: number;
  to: number;
}

/** What a calendar file says of somebody's time, or why it is none. */
export function busyInFile({ path, zone, from, to }: CalendarFileToRead): BusyInCalendar | { fault: string } {
  try {
    return busyInCalendar(readFileSync(path, 'utf8'), zone, from, to);
  } catch (thrown) {
    if (thrown instanceof CalendarFault) return { fault: thrown.message };
    throw thrown;
  }
}
