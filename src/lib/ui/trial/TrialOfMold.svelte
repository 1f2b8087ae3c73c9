<script lang="ts">
  /** What a mold does for a trial, or the trial that would take it. */
  import type { MoldTrial } from '$lib/schema/trial';
  import { ApiProblem, api } from '$lib/ui/api-client';
  import { readAnew } from '$lib/ui/read-anew';
  import { told } from '$lib/ui/toast/toaster';

  const { mold_id, of }: { mold_id: number; of: MoldTrial } = $props();
  let trouble = $state<string | null>(null);
  async function take() {
    const path = `/trials/${of.trial.id}/molds`;
    trouble = null;
    try {
      await api('POST', path, { mold_id });
      told('The mold is in the trial.', async () => {
        await api('DELETE', `${path}/${mold_id}`);
        await readAnew();
      });
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      trouble = thrown.message;
    }
    await readAnew();
  }
</script>

<section class="trial" aria-label="Trial">
  {#if of.does}
    <p><strong>This mold: {of.does}</strong></p>
    <p class="small soft">
      By lot, for <a href="/trials/{of.trial.id}">{of.trial.name}</a>{of.trial.hold
        ? ` Stays the same: ${of.trial.hold}`
        : ''}
    </p>
  {:else}
    <p class="small">
      <a href="/trials/{of.trial.id}">{of.trial.name}</a> runs. Taken in, the lot says how this mold is made.
    </p>
    <button type="button" class="quiet" onclick={take}>Take this mold in</button>
  {/if}
  {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
</section>

<style>
  .trial {
    display: grid;
    gap: 0.35rem;
    justify-items: start;
    border-left: 3px solid var(--edge);
    padding-left: 0.85rem;
  }
</style>
