<script lang="ts">
  import { byWhom } from '$lib/ui/entry/by-whom';
  import { units } from '$lib/ui/preferences';
  import { entryWords, type LedgerRow } from '$lib/ui/entry/entry-words';
  import { shortDate } from '$lib/ui/date/written-date';
  import { strike, unstrike } from '$lib/ui/entry/log-entry';

  interface Props {
    rows: readonly LedgerRow[];
    /** What each heap is called, where the lines are of several. */
    names?: Record<number, string> | null;
  }
  const { rows, names = null }: Props = $props();
  const nameOf = (row: LedgerRow) => names?.[Number(row.heap_id)] ?? '';
  const placeOf = (row: LedgerRow) => `/heaps/${String(row.heap_id)}/entries/${row.id}`;
</script>

<ul class="ledger ruled">
  {#each rows as row (row.id)}
    {@const words = entryWords(row, units())}
    <li class:struck={row.undone_at !== null}>
      <a href={placeOf(row)} class="line">
        <time datetime={row.at}>{shortDate(row.at)}</time>
        <span class="what"
          >{#if names}<strong>{nameOf(row)}</strong>:{/if}
          {words.what}{#if row.version > 1}<span class="soft small">&#32;· amended</span
            >{/if}{#if byWhom(row)}<span class="note soft small">{byWhom(row)}</span>{/if}</span
        >
        <span class="amount">{words.amount}</span>
      </a>
      {#if row.undone_at === null}
        <button
          type="button"
          class="strike"
          onclick={() => strike(placeOf(row))}
          aria-label="Undo: {words.what}, {shortDate(row.at)}">undo</button
        >
      {:else}
        <button
          type="button"
          class="strike"
          onclick={() => unstrike(placeOf(row))}
          aria-label="Put back: {words.what}, {shortDate(row.at)}">put back</button
        >
      {/if}
    </li>
  {/each}
</ul>

<style>
  li {
    display: flex;
    align-items: stretch;
    gap: 0.25rem;
  }
  .line {
    flex: 1;
    min-width: 0;
    display: grid;
    grid-template-columns: 4.2rem 1fr auto;
    gap: 0.75rem;
    align-items: center;
    min-height: 3rem;
    padding-block: 0.35rem;
    text-decoration: none;
  }
  .line:hover .what {
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
  time {
    font-size: 0.85rem;
    color: var(--soft);
  }
  .what {
    line-height: 1.3;
    overflow-wrap: anywhere;
  }
  .note {
    display: block;
  }
  .amount {
    font-family: var(--mono);
    font-size: 0.95rem;
    white-space: nowrap;
  }
  .strike {
    min-width: 3rem;
    min-height: 3rem;
    font-size: 0.85rem;
    color: var(--soft);
    text-decoration: underline;
    cursor: pointer;
  }
  .strike:hover {
    color: var(--heat);
  }
  .struck .line {
    text-decoration: line-through;
    color: var(--soft);
  }
</style>
