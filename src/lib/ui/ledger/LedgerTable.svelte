<script lang="ts">
  /** The ledger as a table: what happened, how the heap stood after it. On the phone each row stands as a block. */
  import { NINE_IN_TEN } from '$core/judge/normal';
  import { byWhom } from '$lib/ui/entry/by-whom';
  import { createTable, rowSortingFeature, tableFeatures, type ColumnDef } from '@tanstack/svelte-table';
  import { fixed, massText } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import { entryWords, type LedgerRow } from '$lib/ui/entry/entry-words';
  import { shortDate, shortTime } from '$lib/ui/date/written-date';
  import { strike, unstrike } from '$lib/ui/entry/log-entry';

  interface Balance {
    total_kg: number;
    moisture_percent: { value: number; sd: number };
  }
  interface Props {
    heap_id: number;
    rows: readonly LedgerRow[];
    /** By entry; an entry that is struck out has none. */
    balances: Record<number, Balance>;
    oldest_first: boolean;
    onorder: (oldest_first: boolean) => void;
  }
  const { heap_id, rows, balances, oldest_first, onorder }: Props = $props();

  interface Line {
    row: LedgerRow;
    what: string;
    amount: string;
    balance: Balance | undefined;
  }
  const lines = $derived(
    rows.map((row): Line => ({ row, ...entryWords(row, units()), balance: balances[row.id] }))
  );

  // The server sorts and pages; the table keeps the columns and what they are sorted by.
  const features = tableFeatures({ rowSortingFeature });
  const columns: ColumnDef<typeof features, Line>[] = [
    { id: 'at', header: 'When', accessorFn: ({ row }) => row.at },
    { id: 'what', header: 'What', accessorFn: ({ what }) => what, enableSorting: false },
    { id: 'amount', header: 'How much', accessorFn: ({ amount }) => amount, enableSorting: false },
    {
      id: 'after',
      header: 'Heap after it',
      accessorFn: ({ balance }) => balance?.total_kg,
      enableSorting: false
    },
    {
      id: 'moisture',
      header: 'Water after it',
      accessorFn: ({ balance }) => balance?.moisture_percent.value,
      enableSorting: false
    },
    { id: 'undo', header: 'Undo', enableSorting: false }
  ];
  const table = createTable({
    features,
    columns,
    manualSorting: true,
    getRowId: ({ row }) => String(row.id),
    get data() {
      return lines;
    },
    state: {
      get sorting() {
        return [{ id: 'at', desc: !oldest_first }];
      }
    },
    onSortingChange: () => onorder(!oldest_first)
  });
  const NUMERIC = ['amount', 'after', 'moisture'];
</script>

<table>
  <thead>
    {#each table.getHeaderGroups() as group (group.id)}
      <tr>
        {#each group.headers as header (header.id)}
          <th
            scope="col"
            class:number={NUMERIC.includes(header.column.id)}
            aria-sort={header.column.id === 'at' ? (oldest_first ? 'ascending' : 'descending') : undefined}
          >
            {#if header.column.getCanSort()}
              <button type="button" onclick={() => header.column.toggleSorting()}
                >{String(header.column.columnDef.header)}
                <span aria-hidden="true">{oldest_first ? '↑' : '↓'}</span><span class="sr-only"
                  >, {oldest_first ? 'oldest' : 'latest'} first</span
                ></button
              >
            {:else if header.column.id === 'undo'}
              <span class="sr-only">Undo</span>
            {:else}
              {String(header.column.columnDef.header)}
            {/if}
          </th>
        {/each}
      </tr>
    {/each}
  </thead>
  <tbody>
    {#each table.getRowModel().rows as { id, original: line } (id)}
      {@const { row, balance } = line}
      {@const record = `/heaps/${heap_id}/entries/${row.id}`}
      <tr class:struck={row.undone_at !== null}>
        <td class="when"><time datetime={row.at}>{shortDate(row.at)}, {shortTime(row.at)}</time></td>
        <td class="what">
          <a href={record}>{line.what}</a>{#if row.version > 1}<span class="soft small">&nbsp;· amended</span
            >{/if}
          {#if byWhom(row)}<span class="aside soft small">{byWhom(row)}</span>{/if}
        </td>
        <td class="number">{line.amount}</td>
        <td class="number" data-label="heap">{balance ? massText(balance.total_kg, units()) : '–'}</td>
        <td class="number" data-label="water">
          {#if balance}
            <span class="estimate">{fixed(balance.moisture_percent.value, 1)}&#8239;%</span>
            <span class="soft small">± {fixed(NINE_IN_TEN * balance.moisture_percent.sd, 1)}</span>
          {:else}–{/if}
        </td>
        <td class="act-cell">
          <button
            type="button"
            class="undo"
            onclick={() => (row.undone_at === null ? strike : unstrike)(record)}
            aria-label="{row.undone_at === null ? 'Undo' : 'Put back'}: {line.what}, {shortDate(row.at)}"
            >{row.undone_at === null ? 'undo' : 'put back'}</button
          >
        </td>
      </tr>
    {/each}
  </tbody>
</table>

<style>
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th {
    text-align: left;
    font-weight: 600;
    font-size: 0.9rem;
    color: var(--soft);
    vertical-align: middle;
    padding-right: 1rem;
  }
  th.number {
    font-family: inherit;
  }
  th button {
    min-height: 3rem;
    font-weight: 700;
    color: var(--ink);
    cursor: pointer;
  }
  thead tr {
    border-bottom: 2px solid var(--ink);
  }
  tbody tr {
    border-bottom: 1px solid var(--rule);
  }
  td {
    padding-block: 0.35rem;
    padding-right: 1rem;
    vertical-align: middle;
  }
  .number {
    text-align: right;
    font-family: var(--mono);
    white-space: nowrap;
  }
  .when {
    white-space: nowrap;
    font-size: 0.9rem;
    color: var(--soft);
  }
  .what a {
    text-decoration: none;
  }
  .what a:hover {
    text-decoration: underline;
  }
  .aside {
    display: block;
  }
  .estimate {
    border-bottom: 1px dotted var(--edge);
  }
  .undo {
    min-width: 3rem;
    min-height: 3rem;
    font-size: 0.85rem;
    color: var(--soft);
    text-decoration: underline;
    cursor: pointer;
  }
  .struck .what,
  .struck .number {
    text-decoration: line-through;
    color: var(--soft);
  }
  .act-cell {
    padding-right: 0;
    text-align: right;
  }
  @media (max-width: 61.99rem) {
    thead th:not(:first-child) {
      position: absolute;
      width: 1px;
      height: 1px;
      overflow: hidden;
      clip-path: inset(50%);
    }
    tbody tr {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto auto;
      gap: 0 0.75rem;
      align-items: center;
      padding-block: 0.5rem;
    }
    td {
      padding: 0;
    }
    .when {
      grid-column: 1;
      grid-row: 1;
    }
    .what {
      grid-column: 1;
      grid-row: 2;
      min-height: 3rem;
      display: grid;
      align-content: center;
    }
    .what a {
      display: flex;
      min-height: 3rem;
      align-items: center;
    }
    td.number {
      font-size: 0.9rem;
    }
    td.number:nth-of-type(3) {
      grid-column: 2;
      grid-row: 2;
    }
    td[data-label='heap'] {
      grid-column: 2 / span 2;
      grid-row: 1;
    }
    td[data-label='water'] {
      grid-column: 1 / span 3;
      grid-row: 3;
      text-align: left;
    }
    td[data-label]::before {
      content: attr(data-label) ' ';
      color: var(--soft);
      font-family: var(--body, inherit);
    }
    .act-cell {
      grid-column: 3;
      grid-row: 2;
    }
  }
</style>
