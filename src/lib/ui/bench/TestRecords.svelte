<script lang="ts">
  /** The tests made on a lot, each of which can be struck out and put back. */
  import { entryWords, type LedgerRow } from '$lib/ui/entry/entry-words';
  import { shortDate } from '$lib/ui/date/written-date';
  import { strike, unstrike } from '$lib/ui/entry/log-entry';
  import { units } from '$lib/ui/preferences';

  interface TestRow extends Record<string, unknown> {
    id: number;
    at: string;
    kind: string;
    note: string | null;
    undone_at: string | null;
  }
  const { collection, rows }: { collection: string; rows: readonly TestRow[] } = $props();

  /** A lot's test in the words of a ledger line. */
  const words = (row: TestRow) =>
    entryWords({ ...row, kind: 'tested', test: row, version: 1 } as LedgerRow, units());
</script>

<ul class="ruled">
  {#each rows as row (row.id)}
    {@const { what, amount } = words(row)}
    <li class:struck={row.undone_at !== null}>
      <time class="small soft" datetime={row.at}>{shortDate(row.at)}</time>
      <span class="what">{what}</span>
      <span class="figure">{amount}</span>
      <button
        type="button"
        onclick={() => (row.undone_at === null ? strike : unstrike)(`${collection}/${row.id}`)}
        aria-label="{row.undone_at === null ? 'Undo' : 'Put back'}: {what}, {shortDate(row.at)}"
        >{row.undone_at === null ? 'undo' : 'put back'}</button
      >
    </li>
  {/each}
</ul>

<style>
  li {
    display: grid;
    grid-template-columns: 4.2rem 1fr auto auto;
    gap: 0.75rem;
    align-items: center;
    min-height: 3rem;
  }
  button {
    min-width: 3rem;
    min-height: 3rem;
    font-size: 0.85rem;
    color: var(--soft);
    text-decoration: underline;
    cursor: pointer;
  }
  .struck .what,
  .struck .figure {
    text-decoration: line-through;
    color: var(--soft);
  }
</style>
