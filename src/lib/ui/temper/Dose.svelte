<script lang="ts">
  /** Water, with clay where it is short: the ticket that is followed with the scale and logged with one action. */
  import { durationText, fixed, massFigure, massText, weighable } from '$core/quantity/display';
  import { GRADE_NAMES } from '$core/bench/formula/squeeze';
  import { handMeasure, liquidMeasure } from '$core/quantity/hand-measure';
  import { entrySchema } from '$lib/ui/entry/entry-schema';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import InSight from '$lib/ui/field/InSight.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm } from '$lib/ui/field/record-form.svelte';
  import { logEntry } from '$lib/ui/entry/log-entry';
  import { units } from '$lib/ui/preferences';
  import BigFigure from './BigFigure.svelte';
  import { doseBody, doseWords, dosedWords } from './dose-body';
  import { doseTicks } from './dose-ticks';
  import { startMulling } from './mull-timer';
  import Splashes from './Splashes.svelte';
  import TheSum from './TheSum.svelte';
  import Term from '$lib/ui/term/Term.svelte';
  import Ticket from '$lib/ui/page/Ticket.svelte';
  import type { HeapFields, HeapState } from '$lib/schema/heap-state';

  const { heap, state: now }: { heap: HeapFields; state: HeapState } = $props();

  const dose = $derived(now.prescription);
  const clay = $derived(dose.binder_kg > 0);
  const form = new RecordForm();
  // One ticket for one version of the heap: it is drawn anew when the ledger changes, and keeps what was
  // ticked and typed when only the units or the hour do.
  let ticked = $state<boolean[]>(dose.splashes_kg.map(() => false));
  const proposed = { water: weighable(dose.water_kg, units()), clay: weighable(dose.binder_kg, units()) };
  let water = $state<number | undefined>(proposed.water.kg);
  let waterText = $state(proposed.water.text);
  let clayKg = $state<number | undefined>(proposed.clay.kg);
  let clayText = $state(proposed.clay.text);

  function fill(kg: number) {
    ({ text: waterText, kg: water } = weighable(kg, units()));
  }

  function likely(kg: number, path: string) {
    if (path === 'additions[0].kg') {
      ({ text: clayText, kg: clayKg } = weighable(kg, units()));
    } else fill(kg);
  }

  function followTicks() {
    fill(doseTicks(dose, ticked));
  }

  const dosed = $derived({ water, waterText, clayKg, clayText });
  const logged = $derived(dosedWords(dosed, clay, units()));
  const bodyNow = () => doseBody(heap, now, dosed);

  async function done(event: SubmitEvent) {
    event.preventDefault();
    const body = bodyNow();
    const said = doseWords(dosed, clay, units());
    const wet = now;
    if (await form.submit(entrySchema(body.kind), body, (sent) => logEntry(heap.id, sent, said)))
      startMulling(heap, wet);
  }

  form.keep(
    `dose:${heap.id}`,
    () => ({ ticked, water, waterText, clayKg, clayText }),
    (kept) => ({ ticked, water, waterText, clayKg, clayText } = kept),
    now.heap_version
  );

  const form_id = $props.id();
  const missing = $derived(dose.missing[0]);
  /** Nobody has looked at this sand, or the looks disagree: that comes before any water. */
  const looking = $derived.by(() => {
    if (dose.need !== 'test') return null;
    const doubted = now.doubted_look;
    if (doubted)
      return `${doubted.grade ? `The hand found it ${GRADE_NAMES[doubted.grade]}` : 'A reading stands far off'}, and everything known before says otherwise. Dry and weigh a sample before anything goes in.`;
    const { grade } = now.latest_squeeze ?? {};
    if (grade)
      return `The hand found it ${GRADE_NAMES[grade]}, and all else that is known does not settle it: ${
        dose.weigh_first
          ? 'dry and weigh a sample, or let another hand squeeze it.'
          : 'splash and squeeze by turns.'
      }`;
    return now.seen
      ? 'It could be in temper or not: squeeze it.'
      : 'Nobody has looked at this sand yet: squeeze it.';
  });
  /** Who has just squeezed it learns more from the scale. */
  const scaleFirst = $derived(dose.weigh_first && (now.latest_squeeze?.grade || now.doubted_look));
</script>

<Ticket title="To temper {heap.name}">
  {#if looking}
    <p class="first">{looking}</p>
    <p class="row">
      {#if dose.weigh_first}
        <a class={scaleFirst ? 'act' : 'quiet'} href="/heaps/{heap.id}/test/moisture">Dry and weigh</a>
      {/if}
      <a class={scaleFirst ? 'quiet' : 'act'} href="/heaps/{heap.id}/test/squeeze"
        >Squeeze it{now.latest_squeeze ? ' again' : ''}</a
      >
    </p>
    {#if dose.water_kg > 0}<p class="small">Likely dose, one splash at a time:</p>{/if}
  {:else if dose.weigh_first}
    <p class="small">
      <strong>Worth a sample first:</strong> the water is in doubt.
      <a href="/heaps/{heap.id}/test/moisture">Dry and weigh</a> before it goes in.
    </p>
  {/if}
  {#if dose.clay_first}
    <p class="small">
      <strong>Test its clay, once:</strong> it is most of the doubt here, and no squeeze tells it.
      <a href="/heaps/{heap.id}/test/methylene-blue">Methylene blue</a> tells most, a
      <a href="/heaps/{heap.id}/test/clay-wash">clay wash</a> needs only water.
    </p>
  {/if}
  {#if clay}
    <BigFigure
      figure={massFigure(dose.binder_kg, units())}
      of={dose.lots.binder ? dose.lots.binder.name.toLowerCase() : 'clay'}
      is={{ name: 'heap.clay-to-temper-kg', id: heap.id, value: dose.binder_kg }}
    />
    <p class="soft small">
      {handMeasure(dose.binder_kg, 0.85, false)}; sprinkle it on before the water and turn it over dry
    </p>
    <Caution name="dust" />
  {/if}
  {#if missing}
    <p class="wrong">
      {#if missing.what === 'binder' && !dose.lots.binder}
        There is no {heap.binder.replace('-', ' ')} in stock: {massText(missing.short_kg, units())} is wanted.
      {:else}
        Stock is {massText(missing.short_kg, units())} short of {missing.what === 'binder'
          ? 'clay'
          : missing.what}.
      {/if}
      <a href="/stock/new">Put it in stock</a>
    </p>
  {/if}
  {#if dose.water_kg > 0}
    <BigFigure
      figure={massFigure(dose.water_kg, units())}
      of="water"
      is={{ name: 'heap.water-to-temper-kg', id: heap.id, value: dose.water_kg }}
    />
    <p class="soft small">
      {liquidMeasure(dose.water_kg, 1, units())}, taking {massText(now.total_kg, units())} from {fixed(
        now.moisture_percent.value,
        1
      )} to
      {fixed(dose.aim.moisture_percent, 1)} %
    </p>
    <Splashes splashes_kg={dose.splashes_kg} sure={dose.sure_splashes} bind:ticked onchange={followTicks} />
  {/if}
  {#if dose.water_kg > 0 || clay}
    <p class="small">
      <Term name="mull">Mull</Term>
      {durationText(dose.mull_s)}, cover, rest {durationText(dose.rest_s)}. Squeeze before a dashed splash:
      you may not need it.
    </p>
    <form
      id={form_id}
      class="stack"
      method="POST"
      action="/heaps/{heap.id}?/write"
      onsubmit={done}
      novalidate
    >
      <Posted body={bodyNow()} />
      <div class="pair">
        {#if clay}
          <QuantityField
            label="Clay that went in"
            dimension="mass"
            size="small"
            bind:text={clayText}
            bind:si={clayKg}
            post={{ path: 'additions[0].kg', factor: 1 }}
            error={form.errorOf('additions[0].kg')}
          />
        {/if}
        <QuantityField
          label="Water that went in"
          dimension="mass"
          kg_per_l={1}
          size="small"
          bind:text={waterText}
          bind:si={water}
          post={{ path: clay ? 'additions[1].kg' : 'kg', factor: 1 }}
          error={form.errorOf('kg') ?? form.errorOf('additions[1].kg')}
        />
      </div>
      <button class="act hidden desk:inline-flex" type="submit" disabled={form.busy}>Log {logged}</button>
    </form>
    <InSight>
      {#snippet answer()}
        <strong class="figure text-xl"
          >{clay ? massText(clayKg ?? 0, units()) : massText(water ?? 0, units())}</strong
        >
        <span class="small"
          >of {clay
            ? `clay${(water ?? 0) > 0 ? ` and ${massText(water ?? 0, units())} of water` : ''}`
            : 'water'}</span
        >
      {/snippet}
      {#snippet action()}
        <button class="act" type="submit" form={form_id} disabled={form.busy}>Log {logged}</button>
      {/snippet}
    </InSight>
    <FormTrouble {form} onlikely={likely} />
  {/if}
  {#if dose.water_kg > 0 || clay}<TheSum {heap} state={now} />{:else}<p class="small">
      Why: {dose.reason}
    </p>{/if}
</Ticket>

<style>
  .first {
    font-family: var(--display);
    font-size: 1.35rem;
    font-weight: 700;
    line-height: 1.2;
  }
</style>
