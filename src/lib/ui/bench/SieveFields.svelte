<script lang="ts">
  import { fixed } from '$core/quantity/display';
  /** What each sieve of the stack caught; sieves left empty are taken as not in the stack. */
  import { SIEVES, meshOpening } from '$core/bench/formula/sieve';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { meshOf, meshRow, type SieveDraft } from './drafts';

  interface Props {
    draft: SieveDraft;
    error?: string | undefined;
  }
  let { draft = $bindable(), error }: Props = $props();

  /** Household meshes come after the standard sieves. */
  const line = (i: number) => `retained[${SIEVES.length + i}]`;

  function openingOf(row: SieveDraft['meshes'][number]): string {
    const mesh = meshOf(row);
    if (!mesh) return 'Count the wires along 10 mm of a ruler, and measure one.';
    if (!(10 / mesh.wires_per_10_mm > mesh.wire_mm)) return 'Wires that thick leave no opening.';
    return `Opens ${fixed(meshOpening(mesh), 2)} mm.`;
  }
</script>

<div class="stack">
  <QuantityField
    label="Dry sample, before washing"
    optional
    dimension="mass"
    size="small"
    bind:text={draft.sample.text}
    bind:si={draft.sample.si}
    post={{ path: 'sample_g', factor: 1000 }}
    hint="What the sieves lack of it was washed off"
  />
  <div class="sieves">
    {#each SIEVES as { name, opening_mm }, i (name)}
      <QuantityField
        label={name === 'pan' ? 'Pan' : `${name} · ${opening_mm} mm`}
        dimension="mass"
        size="small"
        bind:text={draft.caught[name]!.text}
        bind:si={draft.caught[name]!.si}
        post={{ path: `retained[${i}].grams`, factor: 1000 }}
      />
    {/each}
  </div>
  {#each draft.meshes as mesh, i (i)}
    <fieldset>
      <legend>Household mesh {i + 1}</legend>
      <div class="pair">
        <QuantityField
          label="Wires per 10 mm"
          dimension="count"
          bind:text={mesh.wires.text}
          bind:si={mesh.wires.si}
          post={{ path: `${line(i)}.mesh.wires_per_10_mm`, factor: 1 }}
        />
        <QuantityField
          label="Thickness of a wire"
          dimension="length"
          bind:text={mesh.wire.text}
          bind:si={mesh.wire.si}
          post={{ path: `${line(i)}.mesh.wire_mm`, factor: 1000 }}
        />
        <QuantityField
          label="It caught"
          dimension="mass"
          size="small"
          bind:text={mesh.caught.text}
          bind:si={mesh.caught.si}
          post={{ path: `${line(i)}.grams`, factor: 1000 }}
        />
      </div>
      <p class="row small soft">
        {openingOf(mesh)}
        <button type="button" class="quiet" onclick={() => draft.meshes.splice(i, 1)}>Take it off</button>
      </p>
    </fieldset>
  {/each}
  <p>
    <button type="button" class="quiet" onclick={() => draft.meshes.push(meshRow())}
      >Add a household mesh</button
    >
  </p>
  {#if error}<p class="wrong" role="alert">{error}</p>{/if}
</div>

<style>
  .sieves {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(9rem, 1fr));
    gap: 0.75rem;
  }
  fieldset {
    display: grid;
    gap: 0.5rem;
  }
  legend {
    font-weight: 700;
    margin-bottom: 0.3rem;
  }
</style>
