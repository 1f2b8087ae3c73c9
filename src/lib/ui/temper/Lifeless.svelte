<script lang="ts">
  import { nowIso } from '$core/time/now';
  /** Moist, and yet it does not hold: what goes in is fines or clay, never water. Logged with one action. */
  import { weighable, massFigure, massText } from '$core/quantity/display';
  import { entrySchema } from '$lib/ui/entry/entry-schema';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import { logEntry } from '$lib/ui/entry/log-entry';
  import { units } from '$lib/ui/preferences';
  import BigFigure from './BigFigure.svelte';
  import Ticket from '$lib/ui/page/Ticket.svelte';
  import type { HeapFields, HeapState } from '$lib/schema/heap-state';

  const { heap, state: now }: { heap: HeapFields; state: HeapState } = $props();

  const dose = $derived(now.prescription);
  const fines = $derived(dose.fines_kg > 0);
  const wanted_kg = $derived(fines ? dose.fines_kg : dose.binder_kg);
  const lot = $derived(fines ? dose.lots.fines : dose.lots.binder);
  const form = new RecordForm();
  const proposed = weighable(wanted_kg, units());
  let kg = $state<number | undefined>(proposed.kg);
  let text = $state(proposed.text);
  form.keep(
    `lifeless:${heap.id}`,
    () => ({ kg, text }),
    (kept) => ({ kg, text } = kept),
    now.heap_version
  );

  const missing = $derived(dose.missing[0]);

  const bodyNow = () =>
    present({
      kind: 'added' as const,
      at: nowIso(),
      zone: zone(),
      expected_heap_version: now.heap_version,
      ingredient:
        lot?.kind ?? (fines ? 'inert-fines' : heap.binder === 'natural' ? 'fire-clay' : heap.binder),
      kg,
      lot_id: lot?.id,
      typed: { kg: text }
    });

  async function done(event: SubmitEvent) {
    event.preventDefault();
    const body = bodyNow();
    const words = `${massText(kg ?? 0, units())} of ${fines ? 'fines' : 'clay'} is in the heap. Squeeze it again.`;
    await form.submit(entrySchema('added'), body, (sent) => logEntry(heap.id, sent, words));
  }
</script>

<Ticket title="{heap.name} is moist but lifeless">
  <BigFigure figure={massFigure(wanted_kg, units())} of={fines ? 'fines, not water' : 'clay, not water'} />
  {#if missing}
    <p class="wrong">
      Stock is {massText(missing.short_kg, units())} short of {missing.what === 'binder'
        ? 'clay'
        : missing.what}.
      <a href="/stock/new">Put it in stock</a>
    </p>
  {/if}
  <Caution name="dust" />
  <form class="stack" method="POST" action="/heaps/{heap.id}?/write" onsubmit={done} novalidate>
    <Posted body={bodyNow()} />
    <QuantityField
      label={fines ? 'Fines that went in' : 'Clay that went in'}
      dimension="mass"
      size="small"
      bind:text
      bind:si={kg}
      post={{ path: 'kg', factor: 1 }}
      error={form.errorOf('kg')}
    />
    <button class="act" type="submit" disabled={form.busy || !(wanted_kg > 0)}
      >Log {massText(kg ?? 0, units())} of {fines ? 'fines' : 'clay'}</button
    >
  </form>
  <FormTrouble
    {form}
    onlikely={(likely) => {
      ({ kg, text } = weighable(likely, units()));
    }}
  />
  <p class="small">Why: {dose.reason}</p>
</Ticket>
