<script lang="ts">
  /**
   * Over a page that this device had kept, as Brunkel is out of reach: as of when its figures are. It stays in sight, so that
   * no amount is read without it.
   */
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { plainKey, type Given } from '$lib/workers/kept-pages';
  import { dayOf } from '$lib/ui/date/reader-day';
  import { shortDate, shortTime } from '$lib/ui/date/written-date';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { readAnew } from '$lib/ui/read-anew';
  import { Ticking } from '$lib/ui/timer/ticking.svelte';

  /** It is tried again after this, ms. */
  const AGAIN_MS = 15_000;
  const clock = new Ticking(AGAIN_MS);
  const here = $derived(plainKey(page.url));

  /** By page, when its figures were read that were given last; none where they are of now. */
  let kept = $state<Record<string, string>>({});
  const as_of = $derived(kept[here]);
  const old_h = $derived(as_of ? Math.floor((clock.now - Date.parse(as_of)) / 3_600_000) : 0);

  /** Amounts of before know nothing of what was logged since, nor of how long the sand has stood. */
  const advice = $derived(
    outbox.items.length > 0
      ? 'What waits in the outbox is not counted here: do not add it twice.'
      : old_h >= 6
        ? 'Squeeze the sand before you go by an amount here.'
        : 'What you log waits here.'
  );

  onMount(() => {
    const opened = document.documentElement.dataset.kept;
    if (opened) kept = { [here]: opened };
    const heard = ({ data }: MessageEvent<Partial<Given> | string>) => {
      if (typeof data === 'string' || data.given === undefined) return;
      const { [data.given]: _, ...others } = kept;
      kept = data.kept_at ? { ...others, [data.given]: data.kept_at } : others;
    };
    // On plain http there is none, and nothing is kept.
    const worker: ServiceWorkerContainer | undefined = navigator.serviceWorker;
    worker?.addEventListener('message', heard);
    return () => worker?.removeEventListener('message', heard);
  });
  // The page makes room for it.
  $effect(() => {
    if (as_of) document.documentElement.dataset.kept = as_of;
    else delete document.documentElement.dataset.kept;
  });
  $effect(() => {
    void clock.now;
    if (as_of && document.visibilityState === 'visible') void readAnew();
  });
</script>

{#if as_of}
  {@const day = dayOf(as_of) === dayOf(clock.now) ? '' : `${shortDate(as_of)}, `}
  <div class="bar">
    <p role="status">
      <strong>As of {day}{shortTime(as_of)}{old_h >= 1 ? `, ${old_h} h ago` : ''}.</strong> Brunkel is out of
      reach.
      {advice}
    </p>
  </div>
{/if}

<style>
  .bar {
    position: fixed;
    inset: 0 0 auto;
    z-index: 20;
    display: grid;
    min-height: var(--kept-bar);
    align-items: center;
    padding: 0.25rem 1rem;
    border-bottom: 1px dashed var(--ink);
    background: var(--paper);
    font-size: 0.95rem;
    line-height: 1.3;
  }
  /* The desk's rail stays whole. */
  @media (width >= 62rem) {
    .bar {
      inset-inline-start: 9.25rem;
    }
  }
</style>
