<script lang="ts">
  /** What a flask measures inside and weighs: a new one, or one that is on the rack. */
  import { editableLength, editableMass } from '$core/quantity/display';
  import { FLASK_SHAPES, flaskChange, newFlask } from '$lib/schema/flask';
  import { answerName, textName } from '$lib/schema/posted-form';
  import { api } from '$lib/ui/api-client';
  import Choice from '$lib/ui/field/Choice.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, present } from '$lib/ui/field/record-form.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { units } from '$lib/ui/preferences';
  import type { OwnFlask } from './own-flask';

  interface Props {
    existing?: OwnFlask | null;
    ondone: () => void | Promise<void>;
  }
  const { existing = null, ondone }: Props = $props();

  const old = existing;
  const form = new RecordForm();
  const length = (mm: number | undefined) => ({
    text: mm === undefined ? '' : editableLength(mm / 1000, units()),
    si: mm === undefined ? undefined : mm / 1000
  });
  const mass = (kg: number | null | undefined) => ({
    text: kg == null ? '' : editableMass(kg, 'large', units()),
    si: kg ?? undefined
  });
  let draft = $state({
    name: old?.name ?? '',
    shape: old?.shape ?? ('rectangular' as (typeof FLASK_SHAPES)[number] | null),
    bars: (old?.bars ? 'yes' : 'no') as 'yes' | 'no' | null,
    wall: old?.wall ?? ('plain' as 'plain' | 'grooved' | null),
    length: length(old?.length_mm),
    width: length(old?.width_mm),
    cope: length(old?.cope_mm),
    drag: length(old?.drag_mm),
    cope_kg: mass(old?.cope_kg),
    drag_kg: mass(old?.drag_kg)
  });
  form.keep(
    `flask:${old?.id ?? 'new'}`,
    () => draft,
    (kept) => (draft = kept)
  );
  const round = $derived(draft.shape === 'round');
  const sizes = $derived([
    { name: 'length' as const, label: round ? 'Diameter inside' : 'Length inside' },
    ...(round ? [] : [{ name: 'width' as const, label: 'Width inside' }]),
    { name: 'cope' as const, label: 'Height of the cope' },
    { name: 'drag' as const, label: 'Height of the drag' }
  ]);
  const WEIGHTS = [
    { name: 'cope_kg', label: 'Empty cope' },
    { name: 'drag_kg', label: 'Empty drag' }
  ] as const;

  const mm = (m: number | undefined) => (m === undefined ? undefined : Number((m * 1000).toPrecision(9)));
  /** An emptied weight of a flask that is there goes; of a new one it is just absent. */
  const weight = ({ text, si }: { text: string; si: number | undefined }) =>
    text.trim() === '' ? (old ? null : undefined) : si;
  const bodyNow = () =>
    present({
      name: draft.name.trim(),
      shape: draft.shape ?? undefined,
      wall: draft.wall ?? undefined,
      bars: draft.bars === 'yes',
      length_mm: mm(draft.length.si),
      width_mm: round ? undefined : mm(draft.width.si),
      cope_mm: mm(draft.cope.si),
      drag_mm: mm(draft.drag.si),
      cope_kg: weight(draft.cope_kg),
      drag_kg: weight(draft.drag_kg)
    });

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const body = bodyNow();
    const done = await form.submit(old ? flaskChange : newFlask, body, () =>
      old
        ? api('PATCH', `/flasks/${old.id}`, body)
        : outbox.post('/flasks', body, `${body.name ?? 'a flask'}, on the rack`)
    );
    if (done) await ondone();
  }
</script>

<form class="stack" method="POST" action={old ? '?/write' : '?/make'} onsubmit={save} novalidate>
  <Posted body={bodyNow()} amends={old !== null} />
  <TextField
    label="What do you call it?"
    bind:value={draft.name}
    post={textName('name')}
    maxlength={60}
    error={form.errorOf('name')}
  />
  <Choice
    legend="Its shape, inside"
    options={[
      { value: 'rectangular', name: 'Rectangular' },
      { value: 'round', name: 'Round' }
    ]}
    bind:value={draft.shape}
    post={textName('shape')}
  />
  <div class="pair">
    {#each sizes as { name, label } (name)}
      <QuantityField
        {label}
        dimension="length"
        bind:text={draft[name].text}
        bind:si={draft[name].si}
        post={{ path: `${name}_mm`, factor: 1000 }}
        error={form.errorOf(`${name}_mm`)}
      />
    {/each}
    {#each WEIGHTS as { name, label } (name)}
      <QuantityField
        {label}
        optional
        dimension="mass"
        bind:text={draft[name].text}
        bind:si={draft[name].si}
        post={{ path: name, factor: 1 }}
        error={form.errorOf(name)}
      />
    {/each}
  </div>
  <Choice
    legend="Its wall"
    options={[
      { value: 'plain', name: 'Plain', about: 'smooth wood or metal' },
      { value: 'grooved', name: 'Grooved', about: 'grooves or a lip hold the sand' }
    ]}
    bind:value={draft.wall}
    post={textName('wall')}
  />
  <Choice
    legend="Bars across its cope"
    options={[
      { value: 'no', name: 'No' },
      { value: 'yes', name: 'Yes' }
    ]}
    bind:value={draft.bars}
    post={answerName('bars')}
  />
  <FormTrouble {form} />
  <p class="row"><button class="act" disabled={form.busy}>{old ? 'Keep it' : 'On the rack'}</button></p>
</form>
