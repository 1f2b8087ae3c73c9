<script lang="ts">
  import { fixed, ratioText } from '$core/quantity/display';
  import type { HeapState } from '$lib/schema/heap-state';

  const { state: now }: { state: HeapState } = $props();
  const after = $derived(now.prescription.result);
  const rows = $derived([
    {
      name: 'moisture',
      before: `${fixed(now.moisture_percent.value, 1)} %`,
      after: `${fixed(after.moisture_percent, 1)} %`
    },
    {
      name: 'active clay',
      before: `${fixed(now.active_clay_percent.value, 1)} %`,
      after: `${fixed(after.active_clay_percent, 1)} %`
    },
    // Oil sand has no water to tell of.
    ...(now.prescription.oil_kg > 0 || now.oil_percent.value > 0
      ? []
      : [
          {
            name: 'water : clay',
            before: ratioText(now.temper_ratio),
            after: ratioText(after.temper_ratio)
          }
        ])
  ]);
</script>

<table>
  <thead>
    <tr
      ><th scope="col"><span class="sr-only">Figure</span></th><th scope="col">now</th><th scope="col"
        >after</th
      ></tr
    >
  </thead>
  <tbody>
    {#each rows as row (row.name)}
      <tr><th scope="row">{row.name}</th><td>{row.before}</td><td>{row.after}</td></tr>
    {/each}
  </tbody>
</table>

<style>
  table {
    width: 100%;
    font-size: 0.95rem;
  }
  th {
    text-align: left;
    font-weight: 400;
    color: var(--soft);
  }
  thead th {
    font-size: 0.85rem;
  }
  thead th:not(:first-child),
  td {
    text-align: right;
    font-family: var(--mono);
  }
  td {
    font-weight: 700;
  }
  tbody tr {
    border-top: 1px solid var(--rule);
  }
  th,
  td {
    padding-block: 0.35rem;
  }
</style>
