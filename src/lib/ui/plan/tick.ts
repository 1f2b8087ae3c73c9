import type { ScheduledStep, StepNoted } from '$lib/schema/plan';
import { readAnew } from '$lib/ui/read-anew';
import { nowIso } from '$core/time/now';
import { enteredWords, stepWords } from '$core/plan/steps/kinds';
import { ApiProblem, api } from '$lib/ui/api-client';
import { outbox } from '$lib/ui/outbox/outbox.svelte';
import { units } from '$lib/ui/preferences';
import { asked, told, warned } from '$lib/ui/toast/toaster';
import { pathOf, waitingTick } from './waiting-tick';

/**
 * Ticks a step, or takes the tick back; what it did is entered where it belongs, and both are undone as one. Out of reach
 * of the server the tick waits in the outbox, with the hour at which it was made.
 */
export async function tick(
  plan_id: number,
  step: ScheduledStep,
  done: boolean,
  confirmed = false
): Promise<void> {
  const words = stepWords(step.about, units());
  const waiting = waitingTick(plan_id, step.id);
  try {
    if (!done && waiting) return outbox.throwAway(waiting.key);
    if (!done) await note(plan_id, { id: step.id, done_at: null });
    else {
      const { entered, undo } = await outbox.post<StepNoted>(
        pathOf(plan_id),
        { id: step.id, done_at: nowIso(), log: true, ...(confirmed && { confirmed }) },
        `done: ${words}`
      );
      const what = entered ? `Done, and entered: ${enteredWords(entered, units())}.` : `Done: ${words}.`;
      told(what, async () => {
        if (undo) await api(undo.method, undo.path);
        await note(plan_id, { id: step.id, done_at: null });
        await readAnew();
      });
    }
  } catch (thrown) {
    if (!(thrown instanceof ApiProblem)) throw thrown;
    if (thrown.question) asked(thrown.message, 'Log it', () => tick(plan_id, step, done, true));
    // A tick that was taken out of the outbox again by hand is known of; what was not to be reached is not.
    else if (thrown.status !== 0 || !done) warned(thrown.message);
  }
  await readAnew();
}

/** Notes something of a step. */
export const note = (plan_id: number, body: object): Promise<StepNoted> =>
  api<StepNoted>('POST', pathOf(plan_id), body);
