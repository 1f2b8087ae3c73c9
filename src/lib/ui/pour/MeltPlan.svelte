<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { nowIso } from '$core/time/now';
  /** How much metal, in how many melts, of what, and what the furnace is set to; worked out while one types. */
  import Explained from '$lib/ui/figure/Explained.svelte';
  import { alloyParts, bulkOf, chargeLossRange, sharesOf, topUps } from '$core/metal/charge';
  import { FURNACES, FURNACE_KINDS, judgeSetPoint, warmUpTime, type FurnaceKind } from '$core/metal/furnace';
  import { CRUCIBLE_FILL } from '$core/metal/melt';
  import { meltLoss } from '$core/metal/melt-loss';
  import { planMelts } from '$core/metal/melt-plan';
  import { durationText, massText, percentText, temperatureText, volumeText } from '$core/quantity/display';
  import type { Alloy, AlloyFigures } from '$core/reference/alloys';
  import { recipeOf } from '$core/reference/alloy-recipes';
  import { FUMES_ZINC, HOLDS_LEAD, meltCare } from '$core/reference/melt-care';
  import { SCRAP_NAMES, USUAL_HEEL, type Scrap } from '$core/reference/scrap';
  import type { GivenMelt } from '$lib/schema/pour';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import TakeReading from '$lib/ui/device/TakeReading.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, present } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TemperatureField from '$lib/ui/field/TemperatureField.svelte';
  import { units } from '$lib/ui/preferences';
  import { told } from '$lib/ui/toast/toaster';
  import ChargeParts from './ChargeParts.svelte';
  import MadeUp from './MadeUp.svelte';
  import ScrapTest from './ScrapTest.svelte';
  import { shortTime } from '$lib/ui/date/written-date';
  import { setPointSays } from './pour-words';

  interface Waiting {
    id: number;
    name: string;
    castings_kg: number;
    gating_kg: number;
  }
  interface Props {
    session: { id: number; melt: GivenMelt | null; version: number };
    alloy: AlloyFigures;
    /** What it is, or what one's own is made from. */
    metal: Alloy;
    pour_c: number;
    molds: readonly Waiting[];
    /** What an alloy of one's own is made up of. */
    parts: readonly { name: string; percent: number; melts_c: number }[];
    /** All that is poured on that day is of this metal. */
    whole_day: boolean;
  }
  const { session, alloy, metal, pour_c, molds, parts, whole_day }: Props = $props();
  const form = new RecordForm();
  const number = (value: number | undefined) => (value === undefined ? '' : String(value));
  const begun = $derived(session.melt ?? {});
  /** A temperature is typed each time it is taken: one that only stands there says nothing of now. */
  const untaken = () => ({ text: '', celsius: undefined as number | undefined, simulated: false });
  let melt = $state({
    furnace: (begun.furnace ?? '') as string,
    power: { text: '', si: begun.power_w },
    crucible: {
      text: begun.crucible_l === undefined ? '' : `${begun.crucible_l} L`,
      si: begun.crucible_l === undefined ? undefined : begun.crucible_l / 1000
    },
    heel: {
      text: number(begun.heel_percent),
      si: begun.heel_percent === undefined ? undefined : begun.heel_percent / 100
    },
    set: { text: '', celsius: begun.set_c },
    charge: Object.fromEntries(
      SCRAP_NAMES.map((scrap) => [scrap, number(begun.charge?.find((each) => each.scrap === scrap)?.percent)])
    ) as Record<Scrap, string>,
    charged: {
      text: begun.charged_kg === undefined ? '' : massText(begun.charged_kg, units()),
      si: begun.charged_kg
    },
    made_up: begun.made_up ?? false,
    melt: untaken()
  });
  form.fillFrom(session);
  form.keep(
    `melt:${session.id}`,
    () => melt,
    (back) => (melt = back)
  );

  const charge = $derived(
    SCRAP_NAMES.flatMap((scrap) => {
      const percent = Number(melt.charge[scrap]?.replace(',', '.'));
      return percent > 0 ? [{ scrap, percent }] : [];
    })
  );
  const whole = $derived(charge.reduce((sum, { percent }) => sum + percent, 0));
  const shares = $derived(Math.abs(whole - 100) < 0.5 ? sharesOf(charge) : []);
  const recipe = $derived(parts.length > 0 ? null : recipeOf(metal));
  const loss = $derived(
    meltLoss(alloy, begun.loss_percent === undefined ? null : begun.loss_percent / 100, shares)
  );
  /** At worst so much is lost: by what is charged, where that was said. */
  const worst = $derived(
    begun.loss_percent === undefined && shares.length > 0 ? chargeLossRange(shares, alloy)[1] : null
  );
  const heel = $derived(melt.heel.si ?? USUAL_HEEL);
  const plan = $derived(planMelts(molds, loss, heel, alloy.liquid_kg_m3, melt.crucible.si ?? null));
  /** What more it takes at worst, of the molds that this crucible fills at all. */
  const spare_kg = $derived.by(() => {
    if (worst === null) return 0;
    const fillable = molds.filter(({ id }) => !plan.too_large.includes(id));
    const charge = (of: number) => planMelts(fillable, of, heel, alloy.liquid_kg_m3, null).charge_kg;
    return charge(worst) - charge(loss);
  });
  const nameOf = (id: number) => molds.find((mold) => mold.id === id)?.name ?? `mold ${id}`;
  const largest = $derived(Math.max(0, ...plan.melts.map(({ charge_kg }) => charge_kg)));
  const kind = $derived(
    FURNACE_KINDS.includes(melt.furnace as FurnaceKind) ? (melt.furnace as FurnaceKind) : null
  );
  const set = $derived(
    melt.set.celsius === undefined ? null : judgeSetPoint(melt.set.celsius, alloy, pour_c)
  );
  /** So much over what melts the first part is no harm to it. */
  const FIRST_OVER_C = 75;
  /** What the furnace reaches for the part that is melted first, where the alloy is made up of its metals. */
  const first_c = $derived(
    recipe && melt.made_up
      ? Math.max(...recipe.parts.map(({ melts_c }) => melts_c)) + alloy.set_point.over_c
      : null
  );
  /** How hot the furnace has to get: for what is melted first, where that melts higher. */
  const wants_c = $derived(Math.max(first_c ?? 0, melt.set.celsius ?? pour_c + alloy.set_point.carry_c));
  const reaches = $derived(kind === null || FURNACES[kind].most_c >= wants_c);
  const warm = $derived(
    kind && reaches && largest > 0
      ? warmUpTime(alloy, largest, melt.set.celsius ?? pour_c + alloy.set_point.carry_c, {
          ...FURNACES[kind],
          power_w: melt.power.si ?? FURNACES[kind].power_w
        })
      : null
  );
  const bulk = $derived(shares.length > 0 && largest > 0 ? bulkOf(shares, largest, alloy.solid_kg_m3) : null);
  const loads = $derived(
    bulk !== null && melt.crucible.si ? topUps(bulk, largest / alloy.liquid_kg_m3, melt.crucible.si) : null
  );

  const bodyNow = () => ({
    melt: present({
      furnace: kind ?? undefined,
      power_w: melt.power.text.trim() === '' ? undefined : melt.power.si,
      crucible_l: melt.crucible.text.trim() === '' ? undefined : (melt.crucible.si ?? NaN) * 1000,
      heel_percent: melt.heel.text.trim() === '' ? undefined : Number(melt.heel.text.replace(',', '.')),
      set_c: melt.set.celsius,
      charge: charge.length > 0 ? charge : undefined,
      made_up: melt.made_up || undefined,
      charged_kg: melt.charged.text.trim() === '' ? undefined : melt.charged.si,
      charged_at:
        melt.charged.text.trim() === ''
          ? undefined
          : melt.charged.si === begun.charged_kg && begun.charged_at
            ? begun.charged_at
            : nowIso(),
      loss_percent: begun.loss_percent,
      ...(melt.melt.text.trim() === ''
        ? { melt_c: begun.melt_c, melt_at: begun.melt_at, melt_simulated: begun.melt_simulated }
        : {
            melt_c: melt.melt.celsius ?? NaN,
            melt_at: nowIso(),
            melt_simulated: melt.melt.simulated || undefined
          })
    })
  });
  const schema = () => import('$lib/schema/session').then(({ sessionChange }) => sessionChange);
  const errorOf = (field: string) => form.errorOf(`melt.${field}`);

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const done = await form.amend(schema, `/sessions/${session.id}`, bodyNow());
    if (done === undefined) return;
    form.draft?.finish();
    melt.melt = untaken();
    told('The melt is written down.');
    await readAnew();
  }
</script>

<section id="melt" class="stack" aria-label="The melt">
  <header class="flex flex-wrap items-baseline justify-between gap-x-4">
    <h2>The melt</h2>
    <p class="soft small">{alloy.name}, poured at {temperatureText(pour_c, units())}</p>
  </header>
  {#if molds.length === 0}
    <p class="soft">No mold waits for this metal.</p>
  {:else}
    <ul class="ruled">
      {#each plan.melts as each, i (i)}
        <li class="grid grid-cols-[1fr_auto] items-baseline gap-x-4 py-2">
          <span><strong>Melt {i + 1}</strong> {each.molds.map(nameOf).join(' and ')}</span>
          <Explained
            of="formula-melt"
            figure={plan.melts.length === 1 && whole_day
              ? { name: 'session.charge-kg', id: session.id, value: each.charge_kg }
              : undefined}
            class="text-xl">{massText(each.charge_kg, units())}</Explained
          >
          <span class="soft small col-span-2"
            >{massText(each.poured_kg, units())} into the molds, the rest is lost or stays as heel; {volumeText(
              each.volume_m3,
              units()
            )} molten</span
          >
        </li>
      {/each}
      {#each plan.too_large as id (id)}
        <li class="wrong py-2">
          {nameOf(id)} wants more than one crucible filled to {percentText(CRUCIBLE_FILL, 0)} holds: it cannot be
          poured of this one.
        </li>
      {/each}
    </ul>
    <p class="soft small">
      Lost {percentText(loss)}{begun.loss_percent !== undefined
        ? ', as it was said'
        : shares.length > 0
          ? ', by what is charged'
          : ', the middle of what is usual (a guess)'}; heel
      {percentText(heel, 0)}{melt.heel.si === undefined ? ' (usual)' : ''}.
      {#if melt.crucible.si === undefined}Say what the crucible holds, and it is shared out into melts.{/if}
    </p>
    {#if worst !== null && spare_kg > 0}
      <p>
        Such a charge can lose up to {percentText(worst, 0)}: keep another
        <strong>{massText(spare_kg, units())}</strong> warm and dry beside the furnace.
      </p>
    {/if}
    {#if recipe}
      <MadeUp {recipe} charges_kg={plan.melts.map(({ charge_kg }) => charge_kg)} bind:on={melt.made_up} />
    {/if}
    {#if parts.length > 0}
      <p>
        Made up of {alloyParts(
          plan.charge_kg,
          parts.map(({ percent, ...part }) => ({ ...part, share: percent }))
        )
          .map(({ name, kg }) => `${massText(kg, units())} of ${name}`)
          .join(', then ')}: the part that melts lower goes into the molten base.
      </p>
    {/if}
  {/if}
  <form class="stack" onsubmit={save} novalidate>
    <div class="pair">
      <QuantityField
        label="The crucible holds"
        dimension="volume"
        bind:text={melt.crucible.text}
        bind:si={melt.crucible.si}
        optional
        error={errorOf('crucible_l')}
        hint="To its brim; filled to four fifths. For example 1 L"
      />
      <SelectField
        label="Furnace"
        optional
        bind:value={melt.furnace}
        options={[
          { value: '', name: 'not said' },
          ...FURNACE_KINDS.map((value) => ({ value, name: FURNACES[value].name }))
        ]}
      />
      <TemperatureField
        label="It is set to"
        optional
        bind:text={melt.set.text}
        bind:celsius={melt.set.celsius}
        error={errorOf('set_c')}
      />
    </div>
    {#if set && first_c !== null && melt.set.celsius! < first_c}
      <p class="wrong" role="status">
        Too cold to melt its copper first. Set it to {temperatureText(first_c, units())} until all of that is liquid,
        then to what the alloy is poured from.
      </p>
    {:else if set?.is === 'too-hot' && first_c !== null && melt.set.celsius! <= first_c + FIRST_OVER_C}
      <p role="status">
        Right to melt the copper. Turn it down to {temperatureText(alloy.set_point.most_c, units())} at most before
        anything else goes in.
      </p>
    {:else if set}
      <p class={set.is === 'right' ? 'text-(--good)' : 'wrong'} role="status">{setPointSays(set, units())}</p>
    {/if}
    {#if kind && !reaches}
      <p class="wrong" role="status">
        A furnace like this ({FURNACES[kind].name}) gets to about {temperatureText(
          FURNACES[kind].most_c,
          units()
        )}: this melt wants {temperatureText(wants_c, units())}. Take a hotter one, or a metal that melts
        lower.
      </p>
    {/if}
    {#if warm !== null}
      <p>
        From cold about <Explained of="word-melt">{durationText(Math.round(warm / 300) * 300)}</Explained>
        <span class="soft small"
          >for the largest melt, an estimate from its power ({kind ? FURNACES[kind].name : ''})</span
        >
      </p>
    {/if}
    <details>
      <summary class="min-h-12 cursor-pointer py-3 font-semibold">What is charged</summary>
      <div class="grid gap-3">
        <ChargeParts {alloy} {metal} bind:percents={melt.charge} chosen={charge.map(({ scrap }) => scrap)} />
        {#if charge.length > 0 && shares.length === 0}
          <p class="wrong">Together they make up {whole} %: it should be 100.</p>
        {/if}
        {#if bulk !== null}
          <p>
            Cold it takes {volumeText(bulk, units())}{loads === null
              ? ''
              : loads === 0
                ? ': all of it goes in at once'
                : `: topped up ${loads} ${loads === 1 ? 'time' : 'times'} as it melts down`}.
          </p>
        {/if}
        <QuantityField
          label="Heel that stays, %"
          dimension="count"
          optional
          bind:text={melt.heel.text}
          error={errorOf('heel_percent')}
          hint="5 to 10 % is usual"
        />
      </div>
    </details>
    <details>
      <summary class="min-h-12 cursor-pointer py-3 font-semibold">What metal is this piece?</summary>
      <ScrapTest />
    </details>
    <details>
      <summary class="min-h-12 cursor-pointer py-3 font-semibold">While it melts</summary>
      <ol class="list-decimal pl-6">
        {#each meltCare(metal) as step (step)}<li class="py-1">{step}</li>{/each}
      </ol>
    </details>
    {#if FUMES_ZINC.includes(metal)}<Caution name="zinc" />{/if}
    {#if HOLDS_LEAD.includes(metal)}<Caution name="lead" />{/if}
    <div class="pair">
      <QuantityField
        label="Charged into the crucible"
        dimension="mass"
        optional
        bind:text={melt.charged.text}
        bind:si={melt.charged.si}
        error={errorOf('charged_kg')}
      />
      <TemperatureField
        label="How hot it is"
        optional
        bind:text={melt.melt.text}
        bind:celsius={melt.melt.celsius}
        error={errorOf('melt_c')}
        hint={melt.melt.simulated
          ? 'Read off the simulated thermocouple'
          : begun.melt_c === undefined
            ? undefined
            : `Last found ${Math.round(begun.melt_c)} °C${begun.melt_at ? ` at ${shortTime(begun.melt_at)}` : ''}${begun.melt_simulated ? ', simulated' : ''}`}
      />
    </div>
    <details>
      <summary class="min-h-12 cursor-pointer py-3 font-semibold">Read the thermocouple</summary>
      <TakeReading
        kind="thermocouple"
        ontake={(value, simulated) => {
          melt.melt = { celsius: value, text: '', simulated };
        }}
      />
    </details>
    <FormTrouble {form} />
    <p><button class="quiet" disabled={form.busy}>Log the melt</button></p>
  </form>
</section>
