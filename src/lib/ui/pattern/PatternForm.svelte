<script lang="ts">
  import { rounded } from '$core/quantity/rounded';
  /** A pattern for the library: what it is, how large, and how its volume is known. */
  import { castingOf } from '$core/mold/casting';
  import { editableLength, figureText, lengthFigure, massText, volumeText } from '$core/quantity/display';
  import { ALLOYS, ALLOY_NAMES, USUAL_ALLOY, type Alloy } from '$core/reference/alloys';
  import { FILLET, PATTERN_MATERIALS, PATTERN_MATERIAL_NAMES } from '$core/reference/pattern';
  import {
    newPattern,
    patternChange,
    type PatternKind,
    type PatternKnownBy,
    type PatternRecord
  } from '$lib/schema/pattern';
  import { textName } from '$lib/schema/posted-form';
  import Choice from '$lib/ui/field/Choice.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { spreadSides } from '$lib/ui/field/sides';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { RecordForm } from '$lib/ui/field/record-form.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { units } from '$lib/ui/preferences';
  import type { Drawn } from '$lib/workers/mesh-worker';
  import SolidFields from './SolidFields.svelte';
  import { MeshUpload } from './mesh-upload.svelte';
  import { bodyOf, draftOf, volumeOf } from './pattern-draft';

  interface Props {
    existing?: PatternRecord | null;
    /** What an address gives of a new one. */
    given?: Record<string, string>;
    ondone: (id: number) => void | Promise<void>;
  }
  const { existing = null, given = {}, ondone }: Props = $props();

  const old = existing;
  const form = new RecordForm();
  const upload = new MeshUpload();
  let draft = $state(draftOf(old, units(), given));
  const draft_name = `pattern:${old?.id ?? 'new'}`;
  form.fillFrom(old);
  form.keep(
    draft_name,
    () => draft,
    (kept) => (draft = kept)
  );

  const KINDS: { value: PatternKind; name: string; about: string }[] = [
    { value: 'loose', name: 'Loose', about: 'rapped and drawn by hand' },
    { value: 'split', name: 'Split', about: 'two halves on pins' },
    { value: 'flat-back', name: 'Flat back', about: 'all of it in the drag' },
    { value: 'plate', name: 'On a plate', about: 'mounted, with its runner' },
    { value: 'one-off', name: 'Lost', about: 'foam, or an investment insert' }
  ];
  const KNOWN: { value: PatternKnownBy; name: string; about: string }[] = [
    { value: 'mesh', name: 'A mesh file', about: 'tells too how it draws' },
    { value: 'solids', name: 'Simple solids', about: 'boxes, discs, holes' },
    { value: 'displacement', name: 'Water', about: 'what it pushes aside' },
    { value: 'mass', name: 'Its weight', about: 'and what it is made of' },
    { value: 'box', name: 'Only its size', about: 'half of its box, a guess' }
  ];
  const SIZES = [
    { name: 'length' as const, label: 'Length' },
    { name: 'width' as const, label: 'Width' },
    { name: 'height' as const, label: 'Height as it lies' },
    { name: 'above' as const, label: 'Of it in the cope', optional: true }
  ];
  // What a list offers was held against it.
  const alloy = $derived((draft.metal || USUAL_ALLOY) as Alloy);
  const volume = $derived(volumeOf(draft));
  const sizes = $derived([draft.length, draft.width, draft.height].map(({ si }) => si));
  const casting = $derived(
    sizes.every((m) => m !== undefined && m > 0)
      ? castingOf(
          {
            length_mm: sizes[0]! * 1000,
            width_mm: sizes[1]! * 1000,
            height_mm: sizes[2]! * 1000,
            above_mm: 0,
            volume_l: volume === null ? null : volume * 1000,
            footprint_mm: null
          },
          alloy
        )
      : null
  );

  /** A mesh tells the sizes, by how it lies. */
  function lies(drawn: Drawn, volume_m3: number) {
    const { length_m, width_m, height_m, above_m, outline } = drawn.lying;
    // A mesh is good to a hundredth of a millimetre.
    const typed = (m: number) => {
      const si = rounded(m, 5);
      return { text: editableLength(si, units()), si };
    };
    const mm = (m: number) => Number((m * 1000).toPrecision(6));
    const { way, height_m: parting_m, stepped } = drawn.drawing;
    draft.length = typed(length_m);
    draft.width = typed(width_m);
    draft.height = typed(height_m);
    draft.above = typed(above_m);
    draft.footprint_mm = outline.map(([x, y]) => [mm(x), mm(y)]);
    draft.draw = { way: [...way], parting_mm: mm(parting_m), stepped };
    draft.mesh_cm3 = volume_m3 * 1e6;
  }

  const amends = $derived(old !== null);
  const bodyNow = () => bodyOf(draft, old?.version);

  async function save(event: SubmitEvent) {
    event.preventDefault();
    if (draft.known_by === 'mesh' && draft.mesh_id === null) {
      const mesh = await upload.whenThere();
      if (mesh) [draft.mesh_id, draft.mesh_name] = [mesh.id, mesh.name];
    }
    const body = bodyNow();
    const done = old
      ? await form.amend<{ id: number }>(patternChange, `/patterns/${old.id}`, body)
      : await form.submit(newPattern, body, () =>
          outbox.post<{ id: number }>('/patterns', body, `${body.name || 'a pattern'}, into the library`)
        );
    if (done) await ondone(done.id);
  }
</script>

<form class="stack" method="POST" action={old ? '?/write' : '?/make'} onsubmit={save} novalidate>
  <Posted body={bodyNow()} {amends} />
  <TextField
    label="What do you call it?"
    bind:value={draft.name}
    post={textName('name')}
    maxlength={60}
    error={form.errorOf('name')}
  />
  <Choice legend="What sort it is" options={KINDS} bind:value={draft.kind} post={textName('kind')} />
  <Choice
    legend="How its volume is known"
    options={KNOWN}
    bind:value={draft.known_by}
    post={textName('known_by')}
  />
  {#if draft.known_by === 'mesh'}
    {#await import('./MeshField.svelte') then { default: MeshField }}
      <MeshField
        name={draft_name}
        {alloy}
        {upload}
        known={draft.mesh_id === null
          ? null
          : {
              id: draft.mesh_id,
              name: draft.mesh_name,
              volume: volume === null ? '' : volumeText(volume, units())
            }}
        error={form.errorOf('mesh_id')}
        ondrawn={lies}
        onsent={({ id, name }) => ([draft.mesh_id, draft.mesh_name] = [id, name])}
        onnone={() => (draft.mesh_id = null)}
      />
    {/await}
  {:else if draft.known_by === 'solids'}
    <SolidFields bind:solids={draft.solids} errorOf={(path) => form.errorOf(path)} />
  {:else if draft.known_by === 'displacement'}
    <QuantityField
      label="Water that it pushes aside"
      dimension="volume"
      bind:text={draft.displaced.text}
      bind:si={draft.displaced.si}
      post={{ path: 'volume_l', factor: 1000 }}
      error={form.errorOf('volume_l')}
      hint="Fill a bucket to the brim, push it under, and measure what runs over."
    />
  {/if}
  <div class="pair">
    {#each SIZES as { name, label, optional } (name)}
      <QuantityField
        {label}
        optional={optional ?? false}
        dimension="length"
        bind:text={draft[name].text}
        bind:si={draft[name].si}
        onleave={name === 'length'
          ? () => spreadSides([draft.length, draft.width, draft.height], units())
          : undefined}
        term={name === 'above' ? 'cope-drag' : undefined}
        post={{ path: `${name}_mm`, factor: 1000 }}
        error={form.errorOf(`${name}_mm`)}
        hint={name === 'above' && draft.above.si === undefined
          ? draft.kind === 'split'
            ? 'Left empty: half of it'
            : 'Left empty: none of it'
          : undefined}
      />
    {/each}
  </div>
  <div class="pair">
    <SelectField
      label="Made of"
      optional={draft.known_by !== 'mass'}
      bind:value={draft.material}
      post={textName('material')}
      error={form.errorOf('material')}
      options={[
        { value: '', name: 'not said' },
        ...PATTERN_MATERIAL_NAMES.map((value) => ({ value, name: PATTERN_MATERIALS[value].name }))
      ]}
    />
    <QuantityField
      label="It weighs"
      optional={draft.known_by !== 'mass'}
      dimension="mass"
      size="small"
      bind:text={draft.mass.text}
      bind:si={draft.mass.si}
      post={{ path: 'pattern_kg', factor: 1 }}
      error={form.errorOf('pattern_kg')}
    />
    <SelectField
      label="Mostly cast in"
      bind:value={draft.metal}
      post={textName('metal')}
      options={ALLOY_NAMES.map((value) => ({ value, name: ALLOYS[value].name }))}
    />
    <QuantityField
      label="How many there are of it"
      dimension="count"
      bind:text={draft.made.text}
      bind:si={draft.made.si}
      post="made"
      error={form.errorOf('made')}
    />
    <QuantityField
      label="Fillet inside its corners"
      optional
      dimension="length"
      bind:text={draft.fillet.text}
      bind:si={draft.fillet.si}
      post={{ path: 'fillet_mm', factor: 1000 }}
      error={form.errorOf('fillet_mm')}
      hint="A quarter to a third of the wall; {figureText(lengthFigure(FILLET.least_m, units()))} at least"
    />
    {#if draft.kind === 'split'}
      <QuantityField
        label="Pins between its halves"
        optional
        dimension="count"
        bind:text={draft.pins.text}
        bind:si={draft.pins.si}
        error={form.errorOf('pins')}
      />
    {/if}
  </div>
  {#if draft.kind === 'split'}
    <TextField
      label="Points to carry over to the other half"
      optional
      lines={3}
      bind:value={draft.carry_over}
      hint="One a line: a centre line, a dowel, the edge of a boss"
      error={form.errorOf('carry_over')}
    />
  {/if}
  <TextField
    label="Wear"
    optional
    bind:value={draft.wear}
    post={textName('wear')}
    maxlength={2000}
    error={form.errorOf('wear')}
  />
  <TextField
    label="Notes"
    optional
    lines={2}
    bind:value={draft.note}
    post={textName('note')}
    maxlength={2000}
    error={form.errorOf('note')}
  />
  {#if casting}
    <p aria-live="polite">
      {#if volume !== null}{volumeText(volume, units())} of pattern:
        <strong>{massText(casting.kg, units())}</strong> of {ALLOYS[alloy].name}.
      {:else}
        <span class="soft"
          >About {massText(casting.kg, units())} of {ALLOYS[alloy].name}, if half of its box is metal.</span
        >
      {/if}
    </p>
  {/if}
  <FormTrouble {form} />
  <p class="row">
    <button class="act" disabled={form.busy}>{old ? 'Save the changes' : 'Add it to the library'}</button>
  </p>
</form>
