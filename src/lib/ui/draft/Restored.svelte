<script lang="ts">
  import { nowIso } from '$core/time/now';
  /** Says that what stands in a form was typed before, and lets go of it. */
  import { shortDate, shortTime } from '$lib/ui/date/written-date';
  import type { KeptDraft } from './kept-draft.svelte';

  const { draft }: { draft: Pick<KeptDraft<unknown>, 'restored' | 'throwAway'> } = $props();
  const when = $derived.by(() => {
    const at = draft.restored;
    if (!at) return '';
    const today = shortDate(at) === shortDate(nowIso());
    return today ? shortTime(at) : `${shortDate(at)}, ${shortTime(at)}`;
  });
</script>

{#if draft.restored}
  <p class="restored small" role="status">
    <span>Restored: you typed this at {when} and it was not logged yet.</span>
    <button class="quiet" type="button" onclick={() => draft.throwAway()}>Throw it away</button>
  </p>
{/if}

<style>
  .restored {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    justify-content: space-between;
    gap: 0.25rem 1rem;
    padding: 0.35rem 0.35rem 0.35rem 0.75rem;
    background: var(--sunk);
    border-radius: var(--radius-base);
  }
</style>
