<script lang="ts">
  /** The recipe of a batch, and the live answer to it. */
  import { NINE_IN_TEN } from '$core/judge/normal';
  import { INGREDIENTS } from '$core/reference/ingredients';
  import { mixingSteps, mullingMinutes } from '$core/mix/mixing-order';
  import { editableMass, fixed, massText } from '$core/quantity/display';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import FoldedOnPhone from '$lib/ui/page/FoldedOnPhone.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import { units } from '$lib/ui/preferences';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import Restored from '$lib/ui/draft/Restored.svelte';
  import { onMount } from 'svelte';
  import TickSteps from '$lib/ui/bench/TickSteps.svelte';
  import InSight from '$lib/ui/field/InSight.svelte';
  import PrintSheet from '$lib/ui/page/PrintSheet.svelte';
  import { keepAwake } from '$lib/ui/page/awake';
  import MadeOrBought from './MadeOrBought.svelte';
  import PanTest from './PanTest.svelte';
  import BatchTicket from './BatchTicket.svelte';
  import { answerTo, type LotChoice, type Pick } from './batch-draft';
  import { batchOf, recipeOf } from './recipe';
  import { pickOf, recipePicks, type MixHeap } from './recipe-choices';

  interface Props {
    heap: MixHeap;
    lots: readonly LotChoice[];
    /** The recipe as the address gives it. */
    given: Record<string, string>;
  }
  /** Drawn anew for another heap, so its first choices are taken once. */
  const { heap, lots, given }: Props = $props();
  const oil = $derived(heap.system === 'oil');
  const picks = $derived(recipePicks(heap, lots));
  let recipe = $state(recipeOf(heap, picks, given, units()));

  const draft = new KeptDraft(
    // What an address asks for is another recipe than the one that was being written.
    ['batch-recipe', heap.id, ...Object.entries(given).flat()].join(':'),
    () => recipe,
    (kept) => (recipe = kept)
  );

  const within = (value: number | undefined, least: number, most: number) =>
    value === undefined || (value >= least && value <= most);

  const WANTED_LABELS = {
    total: 'Finished mix',
    'dry-sand': 'Dry sand',
    'all-sand': 'Sand in the bag, as it is'
  };
  const wanted = $derived(batchOf(heap, picks, recipe));
  const { sand, aim } = $derived(wanted);
  /** Nobody has measured or stated how damp it is. */
  const guessed = $derived(
    sand !== undefined &&
      recipe.measured?.sand !== sand.key &&
      (sand.lot ? sand.lot.moisture_percent.source === 'handbook' : true)
  );
  /** What nobody knows of the clay's strength, percent; undefined where it is a bag like others. */
  const binder_pick = $derived(pickOf(picks.binders, recipe.binder));
  const binder_lot = $derived(binder_pick?.lot);
  const binder_sd = $derived.by(() => {
    const usual = binder_pick && INGREDIENTS[binder_pick.kind].active_sd;
    return binder_lot ? binder_lot.active_percent.sd : usual && usual * 100;
  });
  let measuring = $state(false);
  function wholeBag() {
    const kg = sand?.lot ? Math.max(0, sand.lot.on_hand_kg) : recipe.wanted.si;
    if (kg) recipe.wanted = { text: editableMass(kg, 'large', units()), si: kg };
  }

  const answer = $derived(answerTo(wanted));
  let ticked = $state<Record<string, boolean>>({});
  const steps_draft = new KeptDraft(
    `steps:mix:${heap.id}`,
    () => ticked,
    (kept) => (ticked = kept)
  );
  const shown = $derived(answer);
  const weigh_form = $props.id();
  onMount(keepAwake);
  const steps = $derived(
    answer
      ? mixingSteps(
          heap.system,
          answer.lines.filter((line) => line.kg > 0).map((line) => line.role),
          answer.batch.total_kg
        )
      : []
  );
  const options = (of: readonly Pick[], none?: string) => [
    ...(none ? [{ value: '', name: none }] : []),
    ...of.map((pick) => ({
      value: pick.key,
      name: pick.lot ? `${pick.name} (${massText(pick.lot.on_hand_kg, units())})` : pick.name,
      group: pick.lot ? 'In stock' : 'Not in stock: handbook figures'
    }))
  ];
</script>

<div>
  <div class="columns wide">
    <div class="stack">
      <header>
        <h1>Mix for {heap.name}</h1>
        <Restored {draft} />
        <p class="soft small">
          {oil ? 'Oil-bonded' : 'Water-bonded'}, made up from bags. Bought it ready mixed?
          <a href="/heaps/{heap.id}/log?kind=bought">Log that instead</a>
        </p>
      </header>
      <form class="stack" onsubmit={(event) => event.preventDefault()}>
        <FoldedOnPhone
          title="From dry sand, or a bag you have"
          opened={(recipe.wanted_as ?? 'total') !== 'total'}
        >
          <Choice
            legend="How much do you want?"
            options={[
              { value: 'total', name: 'Finished mix' },
              { value: 'dry-sand', name: 'From dry sand' },
              { value: 'all-sand', name: 'I have this bag', about: 'use it all' }
            ]}
            bind:value={recipe.wanted_as}
            onchoose={(as) => as === 'all-sand' && wholeBag()}
            post="wanted_as"
          />
        </FoldedOnPhone>
        <div class="pair">
          <QuantityField
            label={WANTED_LABELS[recipe.wanted_as ?? 'total']}
            dimension="mass"
            bind:text={recipe.wanted.text}
            bind:si={recipe.wanted.si}
            post="wanted"
            error={recipe.wanted.si !== undefined && !(recipe.wanted.si > 0 && recipe.wanted.si <= 1000)
              ? `Must be more than 0 to ${massText(1000, units())}.`
              : undefined}
            hint={units() === 'us'
              ? 'Type it as you think of it: 55 lb, 2 lb 6 oz'
              : 'Type it as you think of it: 25 kg, 2 lb 6 oz'}
          />
          <SelectField
            label="Sand"
            bind:value={recipe.sand}
            post="sand"
            onchange={() => recipe.wanted_as === 'all-sand' && wholeBag()}
            options={options(picks.sands)}
          />
        </div>
        {#if guessed && sand && !oil}
          {@const brings = answer?.lines[0]?.brings_water_kg ?? 0}
          <p class="small">
            <strong>Is it damp? Measure it first.</strong>
            {sand.moisture_fraction > 0.01
              ? `It is taken for ${fixed(sand.moisture_fraction * 100, 1)} % water, as such bags are${brings > 0.02 ? `; if it is dry, ${massText(brings, units())} of water too little goes in` : ''}.`
              : 'It is taken for dry, as washed sand is: a damp bag makes the mix too wet.'}
            <button
              type="button"
              class="min-h-12 cursor-pointer font-semibold underline"
              onclick={() => (measuring = !measuring)}
              >{measuring ? 'Not now' : 'A pan and five minutes'}</button
            >
          </p>
          {#if measuring}
            {#key sand.key}
              <PanTest
                lot_id={sand.lot?.id ?? null}
                name={sand.name}
                ontake={(fraction) => {
                  // What is in stock keeps its test itself.
                  if (!sand!.lot) recipe.measured = { sand: sand!.key, fraction };
                  measuring = false;
                }}
              />
            {/key}
          {/if}
        {:else if recipe.measured?.sand === recipe.sand}
          <p class="small">Measured: {fixed(recipe.measured.fraction * 100, 1)} % water in the sand.</p>
        {/if}
        <div class="pair">
          <SelectField
            label={oil ? 'Organoclay' : 'Clay'}
            bind:value={recipe.binder}
            post="binder"
            options={options(picks.binders)}
          />
          <QuantityField
            label="Parts per 100 of dry sand"
            dimension="count"
            bind:text={recipe.phs.text}
            bind:si={recipe.phs.si}
            post="phs"
            error={!within(recipe.phs.si, 0, 60) ? 'Must be 0 to 60 parts.' : undefined}
            term="phs"
            hint="by weight (phs)"
          />
        </div>
        {#if binder_sd !== undefined}
          <p class="small">
            How strong this clay is, is known to ± {fixed(NINE_IN_TEN * binder_sd, 0)} in a hundred: {binder_lot
              ? ''
              : 'put it in stock, and '}<a href={binder_lot ? `/stock/${binder_lot.id}/test` : '/stock/new'}
              >try it in a settling jar</a
            >, or mix a little first.
          </p>
        {/if}
        {#if oil}
          <Caution name="flammable" />
          <div class="pair">
            <SelectField label="Oil" bind:value={recipe.oil} post="oil" options={options(picks.oils)} />
            <QuantityField
              label="Oil, parts per 100"
              dimension="count"
              bind:text={recipe.oil_phs.text}
              bind:si={recipe.oil_phs.si}
              post="oil_phs"
            />
            <SelectField
              label="Activator"
              bind:value={recipe.activator}
              post="activator"
              options={options(picks.activators)}
            />
            <QuantityField
              label="Activator, parts per 100"
              dimension="count"
              bind:text={recipe.activator_phs.text}
              bind:si={recipe.activator_phs.si}
              post="activator_phs"
            />
          </div>
        {/if}
        <FoldedOnPhone
          title="More choices"
          opened={Boolean(
            recipe.second || recipe.extra || recipe.moisture.text || recipe.counted_as === 'product'
          )}
        >
          <div class="pair">
            <SelectField
              label="A second sand"
              optional
              bind:value={recipe.second}
              post="second"
              options={options(picks.sands, 'none')}
            />
            {#if recipe.second}
              <QuantityField
                label="Share of the second sand"
                dimension="fraction"
                bind:text={recipe.share.text}
                bind:si={recipe.share.si}
                post="share"
                error={recipe.share.si !== undefined && !(recipe.share.si > 0 && recipe.share.si < 1)
                  ? 'Must be more than 0 and less than 100 %.'
                  : undefined}
              />
            {/if}
          </div>
          <Choice
            legend="What the parts count"
            term="counted"
            options={[
              { value: 'active', name: 'active clay', about: 'weak clay gets more' },
              { value: 'product', name: 'clay as it comes', about: 'dry weight of the bag' }
            ]}
            bind:value={recipe.counted_as}
            post="counted_as"
          />
          {#if !oil}
            <div class="pair">
              <QuantityField
                label="Moisture of the finished mix"
                dimension="fraction"
                bind:text={recipe.moisture.text}
                bind:si={recipe.moisture.si}
                post="moisture"
                placeholder={fixed(aim * 100, 1)}
                optional
                error={!within(recipe.moisture.si, 0, 0.3) ? 'Must be 0 to 30 %.' : undefined}
                hint="Left empty: {fixed(aim * 100, 1)} %, which tempers this much clay."
              />
            </div>
          {/if}
          <div class="pair">
            <SelectField
              label="Fines, carbon or flour"
              optional
              bind:value={recipe.extra}
              post="extra"
              options={options(picks.extras, 'none')}
            />
            {#if recipe.extra}
              <QuantityField
                label="Parts per 100"
                dimension="count"
                bind:text={recipe.extra_phs.text}
                bind:si={recipe.extra_phs.si}
                post="extra_phs"
              />
            {/if}
          </div>
        </FoldedOnPhone>
        <noscript><button class="quiet">Work it out</button></noscript>
      </form>
    </div>

    <div class="stack">
      {#if answer}
        <BatchTicket
          {heap}
          {answer}
          mulling_minutes={mullingMinutes(steps)}
          {weigh_form}
          onweighed={() => steps_draft.finish()}
          onlargest={(kg) => {
            recipe.wanted_as = 'total';
            recipe.wanted.si = kg;
            recipe.wanted.text = editableMass(Math.floor(kg * 100) / 100, 'large', units());
          }}
        />
      {:else}
        <p class="soft">
          Fill in how much you want and what it is made of; the weights appear here as you type.
        </p>
      {/if}
    </div>

    <div class="stack desk:col-start-1">
      {#if answer}
        <MadeOrBought {answer} aim={recipe.moisture.si ?? aim} {oil} heap_id={heap.id} />
        {#each new Set(steps.flatMap(({ caution }) => caution ?? [])) as caution (caution)}
          <Caution name={caution} />
        {/each}
        <FoldedOnPhone
          title="In this order, {steps.length} steps"
          opened={Object.values(ticked).some(Boolean)}
        >
          <section>
            <h2>In this order</h2>
            <TickSteps
              bind:ticked
              name="mix:{heap.id}"
              of="Mix for {heap.name}"
              steps={steps.map(({ text, minutes }) => ({ text, wait_s: minutes * 60 }))}
            />
            <PrintSheet />
          </section>
        </FoldedOnPhone>
      {/if}
    </div>
  </div>
  {#if answer}
    <InSight>
      {#snippet answer()}
        <strong class="figure">{massText(shown!.batch.total_kg, units())}</strong>
        {#if shown!.batch.water_kg > 0}<span class="soft small"
            >with {massText(shown!.batch.water_kg, units())} water</span
          >{/if}
      {/snippet}
      {#snippet action()}<button class="act" form={weigh_form}>Log this batch</button>{/snippet}
    </InSight>
  {/if}
</div>
