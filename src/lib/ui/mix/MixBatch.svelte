<script lang="ts" module>
  export interface MixHeap {
    id: number;
    name: string;
    system: 'water' | 'oil';
    binder: HeapBinder;
    targets: { moisture_percent: { min: number; max: number; source: string } };
  }
</script>

<script lang="ts">
  import { goto } from '$app/navigation';
  import { aimMoisture } from '$core/judge/temper-window';
  import { dryShare, moistureFraction, temperRatio } from '$core/material/composition';
  import { batch } from '$core/mix/batch';
  import { mixingSteps, mullingMinutes } from '$core/mix/mixing-order';
  import { splashes } from '$core/mix/splashes';
  import { editableMass, massFigure, massText } from '$core/quantity/display';
  import { handMeasure } from '$core/quantity/hand-measure';
  import { INGREDIENTS } from '$core/reference/ingredients';
  import { BINDER_MATERIAL, TARGETS, middle, type HeapBinder } from '$core/reference/targets';
  import { entries } from '$lib/schema/entry';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import Figure from '$lib/ui/figure/Figure.svelte';
  import { logEntry } from '$lib/ui/ledger/log-entry';
  import { answerTo, picksFor, type LotChoice, type Pick } from './batch-draft';
  import { units } from '$lib/ui/preferences';
  import Ticket from '$lib/ui/temper/Ticket.svelte';

  /** Drawn anew for another heap, so its first choices are taken once. */
  const { heap, lots }: { heap: MixHeap; lots: readonly LotChoice[] } = $props();
  const oil = $derived(heap.system === 'oil');
  const sands = $derived(picksFor(lots, ['sand'], heap.system));
  const binders = $derived(picksFor(lots, ['binder'], heap.system));
  const extras = $derived(picksFor(lots, ['fines', 'carbon'], heap.system));
  const oils = $derived(picksFor(lots, ['oil'], heap.system));
  const activators = $derived(picksFor(lots, ['activator'], heap.system));
  const pickOf = (picks: Pick[], key: string) => picks.find((pick) => pick.key === key);

  const first = firstChoices();
  function firstChoices() {
    const wanted = BINDER_MATERIAL[heap.binder];
    const binder =
      binders.find((pick) => pick.kind === wanted && (pick.lot?.on_hand_kg ?? 1) > 0) ??
      binders.find((pick) => pick.kind === wanted)!;
    const dose = INGREDIENTS[binder.kind].dose_phs ?? 8;
    // Sand for oil must be dry; for water the fullest bag is the likeliest.
    const sand = [...sands].sort((a, b) =>
      oil ? a.moisture_fraction - b.moisture_fraction : (b.lot?.on_hand_kg ?? 0) - (a.lot?.on_hand_kg ?? 0)
    )[0]!;
    return {
      sand: sand.key,
      binder: binder.key,
      dose,
      oil: oils[0]?.key ?? '',
      activator: activators[0]?.key ?? ''
    };
  }

  const form = new RecordForm();
  let wantedAs = $state<'total' | 'dry-sand' | null>('total');
  let wantedText = $state('25 kg');
  let wantedKg = $state<number | undefined>(25);
  let sandKey = $state(first.sand);
  let secondKey = $state('');
  let shareText = $state('30');
  let share = $state<number | undefined>(0.3);
  let binderKey = $state(first.binder);
  let phsText = $state(String(first.dose));
  let phs = $state<number | undefined>(first.dose);
  let countedAs = $state<'product' | 'active' | null>('active');
  let oilKey = $state(first.oil);
  let oilText = $state('2');
  let oilPhs = $state<number | undefined>(2);
  let activatorKey = $state(first.activator);
  let activatorText = $state('0.15');
  let activatorPhs = $state<number | undefined>(0.15);
  let extraKey = $state('');
  let extraText = $state('');
  let extraPhs = $state<number | undefined>();
  let moistureText = $state('');
  let moisture = $state<number | undefined>();

  const additions = $derived([
    { pick: pickOf(binders, binderKey), phs, counted_as: countedAs ?? 'active' },
    ...(oil
      ? [
          { pick: pickOf(oils, oilKey), phs: oilPhs, counted_as: 'product' as const },
          { pick: pickOf(activators, activatorKey), phs: activatorPhs, counted_as: 'product' as const }
        ]
      : []),
    { pick: pickOf(extras, extraKey), phs: extraPhs, counted_as: 'product' as const }
  ]);
  // Without a figure of one's own, the moisture that tempers the clay of this recipe.
  const aim = $derived.by(() => {
    if (oil) return 0;
    const targets = TARGETS[heap.binder];
    const own = heap.targets.moisture_percent;
    if (own.source !== 'handbook') return (own.min + own.max) / 200;
    const clay = pickOf(binders, binderKey);
    if (!clay || phs === undefined || phs > 60 || phs < 0) return middle(targets.moisture);
    const dry = batch({
      system: 'water',
      wanted: { dry_sand_kg: 1 },
      sands: [{ share: 1, moisture_fraction: 0 }],
      additions: [
        {
          role: 'binder',
          phs,
          counted_as: countedAs ?? 'active',
          moisture_fraction: 0,
          active_fraction: clay.active_fraction || 1
        }
      ],
      moisture_fraction: 0
    });
    return aimMoisture(targets, dryShare(dry.composition, 'active_clay'));
  });
  const answer = $derived(
    answerTo({
      system: heap.system,
      wanted_as: wantedAs ?? 'total',
      wanted_kg: wantedKg,
      sand: pickOf(sands, sandKey),
      second_sand: pickOf(sands, secondKey),
      second_share: share,
      additions,
      moisture_fraction: moistureText.trim() === '' ? aim : moisture
    })
  );
  const water = $derived(answer ? splashes(answer.batch.water_kg) : []);
  const steps = $derived(
    answer
      ? mixingSteps(
          heap.system,
          answer.lines.filter((line) => line.kg > 0).map((line) => line.role),
          answer.batch.total_kg
        )
      : []
  );
  const money = $derived(
    answer
      ? Object.entries(answer.cost)
          .map(([currency, amount]) =>
            new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(amount)
          )
          .join(' + ')
      : ''
  );
  const stockOf = (pick: Pick | null) => answer?.stock.lines.find((line) => line.lot_id === pick?.lot?.id);

  // What really went in, by line; empty means as planned.
  let wentIn = $state<Record<number, { text: string; kg: number | undefined }>>({});
  let adjusting = $state(false);
  const sizeOf = (kg: number) => (kg < 1 ? 'small' : 'large');
  function adjust() {
    adjusting = true;
    wentIn = Object.fromEntries(
      (answer?.lines ?? []).map((line, i) => [
        i,
        { text: editableMass(line.kg, sizeOf(line.kg), units()), kg: line.kg }
      ])
    );
  }
  const refusedAt = (i: number) => form.errorOf(`additions[${i}].kg`);

  async function weighedIn() {
    if (!answer) return;
    const lines = answer.lines
      .map((line, i) => ({ line, real: adjusting ? wentIn[i] : { text: '', kg: line.kg } }))
      .filter(({ real, line }) => (adjusting ? real?.text.trim() !== '' : line.kg > 0));
    const body = {
      kind: 'mixed' as const,
      at: new Date().toISOString(),
      zone: zone(),
      ...(adjusting && { typed: { additions: lines.map(({ real }) => real?.text ?? '') } }),
      additions: lines.map(({ line, real }) =>
        present({ ingredient: line.pick?.kind ?? 'water', kg: real?.kg, lot_id: line.pick?.lot?.id })
      )
    };
    const total = lines.reduce((sum, { real }) => sum + (real?.kg ?? 0), 0);
    const logged = await form.submit(entries.mixed, body, () =>
      logEntry(heap.id, body, `${massText(total, units())} is in ${heap.name}.`)
    );
    if (logged) await goto(`/heaps/${heap.id}`);
  }

  const options = (picks: Pick[], none?: string) => [
    ...(none ? [{ value: '', name: none }] : []),
    ...picks.map((pick) => ({
      value: pick.key,
      name: pick.lot ? `${pick.name} (${massText(pick.lot.on_hand_kg, units())})` : pick.name,
      group: pick.lot ? 'In stock' : 'Not in stock: handbook figures'
    }))
  ];
</script>

<div class="columns wide">
  <div class="stack">
    <header>
      <h1>Mix for {heap.name}</h1>
      <p class="soft small">
        {oil ? 'Oil-bonded' : 'Water-bonded'}, made up from bags. Bought it ready mixed?
        <a href="/heaps/{heap.id}/log?kind=bought">Log that instead</a>
      </p>
    </header>
    <div class="pair">
      <Choice
        legend="How much do you want?"
        options={[
          { value: 'total', name: 'Finished mix' },
          { value: 'dry-sand', name: 'From dry sand' }
        ]}
        bind:value={wantedAs}
      />
      <QuantityField
        label={wantedAs === 'total' ? 'Finished mix' : 'Dry sand'}
        dimension="mass"
        bind:text={wantedText}
        bind:si={wantedKg}
        error={wantedKg !== undefined && !(wantedKg > 0 && wantedKg <= 1000)
          ? 'Must be more than 0 to 1000 kg.'
          : undefined}
        hint="Type it as you think of it: 25 kg, 55 lb, 2 lb 6 oz"
      />
    </div>
    <div class="pair">
      <SelectField label="Sand" bind:value={sandKey} options={options(sands)} />
      <SelectField label="A second sand" optional bind:value={secondKey} options={options(sands, 'none')} />
      {#if secondKey}
        <QuantityField
          label="Share of the second sand"
          dimension="fraction"
          bind:text={shareText}
          bind:si={share}
          error={share !== undefined && !(share > 0 && share < 1)
            ? 'Must be more than 0 and less than 100 %.'
            : undefined}
        />
      {/if}
    </div>
    <div class="pair">
      <SelectField label={oil ? 'Organoclay' : 'Clay'} bind:value={binderKey} options={options(binders)} />
      <QuantityField
        label="Parts per 100 of dry sand"
        dimension="count"
        bind:text={phsText}
        bind:si={phs}
        error={phs !== undefined && !(phs >= 0 && phs <= 60) ? 'Must be 0 to 60 parts.' : undefined}
        hint="by weight (phs)"
      />
    </div>
    <Choice
      legend="Those parts are"
      options={[
        { value: 'active', name: 'active clay', about: 'weak clay gets more' },
        { value: 'product', name: 'clay as it comes', about: 'dry weight of the bag' }
      ]}
      bind:value={countedAs}
    />
    {#if oil}
      <Caution name="flammable" />
      <div class="pair">
        <SelectField label="Oil" bind:value={oilKey} options={options(oils)} />
        <QuantityField label="Oil, parts per 100" dimension="count" bind:text={oilText} bind:si={oilPhs} />
        <SelectField label="Activator" bind:value={activatorKey} options={options(activators)} />
        <QuantityField
          label="Activator, parts per 100"
          dimension="count"
          bind:text={activatorText}
          bind:si={activatorPhs}
        />
      </div>
    {:else}
      <div class="pair">
        <QuantityField
          label="Moisture of the finished mix"
          dimension="fraction"
          bind:text={moistureText}
          bind:si={moisture}
          placeholder={(aim * 100).toFixed(1)}
          optional
          error={moisture !== undefined && !(moisture >= 0 && moisture <= 0.3)
            ? 'Must be 0 to 30 %.'
            : undefined}
          hint="Left empty: {(aim * 100).toFixed(1)} %, which tempers this much clay."
        />
      </div>
    {/if}
    <div class="pair">
      <SelectField
        label="Fines, carbon or flour"
        optional
        bind:value={extraKey}
        options={options(extras, 'none')}
      />
      {#if extraKey}
        <QuantityField label="Parts per 100" dimension="count" bind:text={extraText} bind:si={extraPhs} />
      {/if}
    </div>
    {#if steps.length > 0}
      <section>
        <h2>In this order</h2>
        <ol class="steps">
          {#each steps as step, i (i)}
            <li>
              {step.text} <span class="soft small">{step.minutes} min</span>
              {#if step.caution}<Caution name={step.caution} />{/if}
            </li>
          {/each}
        </ol>
      </section>
    {/if}
  </div>

  <div class="stack">
    {#if answer}
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
                  size={sizeOf(line.kg)}
                  bind:text={wentIn[i].text}
                  bind:si={wentIn[i].kg}
                  error={refusedAt(i)}
                />
              {:else}
                <span class="kg" class:water={line.role === 'water'}
                  ><Figure figure={massFigure(line.kg, units())} /></span
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
        {#if water.length > 1}
          <p class="small">
            Water in splashes: <span class="figure"
              >{water.map((kg) => massText(kg, units())).join(' · ')}</span
            >. Squeeze before each of the last two.
          </p>
        {/if}
        <dl class="facts">
          <div>
            <dt>makes</dt>
            <dd><Figure figure={massFigure(answer.batch.total_kg, units())} /></dd>
          </div>
          {#if !oil}
            <div>
              <dt>moisture</dt>
              <dd class="figure">
                {(moistureFraction(answer.batch.composition) * 100).toFixed(1)} <span class="unit">%</span>
              </dd>
            </div>
          {/if}
          <div>
            <dt>active clay</dt>
            <dd class="figure">
              {(dryShare(answer.batch.composition, 'active_clay') * 100).toFixed(1)}
              <span class="unit">% of dry mix</span>
            </dd>
          </div>
          {#if !oil}
            <div>
              <dt>water : clay</dt>
              <dd class="figure">{temperRatio(answer.batch.composition)?.toFixed(2) ?? '–'}</dd>
            </div>
          {/if}
          <div>
            <dt>mulling</dt>
            <dd class="figure">{mullingMinutes(steps)} <span class="unit">min</span></dd>
          </div>
          {#if money || answer.unpriced === 0}
            <div>
              <dt>cost</dt>
              <dd class="figure">
                {money || '–'}{#if answer.unpriced > 0}<span class="unit"> + unpriced</span>{/if}
              </dd>
            </div>
          {/if}
        </dl>
        {#if !answer.stock.enough}
          <p class="short">
            Stock makes at most {massText(answer.largest_kg, units())} of this.
            <button
              type="button"
              class="link"
              onclick={() => {
                wantedAs = 'total';
                wantedKg = answer.largest_kg;
                wantedText = editableMass(Math.floor(answer.largest_kg * 100) / 100, 'large', units());
              }}>Make that</button
            >
          </p>
        {/if}
        <button class="act" type="button" onclick={weighedIn} disabled={form.busy}>Weighed in</button>
        {#if !adjusting}
          <button class="quiet" type="button" onclick={adjust}>Something else went in</button>
        {/if}
        {#if form.message}<p class="short" role="alert">{form.message}</p>{/if}
      </Ticket>
    {:else}
      <p class="soft">
        Fill in how much you want and what it is made of; the weights appear here as you type.
      </p>
    {/if}
  </div>
</div>

<style>
  .steps {
    list-style: decimal;
    padding-left: 1.4rem;
    display: grid;
    gap: 0.5rem;
    margin-top: 0.5rem;
  }
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
