import { MINUTE_MS, leadingTo, type Placed, type PlanStep } from './steps/step';
import { Timetable, type People } from './timetable';

export interface Earliest {
  placed: Map<string, Placed>;
  /** Looked through to the end: nothing is sooner. False where there are too many ways to look at all of them. */
  proven: boolean;
}

/** Looks at a step that could be next, before the best that was found is taken: of few steps, all ways are looked through. */
const MOST_LOOKS = { few: 20_000, many: 2500 } as const;
/** So many steps are few. */
const FEW = 12;

/**
 * The plan that begins a step the soonest: all that leads to it, each in one go, within the hours of somebody who may do
 * it, no two on the same hands or at the same furnace.
 *
 * Left-shifted orders hold the best one, so it looks through those: the step first whose way to the goal is longest, each
 * way cut off where the longest chain that is left already ends too late.
 *
 * @param from nothing before it, ms since 1970
 * @returns null where some step finds no opening that is long enough
 * @source serial schedule generation with branch and bound (the resource-constrained project scheduling problem)
 */
export function earliestPlan(
  steps: readonly PlanStep[],
  goal: string,
  people: People,
  from: number
): Earliest | null {
  const needed = leadingTo(steps, goal);
  const tail = tails(needed);
  const table = new Timetable(people, from);
  let best: { at: number; placed: Map<string, Placed> } | null = null;
  let looks = 0;
  const most = needed.length <= FEW ? MOST_LOOKS.few : MOST_LOOKS.many;
  const followers = followersOf(needed);
  // Those whose waits are over, and how many each of the others still waits for.
  const open = new Set(needed.filter(({ after }) => after.length === 0));
  const waits = new Map(needed.map(({ id, after }) => [id, after.length]));
  const bound = bestCase(needed, goal, people, from);
  const kind = kinds(needed);
  const by_id = new Map(needed.map((step) => [step.id, step]));

  const search = (): void => {
    if (open.size === 0) {
      const at = table.placed.get(goal)!.from;
      if (!best || at < best.at) best = { at, placed: new Map(table.placed) };
      return;
    }
    looks += open.size;
    const next = [...open]
      .map((step) => ({ step, ready: table.ready(step)!, tail: tail.get(step.id)! * MINUTE_MS }))
      .sort((a, b) => b.tail - a.tail || (a.step.id < b.step.id ? -1 : 1));
    // Whatever comes first: none of these can begin sooner than it is ready.
    if (best && next.some((each) => each.ready + each.tail >= best!.at)) return;
    const seen = new Set<string>();
    for (const { step, ready, tail: to_goal } of next) {
      // Of steps that are alike in all, one stands for the others.
      if (seen.has(kind.get(step.id)!)) continue;
      seen.add(kind.get(step.id)!);
      for (const who of step.by.length > 0 ? step.by : [null]) {
        if (best && (looks >= most || best.at <= bound)) return;
        if (looks >= 2 * MOST_LOOKS.few) return;
        const fit = table.firstWithin(step, who, ready, by_id);
        if (!fit || (best && fit.place.from + to_goal >= best.at)) continue;
        const back = table.fit(step, fit);
        open.delete(step);
        const freed = followers.get(step.id)!.filter(({ to }) => {
          waits.set(to.id, waits.get(to.id)! - 1);
          return waits.get(to.id) === 0;
        });
        for (const { to } of freed) open.add(to);
        search();
        for (const { to } of freed) open.delete(to);
        for (const { to } of followers.get(step.id)!) waits.set(to.id, waits.get(to.id)! + 1);
        open.add(step);
        back();
      }
    }
  };
  search();
  // TypeScript does not see that the recursion sets it.
  const found = best as { at: number; placed: Map<string, Placed> } | null;
  return found && { placed: found.placed, proven: looks < most };
}

function followersOf(needed: readonly PlanStep[]): Map<string, { to: PlanStep; lag_min: number }[]> {
  const followers = new Map<string, { to: PlanStep; lag_min: number }[]>(needed.map(({ id }) => [id, []]));
  for (const to of needed) for (const { id, lag_min } of to.after) followers.get(id)!.push({ to, lag_min });
  return followers;
}

/** What makes a step the same as another but for its name: what it takes, what it waits for and what waits for it. */
function kinds(needed: readonly PlanStep[]): Map<string, string> {
  const followers = followersOf(needed);
  return new Map(
    needed.map(({ id, minutes, by, uses, after, not_before }) => {
      const before = after.map((each) => `${each.id} ${each.lag_min}`).sort();
      const behind = followers
        .get(id)!
        .map(({ to, lag_min }) => `${to.id} ${lag_min}`)
        .sort();
      return [id, JSON.stringify([minutes, by, uses, before, behind, not_before])];
    })
  );
}

/** From the begin of each step to the begin of the goal, on the longest chain, minutes. */
function tails(needed: readonly PlanStep[]): Map<string, number> {
  const tail = new Map(needed.map(({ id }) => [id, 0]));
  const minutes = new Map(needed.map((step) => [step.id, step.minutes]));
  for (const step of [...needed].reverse())
    for (const { id, lag_min } of step.after) {
      tail.set(id, Math.max(tail.get(id)!, minutes.get(id)! + lag_min + tail.get(step.id)!));
    }
  return tail;
}

/** The begin of the goal, were there furnaces enough and everybody able to do two things at once. */
function bestCase(needed: readonly PlanStep[], goal: string, people: People, from: number): number {
  const alone = new Timetable(people, from);
  for (const step of needed) {
    const place = alone.soonest(step, alone.ready(step)!);
    if (!place) return Infinity;
    alone.placed.set(step.id, place);
  }
  return alone.placed.get(goal)!.from;
}
