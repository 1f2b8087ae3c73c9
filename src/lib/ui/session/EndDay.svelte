<script lang="ts">
  /** A casting day that is over: said, and taken back. */
  import { readAnew } from '$lib/ui/read-anew';
  import { ApiProblem, amend } from '$lib/ui/api-client';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { told, warned } from '$lib/ui/toast/toaster';

  interface Props {
    day: { id: number; stage: string; version: number };
    label?: string;
    /** What is told once it is. */
    said: string;
  }
  const { day, label = 'End the day', said }: Props = $props();
  let busy = $state(false);

  async function over() {
    const where = `/sessions/${day.id}`;
    const { stage } = day;
    busy = true;
    try {
      const ended = await outbox.amend(where, day, { stage: 'done' }, 'the casting is over');
      told(said, async () => {
        await amend(where, ended, { stage });
        await readAnew();
      });
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      const against = thrown.errors.find(({ path }) => path === 'stage');
      warned(against ? `This casting ${against.message}.` : thrown.message);
    } finally {
      busy = false;
    }
    await readAnew();
  }
</script>

<button type="button" class="quiet print:hidden" onclick={over} disabled={busy}>{label}</button>
