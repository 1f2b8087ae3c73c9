<script lang="ts" module>
  export interface Option {
    value: string;
    name: string;
    group?: string;
  }
</script>

<script lang="ts">
  import Field from './Field.svelte';

  interface Props {
    label: string;
    options: readonly Option[];
    value?: string;
    error?: string | undefined;
    hint?: string;
    optional?: boolean;
    onchange?: (value: string) => void;
    /** The name that it is posted under without a script. */
    post?: string | undefined;
  }
  let {
    label,
    options,
    value = $bindable(''),
    error,
    hint,
    optional = false,
    onchange,
    post
  }: Props = $props();
  const groups = $derived([...new Set(options.map((option) => option.group ?? ''))]);
</script>

<Field {label} {error} {hint} {optional}>
  {#snippet control(id, describedBy)}
    <select
      {id}
      name={post}
      class="select choose"
      bind:value
      onchange={(event) => onchange?.(event.currentTarget.value)}
      aria-describedby={describedBy}
      aria-invalid={error !== undefined}
    >
      {#each groups as group (group)}
        {#if group === ''}
          {#each options.filter((option) => !option.group) as option (option.value)}
            <option value={option.value}>{option.name}</option>
          {/each}
        {:else}
          <optgroup label={group}>
            {#each options.filter((option) => option.group === group) as option (option.value)}
              <option value={option.value}>{option.name}</option>
            {/each}
          </optgroup>
        {/if}
      {/each}
    </select>
  {/snippet}
</Field>

<style>
  .choose {
    min-height: 3rem;
    background-color: var(--paper);
    border: 1px solid var(--edge);
    font-size: 1rem;
    box-shadow: none;
    padding-inline: 0.75rem 2rem;
  }
</style>
