<script lang="ts" module>
  export interface Option {
    value: string;
    name: string;
    group?: string;
  }
</script>

<script lang="ts">
  import { typedBefore, wrongBefore } from './posted-before';
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
  value = typedBefore(post) ?? value;
  const groups = $derived([...new Set(options.map((option) => option.group ?? ''))]);
</script>

<Field {label} error={error ?? wrongBefore(post)} {hint} {optional}>
  {#snippet control(id, describedBy)}
    <select
      {id}
      name={post}
      class="select min-h-12 bg-(--paper) px-3 ring-(--edge)"
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
