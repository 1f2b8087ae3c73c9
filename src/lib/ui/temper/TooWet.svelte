<script lang="ts">
  import { nowIso } from '$core/time/now';
  /** Sand that holds too much water: dry mix, or spread and dry off. Either is logged with one action. */
  import { durationText, weighable, massFigure, massText, temperatureText } from '$core/quantity/display';
  import { entrySchema } from '$lib/ui/entry/entry-schema';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import { logEntry } from '$lib/ui/entry/log-entry';
  import { units } from '$lib/ui/preferences';
  import BigFigure from './BigFigure.svelte';
  import TheSum from './TheSum.svelte';
  import Term from '$lib/ui/term/Term.svelte';
  import Ticket from '$lib/ui/page/Ticket.svelte';
  import type { HeapFields, HeapState } from '$lib/schema/heap-state';

  const { heap, state: now }: { heap: HeapFields; state: HeapState } = $props();

  const dose = $derived(now.prescription);
  /** The squeeze says mud, and nothing else says wet: drying it off by that alone would make dust of it. */
  const handAlone = $derived(
    heap.system === 'water' && now.moisture_percent.value <= dose.aim.moisture_percent
  );
  const mix = $derived(dose.dry_mix);
  const form = new RecordForm();
  let way = $state<'dry-off' | 'dry-mix' | null>('dry-off');
  const proposed = {
    lost: weighable(dose.water_to_lose_kg, units()),
    sand: mix && weighable(mix.sand_kg, units()),
    clay: mix && weighable(mix.binder_kg, units())
  };
  let lost = $state<number | undefined>(proposed.lost.kg);
  let lostText = $state(proposed.lost.text);
  let sandKg = $state<number | undefined>(proposed.sand?.kg);
  let sandText = $state(proposed.sand?.text ?? '');
  let clayKg = $state<number | undefined>(proposed.clay?.kg);
  let clayText = $state(proposed.clay?.text ?? '');

  form.keep(
    `too-wet:${heap.id}`,
    () => ({ way, lost, lostText, sandKg, sandText, clayKg, clayText }),
    (kept) => ({ way, lost, lostText, sandKg, sandText, clayKg, clayText } = kept),
    now.heap_version
  );

  const sandShort = $derived(mix ? Math.max(0, mix.sand_kg - (dose.lots.sand?.on_hand_kg ?? 0)) : 0);
  const clayShort = $derived(mix ? Math.max(0, mix.binder_kg - (dose.lots.binder?.on_hand_kg ?? 0)) : 0);
  const short = $derived(
    [
      sandShort > 1e-6 && `${massText(sandShort, units())} of dry sand`,
      clayShort > 1e-6 && `${massText(clayShort, units())} of clay`
    ].filter(Boolean)
  );

  function likely(kg: number, path: string) {
    const meant = weighable(kg, units());
    if (path === 'kg') [lost, lostText] = [meant.kg, meant.text];
    else if (path === 'additions[0].kg') [sandKg, sandText] = [meant.kg, meant.text];
    else [clayKg, clayText] = [meant.kg, meant.text];
  }

  function bodyNow() {
    const head = { at: nowIso(), zone: zone(), expected_heap_version: now.heap_version };
    if (way === 'dry-off')
      return present({ kind: 'dried' as const, ...head, kg: lost, typed: { kg: lostText } });
    const { sand, binder } = dose.lots;
    const withClay = (clayKg ?? 0) > 0;
    return {
      kind: 'mixed' as const,
      ...head,
      typed: { additions: [sandText, ...(withClay ? [clayText] : [])] },
      additions: [
        present({ ingredient: sand?.kind ?? 'washed-silica', kg: sandKg, lot_id: sand?.id }),
        ...(withClay
          ? [present({ ingredient: binder?.kind ?? heap.binder, kg: clayKg, lot_id: binder?.id })]
          : [])
      ]
    };
  }

  async function done(event: SubmitEvent) {
    event.preventDefault();
    const body = bodyNow();
    const words =
      way === 'dry-off'
        ? `${massText(lost ?? 0, units())} of water dried off.`
        : 'The dry mix is in the heap.';
    await form.submit(entrySchema(body.kind), body, (sent) => logEntry(heap.id, sent, words));
  }
</script>

<Ticket title="{heap.name} is too wet">
  <Caution name="wet" />
  {#if handAlone}
    <p>Only the hand found it wet; all else says it is not. Dry and weigh a sample before you dry it off.</p>
    <a class="act" href="/heaps/{heap.id}/test/moisture">Dry and weigh</a>
  {/if}
  {#if mix}
    <Choice
      legend="Which way?"
      options={[
        {
          value: 'dry-off',
          name: 'Dry it off',
          about: dose.dry_off_s === null ? 'the air is too damp' : `about ${durationText(dose.dry_off_s)}`
        },
        { value: 'dry-mix', name: 'Add dry mix', about: massText(mix.sand_kg + mix.binder_kg, units()) }
      ]}
      bind:value={way}
    />
  {/if}
  <!-- Drying it off is what is posted without a script: the other way is chosen with one. -->
  <form class="stack" method="POST" action="/heaps/{heap.id}?/write" onsubmit={done} novalidate>
    <Posted body={bodyNow()} />
    {#if way === 'dry-off'}
      <BigFigure figure={massFigure(dose.water_to_lose_kg, units())} of="water to lose" />
      <p class="small">
        <Term name="spread">Spread it a thumb deep</Term>{dose.dry_off_s === null
          ? ''
          : ` and cut it over for about ${durationText(dose.dry_off_s)} in a shed at ${temperatureText(12, units())}; sun and wind halve that`}.
        Squeeze every half hour.
      </p>
      {#if heap.system === 'oil'}<Caution name="drying" />{/if}
      <QuantityField
        label="Water it lost"
        dimension="mass"
        size="small"
        bind:text={lostText}
        bind:si={lost}
        post={{ path: 'kg', factor: 1 }}
        error={form.errorOf('kg')}
      />
    {:else if mix}
      <BigFigure figure={massFigure(mix.sand_kg, units())} of="dry sand" />
      {#if mix.binder_kg > 0}<BigFigure figure={massFigure(mix.binder_kg, units())} of="clay" />{/if}
      <Caution name="dust" />
      {#if short.length > 0}
        <p class="wrong">Stock is short of {short.join(' and ')}. <a href="/stock/new">Put it in stock</a></p>
      {/if}
      <div class="pair">
        <QuantityField
          label="Sand that went in"
          dimension="mass"
          bind:text={sandText}
          bind:si={sandKg}
          post={{ path: 'additions[0].kg', factor: 1 }}
          error={form.errorOf('additions[0].kg')}
        />
        {#if mix.binder_kg > 0}
          <QuantityField
            label="Clay that went in"
            dimension="mass"
            size="small"
            bind:text={clayText}
            bind:si={clayKg}
            post={{ path: 'additions[1].kg', factor: 1 }}
            error={form.errorOf('additions[1].kg')}
          />
        {/if}
      </div>
    {/if}
    <button class="act" type="submit" disabled={form.busy}
      >{way === 'dry-off' ? 'Log it as dried' : 'Log what went in'}</button
    >
  </form>
  <FormTrouble {form} onlikely={likely} />
  <TheSum {heap} state={now} />
</Ticket>
