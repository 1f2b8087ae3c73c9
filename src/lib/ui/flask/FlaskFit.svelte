<script lang="ts">
  /** Which flask takes it, how much sand, how heavy: three dimensions and a metal, judged against the rack. */
  import { flaskOf, type FlaskRecord } from '$lib/schema/flask';
  import { sum } from 'simple-statistics';
  import { figureText, fixed, lengthFigure, massText } from '$core/quantity/display';
  import { castingBoxes, judgeFlask, outlineMass, type FlaskJudgement } from '$core/mold/judge-flask';
  import { sandFrom } from '$core/mold/green-strength';
  import { leastFlask } from '$core/mold/fit';
  import type { Carry } from '$core/mold/holding';
  import type { Verdict } from '$core/judge/temper-verdict';
  import { ALLOYS, ALLOY_NAMES, type Alloy } from '$core/reference/alloys';
  import type { HeapBinder } from '$core/reference/targets';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import Restored from '$lib/ui/draft/Restored.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { spreadSides } from '$lib/ui/field/sides';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import { holdWords } from './hold-words';
  import { units } from '$lib/ui/preferences';
  import FlaskSection from './FlaskSection.svelte';
  import { castingOf, wrongCount, wrongLength, type GivenCasting } from './given-casting';

  interface Props {
    flasks: readonly FlaskRecord[];
    heaps: readonly {
      id: number;
      name: string;
      total_kg: number;
      density_kg_l: number;
      /** Of its last green compression test; null where none was made. */
      green_kpa: number | null;
      binder: HeapBinder;
      verdict: Verdict;
    }[];
    /** The casting as the address gives it. */
    given: Record<string, string>;
  }
  const { flasks, heaps, given }: Props = $props();

  let casting = $state<GivenCasting>({
    ...castingOf(given, units()),
    heap: String((heaps.find(({ id }) => String(id) === given.heap) ?? heaps[0])?.id ?? '')
  });
  const draft = new KeptDraft(
    ['flask-fit', ...Object.entries(given).flat()].join(':'),
    () => casting,
    (kept) => (casting = kept)
  );

  const SIDES = [
    { name: 'length', label: 'Length' },
    { name: 'width', label: 'Width' },
    { name: 'height', label: 'Height' }
  ] as const;
  // What an address may say was held against the list.
  const alloy = $derived(casting.metal as Alloy);
  const heap = $derived(heaps.find(({ id }) => String(id) === casting.heap) ?? heaps[0] ?? null);
  const sand = $derived(sandFrom(heap));
  const outline = $derived.by(() => {
    const { length, width, height, mass, count, lies } = casting;
    const sides = [length, width, height];
    if (sides.some((side) => side.si === undefined || wrongLength(side)) || wrongCount(count)) return null;
    if (mass.text.trim() !== '' && !(mass.si! > 0)) return null;
    return {
      length_m: length.si!,
      width_m: width.si!,
      height_m: height.si!,
      kg: mass.si,
      count: count.si ?? 1,
      lies: lies ?? ('drag' as const)
    };
  });
  const boxes = $derived(outline && castingBoxes(outline, alloy));
  const least = $derived(boxes && leastFlask(boxes, alloy));
  const lacking = ({ fit }: FlaskJudgement) => sum(fit.short.map(({ by_m }) => by_m));
  const judged = $derived(
    boxes
      ? flasks
          .map((own) => ({ own, judged: judgeFlask(boxes, alloy, flaskOf(own), own, sand) }))
          // Those that take it first, the one that wants least sand before the others; then what lacks least.
          .sort(
            (a, b) =>
              Number(b.judged.fit.fits) - Number(a.judged.fit.fits) ||
              lacking(a.judged) - lacking(b.judged) ||
              (a.judged.demand?.sand_kg ?? 0) - (b.judged.demand?.sand_kg ?? 0)
          )
      : []
  );

  const length = (m: number) => figureText(lengthFigure(m, units()));
  const mass = (kg: number) => massText(kg, units());
  const SIDE_WORDS = { length: 'in length', width: 'in width', cope: 'in the cope', drag: 'in the drag' };
  const CARRY_WORDS: Record<Carry, string> = {
    one: '',
    'two-hands': 'two hands and a short carry',
    'two-people': 'two people or a lifting aid'
  };
  const heaviest = $derived((lifts: { what: string; kg: number; carry: Carry }[]) =>
    lifts.filter(({ carry }) => carry !== 'one')
  );
</script>

<form id="fit" class="stack" method="GET" onsubmit={(event) => event.preventDefault()} novalidate>
  <Restored {draft} />
  <div class="pair">
    {#each SIDES as { name, label } (name)}
      <QuantityField
        {label}
        dimension="length"
        bind:text={casting[name].text}
        bind:si={casting[name].si}
        post={name}
        error={wrongLength(casting[name])}
        hint={name === 'length' ? 'Or all three at once: 180 x 120 x 20' : undefined}
        onleave={name === 'length'
          ? () => spreadSides([casting.length, casting.width, casting.height], units())
          : undefined}
      />
    {/each}
    <SelectField
      label="Metal"
      bind:value={casting.metal}
      post="metal"
      options={ALLOY_NAMES.map((name) => ({ value: name, name: ALLOYS[name].name }))}
    />
    <QuantityField
      label="Its mass"
      optional
      dimension="mass"
      bind:text={casting.mass.text}
      bind:si={casting.mass.si}
      post="mass"
      hint={outline && outline.kg === undefined
        ? `Left empty: about ${mass(outlineMass(outline, alloy))}, half of its box`
        : 'Left empty: half of its box is metal'}
    />
    <QuantityField
      label="How many in the mold"
      dimension="count"
      bind:text={casting.count.text}
      bind:si={casting.count.si}
      error={wrongCount(casting.count)}
      post="count"
    />
  </div>
  <Choice
    legend="How it lies"
    options={[
      { value: 'drag', name: 'Flat back', about: 'all of it in the drag' },
      { value: 'split', name: 'Split', about: 'half in each' },
      { value: 'cope', name: 'All in the cope' }
    ]}
    bind:value={casting.lies}
    post="lies"
  />
  {#if heaps.length > 0}
    <SelectField
      label="Sand from"
      bind:value={casting.heap}
      post="heap"
      options={heaps.map(({ id, name, total_kg }) => ({
        value: String(id),
        name: `${name} (${mass(total_kg)})`
      }))}
      hint={heap ? `Rammed it weighs ${fixed(heap.density_kg_l, 2)} kg/L.` : undefined}
    />
  {/if}
  <noscript><button class="act">Judge the rack</button></noscript>
</form>

<div aria-live="polite">
  {#if least}
    <p>
      It wants at least {length(least.length_m)} by {length(least.width_m)} inside, a cope of {length(
        least.cope_m
      )}
      and a drag of {length(least.drag_m)}.
    </p>
  {:else}
    <p class="soft">
      Three dimensions, and each flask says whether it takes it, how much sand and how heavy.
    </p>
  {/if}
</div>
{#if boxes && judged.length > 0}
  <ul class="ruled">
    {#each judged as { own, judged: each } (own.id)}
      <li class="grid gap-x-6 gap-y-3 py-4 desk:grid-cols-[minmax(0,14rem)_minmax(0,1fr)]">
        <FlaskSection
          flask={flaskOf(own)}
          castings={boxes}
          {alloy}
          fit={each.fit}
          label="{own.name} cut through: {each.fit.fits
            ? 'the casting lies in its sand'
            : 'there is too little sand'}"
        />
        <div class="grid content-start gap-1">
          <h2 class="text-xl">{own.name}</h2>
          {#if each.fit.fits}
            <p class="text-lg font-semibold text-(--good)">It takes it</p>
          {:else}
            <p class="wrong">
              Too small: {each.fit.short
                .map(({ side, by_m }) => `${length(by_m)} short ${SIDE_WORDS[side]}`)
                .join(', ')}
            </p>
          {/if}
          {#if each.fit.fits && each.demand}
            <p>
              <strong>{mass(each.demand.with_allowance_kg)}</strong> of sand to have at hand:
              {mass(each.demand.cope_kg)} in the cope, {mass(each.demand.drag_kg)} in the drag, the rest overfill
              and spill.
              {#if heap}
                {heap.name}
                {heap.total_kg >= each.demand.with_allowance_kg
                  ? `makes ${Math.floor(heap.total_kg / each.demand.with_allowance_kg)} of these.`
                  : `is ${mass(each.demand.with_allowance_kg - heap.total_kg)} short of one.`}
              {/if}
            </p>
            <p class="small">
              Lifts: {each.lifts.map(({ what, kg }) => `${what} ${mass(kg)}`).join(', ')}{own.cope_kg === null
                ? ', without the empty flask'
                : ''}.
              {#each heaviest(each.lifts).slice(-1) as heavy (heavy.what)}
                <strong>{heavy.what === 'poured' ? 'Poured' : heavy.what}: {CARRY_WORDS[heavy.carry]}</strong
                >; ram it where it will be poured.
              {/each}
            </p>
            {#if each.drop_out && heap}
              {@const holds = holdWords(each.drop_out)}
              <p class="small" class:wrong={holds.wrong}>{holds.says} {holds.remedy}</p>
              {#if !each.drop_out.measured}
                <p class="small soft">
                  A guess by its kind: <a href="/heaps/{heap.id}/test/green-compression">break a cylinder</a>
                  of {heap.name} to know.
                </p>
              {/if}
            {/if}
            {#if each.cope_lift}
              <p class="small">
                The metal lifts the cope with {mass(each.cope_lift.lift_kg)}: {each.cope_lift.hold_down_kg > 0
                  ? `clamp it, or put ${mass(each.cope_lift.hold_down_kg)} on it.`
                  : 'its own weight holds it.'}
              </p>
            {/if}
          {/if}
          <p><a class="quiet" href="/flasks/{own.id}">Sizes and weights</a></p>
        </div>
      </li>
    {/each}
  </ul>
{/if}
