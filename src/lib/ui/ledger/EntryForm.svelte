<script lang="ts">
  /** Writes an entry of a heap's ledger, or amends one. The form is drawn anew for another kind or entry. */
  import { massText } from '$core/quantity/display';
  import { MATERIAL_KINDS, INGREDIENTS } from '$core/reference/ingredients';
  import { entries } from '$lib/schema/entry';
  import { api } from '$lib/ui/api-client';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, zone } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import ContainerFields from '$lib/ui/heap/ContainerFields.svelte';
  import type { LotChoice } from '$lib/ui/mix/batch-draft';
  import { units } from '$lib/ui/preferences';
  import { entryBody, entryDraft, type Existing, type WritableKind } from './entry-draft';
  import { entryWords, ingredientName } from './entry-words';
  import { logEntry } from './log-entry';

  interface Props {
    heap_id: number;
    kind: WritableKind;
    lots: readonly LotChoice[];
    /** What the heap has taught, for what is left unweighed. */
    learned?: { density_kg_l: number; spill_percent: number; burn_kg_per_kg: number } | null;
    /** The entry to amend; without one a new entry is written. */
    existing?: Existing | null;
    ondone: () => void | Promise<void>;
  }
  const { heap_id, kind, lots, learned = null, existing = null, ondone }: Props = $props();

  // svelte-ignore state_referenced_locally
  const old = existing;
  const form = new RecordForm();
  let draft = $state(entryDraft(old, units()));
  const shown_at = draft.at;

  const choices = $derived([
    ...lots.map((lot) => ({
      value: `lot:${lot.id}`,
      name: `${lot.name} (${massText(lot.on_hand_kg, units())})`,
      group: 'In stock'
    })),
    ...[
      ...new Set([
        ...MATERIAL_KINDS.filter((each) => each !== 'water'),
        ...(old?.ingredient ? [String(old.ingredient)] : [])
      ])
    ].map((each) => ({
      value: `kind:${each}`,
      name: INGREDIENTS[each as keyof typeof INGREDIENTS]?.name ?? each,
      group: 'Not in stock'
    }))
  ]);
  const chosen = $derived(lots.find((lot) => `lot:${lot.id}` === draft.what));
  const massy = $derived(!['mixed', 'poured', 'moved', 'noted'].includes(kind));
  const oily = $derived(/activator|oil/.test(chosen?.kind ?? draft.what));
  const mold = $derived(
    draft.rammed_l.si && learned
      ? `Rammed, that much weighs about ${massText(draft.rammed_l.si * 1000 * learned.density_kg_l, units())}`
      : 'Of the flask, less the pattern. It teaches how dense this sand rams.'
  );
  const burning = $derived(
    draft.metal_kg.si && learned && draft.burnt_kg.text.trim() === ''
      ? `Left empty: about ${massText(draft.metal_kg.si * learned.burn_kg_per_kg, units())}, by the metal`
      : 'Left empty: worked out from the metal'
  );

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const sent = entryBody(kind, draft, { old, shown_at, zone: zone(), lots });
    const done = await form.submit(entries[kind], sent, async () => {
      if (existing) return api('PUT', `/heaps/${heap_id}/entries/${existing.id}`, sent);
      const { what: words, amount: much } = entryWords(
        { ...sent, id: 0, note: draft.note, undone_at: null, version: 1 } as never,
        units()
      );
      return logEntry(heap_id, sent, `Logged: ${words} ${much}`.trim());
    });
    if (done !== undefined) await ondone();
  }
</script>

<form class="stack" onsubmit={save} novalidate>
  {#if kind === 'added'}
    <SelectField
      label="What went in"
      bind:value={draft.what}
      options={choices}
      error={form.errorOf('ingredient') ?? form.errorOf('lot_id')}
    />
    <Caution name={oily ? 'flammable' : 'dust'} />
  {/if}
  {#if kind === 'mixed'}
    <div class="pair">
      {#each draft.additions as each, i (i)}
        <QuantityField
          label={ingredientName(each.ingredient)}
          dimension="mass"
          size={each.kg < 1 ? 'small' : 'large'}
          bind:text={draft.weighed[i]!.text}
          bind:si={draft.weighed[i]!.si}
          error={form.errorOf(`additions[${i}].kg`)}
        />
      {/each}
    </div>
  {/if}
  {#if massy}
    <QuantityField
      label={kind === 'water' ? 'How much water' : kind === 'dried' ? 'How much water it lost' : 'How much'}
      dimension="mass"
      size={kind === 'water' || kind === 'dried' ? 'small' : 'large'}
      bind:text={draft.amount.text}
      bind:si={draft.amount.si}
      error={form.errorOf('kg')}
      optional={kind === 'returned'}
      hint={kind === 'returned'
        ? `Left empty: all that was out, less the ${(learned?.spill_percent ?? 2).toFixed(1)} % usually spilled`
        : undefined}
    />
  {/if}
  {#if kind === 'bought' || kind === 'added'}
    <div class="pair">
      <QuantityField
        label="Its moisture"
        optional
        dimension="fraction"
        bind:text={draft.moisture.text}
        bind:si={draft.moisture.si}
        probe
        error={form.errorOf('moisture_percent')}
        hint={kind === 'bought'
          ? 'Left empty: the middle of the heap’s window, held loosely'
          : 'Left empty: the figure of the lot or the handbook'}
      />
      <QuantityField
        label={kind === 'bought' ? 'Active clay, of the dry mix' : 'Active share of the dry matter'}
        optional
        dimension="fraction"
        bind:text={draft.active.text}
        bind:si={draft.active.si}
        error={form.errorOf('active_clay_percent') ?? form.errorOf('active_percent')}
      />
    </div>
  {/if}
  {#if kind === 'drawn'}
    <QuantityField
      label="Volume it filled, rammed"
      optional
      dimension="volume"
      bind:text={draft.rammed_l.text}
      bind:si={draft.rammed_l.si}
      error={form.errorOf('rammed_l')}
      hint={mold}
    />
  {/if}
  {#if kind === 'returned' && draft.amount.text.trim() !== ''}
    <Choice
      legend="Was that all of it?"
      options={[
        { value: 'no', name: 'More will come' },
        { value: 'yes', name: 'That was all', about: 'the rest is on the floor' }
      ]}
      bind:value={draft.rest_lost}
    />
  {/if}
  {#if kind === 'discarded'}
    <Choice
      legend="Was it burnt?"
      options={[
        { value: 'no', name: 'No' },
        { value: 'yes', name: 'Yes, black or reddened' }
      ]}
      bind:value={draft.burnt}
    />
  {/if}
  {#if kind === 'poured'}
    <div class="pair">
      <QuantityField
        label="Metal poured"
        optional
        dimension="mass"
        bind:text={draft.metal_kg.text}
        bind:si={draft.metal_kg.si}
        error={form.errorOf('metal_kg')}
      />
      <QuantityField
        label="Sand that burnt"
        optional
        dimension="mass"
        hint={burning}
        bind:text={draft.burnt_kg.text}
        bind:si={draft.burnt_kg.si}
        error={form.errorOf('burnt_kg')}
      />
      <QuantityField
        label="Water driven off"
        optional
        dimension="mass"
        size="small"
        bind:text={draft.driven_off_kg.text}
        bind:si={draft.driven_off_kg.si}
        error={form.errorOf('water_driven_off_kg')}
        hint="Left empty: what three times that much sand held"
      />
    </div>
  {/if}
  {#if kind === 'moved'}
    <ContainerFields
      bind:draft={draft.container}
      legend="How does it stand now?"
      errorOf={(path) => form.errorOf(path)}
    />
  {/if}
  <div class="pair">
    <TextField label="When" type="datetime-local" bind:value={draft.at} error={form.errorOf('at')} />
  </div>
  <TextField
    label={kind === 'noted' ? 'Note' : 'A note'}
    optional={kind !== 'noted'}
    lines={kind === 'noted' ? 4 : 2}
    bind:value={draft.note}
    error={form.errorOf('note')}
    maxlength={2000}
  />
  {#if form.message}<p class="wrong" role="alert">{form.message}</p>{/if}
  <p class="row"><button class="act" disabled={form.busy}>{existing ? 'Amend' : 'Write it in'}</button></p>
</form>

<style>
  form {
    max-width: 38rem;
  }
</style>
