<script lang="ts">
  import type { Snippet } from 'svelte';
  import { massesIn } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';

  interface Props {
    label: string;
    error?: string | undefined;
    hint?: string | undefined;
    optional?: boolean;
    /** Draws the control with the id its label points to, and the id of what describes it. */
    control: Snippet<[string, string | undefined]>;
  }
  const { label, error, hint, optional = false, control }: Props = $props();
  const id = $props.id();
</script>

<div class="field">
  <label for={id} id="{id}-label"
    >{label}{#if optional}<span class="soft small optional">(optional)</span>{/if}</label
  >
  {@render control(id, error || hint ? `${id}-about` : undefined)}
  {#if error}
    <p class="error" id="{id}-about" role="alert">{massesIn(error, units())}</p>
  {:else if hint}
    <p class="hint" id="{id}-about">{hint}</p>
  {/if}
</div>

<style>
  .field {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 0.3rem;
    min-width: 0;
  }
  label {
    font-weight: 600;
    font-size: 0.95rem;
  }
  .optional {
    margin-left: 0.35em;
    font-weight: 400;
  }
  .hint,
  .error {
    font-size: 0.875rem;
    line-height: 1.35;
  }
  .hint {
    color: var(--soft);
  }
  .error {
    color: var(--heat);
    font-weight: 600;
  }
</style>
