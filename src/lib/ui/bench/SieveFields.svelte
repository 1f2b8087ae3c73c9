<script lang="ts">
  /** What each sieve of the stack caught; sieves left empty are taken as not in the stack. */
  import { SIEVES } from '$core/bench/sieve';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';

  interface Props {
    sample: { text: string; kg: number | undefined };
    caught: Record<string, { text: string; kg: number | undefined }>;
    error?: string | undefined;
  }
  let { sample = $bindable(), caught = $bindable(), error }: Props = $props();
</script>

<div class="stack">
  <QuantityField
    label="Dry sample, before washing"
    optional
    dimension="mass"
    size="small"
    bind:text={sample.text}
    bind:si={sample.kg}
  />
  <div class="sieves">
    {#each SIEVES as { name, opening_mm } (name)}
      <QuantityField
        label={name === 'pan' ? 'Pan' : `${name} · ${opening_mm} mm`}
        dimension="mass"
        size="small"
        bind:text={caught[name]!.text}
        bind:si={caught[name]!.kg}
      />
    {/each}
  </div>
  {#if error}<p class="wrong" role="alert">{error}</p>{/if}
</div>

<style>
  .sieves {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(8.5rem, 1fr));
    gap: 0.75rem;
  }
</style>
