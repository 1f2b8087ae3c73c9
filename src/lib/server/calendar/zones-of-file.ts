import { timeOn } from '$core/time/day';
import { isZone } from '$core/time/zone';
import ICAL from 'ical.js';
import { findIana } from 'windows-iana';

/** The moments that times of a calendar file stand for. */
export class ZonesOfFile {
  private readonly described = new Map<string, ICAL.Timezone>();
  private readonly known = new Map<string, string | null>();
  /** Names of zones that nobody knows: their times were read as the reader's. */
  readonly unknown = new Set<string>();

  /** @param reader the zone of whoever reads it, for times that name none */
  constructor(
    root: ICAL.Component,
    readonly reader: string
  ) {
    for (const each of root.getAllSubcomponents('vtimezone')) {
      const one = new ICAL.Timezone(each);
      this.described.set(one.tzid, one);
    }
  }

  /** A time in ms since 1970. @param named the zone that its property names, if it does */
  moment(time: ICAL.Time, named: string | null): number {
    if (time.zone?.tzid === 'UTC') return time.toUnixTime() * 1000;
    const zone = named === null ? this.reader : this.zoneOf(named);
    if (zone === null && !time.isDate) {
      const there = time.clone();
      there.zone = this.described.get(named!)!;
      return there.toUnixTime() * 1000;
    }
    const { year, month, day, hour, minute, second } = time;
    const two = (n: number) => String(n).padStart(2, '0');
    const date = `${year}-${two(month)}-${two(day)}`;
    const in_zone = zone ?? this.reader;
    return time.isDate ? timeOn(date, 0, in_zone) : timeOn(date, hour * 60 + minute, in_zone) + second * 1000;
  }

  /** As the world calls it; null where only the file describes it. */
  private zoneOf(named: string): string | null {
    let zone = this.known.get(named);
    if (zone !== undefined) return zone;
    zone = nameOfWorld(named);
    if (zone === null && !this.described.has(named)) {
      this.unknown.add(named);
      zone = this.reader;
    }
    this.known.set(named, zone);
    return zone;
  }
}

/** A zone of the time zone database: as it is, after a maker's address before it, or by what another system calls it. */
function nameOfWorld(named: string): string | null {
  if (isZone(named)) return named;
  const [, last] = /\/([A-Za-z_]+\/[A-Za-z_+-]+(?:\/[A-Za-z_]+)?)$/.exec(named) ?? [];
  if (last !== undefined && isZone(last)) return last;
  return findIana(named)[0] ?? null;
}
