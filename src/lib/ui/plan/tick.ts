import { invalidateAll } from '$app/navigation';
import { stepWords } from '$core/plan/step-words';
import { ApiProblem, api } from '$lib/ui/api-client';
import { units } from '$lib/ui/preferences';
import { told, warned } from '$lib/ui/toast/toaster';
import type { PlanStepShown, StepNoted } from './schedule';

/** Ticks a step, or takes the tick back; what it did is entered where it belongs, and both are undone as one. */
export async function tick(plan_id: number, step: PlanStepShown, done: boolean): Promise<void> {
  const words = stepWords(step.about, units());
  try {
    const { logged, undo } = await note(plan_id, {
      id: step.id,
      done_at: done ? new Date().toISOString() : null,
      ...(done && { log: true })
    });
    if (done)
      told(logged ? `Done, and entered: ${words}.` : `Done: ${words}.`, async () => {
        if (undo) await api(undo.method, undo.path, undo.body);
        await note(plan_id, { id: step.id, done_at: null });
        await invalidateAll();
      });
  } catch (thrown) {
    if (!(thrown instanceof ApiProblem)) throw thrown;
    warned(thrown.message);
  }
  await invalidateAll();
}

/** Notes something of a step. */
export const note = (plan_id: number, body: object): Promise<StepNoted> =>
  api<StepNoted>('POST', `/plans/${plan_id}/steps`, body);
