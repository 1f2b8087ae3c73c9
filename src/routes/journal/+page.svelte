<script lang="ts">
  import { page } from '$app/state';
  import { SvelteURLSearchParams } from 'svelte/reactivity';
  import Pages from '$lib/ui/field/Pages.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { shortDate } from '$lib/ui/date/written-date';
  import Ledger from '$lib/ui/ledger/Ledger.svelte';

  const { data } = $props();
  let words = $state(page.url.searchParams.get('words') ?? '');
  const { items, total, limit, offset } = $derived(data.entries);

  function address(to: number): string {
    const next = new SvelteURLSearchParams(page.url.searchParams);
    if (to > 1) next.set('page', String(to));
    else next.delete('page');
    return next.size > 0 ? `?${next}` : page.url.pathname;
  }
</script>

<svelte:head><title>Journal · Brunkel</title></svelte:head>

<div class="stack">
  <header>
    <h1>Journal</h1>
    <p class="soft">Everything that happened, to every heap, latest first.</p>
  </header>
  <form
    class="grid max-w-xl grid-cols-[minmax(0,1fr)_auto] items-end gap-3"
    role="search"
    aria-label="The journal"
  >
    <TextField
      label="Words in a note, a name, an ingredient, a defect"
      bind:value={words}
      post="words"
      maxlength={200}
    />
    <button class="quiet">Search</button>
  </form>
  {#if data.sessions.items.length > 0 && data.page === 1}
    <section class="grid gap-2" aria-label="Casting days">
      <h2>Casting days</h2>
      <ul class="ruled">
        {#each data.sessions.items as day (day.id)}
          <li>
            <a
              class="grid min-h-12 grid-cols-[minmax(0,1fr)] items-baseline gap-x-4 py-2 no-underline desk:grid-cols-[minmax(0,1fr)_auto]"
              href="/sessions/{day.id}"
            >
              <span class="min-w-0"
                ><strong class="wrap-anywhere">{day.name ?? 'A casting'}</strong>
                <span class="soft small">{shortDate(day.at)}</span>
                {#if day.lessons}<span class="soft small block truncate">{day.lessons}</span>{/if}</span
              >
              <span class="soft small">
                {day.molds}
                {day.molds === 1 ? 'mold' : 'molds'}{day.castings > 0
                  ? `, ${day.castings} ${day.castings === 1 ? 'casting' : 'castings'}, ${day.scrap} scrap`
                  : ''}{day.stage === 'done' ? '' : ', not over yet'}
              </span>
            </a>
          </li>
        {/each}
      </ul>
      {#if data.sessions.total > data.sessions.items.length}
        <p class="soft small">
          The latest {data.sessions.items.length} of {data.sessions.total}: words find the others.
        </p>
      {/if}
    </section>
    <h2>Entries</h2>
  {/if}
  {#if total > 0 && items.length === 0}
    <p>That page is past the end. <a href={address(1)}>To the first page</a></p>
  {:else if total === 0}
    <p>
      {page.url.searchParams.get('words')
        ? 'Nothing in the journal fits that.'
        : 'Nothing has happened yet. What you mix, test, add and throw out is kept here.'}
      <a href={page.url.searchParams.get('words') ? '/journal' : '/mix'}
        >{page.url.searchParams.get('words') ? 'Show everything' : 'Mix a first batch'}</a
      >
    </p>
  {:else}
    <p class="soft small">{offset + 1} to {offset + items.length} of {total}</p>
    <Ledger rows={items} names={data.names} />
  {/if}
  <Pages label="Pages of the journal" count={total} page={data.page} page_size={limit} href={address} />
</div>
