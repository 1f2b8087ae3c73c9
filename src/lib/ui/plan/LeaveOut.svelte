<script lang="ts">
  import { castingsOf, leftOutWords, wantedWithout } from '$lib/ui/plan/leave-out';
  import type { LeftOut, Wanted } from '$lib/schema/plan';
  import { amend, ApiProblem } from '$lib/ui/api-client';
  import { readAnew } from '$lib/ui/read-anew';
  import { told, warned } from '$lib/ui/toast/toaster';

  /** Ways to keep a day that is short of time: each leaves some castings out, and one tap plans without them. */
  interface Props {
    plan: { id: number; version: number; wanted: Wanted[] };
    ways: LeftOut[];
    /** Its molds stand in the day: they are taken off there. */
    set_out: boolean;
  }
  let { plan, ways, set_out }: Props = $props();
  let busy = $state(false);

  async function leaveOut(way: LeftOut) {
    const before = plan.wanted;
    const where = `/plans/${plan.id}`;
    busy = true;
    try {
      const changed = await amend(where, plan, { wanted: wantedWithout(before, way) });
      told(`Left out: ${castingsOf(way)}.`, async () => {
        await amend(where, changed, { wanted: before });
        await readAnew();
      });
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      warned(thrown.message);
    } finally {
      busy = false;
    }
    await readAnew();
  }
</script>

<p>
  {ways.length === 1 ? 'To keep the day, leave out some castings:' : 'To keep the day, leave out either:'}
</p>
<ul class="ruled">
  {#each ways as way (leftOutWords(way))}
    <li class="flex flex-wrap items-center justify-between gap-2 py-1.5">
      <span>{leftOutWords(way)}</span>
      {#if !set_out}
        <button
          type="button"
          class="quiet"
          disabled={busy}
          aria-label="Leave out {castingsOf(way)}"
          onclick={() => leaveOut(way)}>Leave out</button
        >
      {/if}
    </li>
  {/each}
</ul>
