<script lang="ts">
  /** Bought ready mixed against made up: what a kilogram of sand in temper costs each way. */
  import Explained from '$lib/ui/figure/Explained.svelte';
  import { perKg, readyMixedPerKg } from '$core/mix/made-or-bought';
  import { massText } from '$core/quantity/display';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { moneyText, perWeight } from '$lib/ui/money';
  import { units } from '$lib/ui/preferences';
  import type { BatchAnswer } from './batch-draft';

  interface Props {
    answer: BatchAnswer;
    /** Moisture in temper, wet basis. */
    aim: number;
    oil: boolean;
    heap_id: number;
  }
  const { answer, aim, oil, heap_id }: Props = $props();
  const empty = () => ({ text: '', si: undefined as number | undefined });
  let asked = $state({ kg: empty(), price: empty(), moisture: empty() });
  new KeptDraft(
    `ready-mixed:${heap_id}`,
    () => asked,
    (kept) => (asked = kept)
  );
  const currency = $derived(Object.keys(answer.cost)[0] ?? 'EUR');
  const one = $derived(perWeight({}, units()).unit);
  const made = $derived(
    answer.unpriced === 0 && Object.keys(answer.cost).length === 1
      ? perKg(answer.cost[currency]!, answer.batch.total_kg)
      : null
  );
  const bought = $derived(
    asked.kg.si && asked.price.si !== undefined
      ? readyMixedPerKg(asked.price.si, asked.kg.si, asked.moisture.si ?? 0, oil ? 0 : aim)
      : null
  );
  const shown = (cost: number) => moneyText(perWeight({ [currency]: cost }, units()).cost);
</script>

<details class="disclosure">
  <summary class="min-h-12 cursor-pointer px-0! font-semibold">Made up, or bought ready mixed?</summary>
  <div class="stack pt-2">
    <div class="pair">
      <QuantityField
        label="A bag ready mixed weighs"
        dimension="mass"
        bind:text={asked.kg.text}
        bind:si={asked.kg.si}
      />
      <QuantityField
        label="and costs, {currency}"
        dimension="count"
        bind:text={asked.price.text}
        bind:si={asked.price.si}
      />
      {#if !oil}
        <QuantityField
          label="Water in it"
          optional
          dimension="fraction"
          bind:text={asked.moisture.text}
          bind:si={asked.moisture.si}
          hint="Left empty: sold dry"
        />
      {/if}
    </div>
    <dl class="flex flex-wrap gap-x-8 gap-y-2">
      <div>
        <dt class="soft small">made up, a {one} in temper</dt>
        <dd>
          <Explained of="word-cost" class="whitespace-normal"
            >{made === null ? 'not known: a price is missing in stock' : shown(made)}</Explained
          >
        </dd>
      </div>
      <div>
        <dt class="soft small">bought, a {one} in temper</dt>
        <dd>
          <Explained of="word-cost">{bought === null ? 'say weight and price' : shown(bought)}</Explained>
        </dd>
      </div>
      {#if made !== null && bought !== null}
        <div>
          <dt class="soft small">for these {massText(answer.batch.total_kg, units())}</dt>
          <dd>
            <Explained of="word-cost"
              >{moneyText({ [currency]: Math.abs(bought - made) * answer.batch.total_kg })} less {made <
              bought
                ? 'made up'
                : 'bought'}</Explained
            >
          </dd>
        </div>
      {/if}
    </dl>
  </div>
</details>
