<script lang="ts">
  /** What a flask measures inside and weighs: a new one, or one that is on the rack. */
  import { editableLength, editableMass } from '$core/quantity/display';
  import { parseQuantity } from '$core/quantity/parse';
  import { FLASK_SHAPES, flaskChange, newFlask, type FlaskRecord } from '$lib/schema/flask';
  import { answerName, textName } from '$lib/schema/posted-form';
  import Choice from '$lib/ui/field/Choice.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, present } from '$lib/ui/field/record-form.svelte';
  import { spreadSides } from '$lib/ui/field/sides';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { units } from '$lib/ui/preferences';

  interface Props {
    existing?: FlaskRecord | null;
    /** Sizes of a new one, as an address gives them. */
    given?: Record<string, string>;
    ondone: () => void | Promise<void>;
  }
  const { existing = null, given = {}, ondone }: Props = $props();

  const old = existing;
  const form = new RecordForm();
  const length = (mm: number | undefined) => ({
    text: mm === undefined ? '' : editableLength(mm / 1000, units()),
    si: mm === undefined ? undefined : mm / 1000
  });
  const size = (name: string, mm: number | undefined) => {
    const read = mm === undefined && given[name] ? parseQuantity(given[name], 'length', 'mm') : null;
    return length(read?.ok ? read.si * 1000 : mm);
  };
  const mass = (kg: number | null | undefined) => ({
    text: kg == null ? '' : editableMass(kg, 'large', units()),
    si: kg ?? undefined
  });
  let draft = $state({
    name: old?.name ?? given.name ?? '',
    shape: old?.shape ?? ('rectangular' as (typeof FLASK_SHAPES)[number] | null),
    bars: (old?.bars ? 'yes' : 'no') as 'yes' | 'no' | null,
    wall: old?.wall ?? ('plain' as 'plain' | 'grooved' | null),
    length: size('length', old?.length_mm),
    width: size('width', old?.width_mm),
    cope: size('cope', old?.cope_mm),
    drag: size('drag', old?.drag_mm),
    wall_mm: length(old?.wall_mm ?? undefined),
    material: old?.material ?? '',
    pins: old?.pins ?? '',
    closing: old?.closing ?? '',
    cope_kg: mass(old?.cope_kg),
    drag_kg: mass(old?.drag_kg)
  });
  form.fillFrom(old);
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

  const emptied = old ? null : undefined;
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
      wall_mm: draft.wall_mm.text.trim() === '' ? emptied : mm(draft.wall_mm.si),
      material: draft.material === '' ? emptied : draft.material,
      pins: draft.pins === '' ? emptied : draft.pins,
      closing: draft.closing === '' ? emptied : draft.closing,
      cope_kg: weight(draft.cope_kg),
      drag_kg: weight(draft.drag_kg),
      version: old?.version
    });

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const body = bodyNow();
    const done = old
      ? await form.amend(flaskChange, `/flasks/${old.id}`, body)
      : await form.submit(newFlask, body, () =>
          outbox.post('/flasks', body, `${body.name ?? 'a flask'}, on the rack`)
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
        hint={name === 'length' && !round
          ? 'Or all at once, cope and drag last: 350 x 250 x 90 x 70'
          : undefined}
        onleave={name === 'length' && !round
          ? () => spreadSides([draft.length, draft.width, draft.cope, draft.drag], units())
          : undefined}
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
  <div class="pair">
    <SelectField
      label="Made of"
      optional
      bind:value={draft.material}
      post={textName('material')}
      options={[
        { value: '', name: 'not said' },
        { value: 'wood', name: 'wood' },
        { value: 'steel', name: 'steel' },
        { value: 'aluminium', name: 'aluminium' },
        { value: 'other', name: 'something else' }
      ]}
    />
    <QuantityField
      label="Thickness of its wall"
      optional
      dimension="length"
      bind:text={draft.wall_mm.text}
      bind:si={draft.wall_mm.si}
      post={{ path: 'wall_mm', factor: 1000 }}
      error={form.errorOf('wall_mm')}
    />
    <SelectField
      label="Its pins stand in"
      optional
      bind:value={draft.pins}
      post={textName('pins')}
      options={[
        { value: '', name: 'not said' },
        { value: 'drag', name: 'the drag, pointing up' },
        { value: 'cope', name: 'the cope, pointing down' },
        { value: 'none', name: 'it has none' }
      ]}
    />
    <SelectField
      label="Held together by"
      optional
      bind:value={draft.closing}
      post={textName('closing')}
      options={[
        { value: '', name: 'not said' },
        { value: 'clamps', name: 'clamps' },
        { value: 'latches', name: 'latches' },
        { value: 'weights', name: 'weights' }
      ]}
    />
  </div>
  <FormTrouble {form} />
  <p class="row">
    <button class="act" disabled={form.busy}>{old ? 'Save the changes' : 'Add it to the rack'}</button>
  </p>
</form>
