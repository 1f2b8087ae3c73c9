import { readAnew } from '$lib/ui/read-anew';
import { latestNotes, type NotedStep } from '$core/session/noted-step';
import { ApiProblem } from '$lib/ui/api-client';
import { outbox } from '$lib/ui/outbox/outbox.svelte';
import { warned } from '$lib/ui/toast/toaster';

const STATE_WORDS = {
  'to-do': 'taken back',
  running: 'begun',
  done: 'done',
  skipped: 'skipped'
} as const satisfies Record<NotedStep['state'], string>;

/** Steps of a casting day as they are noted here and as the server knows them: the later of each counts. */
export class SessionSteps {
  private sent = $state<Record<string, NotedStep>>({});

  /** What is known of every step, by the server and here. */
  all(known: readonly NotedStep[]): NotedStep[] {
    return latestNotes(known, Object.values(this.sent));
  }

  /**
   * Notes a step; out of reach of the server it waits in the outbox, and counts here at once.
   *
   * @param words what the step is, to people
   */
  async note(
    session_id: number,
    step: NotedStep,
    words: string,
    mold_id: number | null = null
  ): Promise<void> {
    this.sent = { ...this.sent, [step.id]: step };
    try {
      await outbox.post(
        `/sessions/${session_id}/steps`,
        { ...step, ...(mold_id !== null && { mold_id }) },
        `${STATE_WORDS[step.state]}: ${words}`
      );
      await readAnew();
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      const { [step.id]: _, ...rest } = this.sent;
      this.sent = rest;
      warned(thrown.message);
    }
  }
}
