import { USUAL_HOURS, openTime, type OpenHours } from '$core/plan/open-hours';
import type { People } from '$core/plan/timetable';
import type { Span } from '$core/plan/spans';
import type { Database } from '../database/database';
import { ANYONE } from './plan-facts';

/** When those who take part have time: the hours of their week, less what their calendars have. */
export async function peoplesTime(
  db: Database,
  people: readonly string[],
  zone: string,
  from: number,
  to: number
): Promise<People> {
  const [members, busy] = await Promise.all([
    db.tables.members.findAll({ raw: true }),
    db.tables.busy.findAll({ raw: true })
  ]);
  return Object.fromEntries(
    people.map((who) => {
      const member = who === ANYONE ? undefined : members.find(({ id }) => String(id) === who);
      // Raw rows hold what is nested as text.
      const hours = hoursOf(member?.hours ?? null);
      const taken: Span[] = busy
        .filter(({ member_id }) => String(member_id) === who)
        .map(({ from_at, to_at }) => ({ from: Date.parse(from_at), to: Date.parse(to_at) }));
      return [who, openTime(hours, taken, zone, from, to)];
    })
  );
}

const hoursOf = (kept: OpenHours[] | string | null): readonly OpenHours[] =>
  (typeof kept === 'string' ? (JSON.parse(kept) as OpenHours[] | null) : kept) ?? USUAL_HOURS;
