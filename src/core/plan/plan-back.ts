import { earliestPlan } from './earliest';
import { mirrored, without, type Span } from './spans';
import { MINUTE_MS, inOrder, leadingTo, type Placed, type PlanStep } from './steps/step';
import { Timetable, type People } from './timetable';

/** A step as it stands in the plan. */
export interface PlannedStep extends Placed {
  id: string;
  /** How long it may slip before the pour does, minutes; null for what comes after the pour. */
  slack_min: number | null;
}

export interface Plan {
  steps: PlannedStep[];
  /** When the pour begins: as it was set, or as soon as it can where it was set too early. */
  pour_at: number;
  /** The soonest that it could begin. */
  earliest: number;
  /** By how much the day that was set is missed, minutes; 0 where it is kept. */
  late_min: number;
  /** No sooner day exists; false: a better one may have been overlooked among too many ways. */
  proven: boolean;
}

/** Why there is no plan: steps that find no opening, however long one waits. */
export interface NoPlan {
  too_long: string[];
}

/**
 * Plans back from a pour: what leads to it stands as soon as it can, sand that is tempered and tools as late as they can, and
 * each says how far it may slip; what follows the pour stands after it.
 *
 * @param steps among them the goal, which is the pour
 * @param wanted when the pour is to begin, ms since 1970: whoever is not busy then has time for it, and for what it may not
 *   wait long after; where all are busy it is later
 * @param hours when each has time
 * @param now nothing before it
 * @param busy when each surely has none, whatever their week says
 * @param told whose hours somebody told: where the pour lies within them, so does what it may not wait long after
 * @source forward and backward justification of a serial schedule
 */
export function planBack(
  steps: readonly PlanStep[],
  goal: string,
  wanted: number,
  hours: People,
  now: number,
  busy: People = {},
  told: readonly string[] = []
): Plan | NoPlan {
  const plan = placedBack(steps, goal, wanted, hours, now, busy, told);
  if ('too_long' in plan) return plan;
  const soonest = new Map(
    steps.map(({ id, keeps_min = Infinity }) => [id, plan.pour_at - keeps_min * MINUTE_MS])
  );
  const stale = plan.steps.filter(({ id, from }) => from < soonest.get(id)!);
  if (stale.length === 0) return plan;
  // What would not keep until the pour is done nearer to it, and where nobody has time then, the day is missed.
  const kept = steps.map((step) =>
    step.keeps_min === undefined
      ? step
      : { ...step, not_before: Math.max(step.not_before ?? -Infinity, soonest.get(step.id)!) }
  );
  const later = placedBack(kept, goal, wanted, hours, now, busy, told);
  return 'too_long' in later || later.late_min > 0 ? later : { ...later, earliest: plan.earliest };
}

/** The same, whatever keeps how long. */
function placedBack(
  steps: readonly PlanStep[],
  goal: string,
  wanted: number,
  hours: People,
  now: number,
  busy: People,
  told: readonly string[]
): Plan | NoPlan {
  const sorted = inOrder(steps);
  const before = leadingTo(steps, goal);
  const people = Object.fromEntries(
    Object.entries(hours).map(([who, spans]) => [who, without(spans, busy[who] ?? [])])
  );
  const time: Time = { people, busy, told };
  let found = earliestPlan(steps, goal, people, now);
  if (!found) return { too_long: hopeless(sorted, people, now) };
  let earliest = found.placed.get(goal)!.from;
  // By the hours of the week it comes too late; with all that leads to it done, they are there at the hour that was set.
  const at_hour = earliest > wanted ? atTheHour(steps, goal, wanted, time, now) : null;
  if (at_hour && at_hour.from < earliest) {
    found = at_hour.found;
    earliest = at_hour.from;
  }
  let pour_at = Math.max(earliest, wanted);
  let last =
    pour_at === earliest && found !== at_hour?.found
      ? handsAsPlaced(before, goal, found.placed)
      : lastHands(before, goal, found.placed, pour_at, time);
  if (!last) {
    // Nobody is there then: it is poured when somebody has time by the hours of their week.
    const later = steps.map((step) => (step.id === goal ? { ...step, not_before: pour_at } : step));
    found = earliestPlan(later, goal, people, now);
    if (!found) return { too_long: [goal] };
    pour_at = found.placed.get(goal)!.from;
    last = handsAsPlaced(before, goal, found.placed);
  }
  const late = pushedLate(before, found.placed, last, people, goal);
  const early = pulledEarly(before, last, late, people, now);
  // What is best done late takes what the others left free; then each says how far it could still go.
  const kept = pushedLate(before, early, last, people, goal, (step) => step.late === true);
  const latest = latestBegins(before, kept, found.placed, last, people, goal);
  const table = new Timetable(people, now);
  for (const step of before) table.put(step, kept.get(step.id)!);
  const after = sorted.filter(({ id }) => !kept.has(id));
  const lost: string[] = [];
  for (const step of after) {
    const ready = table.ready(step);
    const place = ready === null ? null : table.soonest(step, ready);
    if (place) table.put(step, place);
    else lost.push(step.id);
  }
  if (lost.length > 0) return { too_long: lost };
  return {
    steps: sorted
      .map(({ id }): PlannedStep => {
        const place = table.placed.get(id)!;
        const latest_from = latest.get(id);
        return {
          id,
          ...place,
          slack_min: latest_from === undefined ? null : Math.round((latest_from - place.from) / MINUTE_MS)
        };
      })
      .sort((a, b) => a.from - b.from || a.to - b.to),
    pour_at,
    earliest,
    late_min: Math.max(0, Math.round((pour_at - wanted) / MINUTE_MS)),
    proven: found.proven
  };
}

/**
 * What has to be done at the hour of the pour, whatever the week of its people says: the pour, and what it may not wait long
 * after. For these hours alone they are there: nothing else is laid into them.
 */
type LastHands = ReadonlyMap<string, Placed>;

/** When people have time, when surely none, and whose hours were told. */
interface Time {
  people: People;
  busy: People;
  told: readonly string[];
}

/** Who pours, and who does right before it what it may not wait long after; null where all who may are busy then. */
function lastHands(
  before: readonly PlanStep[],
  goal: string,
  placed: ReadonlyMap<string, Placed>,
  pour_at: number,
  { people, busy, told }: Time
): LastHands | null {
  const pour = before.find(({ id }) => id === goal)!;
  const hands = new Map<string, Placed>();
  const pouring = { from: pour_at, to: pour_at + pour.minutes * MINUTE_MS };
  const within = (who: string, span: Span) =>
    (people[who] ?? []).some((open) => open.from <= span.from && span.to <= open.to);
  let from = pour_at;
  const hand = (step: PlanStep, span: Span): boolean => {
    const is_free = (who: string | null) =>
      who === null ||
      ((busy[who] ?? []).every((taken) => taken.to <= span.from || taken.from >= span.to) &&
        (!told.includes(who) || within(who, span) || !within(who, pouring)));
    const had = placed.get(step.id);
    const may = had ? [had.who, ...step.by] : step.by.length > 0 ? step.by : [null];
    const who = may.find(is_free);
    if (who === undefined) return false;
    hands.set(step.id, { ...span, who });
    return true;
  };
  if (!hand(pour, pouring)) return null;
  for (const step of boundTo(pour, before)) {
    const to = from;
    from -= step.minutes * MINUTE_MS;
    if (!hand(step, { from, to })) return null;
  }
  return hands;
}

/** Whoever comes for a pour stays for it, where it begins a little later, min (a guess). */
const STAYS_MIN = 120;

/**
 * The soonest plan with hands for the pour, and for what it may not wait long after, at the hour that was set whatever the
 * week says: all else lies in their hours, and outside of these.
 *
 * @returns null where what leads to it is not over by then, or all who may are busy
 */
function atTheHour(
  steps: readonly PlanStep[],
  goal: string,
  wanted: number,
  time: Time,
  now: number
): { found: NonNullable<ReturnType<typeof earliestPlan>>; from: number } | null {
  const before = leadingTo(steps, goal);
  // Once that hour is over and the time that they stay too, nobody is there for it any more.
  const until = wanted + STAYS_MIN * MINUTE_MS;
  let from = Math.max(wanted, now);
  for (let tries = 0; tries < 2 && from <= until; tries++) {
    const hands = lastHands(before, goal, new Map(), from, time);
    if (!hands) return null;
    const set = steps.map((step) => {
      const hand = hands.get(step.id);
      return hand ? { ...step, by: [], not_before: Math.max(hand.from, step.not_before ?? hand.from) } : step;
    });
    const there = [...hands.values()];
    const left = Object.fromEntries(
      Object.entries(time.people).map(([who, spans]) => [
        who,
        without(
          spans,
          there.filter((hand) => hand.who === who)
        )
      ])
    );
    const found = earliestPlan(set, goal, left, now);
    if (!found) return null;
    const begins = found.placed.get(goal)!.from;
    if (begins === from) {
      const placed = new Map([...found.placed].map(([id, place]) => [id, hands.get(id) ?? place]));
      return { found: { ...found, placed }, from };
    }
    from = begins;
  }
  return null;
}

/** The same where it is poured as it was found: within their hours. */
function handsAsPlaced(
  before: readonly PlanStep[],
  goal: string,
  placed: ReadonlyMap<string, Placed>
): LastHands {
  const pour = before.find(({ id }) => id === goal)!;
  return new Map([pour, ...boundTo(pour, before)].map(({ id }) => [id, placed.get(id)!]));
}

/** What a pour may not wait long after. */
const boundTo = ({ after }: PlanStep, before: readonly PlanStep[]): PlanStep[] =>
  before.filter(({ id }) => after.some((wait) => wait.id === id && wait.most_min !== undefined));

/**
 * The same plan with steps as late as they can be: from the last one back, each in the hands that it has.
 *
 * Seen from the other end of time it is the same task, and each finds a place at least as late as the one that it had.
 *
 * @param moves which of them; the others keep their places
 */
function pushedLate(
  before: readonly PlanStep[],
  placed: ReadonlyMap<string, Placed>,
  last: LastHands,
  people: People,
  goal: string,
  moves: (step: PlanStep) => boolean = () => true
): Map<string, Placed> {
  const { table, mirrored: mirror, back } = backwards(before, last, people, goal);
  const was = (step: PlanStep): Placed => last.get(step.id) ?? placed.get(step.id)!;
  const stays = (step: PlanStep) => last.has(step.id) || !moves(step);
  for (const step of before) if (stays(step)) table.put(step, back(was(step)));
  for (const step of lastFirst(before, was)) {
    if (stays(step)) continue;
    table.put(step, table.firstPlace(mirror(step), was(step).who, table.ready(mirror(step))!)!);
  }
  return new Map([...table.placed].map(([id, place]) => [id, back(place)]));
}

/** The time table seen from the other end, and a step as it is seen from there: it waits for what waits for it. */
function backwards(before: readonly PlanStep[], last: LastHands, people: People, goal: string) {
  const pour = last.get(goal)!;
  const backward: People = Object.fromEntries(
    Object.entries(people).map(([who, spans]) => [
      who,
      mirrored(without(spans, [{ from: pour.from, to: Infinity }]))
    ])
  );
  const behind = new Map<string, { id: string; lag_min: number }[]>(before.map(({ id }) => [id, []]));
  for (const { id: to, after } of before)
    for (const { id, lag_min } of after) behind.get(id)!.push({ id: to, lag_min });
  const seen = new Map(
    before.map((step) => [step.id, { ...step, not_before: undefined, after: behind.get(step.id)! }])
  );
  return {
    table: new Timetable(backward, -pour.to),
    behind,
    mirrored: (step: PlanStep): PlanStep => seen.get(step.id)!,
    back: (place: Placed): Placed => ({ from: -place.to, to: -place.from, who: place.who })
  };
}

/** Steps from the one that ends last back to the first. */
function lastFirst(before: readonly PlanStep[], was: (step: PlanStep) => Placed): PlanStep[] {
  const order = new Map(before.map(({ id }, i) => [id, i]));
  return [...before].sort(
    (a, b) => was(b).to - was(a).to || was(b).from - was(a).from || order.get(b.id)! - order.get(a.id)!
  );
}

/**
 * How late each step can begin, ms: with all pushed late together, or alone with what waits for it, where the others are done as
 * soon as they can be. Both are plans that keep the pour.
 */
function latestBegins(
  before: readonly PlanStep[],
  kept: ReadonlyMap<string, Placed>,
  soonest: ReadonlyMap<string, Placed>,
  last: LastHands,
  people: People,
  goal: string
): Map<string, number> {
  const together = pushedLate(before, kept, last, people, goal);
  const alone = latestAlone(before, soonest, last, people, goal);
  return new Map(before.map(({ id }) => [id, Math.max(together.get(id)!.from, alone.get(id)!)]));
}

/** How late each can begin, ms, where only it and what waits for it move. */
function latestAlone(
  before: readonly PlanStep[],
  others: ReadonlyMap<string, Placed>,
  last: LastHands,
  people: People,
  goal: string
): Map<string, number> {
  const { table, behind, mirrored: mirror, back } = backwards(before, last, people, goal);
  const was = (step: PlanStep): Placed => last.get(step.id) ?? others.get(step.id)!;
  for (const step of before) table.put(step, back(was(step)));
  const last_first = lastFirst(before, was);
  return new Map(
    before.map((step) => {
      if (last.has(step.id)) return [step.id, was(step).from];
      const with_it = new Set([step.id]);
      for (const id of with_it) for (const { id: next } of behind.get(id)!) with_it.add(next);
      const moving = last_first.filter(({ id }) => with_it.has(id) && !last.has(id));
      const undo = moving.map((each) => table.takeOut(each, table.placed.get(each.id)!));
      for (const each of moving)
        undo.push(
          table.put(each, table.firstPlace(mirror(each), was(each).who, table.ready(mirror(each))!)!)
        );
      const latest = back(table.placed.get(step.id)!).from;
      for (const each of undo.reverse()) each();
      return [step.id, latest];
    })
  );
}

/** The late plan with all that need not be late as early as it can be; what is to be late keeps its place. */
function pulledEarly(
  before: readonly PlanStep[],
  last: LastHands,
  late: ReadonlyMap<string, Placed>,
  people: People,
  now: number
): Map<string, Placed> {
  const table = new Timetable(people, now);
  const stays = (step: PlanStep) => step.late === true || last.has(step.id);
  // They hold their places against all that comes forward.
  for (const step of before) if (stays(step)) table.put(step, late.get(step.id)!);
  const first_first = [...before].sort((a, b) => late.get(a.id)!.from - late.get(b.id)!.from);
  for (const step of first_first) {
    if (stays(step)) continue;
    const was = late.get(step.id)!;
    table.put(step, table.firstPlace(step, was.who, table.ready(step)!)!);
  }
  return table.placed;
}

/** Steps that no opening is long enough for. */
function hopeless(steps: readonly PlanStep[], people: People, now: number): string[] {
  const alone = steps.filter((step) => new Timetable(people, now).soonest(step, now) === null);
  return (alone.length > 0 ? alone : steps).map(({ id }) => id);
}
