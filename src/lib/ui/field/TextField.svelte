<script lang="ts">
  import Field from './Field.svelte';

  interface Props {
    label: string;
    value?: string;
    error?: string | undefined;
    hint?: string;
    optional?: boolean;
    lines?: number;
    type?: 'text' | 'datetime-local' | 'date';
    maxlength?: number;
    oninput?: () => void;
    /** The name that it is posted under without a script. */
    post?: string | undefined;
  }
  let {
    label,
    value = $bindable(''),
    error,
    hint,
    optional = false,
    lines = 1,
    type = 'text',
    maxlength,
    oninput,
    post
  }: Props = $props();
</script>

<Field {label} {error} {hint} {optional}>
  {#snippet control(id, describedBy)}
    {#if lines > 1}
      <textarea
        {id}
        name={post}
        rows={lines}
        {maxlength}
        class="plain"
        bind:value
        aria-describedby={describedBy}
        aria-invalid={error !== undefined}></textarea>
    {:else}
      <input
        {id}
        name={post}
        {type}
        {oninput}
        {maxlength}
        class="plain"
        bind:value
        aria-describedby={describedBy}
        aria-invalid={error !== undefined}
      />
    {/if}
  {/snippet}
</Field>

<style>
  .plain {
    width: 100%;
    min-height: 3rem;
    padding: 0.5rem 0.75rem;
    background: var(--paper);
    color: inherit;
    border: 1px solid var(--edge);
    border-radius: var(--radius-base);
  }
  .plain:focus-visible {
    outline: 3px solid var(--heat);
    outline-offset: 1px;
  }
  .plain[aria-invalid='true'] {
    border: 2px solid var(--heat);
  }
</style>
