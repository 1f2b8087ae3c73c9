<script lang="ts">
  import { NINE_IN_TEN } from '$core/judge/normal';
  import { goto } from '$app/navigation';
  import { VERDICT_WORDS } from '$core/judge/temper-verdict';
  import { fixed, massText } from '$core/quantity/display';
  import ComparedStories from '$lib/ui/chart/ComparedStories.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import { units } from '$lib/ui/preferences';
  import DryWetRuler from '$lib/ui/temper/DryWetRuler.svelte';
  import HeapStrip from '$lib/ui/temper/HeapStrip.svelte';

  const { data } = $props();
  const comparison = $derived(data.comparison);
  const options = $derived(data.heaps.map(({ id, name }) => ({ value: String(id), name })));

  function show(which: 'first' | 'second', id: string) {
    const [first, second] = comparison!.heaps.map((heap) => String(heap.id)) as [string, string];
    // Chosen on both sides, the two change places rather than stand beside themselves.
    const next =
      which === 'first' ? [id, id === second ? first : second] : [id === first ? second : first, id];
    void goto(`?first=${next[0]}&second=${next[1]}`, { keepFocus: true, noScroll: true });
  }

  const shown = (unit: string, value: number) =>
    unit === 'kg'
      ? massText(value, units())
      : `${fixed(value, unit === '%' ? 1 : 2)}${unit && `\u202f${unit}`}`;
  const signed = (unit: string, value: number) => `${value < 0 ? '−' : '+'}${shown(unit, Math.abs(value))}`;
  const doubt = (surely: boolean | null) =>
    surely === null ? '' : surely ? 'a real difference' : 'may be chance';
</script>

<svelte:head><title>Two heaps · Brunkel</title></svelte:head>

<div class="stack">
  <h1>Two heaps, side by side</h1>
  {#if !comparison}
    <p class="soft">
      It takes two heaps to compare. <a href="/heaps/new">Make another</a>, or go
      <a href="/">back to the bench</a>.
    </p>
  {:else}
    <div class="two">
      {#each comparison.heaps as heap, i (heap.id)}
        {@const state = comparison.states[i]!}
        {@const which = i === 0 ? 'first' : 'second'}
        <section class="stack" aria-label={heap.name}>
          <SelectField
            label={i === 0 ? 'One' : 'The other'}
            {options}
            bind:value={() => String(heap.id), (id) => show(which, id)}
          />
          <p class="verdict" class:second={i === 1}>
            <a href="/heaps/{heap.id}">{heap.name}</a>
            <span class="soft">{VERDICT_WORDS[state.verdict]}</span>
          </p>
          {#if state.verdict !== 'empty'}
            <DryWetRuler
              size="small"
              oil={heap.system === 'oil'}
              window={state.window_percent}
              value={state.moisture_percent.value}
              sd={state.moisture_percent.sd}
            />
            <HeapStrip sand={state.composition_kg} />
          {/if}
        </section>
      {/each}
    </div>
    <table>
      <thead>
        <tr>
          <th scope="col">Figure</th>
          {#each comparison.heaps as heap (heap.id)}<th scope="col" class="number">{heap.name}</th>{/each}
          <th scope="col" class="number">Difference</th>
          <th scope="col"><span class="sr-only">Chance or not</span></th>
        </tr>
      </thead>
      <tbody>
        {#each comparison.figures as { name, unit, values, difference, surely } (name)}
          <tr>
            <th scope="row">{name}</th>
            {#each values as figure, i (i)}
              <td class="number">
                {#if figure}
                  <span class:estimate={figure.sd !== null}>{shown(unit, figure.value)}</span>
                  {#if figure.sd !== null}<span class="soft small spread"
                      >± {shown('', NINE_IN_TEN * figure.sd).replace(/0$/, '')}</span
                    >{/if}
                {:else}–{/if}
              </td>
            {/each}
            <td class="number">{difference === null ? '–' : signed(unit, difference)}</td>
            <td class="small" class:soft={!surely}>{doubt(surely)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="soft small">
      Dotted figures are estimates with the range that holds nine times in ten. A difference is real when
      doubt alone would show it less than one time in ten.
    </p>
    <ComparedStories heaps={comparison.heaps} />
  {/if}
</div>

<style>
  .two {
    display: grid;
    gap: 1.5rem 2.5rem;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 20rem), 1fr));
  }
  .verdict {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 0.5rem;
    font-family: var(--display);
    font-size: 1.35rem;
    font-weight: 700;
    border-bottom: 4px solid var(--heat);
  }
  .verdict.second {
    border-bottom: 4px dashed var(--ink);
  }
  .verdict a {
    display: inline-flex;
    align-items: center;
    min-height: 3rem;
    text-decoration: none;
  }
  .verdict span {
    align-self: center;
    font-size: 1rem;
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  thead tr {
    border-bottom: 2px solid var(--ink);
  }
  tbody tr {
    border-bottom: 1px solid var(--rule);
  }
  th {
    text-align: left;
    font-weight: 600;
  }
  th,
  td {
    padding: 0.5rem 1rem 0.5rem 0;
  }
  .number {
    text-align: right;
  }
  td.number {
    font-family: var(--mono);
  }
  .estimate {
    border-bottom: 1px dotted var(--edge);
  }
  @media (max-width: 61.99rem) {
    th,
    td {
      padding-right: 0.5rem;
    }
    .spread {
      display: block;
    }
    td:last-child,
    thead th:last-child {
      display: none;
    }
    .number {
      font-size: 0.9rem;
    }
  }
</style>
