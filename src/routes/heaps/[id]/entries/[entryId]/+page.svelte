<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { goto } from '$app/navigation';
  import EntryForm from '$lib/ui/ledger/EntryForm.svelte';
  import type { Existing, WritableKind } from '$lib/ui/ledger/entry-draft';
  import TestForm from '$lib/ui/ledger/TestForm.svelte';
  import { entryWords } from '$lib/ui/entry/entry-words';
  import { shortDate } from '$lib/ui/date/written-date';
  import { revert, strike, unstrike } from '$lib/ui/entry/log-entry';
  import { told } from '$lib/ui/toast/toaster';
  import { units } from '$lib/ui/preferences';

  const { data } = $props();
  const latest = $derived(data.versions[0] as Existing);
  const words = $derived(entryWords(latest, units()));
  const back = $derived(`/heaps/${data.heap.id}`);

  async function amended() {
    const { id, version } = latest;
    told('Amended; everything after it was worked out anew.', () => revert(data.heap.id, id, version));
    await readAnew();
    await goto(back);
  }
</script>

<svelte:head><title>Entry · {data.heap.name} · Brunkel</title></svelte:head>

<div class="columns">
  <div class="stack">
    <header>
      <h1>Amend: {words.what}</h1>
      <p class="soft small">
        <a href={back}>Back to {data.heap.name}</a> · {shortDate(latest.at)}
        {words.amount}
      </p>
    </header>
    {#if latest.undone_at !== null}
      <p>
        This entry is struck out. <button
          class="quiet"
          type="button"
          onclick={() => unstrike(`/heaps/${data.heap.id}/entries/${latest.id}`)}>Put it back</button
        >
      </p>
    {:else}
      {#key `${latest.id}:${latest.version}`}
        {#if latest.kind === 'tested'}
          <TestForm heap_id={data.heap.id} existing={latest} ondone={amended} />
        {:else}
          <EntryForm
            heap_id={data.heap.id}
            kind={latest.kind as WritableKind}
            lots={data.lots}
            learned={data.learned}
            existing={latest}
            ondone={amended}
          />
        {/if}
      {/key}
      <p class="row">
        {#if latest.kind === 'mixed' || latest.kind === 'bought'}
          <a class="quiet" href="{back}/test?batch={latest.id}">Test this batch</a>
        {/if}
        <button
          class="quiet"
          type="button"
          onclick={async () => {
            await strike(`/heaps/${data.heap.id}/entries/${latest.id}`);
            await goto(back);
          }}>Undo this entry</button
        >
      </p>
    {/if}
  </div>
  <section class="stack">
    <h2>Its history</h2>
    <ol class="ruled">
      {#each data.versions as version, i (version.version)}
        {@const was = entryWords(version, units())}
        <li>
          <span class="soft small">version {version.version}, written {shortDate(version.written_at)}</span>
          <span class:old={i > 0}>{was.what} <strong>{was.amount}</strong></span>
          {#if i > 0}
            <button
              type="button"
              class="quiet"
              onclick={() => revert(data.heap.id, latest.id, version.version)}>Make it count again</button
            >
          {/if}
        </li>
      {/each}
    </ol>
  </section>
</div>

<style>
  li {
    display: grid;
    gap: 0.35rem;
    padding-block: 0.75rem;
    justify-items: start;
  }
  .old {
    text-decoration: line-through;
    color: var(--soft);
  }
</style>
