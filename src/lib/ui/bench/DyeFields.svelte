<script lang="ts">
  /** One's own standards, those of last time to begin with, and the dye that the sample took. */
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import type { DyeDraft } from './drafts';

  let { draft = $bindable(), error }: { draft: DyeDraft; error?: string | undefined } = $props();
</script>

<div class="stack">
  {#each draft.standards as standard, i (i)}
    <div class="pair">
      <QuantityField
        label="Standard {i + 1}: active clay"
        dimension="fraction"
        bind:text={standard.active.text}
        bind:si={standard.active.si}
        post={{ path: `standards[${i}].active_percent`, factor: 100 }}
      />
      <QuantityField
        label="Dye it took, ml"
        dimension="count"
        bind:text={standard.ml.text}
        bind:si={standard.ml.si}
        post={{ path: `standards[${i}].ml`, factor: 1 }}
      />
    </div>
  {/each}
  <p>
    <button
      type="button"
      class="quiet"
      onclick={() =>
        draft.standards.push({ active: { text: '', si: undefined }, ml: { text: '', si: undefined } })}
      >Another standard</button
    >
  </p>
  <QuantityField
    label="Dye the sample took, ml"
    dimension="count"
    bind:text={draft.sample_ml.text}
    bind:si={draft.sample_ml.si}
    post={{ path: 'ml', factor: 1 }}
  />
  {#if error}<p class="wrong" role="alert">{error}</p>{/if}
</div>
