<script lang="ts">
  /** Where and how a heap stands: what the drying is worked out from. */
  import { COVERS, COVER_NAMES } from '$core/heap/state/drying';
  import { PLACES, PLACE_NAMES } from '$core/heap/state/place';
  import { textName } from '$lib/schema/posted-form';
  import Choice from '$lib/ui/field/Choice.svelte';
  import { units } from '$lib/ui/preferences';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import type { ContainerDraft } from './container-draft';

  interface Props {
    draft: ContainerDraft;
    legend: string;
    /** What is wrong with a field of the container. */
    errorOf: (path: string) => string | undefined;
  }
  let { draft = $bindable(), legend, errorOf }: Props = $props();
</script>

<Choice
  {legend}
  options={COVERS.map((each) => ({ value: each, name: COVER_NAMES[each] }))}
  bind:value={draft.cover}
  post={textName('container.cover')}
  error={errorOf('container.cover')}
/>
<div class="pair">
  <SelectField
    label="Where"
    bind:value={draft.place as string}
    post={textName('container.place')}
    options={PLACES.map((each) => ({ value: each, name: PLACE_NAMES[each] }))}
    error={errorOf('container.place')}
  />
  <QuantityField
    label="Open surface of the sand"
    term="surface"
    dimension="area"
    bind:text={draft.area.text}
    bind:si={draft.area.si}
    post={{ path: 'container.exposed_area_m2', factor: 1 }}
    error={errorOf('container.exposed_area_m2')}
    hint={units() === 'us'
      ? 'A bucket is about 0.75 ft², a tub 1.6 ft²'
      : 'A bucket is about 0.07 m², a tub 0.15 m²'}
  />
  <QuantityField
    label="Holds at most"
    optional
    dimension="mass"
    bind:text={draft.capacity.text}
    bind:si={draft.capacity.si}
    post={{ path: 'container.capacity_kg', factor: 1 }}
    error={errorOf('container.capacity_kg')}
  />
</div>
