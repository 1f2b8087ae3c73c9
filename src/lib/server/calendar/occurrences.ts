import ICAL from 'ical.js';
import type { ZonesOfFile } from './zones-of-file';

export interface Occurrence {
  of: ICAL.Component;
  begins: number;
  ends: number;
}

/** Why an entry could not be read, in words for its reader. */
export class Unreadable extends Error {}

/** Repetitions that are followed, of one entry and of a whole file: an hourly one for five years. */
export const MOST_STEPS = { entry: 45_000, file: 200_000 } as const;
const TOO_OFTEN = ['SECONDLY', 'MINUTELY'];
const DAY_MS = 86_400_000;

/** Repetitions that may still be followed in this file. */
export interface Steps {
  left: number;
}

/**
 * When an entry takes place between two moments: once, as its rules and dates say, less what was left out or moved.
 *
 * @param moved moments at which other entries stand for it; null of such an entry, which takes place once
 * @throws Unreadable
 * @source RFC 5545, 3.8.5
 */
export function* occurrences(
  component: ICAL.Component,
  moved: ReadonlySet<number> | null,
  zones: ZonesOfFile,
  from: number,
  to: number,
  steps: Steps
): Generator<Occurrence> {
  const start = component.getFirstProperty('dtstart');
  if (!start) throw new Unreadable('it has no beginning');
  const first = valueOf(start);
  if (!(first instanceof ICAL.Time)) throw new Unreadable('its beginning is no time');
  const begins = zones.moment(first, zoneNamed(start));
  if (!Number.isFinite(begins)) throw new Unreadable('its beginning is no time');
  const length = lengthOf(component, first, begins, zones);
  if (moved === null) {
    if (begins < to && begins + length > from) yield { of: component, begins, ends: begins + length };
    return;
  }
  const left_out = leftOut(component, zones);
  const seen = new Set<number>(moved);
  function* once(time: ICAL.Time, at: number, lasts = length): Generator<Occurrence> {
    if (seen.has(at)) return;
    seen.add(at);
    if (at >= to || at + lasts <= from || left_out.times.has(at) || left_out.days.has(dayOf(time))) return;
    yield { of: component, begins: at, ends: at + lasts };
  }
  const rules = component.getAllProperties('rrule').map((each) => each.getFirstValue());
  if (rules.length === 0) yield* once(first, begins);
  for (const rule of rules) {
    if (!(rule instanceof ICAL.Recur)) throw new Unreadable('how it repeats cannot be read');
    if (TOO_OFTEN.includes(rule.freq)) throw new Unreadable('it repeats every minute or oftener');
    const repeated = rule.iterator(first);
    for (let step = 0; ; step++) {
      if (step > MOST_STEPS.entry || steps.left-- <= 0)
        throw new Unreadable('it repeats more often than is followed');
      const next = repeated.next() as ICAL.Time | undefined | null;
      if (!next) break;
      // Long before, its hour to the minute is of no interest.
      if (next.toUnixTime() * 1000 + length < from - 2 * DAY_MS) continue;
      const at = zones.moment(next, zoneNamed(start));
      if (at >= to) break;
      yield* once(next, at);
    }
  }
  for (const dates of component.getAllProperties('rdate'))
    for (const value of dates.getValues()) {
      if (steps.left-- <= 0) throw new Unreadable('it repeats more often than is followed');
      if (value instanceof ICAL.Period) {
        const at = zones.moment(value.start, zoneNamed(dates));
        yield* once(value.start, at, zones.moment(value.getEnd(), zoneNamed(dates)) - at);
      } else if (value instanceof ICAL.Time) yield* once(value, zones.moment(value, zoneNamed(dates)));
    }
}

/** The value of a property; null where it cannot be read as what it claims to be. */
function valueOf(property: ICAL.Property): unknown {
  try {
    return property.getFirstValue();
  } catch {
    return null;
  }
}

/** The zone that a property names for its times. */
export function zoneNamed(of: ICAL.Property): string | null {
  const named = of.getParameter('tzid');
  return typeof named === 'string' ? named : null;
}

/** How long it lasts, ms: to its end, in whatever zone that is; as long as it says; a day where it is one, else nothing. */
function lengthOf(component: ICAL.Component, first: ICAL.Time, begins: number, zones: ZonesOfFile): number {
  const end = component.getFirstProperty('dtend');
  const until = end?.getFirstValue();
  const lasts = component.getFirstPropertyValue('duration');
  const said =
    until instanceof ICAL.Time
      ? zones.moment(until, zoneNamed(end!)) - begins
      : lasts instanceof ICAL.Duration
        ? lasts.toSeconds() * 1000
        : 0;
  return Math.max(0, said) || (first.isDate ? DAY_MS : 0);
}

/** Moments at which it does not take place, and whole days. */
function leftOut(component: ICAL.Component, zones: ZonesOfFile): { times: Set<number>; days: Set<string> } {
  const times = new Set<number>();
  const days = new Set<string>();
  for (const each of component.getAllProperties('exdate'))
    for (const time of each.getValues()) {
      if (!(time instanceof ICAL.Time)) continue;
      if (time.isDate) days.add(dayOf(time));
      times.add(zones.moment(time, zoneNamed(each)));
    }
  return { times, days };
}

const dayOf = ({ year, month, day }: ICAL.Time): string => `${year}-${month}-${day}`;
