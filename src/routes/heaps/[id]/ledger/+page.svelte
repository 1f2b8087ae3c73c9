<script lang="ts">
  import { zone } from '$lib/ui/field/record-form.svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { SvelteURLSearchParams } from 'svelte/reactivity';
  import { ENTRY_NAMES, TEST_NAMES } from '$core/heap/names';
  import Pages from '$lib/ui/field/Pages.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import LedgerTable from '$lib/ui/ledger/LedgerTable.svelte';

  const { data } = $props();
  const heap = $derived(data.heap);
  const query = $derived(page.url.searchParams);

  let words = $state(page.url.searchParams.get('words') ?? '');
  let from = $state(page.url.searchParams.get('from') ?? '');
  let to = $state(page.url.searchParams.get('to') ?? '');
  let kind = $state(kindIn(page.url.searchParams));
  let narrowing = $state(kind !== '' || from !== '' || to !== '');
  let struck = $state(page.url.searchParams.get('undone') === 'true');

  const KINDS = [
    { value: '', name: 'Everything' },
    ...Object.entries(ENTRY_NAMES).map(([value, name]) => ({ value, name, group: 'Entries' })),
    ...Object.entries(TEST_NAMES).map(([value, name]) => ({ value: `test ${value}`, name, group: 'Tests' }))
  ];

  function kindIn(params: URLSearchParams): string {
    const test = params.get('test_kind');
    return test ? `test ${test}` : (params.get('kind') ?? '');
  }

  /** The address of the same table with some of what it asks for changed; the first page unless said. */
  function address(changes: Record<string, string | null>): string {
    const next = new SvelteURLSearchParams(query);
    next.delete('page');
    for (const [name, value] of Object.entries(changes)) {
      if (value === null || value === '') next.delete(name);
      else next.set(name, value);
    }
    return next.size > 0 ? `?${next}` : page.url.pathname;
  }

  function ask() {
    const [, test] = kind.match(/^test (.*)$/) ?? [];
    void goto(
      address({
        words: words.trim(),
        from,
        to,
        kind: test ? null : kind,
        test_kind: test ?? null,
        undone: struck ? 'true' : null,
        // Days end at the reader's midnight, not at the world's.
        zone: from || to ? zone() : null
      }),
      { keepFocus: true, noScroll: true, replaceState: true }
    );
  }

  /** Asked when the typing pauses, so that each letter is not a question. */
  let waiting: ReturnType<typeof setTimeout> | undefined;
  function typing() {
    clearTimeout(waiting);
    waiting = setTimeout(ask, 250);
  }

  function reset() {
    words = from = to = kind = '';
    struck = false;
    ask();
  }

  /** The same entries as a table, all of them: not a page of it. */
  const asked = $derived(address({}).replace(/^[^?]*/, ''));
  const { total, limit, offset, items } = $derived(data.entries);
  const filtered = $derived([...query.keys()].some((name) => !['order', 'page', 'zone'].includes(name)));
</script>

<svelte:head><title>Ledger · {heap.name} · Brunkel</title></svelte:head>

<div class="stack">
  <header>
    <h1>Ledger of {heap.name}</h1>
    <p class="soft small">
      <a href="/heaps/{heap.id}">Back to {heap.name}</a> ·
      <a href="/api/v1/heaps/{heap.id}/ledger.csv{asked}" download>Take it as a table (CSV)</a>
    </p>
  </header>
  <form
    class="filter"
    role="search"
    aria-label="The ledger"
    onsubmit={(event) => {
      event.preventDefault();
      ask();
    }}
  >
    <TextField
      label="Words"
      bind:value={words}
      oninput={typing}
      maxlength={200}
      hint="In a note, a name, an ingredient"
    />
    <button
      type="button"
      class="quiet narrow"
      aria-expanded={narrowing}
      aria-controls="narrowing"
      onclick={() => (narrowing = !narrowing)}
      >{narrowing ? 'Fewer choices' : 'Narrow it by kind or time'}</button
    >
    <div id="narrowing" class="narrowing" class:shown={narrowing}>
      <SelectField label="Kind" bind:value={kind} options={KINDS} onchange={ask} />
      <TextField label="From" type="date" bind:value={from} oninput={ask} />
      <TextField label="To" type="date" bind:value={to} oninput={ask} />
      <label class="struck"
        ><input type="checkbox" class="checkbox" bind:checked={struck} onchange={ask} /> with what was struck out</label
      >
    </div>
  </form>
  <p class="row counted" aria-live="polite">
    <span>
      {#if total === 0}
        Nothing {filtered ? 'in the ledger fits that.' : 'has happened to this heap yet.'}
      {:else}
        {offset + 1} to {offset + items.length} of {total}
      {/if}
    </span>
    {#if filtered}<button type="button" class="quiet" onclick={reset}>Show everything</button>{/if}
  </p>
  {#if items.length > 0}
    <LedgerTable
      heap_id={heap.id}
      rows={items}
      balances={data.balances}
      oldest_first={query.get('order') === 'oldest'}
      onorder={(oldest) =>
        goto(address({ order: oldest ? 'oldest' : null }), { noScroll: true, keepFocus: true })}
    />
  {/if}
  <Pages
    label="Pages of the ledger"
    count={total}
    page={data.page}
    page_size={limit}
    href={(to) => address({ page: to > 1 ? String(to) : null })}
  />
</div>

<style>
  .filter {
    display: grid;
    gap: 0.75rem 1rem;
    align-items: start;
  }
  .narrowing {
    display: none;
    gap: 0.75rem 1rem;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 9.5rem), 1fr));
    align-items: start;
  }
  .narrowing.shown {
    display: grid;
  }
  .struck {
    display: flex;
    align-items: center;
    gap: 0.6rem;
    min-height: 3rem;
  }
  .counted {
    min-height: 3rem;
    margin-bottom: -1rem;
  }
  @media (min-width: 62rem) {
    .filter {
      grid-template-columns: 13rem minmax(0, 1fr);
    }
    .narrowing {
      display: grid;
    }
    .narrow {
      display: none;
    }
    .struck {
      margin-top: 1.6rem;
    }
  }
</style>
