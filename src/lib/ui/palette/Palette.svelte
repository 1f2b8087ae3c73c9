<script lang="ts">
  import { nowIso } from '$core/time/now';
  /** Goes to any heap, test or action, and takes entries typed in a line: "water 200 g gate". */
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { Combobox, useListCollection } from '@skeletonlabs/skeleton-svelte';
  import { inUnits, massText } from '$core/quantity/display';
  import { entries } from '$lib/schema/entry';
  import { check } from '$lib/schema/validate';
  import { api, ApiProblem } from '$lib/ui/api-client';
  import { asSentence } from '$lib/ui/field/as-sentence';
  import { zone } from '$lib/ui/field/record-form.svelte';
  import Sheet from '$lib/ui/page/Sheet.svelte';
  import { overlay } from '$lib/ui/page/overlay.svelte';
  import { entryWords } from '$lib/ui/entry/entry-words';
  import { logEntry } from '$lib/ui/entry/log-entry';
  import { units } from '$lib/ui/preferences';
  import { destinations, found, lookedUp } from './destinations';
  import { typedEntry, type NamedHeap, type NamedLot } from './typed-entry';

  /** As many as are looked through at a glance. */
  const SHOWN = 9;
  let heaps = $state<NamedHeap[]>([]);
  let lots = $state<NamedLot[]>([]);
  let line = $state('');
  let trouble = $state<string | null>(null);
  /** Likely a slip: it is taken once somebody says that it is right. */
  let asked = $state(false);
  let input = $state<HTMLElement | null>(null);
  let loaded = $state(false);
  /** Enter was pressed before it was known what there is. */
  let pressed = false;

  onMount(async () => {
    try {
      const [has, stock] = await Promise.all([
        api<{ items: NamedHeap[] }>('GET', '/heaps'),
        api<{ items: NamedLot[] }>('GET', '/lots')
      ]);
      [heaps, lots] = [has.items, stock.items];
      loaded = true;
      if (pressed) void chosen(shown[0]?.href);
    } catch (thrown) {
      trouble = thrown instanceof ApiProblem ? thrown.message : String(thrown);
    }
  });

  const here = $derived(
    heaps.find(({ id }) => id === Number(page.params.id) && page.url.pathname.startsWith('/heaps/')) ??
      (heaps.length === 1 ? heaps[0]! : null)
  );
  const entry = $derived(typedEntry(line, heaps, lots, units(), here));
  const said = $derived.by(() => {
    if (!entry) return null;
    const { what, amount } = entryWords({ ...entry.body, note: entry.body.note ?? null }, units());
    return `${entry.heap.name}: ${what} ${amount}`.trim();
  });
  const shown = $derived([
    ...(said ? [{ href: 'log', label: said, of: 'write it in' }] : []),
    ...found(destinations(heaps), line, SHOWN),
    ...(loaded && line.trim().length > 1 ? [lookedUp(line)] : [])
  ]);
  const collection = $derived(
    useListCollection({ items: shown, itemToValue: ({ href }) => href, itemToString: ({ label }) => label })
  );

  async function chosen(href: string | undefined, confirmed = false) {
    if (!href) return;
    if (href !== 'log') {
      overlay.open = null;
      await goto(href);
      return;
    }
    const { heap, body, typed } = entry!;
    const sent = {
      ...body,
      at: nowIso(),
      zone: zone(),
      ...(typed && { typed: { kg: typed } }),
      ...(confirmed && { confirmed })
    };
    const checked = check(entries[body.kind], sent);
    if (!checked.ok) {
      trouble = asSentence(checked.errors[0]!.message);
      return;
    }
    try {
      await logEntry(heap.id, sent, `Logged: ${said!}`);
      overlay.open = null;
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      trouble = inUnits(asSentence(thrown.errors[0]?.message ?? thrown.message), units());
      asked = thrown.question !== null;
    }
  }
  function key(event: KeyboardEvent) {
    // The list takes Escape for itself, and here it is always open: one press puts all of it away.
    if (event.key === 'Escape') {
      event.stopPropagation();
      overlay.open = null;
    }
    // It marks its first line a moment after it has one: who types faster than that means it all the same.
    if (event.key !== 'Enter' || event.isComposing || event.target !== input) return;
    if (document.querySelector('[role="option"][data-highlighted]')) return;
    event.stopPropagation();
    event.preventDefault();
    if (loaded) void chosen(shown[0]?.href);
    else pressed = true;
  }
</script>

<svelte:window onkeydowncapture={key} />
<Sheet title="Go anywhere, or say what you did" initialFocusEl={() => input}>
  <Combobox
    {collection}
    open
    inputValue={line}
    value={[]}
    inputBehavior="autohighlight"
    selectionBehavior="preserve"
    closeOnSelect={false}
    onInputValueChange={({ inputValue }) => {
      line = inputValue;
      trouble = null;
      asked = false;
      pressed = false;
    }}
    onValueChange={({ value }) => void chosen(value[0])}
  >
    <Combobox.Label class="sr-only">Where to, or what happened</Combobox.Label>
    <Combobox.Control>
      <Combobox.Input
        class="typed"
        placeholder="water 200 g {heaps[0]?.name.toLowerCase().split(' ')[0] ?? 'gate'}"
      >
        {#snippet element(attributes)}<input {...attributes} bind:this={input} />{/snippet}
      </Combobox.Input>
    </Combobox.Control>
    <Combobox.Content class="static! mt-2 grid w-full gap-0 border-0 bg-transparent p-0">
      {#each shown as item (item.href)}
        <Combobox.Item
          {item}
          class="flex min-h-12 cursor-pointer items-center justify-between gap-3 rounded-base px-3 data-highlighted:bg-(--sunk)"
        >
          <Combobox.ItemText class="min-w-0 wrap-anywhere {item.href === 'log' ? 'font-bold' : ''}"
            >{item.label}</Combobox.ItemText
          >
          <span class="soft small">{item.of}</span>
        </Combobox.Item>
      {/each}
    </Combobox.Content>
  </Combobox>
  {#if loaded && !said}
    <p class="soft small">
      Entries read like “water 200 g gate”, “bentonite {massText(0.5, units())} gate”, “spilled {massText(
        1,
        units()
      )}” or “note gate: crust on top”.
    </p>
  {/if}
  {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
  <p class="row">
    {#if asked}
      <button type="button" class="quiet" onclick={() => chosen('log', true)}>It is right as it is</button>
    {/if}
    <button
      type="button"
      class="soft small min-h-12 cursor-pointer underline"
      onclick={() => (overlay.open = 'keys')}>Keys that work anywhere</button
    >
  </p>
</Sheet>
