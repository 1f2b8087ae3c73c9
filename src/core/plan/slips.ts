import { planBack, type Plan } from './plan-back';
import { MINUTE_MS, type PlanStep } from './steps/step';
import type { People } from './timetable';

export interface Moved {
  id: string;
  by_min: number;
}

/**
 * What moves when a step takes or starts later by so much: the steps that follow, and the pour if it comes to that.
 *
 * @returns null where it finds no place any more
 */
export function whenItSlips(
  steps: readonly PlanStep[],
  plan: Plan,
  slipping: { id: string; by_min: number },
  goal: string,
  wanted: number,
  people: People,
  now: number,
  busy: People = {},
  told: readonly string[] = []
): { moved: Moved[]; pour_by_min: number } | null {
  const before = new Map(plan.steps.map((step) => [step.id, step]));
  const put_off = before.get(slipping.id)!.from + slipping.by_min * MINUTE_MS;
  const later = steps.map((step) =>
    step.id === slipping.id ? { ...step, not_before: Math.max(put_off, step.not_before ?? 0) } : step
  );
  const after = planBack(later, goal, wanted, people, now, busy, told);
  if ('too_long' in after) return null;
  return {
    moved: after.steps.flatMap(({ id, from }) => {
      const by_min = Math.round((from - before.get(id)!.from) / MINUTE_MS);
      return by_min > 0 && id !== slipping.id ? [{ id, by_min }] : [];
    }),
    pour_by_min: Math.round((after.pour_at - plan.pour_at) / MINUTE_MS)
  };
}

/** So many ways to leave something out are looked through, the fewest first. */
const MOST_WAYS = 60;

/**
 * What to leave out if the day must stand, so that the rest is ready in time: the fewest of what is served; where there
 * are too many ways to leave them out, all that no longer fits beside those before it.
 *
 * @returns empty where nothing has to go, null where even one alone comes too late
 */
export function whatToDrop(
  steps: readonly PlanStep[],
  goal: string,
  wanted: number,
  people: People,
  now: number,
  busy: People = {},
  told: readonly string[] = []
): string[] | null {
  const served = [...new Set(steps.flatMap(({ serves }) => serves ?? []))];
  const inTime = (out: readonly string[]) => {
    const plan = planBack(withoutServed(steps, new Set(out)), goal, wanted, people, now, busy, told);
    return !('too_long' in plan) && plan.late_min === 0;
  };
  let ways = 0;
  for (let size = 0; size < Math.max(1, served.length); size++)
    for (const out of subsets(served, size)) {
      if (++ways > MOST_WAYS) return greedily(served, inTime);
      if (inTime(out)) return out;
    }
  return null;
}

/** Takes in one after the other what still comes in time, and leaves the rest out. */
function greedily(served: readonly string[], inTime: (out: readonly string[]) => boolean): string[] | null {
  const kept = new Set<string>();
  for (const each of served) {
    const out = served.filter((other) => other !== each && !kept.has(other));
    if (inTime(out)) kept.add(each);
  }
  return kept.size === 0 ? null : served.filter((each) => !kept.has(each));
}

/** The steps without those that serve only what is left out; what waited for them waits for what they waited for. */
function withoutServed(steps: readonly PlanStep[], out: ReadonlySet<string>): PlanStep[] {
  const gone = new Set(
    steps
      .filter(({ serves }) => serves && serves.length > 0 && serves.every((each) => out.has(each)))
      .map(({ id }) => id)
  );
  return steps
    .filter(({ id }) => !gone.has(id))
    .map((step) => ({ ...step, after: step.after.filter(({ id }) => !gone.has(id)) }));
}

/** Every way to take so many of some, in their order. */
export function* subsets<T>(of: readonly T[], size: number, from = 0): Generator<T[]> {
  if (size === 0) yield [];
  else
    for (let i = from; i <= of.length - size; i++)
      for (const rest of subsets(of, size - 1, i + 1)) yield [of[i]!, ...rest];
}
