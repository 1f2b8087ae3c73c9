import { castingSteps, stepsLeft, type CastingStep, type StepNote } from '$core/plan/casting-steps';
import { patternsToLeaveOut } from '$core/plan/leave-out';
import { planBack } from '$core/plan/plan-back';
import { whatToDrop } from '$core/plan/slips';
import { moldName, type CastingFacts } from '$core/plan/steps/casting-facts';
import { POUR } from '$core/plan/steps/ids';
import type { People } from '$core/plan/timetable';
import type { LeftOut } from '$lib/schema/plan';
import type { Database } from '../database/database';
import { listPatterns } from '../pattern/patterns';
import type { SessionRecord } from '../session/sessions';
import { moldsOf, type MoldInPlan } from './day-molds';
import type { PlanRecord } from './plans';

/** A casting day that is short of time, as it was planned. */
interface DayShort {
  plan: PlanRecord;
  session: SessionRecord;
  facts: CastingFacts;
  notes: readonly StepNote[];
  left: readonly CastingStep[];
  people: People;
  busy: People;
  told: readonly string[];
  wanted: number;
  now: number;
}

/** What may be left out so that the rest comes in time: whole molds, or whole patterns out of the molds they lie in. */
export async function waysToKeep(
  db: Database,
  { plan, session, facts, left, people, busy, told, wanted, now, notes }: DayShort
): Promise<LeftOut[]> {
  const patterns = await listPatterns(db);
  const standing = moldsOf(plan, session);
  const castings = (of: ReadonlyMap<number, number>): LeftOut['castings'] =>
    [...of].map(([pattern_id, count]) => ({
      pattern_id,
      name: patterns.find(({ id }) => id === pattern_id)?.name ?? 'castings',
      count
    }));
  const makes = (molds: readonly MoldInPlan[]) => {
    const sum = new Map<number, number>();
    for (const mold of molds)
      for (const { pattern_id, count } of mold.patterns)
        sum.set(pattern_id, (sum.get(pattern_id) ?? 0) + count);
    return sum;
  };
  const ways: LeftOut[] = [];
  const names = new Set(whatToDrop(left, POUR, wanted, people, now, busy, told) ?? []);
  const out = standing.filter((mold) => names.has(moldName(mold)));
  if (out.length > 0) ways.push({ castings: castings(makes(out)), molds: out.map(({ number }) => number) });
  const unripe = patternsToLeaveOut(facts, (without) => {
    const planned = planBack(stepsLeft(castingSteps(without), notes), POUR, wanted, people, now, busy, told);
    return !('too_long' in planned) && planned.late_min === 0;
  });
  if (unripe) {
    const of = new Map([...makes(standing)].filter(([id]) => unripe.includes(id)));
    const gone = standing.filter((mold) =>
      mold.patterns.every(({ pattern_id }) => unripe.includes(pattern_id))
    );
    ways.push({ castings: castings(of), molds: gone.map(({ number }) => number) });
  }
  const total = (way: LeftOut) => way.castings.reduce((sum, { count }) => sum + count, 0);
  const different = new Map(ways.map((way) => [JSON.stringify(way), way]));
  return [...different.values()].sort((a, b) => total(a) - total(b));
}
