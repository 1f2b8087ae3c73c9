<script lang="ts">
  /** A casting day that is over: said, and taken back. */
  import { readAnew } from '$lib/ui/read-anew';
  import { ApiProblem, amend } from '$lib/ui/api-client';
  import { told, warned } from '$lib/ui/toast/toaster';

  const { day, name }: { day: { id: number; stage: string; version: number }; name: string } = $props();
  let busy = $state(false);

  async function over() {
    const where = `/sessions/${day.id}`;
    const { stage } = day;
    busy = true;
    try {
      const ended = await amend(where, day, { stage: 'done' });
      told(`${name} is over.`, async () => {
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

<button type="button" class="quiet print:hidden" onclick={over} disabled={busy}>It is over</button>
