<script lang="ts">
  import { typedBefore, wrongBefore } from './posted-before';
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
  value = typedBefore(post) ?? value;
</script>

<Field {label} error={error ?? wrongBefore(post)} {hint} {optional}>
  {#snippet control(id, describedBy)}
    {#if lines > 1}
      <textarea
        {id}
        name={post}
        rows={lines}
        {maxlength}
        class="typed"
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
        class="typed"
        bind:value
        aria-describedby={describedBy}
        aria-invalid={error !== undefined}
      />
    {/if}
  {/snippet}
</Field>
