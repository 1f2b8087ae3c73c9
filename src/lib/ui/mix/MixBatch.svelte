<script lang="ts">
  /** The recipe of a batch, and the live answer to it. */
  import { mixingSteps, mullingMinutes } from '$core/mix/mixing-order';
  import { editableMass, massText } from '$core/quantity/display';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import { units } from '$lib/ui/preferences';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import Restored from '$lib/ui/draft/Restored.svelte';
  import BatchTicket from './BatchTicket.svelte';
  import { answerTo, type LotChoice, type Pick } from './batch-draft';
  import { firstChoices, pickOf, recipeMoisture, recipePicks, type MixHeap } from './recipe-choices';

  /** Drawn anew for another heap, so its first choices are taken once. */
  const { heap, lots }: { heap: MixHeap; lots: readonly LotChoice[] } = $props();
  const oil = $derived(heap.system === 'oil');
  const picks = $derived(recipePicks(heap, lots));
  // svelte-ignore state_referenced_locally
  const first = firstChoices(heap, picks);

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

  // svelte-ignore state_referenced_locally
  const draft = new KeptDraft(
    `recipe:${heap.id}`,
    () => ({
      wantedAs,
      wantedText,
      wantedKg,
      sandKey,
      secondKey,
      shareText,
      share,
      binderKey,
      phsText,
      phs,
      countedAs,
      oilKey,
      oilText,
      oilPhs,
      activatorKey,
      activatorText,
      activatorPhs,
      extraKey,
      extraText,
      extraPhs,
      moistureText,
      moisture
    }),
    (kept) =>
      ({
        wantedAs,
        wantedText,
        wantedKg,
        sandKey,
        secondKey,
        shareText,
        share,
        binderKey,
        phsText,
        phs,
        countedAs,
        oilKey,
        oilText,
        oilPhs,
        activatorKey,
        activatorText,
        activatorPhs,
        extraKey,
        extraText,
        extraPhs,
        moistureText,
        moisture
      } = kept)
  );

  const additions = $derived([
    { pick: pickOf(picks.binders, binderKey), phs, counted_as: countedAs ?? 'active' },
    ...(oil
      ? [
          { pick: pickOf(picks.oils, oilKey), phs: oilPhs, counted_as: 'product' as const },
          { pick: pickOf(picks.activators, activatorKey), phs: activatorPhs, counted_as: 'product' as const }
        ]
      : []),
    { pick: pickOf(picks.extras, extraKey), phs: extraPhs, counted_as: 'product' as const }
  ]);
  const aim = $derived(recipeMoisture(heap, pickOf(picks.binders, binderKey), phs, countedAs ?? 'active'));
  const answer = $derived(
    answerTo({
      system: heap.system,
      wanted_as: wantedAs ?? 'total',
      wanted_kg: wantedKg,
      sand: pickOf(picks.sands, sandKey),
      second_sand: pickOf(picks.sands, secondKey),
      second_share: share,
      additions,
      moisture_fraction: moistureText.trim() === '' ? aim : moisture
    })
  );
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

<div class="columns wide">
  <div class="stack">
    <header>
      <h1>Mix for {heap.name}</h1>
      <Restored draft={draft as never} />
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
      <SelectField label="Sand" bind:value={sandKey} options={options(picks.sands)} />
      <SelectField
        label="A second sand"
        optional
        bind:value={secondKey}
        options={options(picks.sands, 'none')}
      />
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
      <SelectField
        label={oil ? 'Organoclay' : 'Clay'}
        bind:value={binderKey}
        options={options(picks.binders)}
      />
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
        <SelectField label="Oil" bind:value={oilKey} options={options(picks.oils)} />
        <QuantityField label="Oil, parts per 100" dimension="count" bind:text={oilText} bind:si={oilPhs} />
        <SelectField label="Activator" bind:value={activatorKey} options={options(picks.activators)} />
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
        options={options(picks.extras, 'none')}
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
      <BatchTicket
        {heap}
        {answer}
        mulling_minutes={mullingMinutes(steps)}
        onlargest={(kg) => {
          wantedAs = 'total';
          wantedKg = kg;
          wantedText = editableMass(Math.floor(kg * 100) / 100, 'large', units());
        }}
      />
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
</style>
