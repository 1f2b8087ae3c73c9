import ICAL from 'ical.js';
import { MOST_STEPS, Unreadable, occurrences, zoneNamed, type Steps } from './occurrences';
import { ZonesOfFile } from './zones-of-file';

/** When somebody has no time, and what their calendar calls it. Times ms since 1970. */
export interface BusyTime {
  from: number;
  to: number;
  what: string | null;
}

/** What a calendar file says of somebody's time. */
export interface BusyInCalendar {
  busy: BusyTime[];
  /** Entries that could not be read, and why. */
  unread: { what: string; why: string }[];
}

/** A file that is no calendar, in words for who sent it. */
export class CalendarFault extends Error {}

/** More entries, or busy times of them, are no calendar of a hobby. */
const MOST_ENTRIES = 20_000;
const MOST_TIMES = 5000;
const MOST_TOLD = 50;
const NAMELESS = 'An entry without a name';
const LONGEST_MS = 60 * 86_400_000;

/**
 * The busy times of a calendar file between two moments: single entries, repeated ones with what was moved or left out,
 * whole days, and times that are only said to be taken. What is marked as free or cancelled takes no time.
 *
 * @param reader zone of the reader, for times that name none
 * @throws CalendarFault for what is no calendar
 * @source RFC 5545
 */
export function busyInCalendar(text: string, reader: string, from: number, to: number): BusyInCalendar {
  const root = rootOf(text);
  const zones = new ZonesOfFile(root, reader);
  const entries = partsOf(root, 'vevent');
  const taken = partsOf(root, 'vfreebusy');
  if (entries.length + taken.length > MOST_ENTRIES)
    throw new CalendarFault(`holds more than ${MOST_ENTRIES} entries`);
  const found: BusyInCalendar = { busy: [], unread: [] };
  const unread = (what: string, why: string) => {
    if (found.unread.length < MOST_TOLD) found.unread.push({ what, why });
    else if (found.unread.length === MOST_TOLD)
      found.unread.push({ what: 'And more', why: `only the first ${MOST_TOLD} are listed` });
  };
  const take = (of: ICAL.Component, begins: number, ends: number) => {
    if (!takesTime(of) || ends <= from || begins >= to) return;
    if (found.busy.length >= MOST_TIMES) throw new Unreadable(`more than ${MOST_TIMES} times are taken`);
    found.busy.push({ from: begins, to: Math.min(ends, begins + LONGEST_MS), what: nameOf(of) });
  };
  const trying = (of: ICAL.Component, read: () => void) => {
    try {
      read();
    } catch (thrown) {
      // One entry that cannot be read is no reason to lose the others.
      unread(nameOf(of) ?? NAMELESS, thrown instanceof Unreadable ? thrown.message : 'it is damaged');
    }
  };
  const moved = new Map<string, Set<number>>();
  for (const each of entries) {
    const instead = each.getFirstProperty('recurrence-id');
    const of = instead?.getFirstValue();
    if (!(of instanceof ICAL.Time)) continue;
    const uid = uidOf(each);
    if (!moved.has(uid)) moved.set(uid, new Set());
    moved.get(uid)!.add(zones.moment(of, zoneNamed(instead!)));
  }
  const steps: Steps = { left: MOST_STEPS.file };
  for (const each of entries)
    trying(each, () => {
      const instead = each.getFirstProperty('recurrence-id');
      if (instead?.getParameter('range') !== undefined)
        unread(nameOf(each) ?? NAMELESS, 'it moves all later ones, too: only the first is moved here');
      // One that stands for another repeats nothing by itself.
      const of = instead ? null : (moved.get(uidOf(each)) ?? new Set<number>());
      for (const { begins, ends } of occurrences(each, of, zones, from, to, steps)) take(each, begins, ends);
    });
  for (const each of taken) trying(each, () => takeFreeBusy(each, zones, take));
  for (const name of zones.unknown)
    unread(`Zone “${name.slice(0, 60)}”`, `nobody knows it: its times were read as of ${reader}`);
  found.busy.sort((a, b) => a.from - b.from);
  return found;
}

function rootOf(text: string): ICAL.Component {
  let root: ICAL.Component;
  try {
    const parsed: unknown = ICAL.parse(text);
    // One file may hold several calendars one after the other.
    const first = Array.isArray(parsed) && Array.isArray(parsed[0]) ? (parsed[0] as unknown) : parsed;
    root = new ICAL.Component(first as Written);
  } catch {
    throw new CalendarFault('is no calendar file (.ics)');
  }
  if (root.name !== 'vcalendar') throw new CalendarFault('is no calendar file (.ics)');
  return root;
}

type Written = ConstructorParameters<typeof ICAL.Component>[0];

/**
 * The entries of a calendar, each by itself: as parts of it they would look for their zones among all others, which of many
 * takes minutes.
 */
function partsOf(root: ICAL.Component, name: string): ICAL.Component[] {
  // What was parsed is its name, its properties and its parts, and each part the same.
  const [, , parts] = root.toJSON() as unknown as [string, unknown[], [string, ...unknown[]][]];
  return parts.filter(([kind]) => kind === name).map((part) => new ICAL.Component(part));
}

/** Times that are said to be taken, without what by. */
function takeFreeBusy(
  component: ICAL.Component,
  zones: ZonesOfFile,
  take: (of: ICAL.Component, begins: number, ends: number) => void
): void {
  for (const property of component.getAllProperties('freebusy')) {
    const kind = property.getParameter('fbtype');
    if (typeof kind === 'string' && kind.toUpperCase() === 'FREE') continue;
    for (const value of property.getValues()) {
      if (!(value instanceof ICAL.Period)) continue;
      const named = zoneNamed(property);
      take(component, zones.moment(value.start, named), zones.moment(value.getEnd(), named));
    }
  }
}

function takesTime(component: ICAL.Component): boolean {
  const is = (name: string) => String(component.getFirstPropertyValue(name) ?? '').toUpperCase();
  return is('transp') !== 'TRANSPARENT' && is('status') !== 'CANCELLED';
}

const uidOf = (component: ICAL.Component): string => String(component.getFirstPropertyValue('uid') ?? '');

function nameOf(component: ICAL.Component): string | null {
  const summary = component.getFirstPropertyValue('summary');
  return summary === null ? null : String(summary).slice(0, 120);
}
