<script lang="ts">
  /** A pattern of simple solids put together, holes taken away. */
  import { Plus, X } from '@lucide/svelte';
  import OnOff from '$lib/ui/field/OnOff.svelte';
  import { SOLID_SHAPES, SOLID_SIZES, type SolidShape } from '$core/pattern/solids';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import { solidDraft, type SolidDraft } from './pattern-draft';

  interface Props {
    solids: SolidDraft[];
    errorOf: (path: string) => string | undefined;
  }
  let { solids = $bindable(), errorOf }: Props = $props();
  const NAMES: Record<SolidShape, string> = {
    box: 'box',
    cylinder: 'cylinder',
    disc: 'disc',
    ring: 'ring',
    sphere: 'sphere',
    frustum: 'frustum or cone'
  };
  const SIZES: Record<string, string> = {
    length: 'Length',
    width: 'Width',
    height: 'Height',
    diameter: 'Diameter',
    inner: 'Inner diameter',
    top: 'Diameter at the top'
  };
</script>

<div class="grid gap-3">
  {#if solids.length === 0}
    <p class="soft small">Begin with the largest part; holes are solids that are taken away.</p>
  {/if}
  {#each solids as solid, i (i)}
    <fieldset class="grid gap-3 border-t border-(--rule) pt-3">
      <legend class="sr-only">Part {i + 1}</legend>
      <div class="flex flex-wrap items-end gap-3">
        <SelectField
          label="Part {i + 1}"
          value={solid.shape}
          onchange={(shape) => {
            solids[i] = { ...solidDraft(shape as SolidShape), count: solid.count, hole: solid.hole };
          }}
          options={SOLID_SHAPES.map((value) => ({ value, name: NAMES[value] }))}
        />
        <OnOff label="a hole" bind:on={solid.hole} />
        <button
          type="button"
          class="quiet ml-auto px-3"
          aria-label="Without part {i + 1}"
          onclick={() => (solids = solids.filter((_, k) => k !== i))}
          ><X size={18} aria-hidden="true" /></button
        >
      </div>
      <div class="pair">
        {#each SOLID_SIZES[solid.shape] as size (size)}
          <QuantityField
            label={SIZES[size] ?? size}
            dimension="length"
            bind:text={solid.sizes[size]!.text}
            bind:si={solid.sizes[size]!.si}
            error={errorOf(`solids[${i}].${size}_mm`)}
          />
        {/each}
        <QuantityField
          label="How many"
          dimension="count"
          bind:text={solid.count.text}
          bind:si={solid.count.si}
          error={errorOf(`solids[${i}].count`)}
        />
      </div>
    </fieldset>
  {/each}
  {#if errorOf('solids')}<p class="wrong" role="alert">{errorOf('solids')}</p>{/if}
  <p>
    <button
      type="button"
      class="quiet"
      onclick={() => (solids = [...solids, solidDraft(solids.length === 0 ? 'box' : 'cylinder')])}
      ><Plus size={18} aria-hidden="true" /> {solids.length === 0 ? 'The first part' : 'Another part'}</button
    >
  </p>
</div>
