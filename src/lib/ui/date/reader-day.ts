import { dayIn, minuteOfDay, type Day } from '$core/time/day';
import { machineZone } from '$core/time/zone';

/** The day of a moment where the reader is, as 2026-04-04. */
export const dayOf = (at: string | number): Day => dayIn(at, machineZone());

/** The minute of that day. */
export const minuteOf = (at: string | number): number => minuteOfDay(at, machineZone());

/** A moment as a field for day and hour has it, where the reader is. */
export function fieldMoment(at: string | number): string {
  const minute = minuteOf(at);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${dayOf(at)}T${two(Math.floor(minute / 60))}:${two(minute % 60)}`;
}
