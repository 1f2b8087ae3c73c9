<script lang="ts">
  /** Writes an entry of a heap's ledger, or amends one. The form is drawn anew for another kind or entry. */
  import { editableMass, massText } from '$core/quantity/display';
  import { MATERIAL_KINDS, INGREDIENTS, liquidKgPerL } from '$core/reference/ingredients';
  import type { FieldSpec, Known } from '$core/heap/state/kind';
  import { entries } from '$lib/schema/entry';
  import { api } from '$lib/ui/api-client';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import { answerName, materialName, momentName, textName } from '$lib/schema/posted-form';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, zone } from '$lib/ui/field/record-form.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import ContainerFields from '$lib/ui/container/ContainerFields.svelte';
  import type { LotChoice } from '$lib/ui/mix/batch-draft';
  import { units } from '$lib/ui/preferences';
  import { entryBody, entryDraft, fieldsOf, valueIn, type Existing, type WritableKind } from './entry-draft';
  import { entryWords, ingredientName } from '$lib/ui/entry/entry-words';
  import { logEntry } from '$lib/ui/entry/log-entry';

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

  const old = existing;
  const form = new RecordForm();
  const drawn = entryDraft(kind, old, units());
  let draft = $state(drawn);
  const shown_at = drawn.at;

  form.keep(
    `entry:${heap_id}:${kind}:${old?.id ?? 'new'}`,
    // Left as it stood the time means the moment of writing, whenever that is.
    () => ({ ...draft, at: draft.at === shown_at ? null : draft.at }),
    (kept) => (draft = { ...kept, at: kept.at ?? shown_at }),
    old?.version
  );

  const known = $derived<Known>({
    value: (name) => valueIn(draft, name),
    density_kg_l: learned?.density_kg_l ?? null,
    spill_percent: learned?.spill_percent ?? null,
    burn_kg_per_kg: learned?.burn_kg_per_kg ?? null,
    mass: (kg) => massText(kg, units())
  });
  const asked = $derived(
    fieldsOf(kind).filter(([, spec]) => !('asked' in spec && spec.asked) || spec.asked(known))
  );
  /** Density of what the entry pours in, if it is a liquid. */
  const poured = $derived.by(() => {
    if (kind === 'water') return 1;
    if (kind !== 'added') return undefined;
    const lot = lots.find(({ id }) => draft.what === `lot:${id}`);
    return liquidKgPerL(lot?.kind ?? draft.what.replace('kind:', ''));
  });
  const hintOf = (spec: FieldSpec) =>
    'hint' in spec ? (typeof spec.hint === 'function' ? spec.hint(known) : spec.hint) : undefined;

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
  const oily = $derived(/activator|oil/.test(chosen?.kind ?? draft.what));

  /** What was likely meant stands in the field that was asked about. */
  function likely(kg: number, path: string) {
    const quantity = { text: editableMass(kg, kg < 1 ? 'small' : 'large', units()), si: kg };
    const addition = /^additions\[(\d+)\]/.exec(path);
    if (addition) draft.weighed[Number(addition[1])] = quantity;
    else draft.quantities[path] = quantity;
  }

  const bodyNow = () => entryBody(kind, draft, { old, shown_at, zone: zone(), lots });
  const FACTORS = { mass: 1, percent: 100, litres: 1000 };

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const written = bodyNow();
    const send = async (sent: Record<string, unknown>) => {
      if (existing) return api('PUT', `/heaps/${heap_id}/entries/${existing.id}`, sent);
      const { what: words, amount: much } = entryWords({ ...sent, note: draft.note }, units());
      return logEntry(heap_id, sent, `Logged: ${words} ${much}`.trim());
    };
    const done = await form.submit(entries[kind], written, send, ondone);
    if (done !== undefined) await ondone();
  }
</script>

<form class="stack" onsubmit={save} novalidate method="POST" action="?/write&kind={kind}">
  <Posted body={bodyNow()} amends={old !== null} />
  {#each asked as [name, spec] (name)}
    {#if spec.type === 'ingredient'}
      <SelectField
        label={spec.label}
        bind:value={draft.what}
        options={choices}
        post={materialName('ingredient')}
        error={form.errorOf('ingredient') ?? form.errorOf('lot_id')}
      />
      <Caution name={oily ? 'flammable' : 'dust'} />
    {:else if spec.type === 'additions'}
      <div class="pair">
        {#each draft.additions as each, i (i)}
          <QuantityField
            label={ingredientName(each.ingredient)}
            dimension="mass"
            kg_per_l={liquidKgPerL(each.ingredient)}
            size={each.kg < 1 ? 'small' : 'large'}
            bind:text={draft.weighed[i]!.text}
            bind:si={draft.weighed[i]!.si}
            post={{ path: `additions[${i}].kg`, factor: 1 }}
            error={form.errorOf(`additions[${i}].kg`)}
          />
        {/each}
      </div>
    {:else if spec.type === 'mass' || spec.type === 'percent' || spec.type === 'litres'}
      <QuantityField
        label={spec.label}
        dimension={spec.type === 'mass' ? 'mass' : spec.type === 'litres' ? 'volume' : 'fraction'}
        size={spec.type === 'mass' && spec.small ? 'small' : 'large'}
        optional={spec.optional}
        probe={name === 'moisture_percent'}
        kg_per_l={name === 'kg' ? poured : undefined}
        bind:text={draft.quantities[name]!.text}
        bind:si={draft.quantities[name]!.si}
        error={form.errorOf(name)}
        hint={hintOf(spec)}
        post={{ path: name, factor: FACTORS[spec.type] }}
      />
    {:else if spec.type === 'yes-no'}
      <Choice
        legend={spec.label}
        options={[
          { value: 'no', name: spec.no },
          { value: 'yes', name: spec.yes }
        ]}
        bind:value={draft.answers[name]!}
        post={answerName(name)}
      />
    {:else if spec.type === 'choice'}
      <SelectField
        label={spec.label}
        bind:value={draft.choices[name]!}
        options={[
          { value: '', name: 'Not said' },
          ...spec.of.map((each) => ({ value: each, name: spec.names?.[each] ?? each }))
        ]}
        post={textName(name)}
        error={form.errorOf(name)}
      />
    {:else if spec.type === 'container'}
      <ContainerFields
        bind:draft={draft.container}
        legend={spec.label}
        errorOf={(path) => form.errorOf(path)}
      />
    {/if}
  {/each}
  <div class="pair">
    <TextField
      label="When"
      type="datetime-local"
      bind:value={draft.at}
      error={form.errorOf('at')}
      post={momentName('at', shown_at)}
    />
  </div>
  <TextField
    label={kind === 'noted' ? 'Note' : 'A note'}
    optional={kind !== 'noted'}
    lines={kind === 'noted' ? 4 : 2}
    bind:value={draft.note}
    error={form.errorOf('note')}
    post={textName('note')}
    maxlength={2000}
  />
  <FormTrouble {form} onlikely={likely} />
  <p class="row"><button class="act" disabled={form.busy}>{existing ? 'Amend' : 'Log this entry'}</button></p>
</form>

<style>
  form {
    max-width: 38rem;
  }
</style>
