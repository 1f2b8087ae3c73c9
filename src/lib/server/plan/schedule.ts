import type { LeftOut, ScheduledStep, Slip } from '$lib/schema/plan';
import { nowIso, nowMs } from '$core/time/now';
import type { CastingFacts } from '$core/plan/steps/casting-facts';
import { castingSteps, stepsLeft, type CastingStep, type StepNote } from '$core/plan/casting-steps';
import { POUR, isOfMelt } from '$core/plan/steps/ids';
import { REST_MIN } from '$core/reference/rest';
import { planBack, type NoPlan, type Plan } from '$core/plan/plan-back';
import { whenItSlips } from '$core/plan/slips';
import type { People } from '$core/plan/timetable';
import type { Database } from '../database/database';
import { listFlasks } from '../flask/flasks';
import { notFound } from '../refusal';
import { readSession, type SessionRecord } from '../session/sessions';
import { peoplesTime } from './people-time';
import { listPatterns } from '../pattern/patterns';
import { coatsPutOn } from './coats-put-on';
import { moldsOf } from './day-molds';
import type { StepHours } from './day-heaps';
import { ANYONE, planFacts } from './plan-facts';
import { readPlan, type PlanRecord } from './plans';
import { readRammingPace } from './ramming-pace';
import { waysToKeep } from './ways-to-keep';

export interface Schedule {
  plan: PlanRecord;
  session: { id: number; name: string | null; at: string; zone: string; members: number[] };
  steps: ScheduledStep[];
  /** When the pour begins; null where there is no plan. */
  pour_at: string | null;
  /** The soonest that it could. */
  earliest: string | null;
  late_min: number;
  proven: boolean;
  /** Ways to keep the day by leaving something out, the fewest castings first; none where none helps, or none is wanted. */
  leave_out: LeftOut[];
  /** Steps that find no opening that is long enough. */
  too_long: string[];
  /** Those whose time nobody told: the plan goes by usual hours of theirs. */
  hours_guessed: string[];
  /** Heaps that may freeze for all that is known: there is no forecast for where they stand, or none so far ahead. */
  frost_unknown: string[];
  /** How long molds take here against the handbook, and by how many that is known; null where it is not. */
  ramming: { times: number; molds: number } | null;
  /** The molds of the plan, and whether they are set out in the day already. */
  molds: {
    number: number;
    mold_id: number | null;
    flask: string;
    makes: string;
    sand_kg: number;
    round: number;
  }[];
}

/** How far ahead one looks for openings, days; further than the day itself by half a year. */
const AHEAD_DAYS = 180;

interface Worked {
  plan: PlanRecord;
  session: SessionRecord;
  facts: CastingFacts;
  /** What was noted of its steps, coats that their patterns have by now among them. */
  notes: StepNote[];
  all: CastingStep[];
  left: CastingStep[];
  goal: string | null;
  planned: Plan | NoPlan | null;
  people: People;
  busy: People;
  told: string[];
  guessed: string[];
  wanted: number;
  now: number;
}

async function worked(db: Database, id: number, now: number): Promise<Worked> {
  const plan = await readPlan(db, id);
  const session = await readSession(db, plan.session_id);
  const put_on = coatsPutOn(plan, await listPatterns(db));
  // Once some molds are poured the melts are those of the others, from one again: what was ticked was of those before.
  const pouring = session.molds.some(({ state }) => state === 'poured' || state === 'shaken-out');
  const stale = (of: string) => pouring && isOfMelt(of);
  const notes = [
    // What is found done stands for what was noted of the step before.
    ...plan.notes.filter(({ id: of }) => !stale(of) && put_on.every((each) => each.id !== of)),
    ...put_on
  ];
  const factsAt = await planFacts(db, plan, now);
  const overnight = factsAt();
  // In the middle of the day what is left is done from now on.
  const wanted = pouring ? Math.max(now, Date.parse(session.at)) : Date.parse(session.at);
  const until = Math.max(now, wanted) + AHEAD_DAYS * 86_400_000;
  const time = await peoplesTime(db, overnight.people, session.zone, now, until);
  const by = (facts: CastingFacts): Worked => {
    const all = castingSteps(facts);
    const left = stepsLeft(all, notes);
    const goal = goalOf(left);
    const planned =
      goal === null ? null : planBack(left, goal, wanted, time.people, now, time.busy, time.told);
    return { plan, session, facts, notes, all, left, goal, planned, ...time, wanted, now };
  };
  // Sand lies overnight where it can; where the day would be missed for that, it rests as long as it has to.
  const chosen = (of: (short_rest: CastingFacts['short_rest']) => Worked): Worked => {
    const usual = of(null);
    if (!(latenessOf(usual) > 0)) return usual;
    const short = of(REST_MIN);
    return latenessOf(short) < latenessOf(usual) ? short : usual;
  };
  const first = chosen((short_rest) => by({ ...overnight, short_rest }));
  const hours = hoursOf(first);
  if (!hours) return first;
  // Sand dries until its hour comes, and comes back out of molds: what it wants is told by when its steps lie.
  const { short_rest } = first.facts;
  const facts = { ...factsAt(hours), short_rest };
  const all = castingSteps(facts);
  const left = stepsLeft(all, notes);
  return sameWork(left, first.left) ? { ...first, facts, all, left } : by(facts);
}

/** When the steps of a plan lie; null where there is none. */
function hoursOf({ planned }: Worked): StepHours | null {
  if (!planned || 'too_long' in planned) return null;
  return new Map(planned.steps.map(({ id, from, to }) => [id, { from, to }]));
}

/** The same steps with the same waits, whatever they are about: what was planned of the one holds for the other. */
const sameWork = (a: readonly CastingStep[], b: readonly CastingStep[]): boolean =>
  JSON.stringify(a.map(({ about: _, ...work }) => work)) ===
  JSON.stringify(b.map(({ about: _, ...work }) => work));

/** What is planned back from: the pour, or what is left once it was ticked; null where nothing is. */
const goalOf = (left: readonly CastingStep[]): string | null =>
  left.some((step) => step.id === POUR) ? POUR : (left.at(-1)?.id ?? null);

const latenessOf = ({ planned }: Worked): number =>
  planned === null ? 0 : 'too_long' in planned ? Infinity : planned.late_min;

/** The plan of a casting day as it follows from how things stand now. */
export function readSchedule(db: Database, id: number, now = nowMs()): Promise<Schedule> {
  // Within a minute and without a write it stays the same.
  return db.sinceLastWrite(`schedule ${id} ${Math.floor(now / 60_000)}`, () => scheduled(db, id, now));
}

async function scheduled(db: Database, id: number, now: number): Promise<Schedule> {
  const work = await worked(db, id, now);
  const { plan, session, facts, all, goal, planned, guessed } = work;
  const found = planned && !('too_long' in planned) ? planned : null;
  const leave_out = found && found.late_min > 0 && goal === POUR ? await waysToKeep(db, work) : [];
  const place = new Map((found?.steps ?? []).map((step) => [step.id, step]));
  const notes = new Map(work.notes.map((note) => [note.id, note]));
  const iso = (ms: number | undefined) => (ms === undefined ? null : new Date(ms).toISOString());
  const steps = all.map((step): ScheduledStep => {
    const at = place.get(step.id);
    const note = notes.get(step.id);
    return {
      id: step.id,
      about: step.about,
      from: iso(at?.from),
      to: iso(at?.to),
      minutes: note?.minutes ?? step.minutes,
      member: at?.who && at.who !== ANYONE ? Number(at.who) : (note?.member ?? null),
      slack_min: at?.slack_min ?? null,
      late: step.late === true,
      not_before: note?.not_before ?? null,
      done_at: note?.done_at ?? null,
      serves: step.serves ?? []
    };
  });
  const { name, at, zone, members } = session;
  return {
    plan,
    session: { id: session.id, name, at, zone, members },
    steps: steps.sort((a, b) => (a.done_at ?? a.from ?? '9').localeCompare(b.done_at ?? b.from ?? '9')),
    pour_at: iso(found?.pour_at),
    earliest: iso(found?.earliest),
    late_min: found?.late_min ?? 0,
    proven: found?.proven ?? false,
    leave_out,
    too_long: planned && 'too_long' in planned ? planned.too_long : [],
    hours_guessed: guessed,
    frost_unknown: facts.heaps.filter(({ frost_known }) => !frost_known).map(({ name: of }) => of),
    ramming: await readRammingPace(db, await listFlasks(db)),
    molds: facts.molds.map(({ number, mold_id, flask, makes: of, sand_kg, round }) => ({
      number,
      mold_id,
      flask,
      makes: of,
      sand_kg,
      round
    }))
  };
}

/** @throws Refusal 404 for a step that is not in the plan, or done */
export async function readSlip(
  db: Database,
  id: number,
  { step, by_min }: { step: string; by_min: number },
  now = nowMs()
): Promise<Slip> {
  const { left, goal, planned: plan, people, busy, told, wanted, all } = await worked(db, id, now);
  if (!left.some((each) => each.id === step)) throw notFound('step', step.slice(0, 80));
  const slip =
    goal === null || plan === null || 'too_long' in plan
      ? null
      : whenItSlips(left, plan satisfies Plan, { id: step, by_min }, goal, wanted, people, now, busy, told);
  if (!slip) return { pour_by_min: null, moved: [] };
  return {
    pour_by_min: slip.pour_by_min,
    moved: slip.moved.map(({ id: of, by_min: by }) => ({
      id: of,
      about: all.find((each) => each.id === of)!.about,
      by_min: by
    }))
  };
}

/** What is to be done before a casting day, the soonest first, for the Bench. */
export async function stepsAhead(
  db: Database,
  session_id: number,
  most: number,
  now = nowMs()
): Promise<{
  plan_id: number;
  steps: ScheduledStep[];
  left: number;
  late_min: number;
  molds: number;
} | null> {
  const row = await db.tables.plans.findOne({ where: { session_id, removed_at: null } });
  if (!row) return null;
  const { plan, steps, late_min, molds } = await readSchedule(db, row.id, now);
  const left = steps.filter(({ done_at, from }) => done_at === null && from !== null);
  return { plan_id: plan.id, steps: left.slice(0, most), left: left.length, late_min, molds: molds.length };
}

/** Enters the molds of a plan in its day, so that they are rammed step by step; nothing where some are there already. */
export async function setOutMolds(db: Database, id: number): Promise<{ molds: number[] }> {
  const plan = await readPlan(db, id);
  return db.write(async (transaction) => {
    const session = await readSession(db, plan.session_id, transaction);
    if (session.molds.length > 0) return { molds: [] };
    const made: number[] = [];
    for (const { flask_id, patterns, heap_id } of moldsOf(plan, session)) {
      const row = await db.tables.molds.create(
        {
          session_id: session.id,
          flask_id,
          patterns: patterns.map((each) => ({ ...each })),
          facing_heap_id: null,
          backing_heap_id: heap_id,
          state: 'planned',
          metal: plan.metal,
          layout: null,
          broken_because: null,
          note: null,
          created_at: nowIso()
        },
        { transaction }
      );
      made.push(row.id);
    }
    return { molds: made };
  });
}
