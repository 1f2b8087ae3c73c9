import { timeOn } from '$core/time/day';
import ICAL from 'ical.js';
import { isZone } from '$core/time/zone';
import { impossible } from '../refusal';

/** When somebody has no time, and what their calendar calls it. Times ms since 1970. */
export interface BusyTime {
  from: number;
  to: number;
  what: string | null;
}

/** More entries, or repetitions of them, are no calendar of a hobby. */
const MOST_EVENTS = 20_000;
const MOST_TIMES = 5000;
const LONGEST_MS = 60 * 86_400_000;

/**
 * The busy times of a calendar file between two moments: single entries, repeated ones with what was moved or left out, and
 * whole days. What is marked as free or cancelled takes no time.
 *
 * @param zone of the reader, for times that name none
 * @throws Refusal 422 for what is no calendar
 * @source RFC 5545
 */
export function busyTimes(text: string, zone: string, from: number, to: number): BusyTime[] {
  let root: ICAL.Component;
  try {
    const parsed: unknown = ICAL.parse(text);
    // One file may hold several calendars one after the other.
    const first = Array.isArray(parsed) && Array.isArray(parsed[0]) ? (parsed[0] as unknown) : parsed;
    root = new ICAL.Component(first as ConstructorParameters<typeof ICAL.Component>[0]);
  } catch {
    throw impossible([{ path: 'file', message: 'is no calendar file (.ics)' }]);
  }
  if (root.name !== 'vcalendar') throw impossible([{ path: 'file', message: 'is no calendar file (.ics)' }]);
  const zones = new Map<string, ICAL.Timezone>();
  for (const each of root.getAllSubcomponents('vtimezone')) {
    const one = new ICAL.Timezone(each);
    zones.set(one.tzid, one);
  }
  const entries = root.getAllSubcomponents('vevent');
  if (entries.length > MOST_EVENTS)
    throw impossible([{ path: 'file', message: `holds more than ${MOST_EVENTS} entries` }]);
  const moved = new Map<string, ICAL.Component[]>();
  const masters: ICAL.Component[] = [];
  for (const each of entries) {
    if (!each.getFirstProperty('recurrence-id')) masters.push(each);
    else {
      const uid = String(each.getFirstPropertyValue('uid') ?? '');
      moved.set(uid, [...(moved.get(uid) ?? []), each]);
    }
  }
  const found: BusyTime[] = [];
  const take = (component: ICAL.Component, begins: number, ends: number) => {
    if (!takesTime(component) || ends <= from || begins >= to || found.length >= MOST_TIMES) return;
    const what = component.getFirstPropertyValue('summary');
    found.push({ from: begins, to: ends, what: what === null ? null : String(what).slice(0, 120) });
  };
  for (const component of masters) {
    try {
      const exceptions = moved.get(String(component.getFirstPropertyValue('uid') ?? '')) ?? [];
      for (const { of, begins, ends } of occurrences(component, exceptions, zones, zone, from, to))
        take(of, begins, Math.min(ends, begins + LONGEST_MS));
    } catch {
      // One entry that cannot be read is no reason to lose the others.
    }
  }
  return found.sort((a, b) => a.from - b.from);
}

function takesTime(component: ICAL.Component): boolean {
  const is = (name: string) => String(component.getFirstPropertyValue(name) ?? '').toUpperCase();
  return is('transp') !== 'TRANSPARENT' && is('status') !== 'CANCELLED';
}

interface Occurrence {
  of: ICAL.Component;
  begins: number;
  ends: number;
}

function* occurrences(
  component: ICAL.Component,
  exceptions: readonly ICAL.Component[],
  zones: ReadonlyMap<string, ICAL.Timezone>,
  zone: string,
  from: number,
  to: number
): Generator<Occurrence> {
  const start = component.getFirstProperty('dtstart');
  if (!start) return;
  const tzid = start.getParameter('tzid');
  const named = typeof tzid === 'string' ? tzid : null;
  const ms = (time: ICAL.Time) => moment(time, named, zones, zone);
  const event = new ICAL.Event(component);
  const first = start.getFirstValue() as ICAL.Time;
  const length = Math.max(0, event.endDate ? ms(event.endDate) - ms(event.startDate) : 0) || dayLength(first);
  const of_exception = new Map(
    exceptions.map((each) => [
      moment(each.getFirstPropertyValue('recurrence-id') as ICAL.Time, named, zones, zone),
      each
    ])
  );
  for (const each of exceptions) yield* occurrences(stripped(each), [], zones, zone, from, to);
  if (!event.isRecurring()) {
    yield { of: component, begins: ms(first), ends: ms(first) + length };
    return;
  }
  const repeated = event.iterator();
  for (let i = 0; i < 100_000; i++) {
    const next = repeated.next() as ICAL.Time | undefined | null;
    if (!next) return;
    const begins = ms(next);
    if (begins >= to) return;
    if (begins + length > from && !of_exception.has(begins))
      yield { of: component, begins, ends: begins + length };
  }
}

/** A moved repetition as an entry of its own. */
function stripped(component: ICAL.Component): ICAL.Component {
  const copy = new ICAL.Component(component.toJSON() as ConstructorParameters<typeof ICAL.Component>[0]);
  copy.removeAllProperties('recurrence-id');
  copy.removeAllProperties('rrule');
  return copy;
}

const dayLength = (time: ICAL.Time): number => (time.isDate ? 86_400_000 : 0);

/** A time of the file in ms: in UTC, in a zone that the file describes or the world knows, else in the reader's. */
function moment(
  time: ICAL.Time,
  named: string | null,
  zones: ReadonlyMap<string, ICAL.Timezone>,
  zone: string
): number {
  if (time.zone?.tzid === 'UTC') return time.toUnixTime() * 1000;
  const known = named !== null && isZone(named) ? named : null;
  if (!time.isDate && !known && named !== null && zones.has(named)) {
    const there = time.clone();
    there.zone = zones.get(named)!;
    return there.toUnixTime() * 1000;
  }
  const { year, month, day, hour, minute, second } = time;
  const in_zone = known ?? zone;
  const two = (n: number) => String(n).padStart(2, '0');
  const of_minute = timeOn(
    `${year}-${two(month)}-${two(day)}`,
    time.isDate ? 0 : hour * 60 + minute,
    in_zone
  );
  return time.isDate ? of_minute : of_minute + second * 1000;
}
