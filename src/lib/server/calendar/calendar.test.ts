import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { createEvents } from 'ics';
import type { ScheduledStep } from '$lib/schema/plan';
import type { Schedule } from '../plan/schedule';
import { busyInCalendar } from './calendar-in';
import { eventsOf } from './calendar-out';
import { foldedByOctets } from './folding';

const HOUR = 3_600_000;
const step = (id: string, from: string, hours: number, rest: Partial<ScheduledStep> = {}): ScheduledStep => ({
  id,
  about: { do: 'tools' },
  from,
  to: new Date(Date.parse(from) + hours * HOUR).toISOString(),
  minutes: hours * 60,
  member: 1,
  slack_min: 0,
  late: false,
  not_before: null,
  done_at: null,
  serves: [],
  ...rest
});
const schedule = (steps: ScheduledStep[]) =>
  ({
    plan: { id: 7, version: 3, created_at: '2026-03-01T09:00:00Z' },
    session: {
      id: 1,
      name: 'Gates; latches, and "pins"',
      at: '2026-04-04T13:00:00Z',
      zone: 'Europe/London',
      members: [1]
    },
    steps
    // The other figures of a schedule are not asked for.
  }) as unknown as Schedule;

const file = (steps: ScheduledStep[]) =>
  createEvents(eventsOf(schedule(steps), new Map([[1, 'Orla']]), 'metric', 'http://shed:5173')).value!;

/** Events of a file as another parser reads them. */
const read = (text: string) =>
  new ICAL.Component(ICAL.parse(text) as ConstructorParameters<typeof ICAL.Component>[0])
    .getAllSubcomponents('vevent')
    .map((each) => new ICAL.Event(each));

describe('a plan as a calendar file', () => {
  it('is read back by an independent parser to the minute, over both changes of the clock', () => {
    const hours = [
      '2026-03-28',
      '2026-03-29',
      '2026-03-30',
      '2026-10-24',
      '2026-10-25',
      '2026-10-26'
    ].flatMap((day) =>
      [0, 1, 2, 12, 18, 23].map((hour) => `${day}T${String(hour).padStart(2, '0')}:30:00.000Z`)
    );
    const events = read(file(hours.map((from, i) => step(`s${i}`, from, 1))));
    expect(events.map(({ startDate }) => new Date(startDate.toUnixTime() * 1000).toISOString())).toEqual(
      hours
    );
    for (const { startDate, endDate } of events)
      expect(endDate.toUnixTime() - startDate.toUnixTime()).toBe(3600);
    expect(new Set(events.map(({ uid }) => uid)).size).toBe(hours.length);
  });

  it('keeps its words whole, names who does it, and leaves out what is done', () => {
    const events = read(
      file([
        step('own:1', '2026-04-01T18:00:00.000Z', 1, {
          about: { do: 'own', what: 'sand; clay, 2 bags\\kilos' }
        }),
        step('tools', '2026-04-02T18:00:00.000Z', 1, { done_at: '2026-04-01T18:00:00Z' })
      ])
    );
    expect(events).toHaveLength(1);
    expect(events[0]!.summary).toBe('Sand; clay, 2 bags\\kilos (Orla)');
    expect(events[0]!.description).toContain('For Gates; latches, and "pins".');
    expect(events[0]!.uid).toBe('plan-7-own-1@brunkel');
  });
});

describe('its lines', () => {
  it('are folded at 75 bytes, with no letter parted, and read back as they were', () => {
    const what = `Grüße an die Gießerei 🔥 ${'ä€𝄞 clay; sand, \\ '.repeat(12)}`.trim();
    const folded = foldedByOctets(
      file([step('own:1', '2026-04-01T18:00:00.000Z', 1, { about: { do: 'own', what } })])
    );
    const lines = folded.split('\r\n');
    for (const line of lines) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    expect(lines.filter((line) => line.startsWith(' ')).length).toBeGreaterThan(3);
    expect(read(folded)[0]!.summary).toBe(`${what[0]!.toUpperCase()}${what.slice(1)} (Orla)`);
    // What is folded right stays as it is.
    expect(foldedByOctets(folded)).toBe(folded);
  });

  it('number each reading later than the one before, though the plan is the same', () => {
    const at = (now: string) =>
      eventsOf(
        schedule([step('tools', '2026-04-02T18:00:00.000Z', 1)]),
        new Map(),
        'metric',
        null,
        Date.parse(now)
      )[0]!.sequence;
    expect(at('2026-03-01T10:00:00Z')).toBe(60);
    expect(at('2026-03-02T09:00:00Z')).toBe(1440);
    expect(at('2026-02-01T09:00:00Z')).toBe(0);
  });
});

const calendar = (...events: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:x', ...events, 'END:VCALENDAR', ''].join('\r\n');
const event = (...lines: string[]) => ['BEGIN:VEVENT', 'UID:a', ...lines, 'END:VEVENT'].join('\r\n');
const FROM = Date.UTC(2026, 2, 20);
const TO = Date.UTC(2026, 3, 20);
const times = (text: string, zone = 'Europe/London') =>
  busyInCalendar(text, zone, FROM, TO).busy.map(({ from, to }) => [
    new Date(from).toISOString(),
    (to - from) / HOUR
  ]);

describe('busy times of a calendar file', () => {
  it('a weekly evening stays at its hour through summer time, less what was moved or left out', () => {
    const text = calendar(
      event(
        'DTSTART;TZID=Europe/London:20260318T190000',
        'DTEND;TZID=Europe/London:20260318T210000',
        'RRULE:FREQ=WEEKLY;COUNT=6',
        'EXDATE;TZID=Europe/London:20260408T190000'
      ),
      event(
        'RECURRENCE-ID;TZID=Europe/London:20260401T190000',
        'DTSTART;TZID=Europe/London:20260402T200000',
        'DTEND;TZID=Europe/London:20260402T210000'
      )
    );
    expect(times(text, 'America/New_York')).toEqual([
      ['2026-03-25T19:00:00.000Z', 2],
      ['2026-04-02T19:00:00.000Z', 1],
      ['2026-04-15T18:00:00.000Z', 2]
    ]);
  });

  it('times without a zone are the reader’s, whole days last from midnight to midnight there', () => {
    expect(times(calendar(event('DTSTART:20260401T100000', 'DURATION:PT90M')), 'America/New_York')).toEqual([
      ['2026-04-01T14:00:00.000Z', 1.5]
    ]);
    expect(times(calendar(event('DTSTART;VALUE=DATE:20260410', 'DTEND;VALUE=DATE:20260412')))).toEqual([
      ['2026-04-09T23:00:00.000Z', 48]
    ]);
    expect(times(calendar(event('DTSTART:20260401T100000Z', 'DTEND:20260401T113000Z')))).toEqual([
      ['2026-04-01T10:00:00.000Z', 1.5]
    ]);
  });

  it('a zone that only the file knows is read as it describes it', () => {
    const zone = [
      'BEGIN:VTIMEZONE',
      'TZID:Shed time',
      'BEGIN:STANDARD',
      'DTSTART:19700101T000000',
      'TZOFFSETFROM:+0300',
      'TZOFFSETTO:+0300',
      'END:STANDARD',
      'END:VTIMEZONE'
    ].join('\r\n');
    expect(
      times(
        calendar(
          zone,
          event('DTSTART;TZID=Shed time:20260401T100000', 'DTEND;TZID=Shed time:20260401T110000')
        )
      )
    ).toEqual([['2026-04-01T07:00:00.000Z', 1]]);
  });

  it('free and cancelled entries take no time, nor what lies outside', () => {
    const at = ['DTSTART:20260401T100000Z', 'DTEND:20260401T110000Z'];
    expect(times(calendar(event(...at, 'TRANSP:TRANSPARENT'), event(...at, 'STATUS:CANCELLED')))).toEqual([]);
    expect(times(calendar(event('DTSTART:20250401T100000Z', 'DTEND:20250401T110000Z')))).toEqual([]);
  });

  it('what is no calendar is refused; one entry that cannot be read is no reason to lose the rest', () => {
    for (const text of ['', 'hello', 'BEGIN:VCARD\r\nEND:VCARD', '\u0000\u0001', '{"a":1}'])
      expect(() => times(text)).toThrow(/no calendar file/);
    const bad = ['BEGIN:VEVENT', 'UID:b', 'DTSTART:nonsense', 'END:VEVENT'].join('\r\n');
    expect(times(calendar(bad, event('DTSTART:20260401T100000Z', 'DTEND:20260401T110000Z')))).toHaveLength(1);
    // A rule without an end goes on as far as is looked.
    expect(
      times(calendar(event('DTSTART:20260320T100000Z', 'DTEND:20260320T110000Z', 'RRULE:FREQ=DAILY'))).length
    ).toBe(31);
  });
});

describe('what calendars of other programs do', () => {
  const unread = (text: string) => busyInCalendar(text, 'Europe/London', FROM, TO).unread;

  it('an end in another zone is the moment that it says', () => {
    // Ten in London, which is on summer time, to one in Berlin: noon in London.
    const text = calendar(
      event('DTSTART;TZID=Europe/London:20260401T100000', 'DTEND;TZID=Europe/Berlin:20260401T130000')
    );
    expect(times(text)).toEqual([['2026-04-01T09:00:00.000Z', 2]]);
  });

  it('zones go by the names that other systems and makers give them; one nobody knows is told', () => {
    const at = (zone: string) =>
      times(
        calendar(event(`DTSTART;TZID=${zone}:20260401T100000`, `DTEND;TZID=${zone}:20260401T110000`)),
        'America/New_York'
      )[0]![0];
    expect(at('W. Europe Standard Time')).toBe('2026-04-01T08:00:00.000Z');
    expect(at('Eastern Standard Time')).toBe('2026-04-01T14:00:00.000Z');
    expect(at('/somebody.example/2026a/Europe/Berlin')).toBe('2026-04-01T08:00:00.000Z');
    const text = calendar(
      event('DTSTART;TZID=Shed of Ada:20260401T100000', 'DTEND;TZID=Shed of Ada:20260401T110000')
    );
    expect(times(text)).toEqual([['2026-04-01T09:00:00.000Z', 1]]);
    expect(unread(text)).toEqual([
      { what: 'Zone “Shed of Ada”', why: 'nobody knows it: its times were read as of Europe/London' }
    ]);
  });

  it('what is left out in world time, or by its day, is left out', () => {
    const of = (exdate: string) =>
      times(
        calendar(
          event(
            'DTSTART;TZID=Europe/London:20260325T190000',
            'DTEND;TZID=Europe/London:20260325T200000',
            'RRULE:FREQ=WEEKLY;COUNT=3',
            exdate
          )
        )
      ).map(([at]) => at);
    const without_second = ['2026-03-25T19:00:00.000Z', '2026-04-08T18:00:00.000Z'];
    expect(of('EXDATE:20260401T180000Z')).toEqual(without_second);
    expect(of('EXDATE;VALUE=DATE:20260401')).toEqual(without_second);
  });

  it('one that was moved stands without the one that it was moved from', () => {
    const text = calendar(
      event(
        'RECURRENCE-ID;TZID=Europe/London:20260401T190000',
        'DTSTART;TZID=Europe/London:20260402T200000',
        'DTEND;TZID=Europe/London:20260402T210000'
      )
    );
    expect(times(text)).toEqual([['2026-04-02T19:00:00.000Z', 1]]);
  });

  it('dates without a rule are all taken, those with an end of their own as long', () => {
    const text = calendar(
      event(
        'DTSTART:20260401T100000Z',
        'DTEND:20260401T110000Z',
        'RDATE:20260403T100000Z,20260404T100000Z',
        'RDATE;VALUE=PERIOD:20260405T100000Z/PT3H'
      )
    );
    expect(times(text)).toEqual([
      ['2026-04-01T10:00:00.000Z', 1],
      ['2026-04-03T10:00:00.000Z', 1],
      ['2026-04-04T10:00:00.000Z', 1],
      ['2026-04-05T10:00:00.000Z', 3]
    ]);
  });

  it('times that are only said to be taken take time, those said to be free none', () => {
    const text = calendar(
      'BEGIN:VFREEBUSY',
      'UID:f',
      'FREEBUSY;FBTYPE=BUSY:20260401T100000Z/20260401T120000Z,20260402T080000Z/PT30M',
      'FREEBUSY;FBTYPE=FREE:20260403T100000Z/PT1H',
      'END:VFREEBUSY'
    );
    expect(times(text)).toEqual([
      ['2026-04-01T10:00:00.000Z', 2],
      ['2026-04-02T08:00:00.000Z', 0.5]
    ]);
  });

  it('what could not be read is told, not dropped', () => {
    const good = event('DTSTART:20260401T100000Z', 'DTEND:20260401T110000Z');
    const bad = (...lines: string[]) =>
      ['BEGIN:VEVENT', 'UID:b', 'SUMMARY:Choir', ...lines, 'END:VEVENT'].join('\r\n');
    const why = (...lines: string[]) => {
      const text = calendar(bad(...lines), good);
      expect(times(text)).toHaveLength(1);
      return unread(text);
    };
    expect(why('DTSTART:nonsense')).toEqual([{ what: 'Choir', why: 'its beginning is no time' }]);
    expect(why('DURATION:PT1H')).toEqual([{ what: 'Choir', why: 'it has no beginning' }]);
    expect(why('DTSTART:20200101T000000Z', 'RRULE:FREQ=SECONDLY')).toEqual([
      { what: 'Choir', why: 'it repeats every minute or oftener' }
    ]);
    expect(why('DTSTART:19900101T000000Z', 'RRULE:FREQ=HOURLY')).toEqual([
      { what: 'Choir', why: 'it repeats more often than is followed' }
    ]);
    expect(busyInCalendar(calendar(good), 'Europe/London', FROM, TO).unread).toEqual([]);
  });
});
