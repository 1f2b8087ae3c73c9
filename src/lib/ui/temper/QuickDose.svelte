<script lang="ts">
  /** The dose of a heap on the Bench: splashes to tick, and one action that logs what went in. */
  import { weighable, massText } from '$core/quantity/display';
  import { liquidMeasure } from '$core/quantity/hand-measure';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import { RecordForm } from '$lib/ui/field/record-form.svelte';
  import { logEntry } from '$lib/ui/entry/log-entry';
  import { units } from '$lib/ui/preferences';
  import SplashBox from './SplashBox.svelte';
  import { doseBody, doseWords, dosedWords } from './dose-body';
  import { startMulling } from './mull-timer';
  import { doseTicks } from './dose-ticks';
  import type { HeapFields, HeapState } from '$lib/schema/heap-state';

  const { heap, state: now }: { heap: HeapFields; state: HeapState } = $props();
  const dose = $derived(now.prescription);
  const clay = $derived(dose.binder_kg > 0);
  const form = new RecordForm();
  // As `entrySchema`, whose file the Bench would wait for.
  const schema = () => import('$lib/schema/entry').then(({ entries }) => entries[clay ? 'mixed' : 'water']);
  function asTold() {
    const [water, clay] = [weighable(dose.water_kg, units()), weighable(dose.binder_kg, units())];
    return {
      ticked: dose.splashes_kg.map(() => false),
      water: water.kg as number | undefined,
      waterText: water.text,
      clayKg: clay.kg as number | undefined,
      clayText: clay.text
    };
  }
  let dosed = $state(asTold());
  // The ticket on the heap's own page keeps the same draft: half a dose on one is half a dose on the other.
  form.keep(
    `dose:${heap.id}`,
    () => dosed,
    (kept) => (dosed = kept),
    now.heap_version
  );

  function followTicks() {
    ({ kg: dosed.water, text: dosed.waterText } = weighable(doseTicks(dose, dosed.ticked), units()));
  }

  async function done(event: SubmitEvent) {
    event.preventDefault();
    const body = doseBody(heap, now, dosed);
    const said = doseWords(dosed, clay, units());
    const wet = now;
    if (await form.submit(schema, body, (sent) => logEntry(heap.id, sent, said))) startMulling(heap, wet);
  }
</script>

<form class="grid gap-2" method="POST" action="/heaps/{heap.id}?/write" onsubmit={done} novalidate>
  <Posted body={doseBody(heap, now, dosed)} />
  <p>
    {#if clay}<strong>{massText(dosed.clayKg ?? 0, units())}</strong> of clay{dose.water_kg > 0
        ? ', then '
        : ''}{/if}
    {#if dose.water_kg > 0}
      <strong>{massText(dosed.water ?? 0, units())}</strong> of water
      <span class="soft small">{liquidMeasure(dosed.water ?? 0, 1, units())}</span>
    {/if}
  </p>
  <div class="flex flex-wrap items-center gap-2">
    {#if dose.splashes_kg.length > 1}
      {#each dose.splashes_kg as kg, i (i)}
        <label class="relative cursor-pointer" title={massText(kg, units())}>
          <span class="sr-only"
            >Splash {i + 1}, {massText(kg, units())}{i >= dose.sure_splashes
              ? ', only if still short'
              : ''}</span
          >
          <SplashBox
            bind:checked={dosed.ticked[i]}
            provisional={i >= dose.sure_splashes}
            onchange={followTicks}
          />
        </label>
      {/each}
    {/if}
    <button class="quiet" disabled={form.busy}>Log {dosedWords(dosed, clay, units())}</button>
    {#if dose.weigh_first}
      <a class="small inline-flex min-h-12 items-center" href="/heaps/{heap.id}/test/moisture"
        >worth a sample first</a
      >
    {/if}
  </div>
  <FormTrouble {form} />
</form>
