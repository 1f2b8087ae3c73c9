<script lang="ts" module>
  import type { LedgerRow } from './entry-words';

  export const WRITABLE = [
    { value: 'water', name: 'Water went in' },
    { value: 'added', name: 'An ingredient went in' },
    { value: 'bought', name: 'Ready-mixed sand came' },
    { value: 'discarded', name: 'Sand thrown out' },
    { value: 'spilled', name: 'Sand spilled' },
    { value: 'dried', name: 'Spread and dried off' },
    { value: 'drawn', name: 'Drawn for a mold' },
    { value: 'returned', name: 'Came back from a mold' },
    { value: 'poured', name: 'Poured: some sand burnt' },
    { value: 'moved', name: 'Moved or covered' },
    { value: 'noted', name: 'A note' }
  ] as const;

  export type WritableKind = (typeof WRITABLE)[number]['value'] | 'mixed';

  export interface AdditionRow {
    ingredient: string;
    kg: number;
    moisture_percent: number;
    active_percent: number;
    moisture_source: string;
    active_source: string;
    role: string;
    lot_id?: number;
  }

  export interface Existing extends LedgerRow {
    typed: Record<string, string | string[] | undefined> | null;
  }
</script>

<script lang="ts">
  import { format } from 'date-fns';
  import { COVERS, COVER_NAMES, type Cover } from '$core/heap/drying';
  import { massText } from '$core/quantity/display';
  import { MATERIAL_KINDS, INGREDIENTS } from '$core/reference/ingredients';
  import { entries } from '$lib/schema/entry';
  import { api } from '$lib/ui/api-client';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import type { LotChoice } from '$lib/ui/mix/batch-draft';
  import { units } from '$lib/ui/preferences';
  import { entryWords, ingredientName } from './entry-words';
  import { logEntry } from './log-entry';
  import { textFor } from './typed-text';

  interface Props {
    heap_id: number;
    kind: WritableKind;
    lots: readonly LotChoice[];
    /** The entry to amend; without one a new entry is written. */
    existing?: Existing | null;
    ondone: () => void | Promise<void>;
  }
  const { heap_id, kind, lots, existing = null, ondone }: Props = $props();

  // The form is drawn anew for another kind or entry; its fields start from there.
  // svelte-ignore state_referenced_locally
  const old = existing;
  const form = new RecordForm();
  const mass = (value: unknown, typed: unknown) => ({
    text: value === undefined ? '' : textFor(Number(value), typed, units()),
    kg: value === undefined ? undefined : Number(value)
  });
  const percentText = (value: unknown, stated: boolean) =>
    value === undefined || !stated ? '' : String(value);
  const stated = (source: unknown) => source === 'your entry';

  // The field shows minutes. Left as it stands it means the very moment, seconds included: an entry written just
  // after a batch must count after it, and an amended one must keep its place in the ledger.
  const shownAt = format(old ? new Date(old.at) : new Date(), "yyyy-MM-dd'T'HH:mm");
  let at = $state(shownAt);
  function moment(): string {
    if (at === shownAt) return old?.at ?? new Date().toISOString();
    return Number.isNaN(Date.parse(at)) ? at : new Date(at).toISOString();
  }
  let note = $state(old?.note ?? '');
  let amount = $state(mass(old?.kg, old?.typed?.kg));
  let burnt = $state<'yes' | 'no' | null>(old?.burnt ? 'yes' : 'no');
  let burntAmount = $state(mass(old?.burnt_kg, old?.typed?.burnt_kg));
  let drivenOff = $state(mass(old?.water_driven_off_kg, old?.typed?.water_driven_off_kg));
  let moistureText = $state(percentText(old?.moisture_percent, stated(old?.moisture_source)));
  // svelte-ignore state_referenced_locally
  let moisture = $state(fractionIn(moistureText));
  let activeText = $state(
    percentText(
      old?.active_clay_percent ?? old?.active_percent,
      stated(old?.active_clay_source ?? old?.active_source)
    )
  );
  // svelte-ignore state_referenced_locally
  let active = $state(fractionIn(activeText));
  let what = $state(
    old?.lot_id ? `lot:${String(old.lot_id)}` : `kind:${String(old?.ingredient ?? 'washed-silica')}`
  );
  const container = old?.container as
    { cover: Cover; exposed_area_m2: number; capacity_kg?: number } | undefined;
  let cover = $state<Cover | null>(container?.cover ?? 'lid');
  let areaText = $state(`${container?.exposed_area_m2 ?? 0.1} m²`);
  let area = $state<number | undefined>(container?.exposed_area_m2 ?? 0.1);
  const additions = (old?.additions ?? []) as AdditionRow[];
  let weighed = $state(
    additions.map((each, i) => mass(each.kg, (old?.typed?.additions as string[] | undefined)?.[i]))
  );

  function fractionIn(percent: string) {
    return percent === '' ? undefined : Number(percent) / 100;
  }

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
  const chosen = $derived(what.startsWith('lot:') ? lots.find((lot) => `lot:${lot.id}` === what) : undefined);
  const percent = (fraction: number | undefined) =>
    fraction === undefined ? undefined : Number((fraction * 100).toPrecision(12));
  const massy = $derived(!['mixed', 'poured', 'moved', 'noted'].includes(kind));
  const oily = $derived(/activator|oil/.test(chosen?.kind ?? what));

  function body(): Record<string, unknown> {
    const head = {
      kind,
      at: moment(),
      zone: zone(),
      note: note.trim() === '' ? undefined : note.trim(),
      version: existing?.version
    };
    switch (kind) {
      case 'mixed':
        return {
          ...head,
          typed: { additions: weighed.map((each) => each.text) },
          additions: additions.map((each, i) =>
            present({
              ingredient: each.ingredient,
              kg: weighed[i]!.kg,
              lot_id: each.lot_id,
              // Lots may have been measured since: what was true when it was mixed stays true.
              ...(each.role !== 'water' && {
                moisture_percent: each.moisture_percent,
                active_percent: each.active_percent
              })
            })
          )
        };
      case 'added':
        return {
          ...head,
          ingredient: chosen?.kind ?? what.replace('kind:', ''),
          lot_id: chosen?.id,
          kg: amount.kg,
          moisture_percent: percent(moisture),
          active_percent: percent(active),
          typed: { kg: amount.text }
        };
      case 'bought':
        return {
          ...head,
          kg: amount.kg,
          moisture_percent: percent(moisture),
          active_clay_percent: percent(active),
          typed: { kg: amount.text }
        };
      case 'discarded':
        return { ...head, kg: amount.kg, burnt: burnt === 'yes', typed: { kg: amount.text } };
      case 'poured':
        return {
          ...head,
          burnt_kg: burntAmount.kg,
          water_driven_off_kg: drivenOff.text.trim() === '' ? undefined : drivenOff.kg,
          typed: {
            burnt_kg: burntAmount.text,
            ...(drivenOff.text && { water_driven_off_kg: drivenOff.text })
          }
        };
      case 'moved':
        return {
          ...head,
          container: present({ cover, exposed_area_m2: area, capacity_kg: container?.capacity_kg })
        };
      case 'noted':
        return head;
      default:
        return { ...head, kg: amount.kg, typed: { kg: amount.text } };
    }
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const sent = present(body());
    const done = await form.submit(entries[kind], sent, async () => {
      if (existing) return api('PUT', `/heaps/${heap_id}/entries/${existing.id}`, sent);
      const { what: words, amount: much } = entryWords(
        { ...sent, id: 0, note, undone_at: null, version: 1 } as never,
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
      bind:value={what}
      options={choices}
      error={form.errorOf('ingredient') ?? form.errorOf('lot_id')}
    />
    <Caution name={oily ? 'flammable' : 'dust'} />
  {/if}
  {#if kind === 'mixed'}
    <div class="pair">
      {#each additions as each, i (i)}
        <QuantityField
          label={ingredientName(each.ingredient)}
          dimension="mass"
          size={each.kg < 1 ? 'small' : 'large'}
          bind:text={weighed[i]!.text}
          bind:si={weighed[i]!.kg}
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
      bind:text={amount.text}
      bind:si={amount.kg}
      error={form.errorOf('kg')}
    />
  {/if}
  {#if kind === 'bought' || kind === 'added'}
    <div class="pair">
      <QuantityField
        label="Its moisture"
        optional
        dimension="fraction"
        bind:text={moistureText}
        bind:si={moisture}
        error={form.errorOf('moisture_percent')}
        hint={kind === 'bought'
          ? 'Left empty: the middle of the heap’s window, held loosely'
          : 'Left empty: the figure of the lot or the handbook'}
      />
      <QuantityField
        label={kind === 'bought' ? 'Active clay, of the dry mix' : 'Active share of the dry matter'}
        optional
        dimension="fraction"
        bind:text={activeText}
        bind:si={active}
        error={form.errorOf('active_clay_percent') ?? form.errorOf('active_percent')}
      />
    </div>
  {/if}
  {#if kind === 'discarded'}
    <Choice
      legend="Was it burnt?"
      options={[
        { value: 'no', name: 'No' },
        { value: 'yes', name: 'Yes, black or reddened' }
      ]}
      bind:value={burnt}
    />
  {/if}
  {#if kind === 'poured'}
    <div class="pair">
      <QuantityField
        label="Sand that burnt"
        dimension="mass"
        bind:text={burntAmount.text}
        bind:si={burntAmount.kg}
        error={form.errorOf('burnt_kg')}
      />
      <QuantityField
        label="Water driven off"
        optional
        dimension="mass"
        size="small"
        bind:text={drivenOff.text}
        bind:si={drivenOff.kg}
        error={form.errorOf('water_driven_off_kg')}
        hint="Left empty: what three times that much sand held"
      />
    </div>
  {/if}
  {#if kind === 'moved'}
    <Choice
      legend="How does it stand now?"
      options={COVERS.map((each) => ({ value: each, name: COVER_NAMES[each] }))}
      bind:value={cover}
    />
    <QuantityField
      label="Open surface of the sand"
      dimension="area"
      bind:text={areaText}
      bind:si={area}
      error={form.errorOf('container.exposed_area_m2')}
    />
  {/if}
  <div class="pair">
    <TextField label="When" type="datetime-local" bind:value={at} error={form.errorOf('at')} />
  </div>
  <TextField
    label={kind === 'noted' ? 'Note' : 'A note'}
    optional={kind !== 'noted'}
    lines={kind === 'noted' ? 4 : 2}
    bind:value={note}
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
