<script lang="ts">
  import { nowIso } from '$core/time/now';
  /** What to set on the scale, with what it makes and costs; logs what really went in. */
  import Explained from '$lib/ui/figure/Explained.svelte';
  import { moneyText } from '$lib/ui/money';
  import { goto } from '$app/navigation';
  import { dryShare, moistureFraction, temperRatio, totalMass } from '$core/material/composition';
  import { splashes } from '$core/mix/splashes';
  import { asPercent, fixed, massFigure, massText, ratioText, weighable } from '$core/quantity/display';
  import { handMeasure } from '$core/quantity/hand-measure';
  import { entries } from '$lib/schema/entry';
  import Posted from '$lib/ui/field/Posted.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { liquidKgPerL } from '$core/reference/ingredients';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import Figure from '$lib/ui/figure/Figure.svelte';
  import { logEntry } from '$lib/ui/entry/log-entry';
  import { units } from '$lib/ui/preferences';
  import Term from '$lib/ui/term/Term.svelte';
  import Ticket from '$lib/ui/page/Ticket.svelte';
  import { asWeighed, type BatchAnswer, type Pick } from './batch-draft';
  import type { MixHeap } from './recipe-choices';

  interface Props {
    heap: MixHeap;
    answer: BatchAnswer;
    mulling_minutes: number;
    /** Id of its form, for an action that lies elsewhere on the page. */
    weigh_form: string;
    /** It was logged. */
    onweighed: () => void;
    /** Asks for the largest batch that stock makes, kg. */
    onlargest: (kg: number) => void;
  }
  const { heap, answer, mulling_minutes, weigh_form, onweighed, onlargest }: Props = $props();
  const oil = $derived(heap.system === 'oil');
  const water = $derived(splashes(answer.batch.water_kg));
  const money = $derived(moneyText(answer.cost));
  const stockOf = (pick: Pick | null) => answer.stock.lines.find((line) => line.lot_id === pick?.lot?.id);

  const form = new RecordForm();
  // What really went in, by line; empty means as planned.
  let wentIn = $state<Record<number, { text: string; kg: number | undefined }>>({});
  let adjusting = $state(false);
  const sizeOf = (kg: number) => (kg < 1 ? 'small' : 'large');
  function adjust() {
    adjusting = true;
    wentIn = Object.fromEntries(answer.lines.map((line, i) => [i, weighable(line.kg, units())]));
  }
  form.keep(
    `weighed-in:${heap.id}`,
    () => ({ wentIn, adjusting }),
    (kept) => ({ wentIn, adjusting } = kept)
  );

  /** What is in it: as planned, or as it was typed. */
  const mix = $derived(
    adjusting
      ? asWeighed(
          answer.lines,
          answer.lines.map((_, i) => wentIn[i]?.kg)
        )
      : answer.batch.composition
  );

  const refusedAt = (i: number) => form.errorOf(`additions[${i}].kg`);

  const home = () => goto(`/heaps/${heap.id}`);
  /** What was likely meant stands in the line that was asked about. */
  function likely(kg: number, path: string) {
    const i = Number(/\d+/.exec(path)?.[0] ?? 0);
    if (!adjusting) adjust();
    wentIn[i] = weighable(kg, units());
  }

  function bodyNow() {
    const lines = answer.lines
      .map((line, i) => ({
        line,
        real: adjusting ? wentIn[i] : { text: '', kg: line.kg }
      }))
      .filter(({ real, line }) => (adjusting ? real?.text.trim() !== '' : line.kg > 0));
    return {
      kind: 'mixed' as const,
      at: nowIso(),
      zone: zone(),
      ...(adjusting && { typed: { additions: lines.map(({ real }) => real?.text ?? '') } }),
      additions: lines.map(({ line, real }) =>
        present({
          ingredient: line.pick?.kind ?? 'water',
          kg: real?.kg,
          lot_id: line.pick?.lot?.id,
          moisture_percent: line.pick?.measured && asPercent(line.pick.moisture_fraction)
        })
      )
    };
  }

  async function weighedIn(event: SubmitEvent) {
    event.preventDefault();
    const body = bodyNow();
    const total = body.additions.reduce((sum, { kg }) => sum + (kg ?? 0), 0);
    const logged = await form.submit(
      entries.mixed,
      body,
      (sent) => logEntry(heap.id, sent, `${massText(total, units())} is in ${heap.name}.`),
      home
    );
    if (!logged) return;
    onweighed();
    await home();
  }
</script>

<Ticket title="Set these on the scale">
  <ul class="weights ruled">
    {#each answer.lines as line, i (i)}
      {@const left = stockOf(line.pick)}
      <li>
        <span class="what">
          <span class="name">{line.name}</span>
          <span class="soft small">
            {handMeasure(
              line.kg,
              line.pick?.loose_kg_per_l ?? 1,
              line.role === 'water' || line.role === 'oil' || line.role === 'activator'
            )}{#if line.brings_water_kg > 0.0005}
              &nbsp;· brings {massText(line.brings_water_kg, units())} water{/if}
          </span>
          {#if left}
            <span class="small" class:short={left.short_kg > 0.0005}>
              {left.short_kg > 0.0005
                ? `${massText(left.short_kg, units())} short`
                : `${massText(left.left_kg, units())} left in stock`}
            </span>
          {/if}
        </span>
        {#if adjusting && wentIn[i]}
          <QuantityField
            label="Went in"
            dimension="mass"
            kg_per_l={liquidKgPerL(line.pick?.kind ?? 'water')}
            size={sizeOf(line.kg)}
            bind:text={wentIn[i].text}
            bind:si={wentIn[i].kg}
            error={refusedAt(i)}
          />
        {:else}
          <span class="kg" class:water={line.role === 'water'}
            ><Explained of={line.role === 'water' ? 'formula-batch-water' : 'formula-ingredient'}
              ><Figure figure={massFigure(line.kg, units())} /></Explained
            ></span
          >
        {/if}
      </li>
    {/each}
  </ul>
  {#if answer.batch.surplus_water_kg > 0.0005}
    <p class="short">
      {oil
        ? ''
        : `This stock brings ${massText(answer.batch.surplus_water_kg, units())} more water than the mix wants: dry the sand first, or let the mix lose it.`}
    </p>
  {/if}
  {#if !adjusting && water.length > 1}
    <p class="small">
      Water in splashes: <Explained of="word-splash" class="whitespace-normal"
        >{water.map((kg) => massText(kg, units())).join(' · ')}</Explained
      >. Squeeze before each of the last two.
    </p>
  {/if}
  <dl class="facts">
    <div>
      <dt>makes</dt>
      <dd>
        <Explained of="formula-batch-water"><Figure figure={massFigure(totalMass(mix), units())} /></Explained
        >
      </dd>
    </div>
    {#if !oil}
      <div>
        <dt>moisture</dt>
        <dd>
          <Explained of="word-moisture"
            >{fixed(moistureFraction(mix) * 100, 1)} <span class="unit">%</span></Explained
          >
        </dd>
      </div>
    {/if}
    <div>
      <dt>active clay</dt>
      <dd>
        <Explained of="word-active-clay"
          >{fixed(dryShare(mix, 'active_clay') * 100, 1)}
          <span class="unit">% of dry mix</span></Explained
        >
      </dd>
    </div>
    {#if !oil}
      <div>
        <dt><Term name="water-clay">water : clay</Term></dt>
        <dd><Explained of="formula-temper-ratio">{ratioText(temperRatio(mix))}</Explained></dd>
      </div>
    {/if}
    <div>
      <dt>mulling</dt>
      <dd><Explained of="word-mull">{mulling_minutes} <span class="unit">min</span></Explained></dd>
    </div>
    {#if money || answer.unpriced === 0}
      <div>
        <dt>cost</dt>
        <dd>
          <Explained of="word-cost"
            >{money || '–'}{#if answer.unpriced > 0}<span class="unit"> + unpriced</span>{/if}</Explained
          >
        </dd>
      </div>
    {/if}
  </dl>
  {#if !answer.stock.enough}
    <p class="short">
      Stock makes at most {massText(answer.largest_kg, units())} of this.
      <button type="button" class="link" onclick={() => onlargest(answer.largest_kg)}>Make that</button>
    </p>
  {/if}
  <!-- Without an action of its own an early press waits for the recipe: it may have been changed. -->
  <form id={weigh_form} method="POST" onsubmit={weighedIn} novalidate>
    <Posted body={bodyNow()} />
    <noscript>
      {#each answer.lines.filter(({ kg }) => kg > 0) as line, i (i)}
        <QuantityField
          label="{line.name}, as it went in"
          dimension="mass"
          kg_per_l={liquidKgPerL(line.pick?.kind ?? 'water')}
          size={sizeOf(line.kg)}
          text={weighable(line.kg, units()).text}
          post={{ path: `additions[${i}].kg`, factor: 1 }}
        />
      {/each}
    </noscript>
    <button class="act hidden desk:inline-flex" disabled={form.busy}>Log this batch</button>
  </form>
  {#if !adjusting}
    <button class="quiet" type="button" onclick={adjust}>Something else went in</button>
  {/if}
  <FormTrouble {form} onlikely={likely} />
</Ticket>

<style>
  .weights li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 1rem;
    padding-block: 0.6rem;
  }
  .what {
    display: grid;
    font-weight: 600;
    line-height: 1.3;
    min-width: 0;
  }
  .what span:not(.name) {
    font-weight: 400;
  }
  .kg {
    font-size: 1.6rem;
    text-align: right;
  }
  .water {
    color: var(--water);
  }
  .facts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.6rem 1.4rem;
  }
  dt {
    font-size: 0.85rem;
    color: var(--soft);
  }
  .short {
    color: var(--heat);
    font-weight: 600;
  }
  .link {
    min-height: 3rem;
    text-decoration: underline;
    cursor: pointer;
    font-weight: 600;
  }
</style>
