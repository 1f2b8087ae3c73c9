import type { PlannedStep } from '$core/mold/ramming-steps';
import type { NotedStep } from '$core/session/noted-step';

export interface MoldStep extends PlannedStep {
  id: string;
  noted: NotedStep | null;
}

export const stepId = (mold_id: number, kind: string): string => `${mold_id}:${kind}`;

/**
 * The steps of a mold with what was noted of each, in the order that somebody gave them; those that nobody moved where
 * they usually stand, after the one before them.
 */
export function stepsInOrder(
  mold_id: number,
  planned: readonly PlannedStep[],
  noted: readonly NotedStep[],
  order: readonly string[] | null
): MoldStep[] {
  const steps = planned.map((step) => {
    const id = stepId(mold_id, step.kind);
    return { ...step, id, noted: noted.find((each) => each.id === id) ?? null };
  });
  if (!order) return steps;
  const place = new Map(order.map((kind, i) => [kind, i]));
  let last = -1;
  return steps
    .map((step) => {
      const own = place.get(step.kind);
      last = own ?? last;
      return { step, at: own ?? last + 0.5 };
    })
    .sort((a, b) => a.at - b.at)
    .map(({ step }) => step);
}

/** The step that is due: the first that is neither done nor skipped. */
export const dueStep = (steps: readonly MoldStep[]): MoldStep | null =>
  steps.find(({ noted }) => noted?.state !== 'done' && noted?.state !== 'skipped') ?? null;
