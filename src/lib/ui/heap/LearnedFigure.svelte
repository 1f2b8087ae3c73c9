<script lang="ts">
  import type { LearnedRecord } from '$lib/schema/heap-state';
  import { nowIso } from '$core/time/now';
  /** One figure that a heap has taught: where it stands, against the handbook; held or learned anew from here. */
  import Explained from '$lib/ui/figure/Explained.svelte';
  import type { Explanation } from '$lib/ui/figure/page-of';
  import { entries } from '$lib/schema/entry';
  import { onMount } from 'svelte';
  import { quantityName } from '$lib/schema/posted-form';
  import Posted from '$lib/ui/field/Posted.svelte';
  import Field from '$lib/ui/field/Field.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import { LB_FT3_PER_KG_L, fixed } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import { logEntry } from '$lib/ui/entry/log-entry';

  const { heap_id, figure }: { heap_id: number; figure: LearnedRecord } = $props();

  const form = new RecordForm();
  let held = $state('');
  /** Asleep it cannot hear that something is typed: the server says what is missing. */
  let awake = $state(false);
  onMount(() => void (awake = true));

  const WORDS = {
    drying: {
      name: 'How fast it dries',
      tells: 'Against the handbook’s evaporation, in the container and place where it stands now.',
      teach: 'Test the moisture before and after it stands.'
    },
    'rammed-density': {
      name: 'How dense it rams',
      tells: 'Weighs the sand of a mold before it is rammed.',
      teach: 'Write the volume beside the weight when sand is drawn for a mold.'
    },
    spill: {
      name: 'How much is spilled',
      tells: 'Stands in for sand that comes back from a mold unweighed.',
      teach: 'Weigh what comes back, and say when that was all of it.'
    },
    burn: {
      name: 'How much burns',
      tells: 'Stands in for burnt sand that nobody judged, by the metal poured.',
      teach: 'Write the metal with the pour, and weigh the black sand.'
    }
  } as const;
  const EXPLAINED: Record<typeof figure.of, Explanation> = {
    drying: 'formula-drying',
    'rammed-density': 'formula-sand-demand',
    spill: 'word-lost',
    burn: 'formula-burnt'
  };
  const words = $derived(WORDS[figure.of]);
  const digits = $derived(figure.of === 'spill' ? 1 : 2);
  /** A density is told in the reader's units. */
  const factor = $derived(figure.unit === 'kg/L' && units() === 'us' ? LB_FT3_PER_KG_L : 1);
  const unit = $derived(factor === 1 ? figure.unit : 'lb/ft³');
  const shown = (value: number) => fixed(value * factor, factor === 1 ? digits : 0);
  const source = $derived(
    {
      handbook: 'handbook default',
      'your records': `${figure.records} ${figure.records === 1 ? 'record' : 'records'} of yours`,
      'your entry': 'held by you'
    }[figure.source]
  );
  /** The bar's scale: room for the range and the handbook's mark. */
  const top = $derived(1.25 * Math.max(figure.range[1], figure.handbook, figure.value));
  const at = (value: number) => `${Math.min(100, Math.max(0, (100 * value) / top))}%`;

  form.keep(
    `learned:${heap_id}:${figure.of}`,
    () => ({ held }),
    (kept) => ({ held } = kept)
  );

  const bodyOf = (value: number | undefined) =>
    present({ kind: 'learning', at: nowIso(), zone: zone(), of: figure.of, value });

  async function teach(value: number | undefined, said: string) {
    const body = bodyOf(value);
    const done = await form.submit(entries.learning, body, (sent) => logEntry(heap_id, sent, said));
    if (done) held = '';
  }

  function hold(event: SubmitEvent) {
    event.preventDefault();
    const value = held.trim() === '' ? NaN : Number((Number(held.replace(',', '.')) / factor).toPrecision(6));
    void teach(value, `${words.name}: held at ${held.trim()} ${unit}.`);
  }
</script>

<article aria-labelledby="{figure.of}-name">
  <div>
    <h2 id="{figure.of}-name">{words.name}</h2>
    <p class="soft small">{words.tells}</p>
    {#if figure.source === 'handbook'}<p class="small">{words.teach}</p>{/if}
  </div>
  <div class="shown">
    <p class="value" class:estimate={figure.source !== 'your entry'}>
      <Explained of={EXPLAINED[figure.of]}>{shown(figure.value)} <span class="unit">{unit}</span></Explained>
    </p>
    <div class="bar" aria-hidden="true">
      <span
        class="range"
        style:left={at(figure.range[0])}
        style:width="calc({at(figure.range[1])} - {at(figure.range[0])})"
      ></span>
      <span class="handbook" style:left={at(figure.handbook)}></span>
      <span class="point" style:left={at(figure.value)}></span>
    </div>
    <p class="soft small">
      {source}{#if figure.source !== 'your entry'}, {shown(figure.range[0])} to {shown(figure.range[1])}{/if} ·
      handbook
      {shown(figure.handbook)}
    </p>
  </div>
  <form class="acts" method="POST" action="?/write" onsubmit={hold}>
    <Posted body={bodyOf(undefined)} />
    <Field label="My own figure" term="own" error={form.errorOf('value')}>
      {#snippet control(id, describedBy)}
        <input
          {id}
          required
          name={quantityName('value', 'count', '', 1 / factor)}
          class="typed"
          aria-describedby={describedBy}
          type="text"
          inputmode="decimal"
          bind:value={held}
        />
      {/snippet}
    </Field>
    <p class="row">
      <button class="quiet" disabled={form.busy || (awake && held.trim() === '')}>Use mine</button>
      <button
        class="quiet"
        type="button"
        disabled={form.busy || figure.source === 'handbook'}
        onclick={() => teach(undefined, `${words.name}: learned anew from here.`)}>Learn anew</button
      >
    </p>
  </form>
</article>

<style>
  article {
    display: grid;
    gap: 1rem 2rem;
  }
  .value {
    font-size: 1.5rem;
  }
  .value .unit {
    font-size: 1rem;
  }
  .estimate {
    text-decoration: underline dotted var(--edge) 1px;
    text-underline-offset: 0.25em;
  }
  .bar {
    position: relative;
    height: 1.4rem;
    border-bottom: 1px solid var(--ink);
  }
  .bar span {
    position: absolute;
    bottom: 0;
  }
  .range {
    height: 0.8rem;
    background: color-mix(in oklab, var(--heat) 28%, transparent);
  }
  .handbook {
    height: 1.2rem;
    border-left: 2px dashed var(--soft);
  }
  .point {
    width: 4px;
    height: 0.8rem;
    margin-left: -2px;
    background: var(--heat);
  }
  .acts {
    display: grid;
    gap: 0.5rem;
    align-content: start;
  }
  input {
    min-height: 3rem;
    width: 100%;
    padding-inline: 0.75rem;
    background: var(--paper);
    border: 1px solid var(--edge);
    border-radius: var(--radius-base);
    font-family: var(--mono);
    color: inherit;
  }
  @media (min-width: 62rem) {
    article {
      grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr) 15rem;
    }
  }
</style>
