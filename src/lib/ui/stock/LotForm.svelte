<script lang="ts" module>
  import type { LotChoice } from '$lib/ui/mix/batch-draft';

  export interface LotFields extends LotChoice {
    fineness_number: number | null;
    fineness_source: string | null;
    fines_percent: { value: number; source: string } | null;
    bag_kg: number | null;
    bought_at: string | null;
    note: string | null;
    version: number;
  }
</script>

<script lang="ts">
  import { NINE_IN_TEN } from '$core/judge/normal';
  import { editableMass, fixed } from '$core/quantity/display';
  import { INGREDIENTS, MATERIAL_KINDS, liquidKgPerL, type MaterialKind } from '$core/reference/ingredients';
  import { lotChange, newLot } from '$lib/schema/stock';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import { textName } from '$lib/schema/posted-form';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, present } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { units } from '$lib/ui/preferences';

  interface Props {
    existing?: LotFields | null;
    /** What the last lot was paid in. */
    currency: string;
    ondone: () => void | Promise<void>;
  }
  const { existing = null, currency: lastCurrency, ondone }: Props = $props();

  const old = existing;
  const form = new RecordForm();
  const own = (figure: { value: number; source: string } | undefined) =>
    figure?.source === 'your entry' ? figure.value : undefined;
  let kind = $state<string>(old?.kind ?? 'washed-silica');
  let supplier = $state(old?.supplier ?? '');
  let boughtText = $state(old ? editableMass(old.bought_kg, 'large', units()) : '');
  let bought = $state<number | undefined>(old?.bought_kg);
  let onHandText = $state(old ? editableMass(Math.max(0, old.on_hand_kg), 'large', units()) : '');
  const drawn_on_hand = onHandText;
  let onHand = $state<number | undefined>();
  let costText = $state(old?.cost === null || !old ? '' : String(old.cost));
  let cost = $state<number | undefined>(old?.cost ?? undefined);
  let currency = $state(old?.currency ?? lastCurrency);
  let moistureText = $state(own(old?.moisture_percent)?.toString() ?? '');
  let moisture = $state<number | undefined>((own(old?.moisture_percent) ?? NaN) / 100 || undefined);
  let activeText = $state(own(old?.active_percent)?.toString() ?? '');
  let active = $state<number | undefined>((own(old?.active_percent) ?? NaN) / 100 || undefined);
  const ownFineness = old?.fineness_source === 'your entry' ? (old.fineness_number ?? undefined) : undefined;
  let finenessText = $state(ownFineness?.toString() ?? '');
  let fineness = $state<number | undefined>(ownFineness);
  let finesText = $state(own(old?.fines_percent ?? undefined)?.toString() ?? '');
  let fines = $state<number | undefined>((own(old?.fines_percent ?? undefined) ?? NaN) / 100 || undefined);
  let bagText = $state(old?.bag_kg ? editableMass(old.bag_kg, 'large', units()) : '');
  let bag = $state<number | undefined>(old?.bag_kg ?? undefined);
  let note = $state(old?.note ?? '');

  form.fillFrom(old);
  form.keep(
    `lot:${old?.id ?? 'new'}`,
    () => ({
      kind,
      supplier,
      boughtText,
      bought,
      onHandText,
      onHand,
      costText,
      cost,
      currency,
      moistureText,
      moisture,
      activeText,
      active,
      finenessText,
      fineness,
      finesText,
      fines,
      bagText,
      bag,
      note
    }),
    (kept) =>
      ({
        kind,
        supplier,
        boughtText,
        bought,
        onHandText,
        onHand,
        costText,
        cost,
        currency,
        moistureText,
        moisture,
        activeText,
        active,
        finenessText,
        fineness,
        finesText,
        fines,
        bagText,
        bag,
        note
      } = kept)
  );

  /** What the tests of the lot say of a figure, while nothing is typed in its place. */
  function tested(figure: 'moisture' | 'active' | 'fines' | 'fineness'): string | undefined {
    const [value, source, unit] = {
      moisture: [existing?.moisture_percent.value, existing?.moisture_percent.source, ' %'],
      active: [existing?.active_percent.value, existing?.active_percent.source, ' %'],
      fines: [existing?.fines_percent?.value, existing?.fines_percent?.source, ' %'],
      fineness: [existing?.fineness_number, existing?.fineness_source, '']
    }[figure] as [number | null | undefined, string | null | undefined, string];
    const sd = figure === 'active' ? existing?.active_percent.sd : undefined;
    if (source !== 'your tests') return undefined;
    return sd === undefined
      ? `Your tests: ${fixed(value!, 1)}${unit}`
      : `Your tests: ${fixed(value!, 0)} ± ${fixed(NINE_IN_TEN * sd, 0)}${unit}`;
  }
  const handbook = $derived(INGREDIENTS[kind as MaterialKind]);
  const percent = (fraction: number | undefined) =>
    fraction === undefined ? undefined : Number((fraction * 100).toPrecision(12));
  /** An emptied field of an existing lot goes back to its default; of a new one it is just absent. */
  const filled = <T,>(text: string, value: T | undefined) =>
    text.trim() === '' ? (old ? null : undefined) : (value ?? text);
  const dusty = $derived(['sand', 'binder', 'fines', 'carbon'].includes(handbook.role));

  const bodyNow = () =>
    present({
      ...(old ? {} : { kind }),
      bought_kg: bought,
      on_hand_kg: old && onHand !== undefined ? onHand : undefined,
      supplier: filled(supplier, supplier.trim()),
      cost: filled(costText, cost),
      currency: currency.trim().toUpperCase(),
      moisture_percent: filled(moistureText, percent(moisture)),
      active_percent: filled(activeText, percent(active)),
      fineness_number: filled(finenessText, fineness),
      fines_percent: filled(finesText, percent(fines)),
      bag_kg: filled(bagText, bag),
      note: filled(note, note.trim()),
      version: old?.version
    });

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const body = bodyNow();
    const done = old
      ? await form.amend(lotChange, `/lots/${old.id}`, body)
      : await form.submit(newLot, body, () => outbox.post('/lots', body, `${handbook.name} in stock`));
    if (done) await ondone();
  }
</script>

<form class="stack" method="POST" action={old ? '?/write' : '?/make'} onsubmit={save} novalidate>
  <Posted body={bodyNow()} />
  {#if !old}
    <SelectField
      label="What is it?"
      bind:value={kind}
      post={textName('kind')}
      options={MATERIAL_KINDS.filter((each) => each !== 'water').map((each) => ({
        value: each,
        name: INGREDIENTS[each].name
      }))}
      error={form.errorOf('kind')}
      hint={handbook.remark}
    />
  {/if}
  <div class="pair">
    <QuantityField
      label={kind === 'home-clay' ? 'How much did you grind?' : 'How much did you buy?'}
      dimension="mass"
      kg_per_l={liquidKgPerL(kind)}
      bind:text={boughtText}
      bind:si={bought}
      post={{ path: 'bought_kg', factor: 1 }}
      error={form.errorOf('bought_kg')}
    />
    {#if old}
      <QuantityField
        label="Left now"
        optional
        dimension="mass"
        kg_per_l={liquidKgPerL(kind)}
        bind:text={onHandText}
        bind:si={onHand}
        post={{ path: 'on_hand_kg', factor: 1, drawn: drawn_on_hand }}
        error={form.errorOf('on_hand_kg')}
        hint="Change it only after weighing"
      />
    {/if}
    <QuantityField
      label="Comes in bags of"
      optional
      dimension="mass"
      kg_per_l={liquidKgPerL(kind)}
      bind:text={bagText}
      bind:si={bag}
      post={{ path: 'bag_kg', factor: 1 }}
      error={form.errorOf('bag_kg')}
      hint="To plan in whole bags"
    />
    <TextField
      label="From whom"
      optional
      bind:value={supplier}
      post={textName('supplier')}
      error={form.errorOf('supplier')}
      maxlength={200}
    />
  </div>
  <div class="pair">
    <QuantityField
      label="What you paid for it"
      optional
      dimension="count"
      bind:text={costText}
      bind:si={cost}
      post={{ path: 'cost', factor: 1 }}
      error={form.errorOf('cost')}
    />
    <TextField
      label="Currency"
      bind:value={currency}
      post={textName('currency')}
      error={form.errorOf('currency')}
      maxlength={3}
      hint="Three letters, such as EUR, GBP, USD"
    />
  </div>
  <h2>If you know better than the handbook</h2>
  <div class="pair">
    <QuantityField
      label="Moisture as it comes"
      optional
      dimension="fraction"
      bind:text={moistureText}
      bind:si={moisture}
      post={{ path: 'moisture_percent', factor: 100 }}
      probe={handbook.role === 'sand'}
      error={form.errorOf('moisture_percent')}
      hint={tested('moisture') ?? `Handbook default ${fixed(handbook.moisture_fraction * 100, 1)} %`}
    />
    {#if handbook.role === 'binder' || handbook.role === 'carbon'}
      <QuantityField
        label="Active share, dry"
        optional
        dimension="fraction"
        bind:text={activeText}
        bind:si={active}
        post={{ path: 'active_percent', factor: 100 }}
        error={form.errorOf('active_percent')}
        hint={tested('active') ??
          `Handbook default ${fixed(handbook.active_fraction * 100, 0)}${handbook.active_sd ? ` ± ${fixed(NINE_IN_TEN * handbook.active_sd * 100, 0)}` : ''} %`}
      />
    {/if}
    {#if handbook.role === 'sand'}
      <QuantityField
        label="Fineness number"
        optional
        dimension="count"
        bind:text={finenessText}
        bind:si={fineness}
        post={{ path: 'fineness_number', factor: 1 }}
        error={form.errorOf('fineness_number')}
        hint={tested('fineness')}
      />
      <QuantityField
        label="Fines, under 75 µm"
        optional
        dimension="fraction"
        bind:text={finesText}
        bind:si={fines}
        post={{ path: 'fines_percent', factor: 100 }}
        error={form.errorOf('fines_percent')}
        hint={tested('fines')}
      />
    {/if}
  </div>
  <TextField
    label="A note"
    optional
    lines={2}
    bind:value={note}
    post={textName('note')}
    error={form.errorOf('note')}
    maxlength={2000}
  />
  {#if dusty}<Caution name="dust" />{:else if kind === 'activator'}<Caution name="flammable" />{/if}
  <FormTrouble {form} />
  <p class="row">
    <button class="act" disabled={form.busy}>{old ? 'Save the changes' : 'Put it in stock'}</button>
  </p>
</form>

<style>
  form {
    max-width: 42rem;
  }
</style>
