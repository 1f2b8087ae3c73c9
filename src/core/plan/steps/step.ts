/** What must be over before, and how long that then lies (dries, rests, is on its way). */
export interface Wait {
  id: string;
  lag_min: number;
  /** It may lie no longer than this, as melted metal; left out, as long as it likes. */
  most_min?: number | undefined;
}

/** Something to be done before, on or after a casting day. Times in minutes and ms since 1970. */
export interface PlanStep {
  id: string;
  /** Of somebody's hands; it is done in one go. */
  minutes: number;
  /** Who may do it; nobody named: it needs no hands. */
  by: readonly string[];
  /** What there is one of, such as the furnace. */
  uses: readonly string[];
  after: readonly Wait[];
  /** Somebody put it off until then, or it cannot be sooner. */
  not_before?: number | undefined;
  /** Best done as late as it can be: sand that is tempered, tools that are warmed. */
  late?: boolean | undefined;
  /** What it makes keeps no longer than this until the goal, min; left out, as long as it likes. */
  keeps_min?: number | undefined;
  /** The molds that it is for; none: it is for all. */
  serves?: readonly string[] | undefined;
}

/** Where a step stands in time, and whose hands do it. */
export interface Placed {
  from: number;
  to: number;
  who: string | null;
}

export const MINUTE_MS = 60_000;

/**
 * The steps in an order in which each stands behind all that it waits for.
 *
 * @throws RangeError for a step that waits for one that is not there, or in the end for itself
 */
export function inOrder(steps: readonly PlanStep[]): PlanStep[] {
  const by_id = new Map(steps.map((step) => [step.id, step]));
  const sorted: PlanStep[] = [];
  const seen = new Map<string, 'on-the-way' | 'done'>();
  const visit = (step: PlanStep) => {
    const state = seen.get(step.id);
    if (state === 'done') return;
    if (state) throw new RangeError(`${step.id} waits in the end for itself.`);
    seen.set(step.id, 'on-the-way');
    for (const { id } of step.after) {
      const before = by_id.get(id);
      if (!before) throw new RangeError(`${step.id} waits for ${id}, which is not there.`);
      visit(before);
    }
    seen.set(step.id, 'done');
    sorted.push(step);
  };
  steps.forEach(visit);
  return sorted;
}

/** A step and all that it waits for, in order. */
export function leadingTo(steps: readonly PlanStep[], goal: string): PlanStep[] {
  const sorted = inOrder(steps);
  const wanted = new Set([goal]);
  for (const step of [...sorted].reverse())
    if (wanted.has(step.id)) for (const { id } of step.after) wanted.add(id);
  return sorted.filter(({ id }) => wanted.has(id));
}
