import { nowMs } from '$core/time/now';
import { createEvents, type EventAttributes } from 'ics';
import { MINUTE_MS } from '$core/plan/steps/step';
import { stepPage, stepWords } from '$core/plan/steps/kinds';
import type { UnitSystem } from '$core/quantity/unit';
import type { Database } from '../database/database';
import type { Schedule } from '../plan/schedule';
import { readSchedule } from '../plan/schedule';
import { listPlans } from '../plan/plans';
import { memberNames } from '../member/members';
import { readSession } from '../session/sessions';
import { foldedByOctets } from './folding';

/** A moment as the calendar format takes it: in UTC, so that it is the same in whatever zone it is read. */
const utc = (iso: string): [number, number, number, number, number] => {
  const [year, month, day, hour, minute] = iso.split(/\D/).map(Number) as [
    number,
    number,
    number,
    number,
    number
  ];
  return [year, month, day, hour, minute];
};

/** What is left of a plan as entries of a calendar, each under a name that stays its own when it moves. */
export function eventsOf(
  { plan, session, steps }: Schedule,
  names: ReadonlyMap<number, string>,
  units: UnitSystem,
  address: string | null,
  now = nowMs()
): EventAttributes[] {
  const day = session.name ?? 'the casting';
  // Hours move as time goes by and steps are ticked, not only when the plan is changed: each reading is a later one.
  const sequence = Math.max(0, Math.floor((now - Date.parse(plan.created_at)) / MINUTE_MS));
  return steps.flatMap((step): EventAttributes[] => {
    if (step.from === null || step.to === null || step.done_at !== null) return [];
    const who = step.member === null ? null : (names.get(step.member) ?? null);
    const words = stepWords(step.about, units);
    const page = stepPage(step.about);
    return [
      {
        uid: `plan-${plan.id}-${step.id.replace(/[^\w-]+/g, '-')}@brunkel`,
        title: `${words[0]!.toUpperCase()}${words.slice(1)}${who ? ` (${who})` : ''}`,
        description: `For ${day}.${
          step.slack_min === null
            ? ''
            : step.slack_min > 0
              ? ` It can wait ${slackText(step.slack_min)}.`
              : ' The pour slips with it.'
        }`,
        start: utc(step.from),
        startInputType: 'utc',
        startOutputType: 'utc',
        end: utc(step.to),
        endInputType: 'utc',
        endOutputType: 'utc',
        status: 'CONFIRMED',
        busyStatus: 'BUSY',
        categories: ['Brunkel'],
        sequence,
        ...(address && page && { url: `${address}${page}` })
      }
    ];
  });
}

const slackText = (minutes: number): string =>
  minutes >= 2880
    ? `${Math.floor(minutes / 1440)} days`
    : minutes >= 120
      ? `${Math.floor(minutes / 60)} h`
      : `${minutes} min`;

const NOTHING =
  'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nCALSCALE:GREGORIAN\r\nPRODID:brunkel\r\nX-WR-CALNAME:Brunkel\r\nEND:VCALENDAR\r\n';

/**
 * Plans of casting days that are not over as one calendar file (RFC 5545).
 *
 * @param plan_id one plan alone; left out, all of them
 * @param address that Brunkel is reached under, for the way from an entry to its page
 */
export async function calendarFile(
  db: Database,
  { plan_id, units, address }: { plan_id?: number; units: UnitSystem; address: string | null }
): Promise<string> {
  const names = new Map((await memberNames(db)).map(({ id, name }) => [id, name]));
  const plans = plan_id === undefined ? await listPlans(db) : [{ id: plan_id, session_id: 0 }];
  const events: EventAttributes[] = [];
  for (const { id, session_id } of plans) {
    if (plan_id === undefined && (await isOver(db, session_id))) continue;
    events.push(...eventsOf(await readSchedule(db, id), names, units, address));
  }
  if (events.length === 0) return NOTHING;
  const { error, value } = createEvents(events, { calName: 'Brunkel', productId: 'brunkel' });
  if (error || !value) throw error ?? new Error('The calendar came out empty.');
  return foldedByOctets(value);
}

async function isOver(db: Database, session_id: number): Promise<boolean> {
  const row = await db.tables.sessions.findOne({ where: { id: session_id, removed_at: null }, raw: true });
  return !row || (await readSession(db, session_id)).stage === 'done';
}
