<script lang="ts">
  /** One's own standards, kept in this browser for the next time, and the dye that the sample took. */
  import QuantityField from '$lib/ui/field/QuantityField.svelte';

  export interface DyeDraft {
    standards: { activeText: string; active: number | undefined; mlText: string; ml: number | undefined }[];
    mlText: string;
    ml: number | undefined;
  }
  let { draft = $bindable(), error }: { draft: DyeDraft; error?: string | undefined } = $props();
</script>

<div class="stack">
  {#each draft.standards as standard, i (i)}
    <div class="pair">
      <QuantityField
        label="Standard {i + 1}: active clay"
        dimension="fraction"
        bind:text={standard.activeText}
        bind:si={standard.active}
      />
      <QuantityField
        label="Dye it took, ml"
        dimension="count"
        bind:text={standard.mlText}
        bind:si={standard.ml}
      />
    </div>
  {/each}
  <p>
    <button
      type="button"
      class="quiet"
      onclick={() => draft.standards.push({ activeText: '', active: undefined, mlText: '', ml: undefined })}
      >Another standard</button
    >
  </p>
  <QuantityField
    label="Dye the sample took, ml"
    dimension="count"
    bind:text={draft.mlText}
    bind:si={draft.ml}
  />
  {#if error}<p class="wrong" role="alert">{error}</p>{/if}
</div>
