<script lang="ts">
  import { nowIso } from '$core/time/now';
  /** Oil and organoclay for an oil-bonded heap. */
  import { durationText, weighable, massFigure, massText } from '$core/quantity/display';
  import { liquidMeasure } from '$core/quantity/hand-measure';
  import { liquidKgPerL } from '$core/reference/ingredients';
  import { entrySchema } from '$lib/ui/entry/entry-schema';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import { logEntry } from '$lib/ui/entry/log-entry';
  import { units } from '$lib/ui/preferences';
  import BigFigure from './BigFigure.svelte';
  import Ticket from '$lib/ui/page/Ticket.svelte';
  import type { HeapFields, HeapState } from '$lib/schema/heap-state';

  const { heap, state: now }: { heap: HeapFields; state: HeapState } = $props();

  const dose = $derived(now.prescription);
  const form = new RecordForm();
  const proposed = { oil: weighable(dose.oil_kg, units()), clay: weighable(dose.binder_kg, units()) };
  let oilKg = $state<number | undefined>(proposed.oil.kg);
  let oilText = $state(proposed.oil.text);
  let clayKg = $state<number | undefined>(proposed.clay.kg);
  let clayText = $state(proposed.clay.text);

  form.keep(
    `oil-dose:${heap.id}`,
    () => ({ oilKg, oilText, clayKg, clayText }),
    (kept) => ({ oilKg, oilText, clayKg, clayText } = kept),
    now.heap_version
  );

  const parts = $derived([
    ...(dose.oil_kg > 0
      ? [{ ingredient: dose.lots.oil?.kind ?? 'light-oil', lot: dose.lots.oil, kg: oilKg, text: oilText }]
      : []),
    ...(dose.binder_kg > 0
      ? [
          {
            ingredient: dose.lots.binder?.kind ?? 'organoclay',
            lot: dose.lots.binder,
            kg: clayKg,
            text: clayText
          }
        ]
      : [])
  ]);

  const bodyNow = () => ({
    kind: 'mixed' as const,
    at: nowIso(),
    zone: zone(),
    expected_heap_version: now.heap_version,
    typed: { additions: parts.map((part) => part.text) },
    additions: parts.map(({ ingredient, lot, kg }) => present({ ingredient, kg, lot_id: lot?.id }))
  });

  async function done(event: SubmitEvent) {
    event.preventDefault();
    const body = bodyNow();
    const words = `${parts.map((part) => massText(part.kg ?? 0, units())).join(' and ')} went into the heap.`;
    await form.submit(entrySchema('mixed'), body, (sent) => logEntry(heap.id, sent, words));
  }
</script>

<Ticket title="To freshen {heap.name}">
  {#if dose.oil_kg > 0}
    <BigFigure figure={massFigure(dose.oil_kg, units())} of="oil" />
    <p class="soft small">{liquidMeasure(dose.oil_kg, liquidKgPerL('light-oil')!, units())}</p>
  {/if}
  {#if dose.binder_kg > 0}<BigFigure figure={massFigure(dose.binder_kg, units())} of="organoclay" />{/if}
  <Caution name="oil" />
  {#each dose.missing as missing (missing.what)}
    <p class="wrong">
      Stock is {massText(missing.short_kg, units())} short of {missing.what === 'binder'
        ? 'organoclay'
        : missing.what}.
      <a href="/stock/new">Put it in stock</a>
    </p>
  {/each}
  <p class="small">Clay on dry, oil trickled in; mull {durationText(dose.mull_s)}, then squeeze.</p>
  <form class="stack" method="POST" action="/heaps/{heap.id}?/write" onsubmit={done} novalidate>
    <Posted body={bodyNow()} />
    <div class="pair">
      {#if dose.oil_kg > 0}
        <QuantityField
          label="Oil that went in"
          dimension="mass"
          kg_per_l={liquidKgPerL('light-oil')}
          size="small"
          bind:text={oilText}
          bind:si={oilKg}
          post={{ path: 'additions[0].kg', factor: 1 }}
          error={form.errorOf('additions[0].kg')}
        />
      {/if}
      {#if dose.binder_kg > 0}
        <QuantityField
          label="Organoclay that went in"
          dimension="mass"
          size="small"
          bind:text={clayText}
          bind:si={clayKg}
          post={{ path: `additions[${dose.oil_kg > 0 ? 1 : 0}].kg`, factor: 1 }}
          error={form.errorOf(`additions[${dose.oil_kg > 0 ? 1 : 0}].kg`)}
        />
      {/if}
    </div>
    <button class="act" type="submit" disabled={form.busy}>Log what went in</button>
  </form>
  <FormTrouble {form} />
  <p class="small">Why: {dose.reason}</p>
</Ticket>
