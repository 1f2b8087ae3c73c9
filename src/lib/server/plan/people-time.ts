import { USUAL_HOURS, openTime, type OpenHours } from '$core/plan/open-hours';
import type { People } from '$core/plan/timetable';
import type { Span } from '$core/plan/spans';
import type { Database } from '../database/database';
import { ANYONE } from './plan-facts';

/** When those who take part have time, and when they surely have none. */
export interface PeoplesTime {
  /** The hours of their week, less what their calendars have. */
  people: People;
  /** What their calendars have. */
  busy: People;
  /** Those who told the hours of their week. */
  told: string[];
  /** Those whose time nobody told, by name: no week and no calendar, so that usual hours stand in. */
  guessed: string[];
}

export async function peoplesTime(
  db: Database,
  people: readonly string[],
  zone: string,
  from: number,
  to: number
): Promise<PeoplesTime> {
  const [members, rows] = await Promise.all([
    db.tables.members.findAll({ raw: true }),
    db.tables.busy.findAll({ raw: true })
  ]);
  const busyOf = (who: string): Span[] =>
    rows
      .filter(({ member_id }) => String(member_id) === who)
      .map(({ from_at, to_at }) => ({ from: Date.parse(from_at), to: Date.parse(to_at) }));
  const hoursOfWeek = (who: string) => {
    const member = who === ANYONE ? undefined : members.find(({ id }) => String(id) === who);
    // Raw rows hold what is nested as text.
    return hoursOf(member?.hours ?? null);
  };
  const each = (of: (who: string) => Span[]): People =>
    Object.fromEntries(people.map((who) => [who, of(who)]));
  return {
    people: each((who) => openTime(hoursOfWeek(who), busyOf(who), zone, from, to)),
    busy: each(busyOf),
    told: members.flatMap(({ id, hours }) => (hours === null ? [] : [String(id)])),
    guessed: people.includes(ANYONE)
      ? ['whoever does it']
      : members
          .filter(
            ({ id, hours }) =>
              people.includes(String(id)) && hours === null && busyOf(String(id)).length === 0
          )
          .map(({ name }) => name)
  };
}

const hoursOf = (kept: OpenHours[] | string | null): readonly OpenHours[] =>
  (typeof kept === 'string' ? (JSON.parse(kept) as OpenHours[] | null) : kept) ?? USUAL_HOURS;
