<script lang="ts" generics="T extends string">
  import type { Snippet } from 'svelte';
  import { SegmentedControl } from '@skeletonlabs/skeleton-svelte';
  import Term from '$lib/ui/term/Term.svelte';
  import type { TermName } from '$lib/ui/term/terms';
  import { typedBefore } from './posted-before';

  interface Props {
    legend: string;
    options: readonly { value: T; name: string; about?: string }[];
    value?: T | null;
    error?: string | undefined;
    /** What its legend means, on tap. */
    term?: TermName | undefined;
    /** Draws something above the name of a choice. */
    picture?: Snippet<[T]>;
    onchoose?: (value: T) => void;
    /** The name that it is posted under without a script. */
    post?: string | undefined;
  }
  let { legend, options, value = $bindable(null), error, term, picture, onchoose, post }: Props = $props();
  const name = $props.id();
  value = (typedBefore(post) as T | undefined) ?? value;
</script>

<SegmentedControl
  {value}
  name={post ?? name}
  onValueChange={({ value: chosen }) => {
    value = chosen as T;
    onchoose?.(value);
  }}
  aria-describedby={error ? `${name}-error` : undefined}
>
  <span class="mb-1 flex items-center gap-2"
    ><SegmentedControl.Label class="block text-[0.95rem] font-semibold">{legend}</SegmentedControl.Label
    >{#if term}<Term name={term} of={legend} />{/if}</span
  >
  <SegmentedControl.Control class="grid grid-cols-[repeat(auto-fit,minmax(min(100%,8.5rem),1fr))] gap-2">
    {#each options as option (option.value)}
      <SegmentedControl.Item
        value={option.value}
        class="relative flex min-h-12 cursor-pointer flex-col justify-center rounded-base border border-(--edge) bg-(--paper) px-3 py-2 has-checked:border-(--ink) has-checked:font-bold has-checked:inset-ring-2 has-checked:inset-ring-(--ink) has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-(--heat) {picture
          ? 'items-center text-center'
          : ''}"
      >
        {#if picture}{@render picture(option.value)}{/if}
        <SegmentedControl.ItemText>
          <span>{option.name}</span>
          {#if option.about}<span class="soft block text-[0.85rem] leading-snug font-normal"
              >{option.about}</span
            >{/if}
        </SegmentedControl.ItemText>
        <SegmentedControl.ItemHiddenInput checked={value === option.value} />
      </SegmentedControl.Item>
    {/each}
  </SegmentedControl.Control>
  {#if error}<p class="wrong mt-1" id="{name}-error" role="alert">{error}</p>{/if}
</SegmentedControl>
