<script lang="ts">
  import { browser } from '$app/environment';
  import { page } from '$app/state';
  import { machineZone } from '$core/time/zone';
  import { SvelteURLSearchParams } from 'svelte/reactivity';
  import Pages from '$lib/ui/field/Pages.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import CastingWall from '$lib/ui/journal/CastingWall.svelte';
  import JournalLines from '$lib/ui/journal/JournalLines.svelte';

  const { data } = $props();
  const asked = (name: string) => page.url.searchParams.get(name) ?? '';
  // What stands in the fields is what the address asks for, until they are sent.
  let words = $state(asked('words'));
  let kind = $state(asked('kind'));
  let heap = $state(asked('heap_id'));
  let photo = $state(asked('photo'));
  let from = $state(asked('from'));
  let to = $state(asked('to'));
  // Days end at the reader's midnight; without a script, at the shed's.
  const here = browser ? machineZone() : null;
  const { items, total, limit, offset } = $derived(data.found);
  const names = $derived(Object.fromEntries(data.heaps.map(({ id, name }) => [id, name])));
  const sought = $derived(
    ['words', 'kind', 'heap_id', 'from', 'to', 'photo'].some((name) => asked(name) !== '')
  );

  function address(change: Record<string, string | null>): string {
    const next = new SvelteURLSearchParams(page.url.searchParams);
    for (const [name, value] of Object.entries(change)) {
      if (value === null) next.delete(name);
      else next.set(name, value);
    }
    return next.size > 0 ? `?${next}` : page.url.pathname;
  }
</script>

<svelte:head><title>Journal · Brunkel</title></svelte:head>

<div class="stack">
  <header class="flex flex-wrap items-baseline justify-between gap-3">
    <div>
      <h1>Journal</h1>
      <p class="soft">
        Everything that happened: entries, tests, casting days, castings and patterns, the latest first.
      </p>
    </div>
    <p class="row">
      {#if data.wall}
        <a class="quiet" href={address({ view: null, page: null })}>As a stream</a>
      {:else}
        <a class="quiet" href={address({ view: 'wall', kind: null, heap_id: null, page: null })}
          >Wall of castings</a
        >
      {/if}
      <a class="quiet" href="/year">The year on a page</a>
      <a class="quiet" href="/trials">Ask your sand</a>
    </p>
  </header>
  <form class="grid gap-3" role="search" aria-label="The journal">
    {#if data.wall}<input type="hidden" name="view" value="wall" />{/if}
    {#if here && (from || to)}<input type="hidden" name="zone" value={here} />{/if}
    <div
      class="grid items-end gap-3 desk:grid-cols-[minmax(0,2fr)_repeat(3,minmax(0,1fr))_repeat(2,9.5rem)_auto]"
    >
      <TextField label="Words in it" bind:value={words} post="words" maxlength={200} />
      {#if !data.wall}
        <SelectField
          label="What"
          bind:value={kind}
          post="kind"
          options={[
            { value: '', name: 'Everything' },
            { value: 'casting', name: 'Castings' },
            { value: 'session', name: 'Casting days' },
            { value: 'pattern', name: 'Patterns' },
            { value: 'test', name: 'Tests' },
            { value: 'note', name: 'Notes' },
            { value: 'entry', name: 'Other entries' }
          ]}
        />
        <SelectField
          label="Heap"
          bind:value={heap}
          post="heap_id"
          options={[
            { value: '', name: 'Any' },
            ...data.heaps.map(({ id, name }) => ({ value: String(id), name }))
          ]}
        />
      {/if}
      <SelectField
        label="Photos"
        bind:value={photo}
        post="photo"
        options={[
          { value: '', name: 'Any' },
          { value: 'true', name: 'With a photo' }
        ]}
      />
      <TextField label="From" type="date" bind:value={from} post="from" />
      <TextField label="To" type="date" bind:value={to} post="to" />
      <button class="quiet">Search</button>
    </div>
  </form>
  {#if total > 0 && items.length === 0}
    <p>That page is past the end. <a href={address({ page: null })}>To the first page</a></p>
  {:else if total === 0}
    <p>
      {sought
        ? 'Nothing in the journal fits that.'
        : data.wall
          ? 'No casting was judged yet. What comes out of a mold is written down where it is shaken out.'
          : 'Nothing has happened yet. What you mix, test, add and throw out is kept here.'}
      <a href={sought ? '/journal' : data.wall ? '/shake-out' : '/mix'}
        >{sought ? 'Show everything' : data.wall ? 'Shake out' : 'Mix a first batch'}</a
      >
    </p>
  {:else}
    <p class="soft small flex flex-wrap gap-x-4">
      <span>{offset + 1} to {offset + items.length} of {total}</span>
      <a href="/api/v1/journal.csv{data.as_table}" download>Take it along (CSV)</a>
    </p>
    {#if data.wall}<CastingWall {items} />{:else}<JournalLines {items} {names} />{/if}
  {/if}
  <Pages
    label="Pages of the journal"
    count={total}
    page={data.page}
    page_size={limit}
    href={(to_page) => address({ page: to_page > 1 ? String(to_page) : null })}
  />
</div>
