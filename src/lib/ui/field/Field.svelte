<script lang="ts">
  import type { Snippet } from 'svelte';
  import { inUnits } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import Term from '$lib/ui/term/Term.svelte';
  import type { TermName } from '$lib/ui/term/terms';

  interface Props {
    label: string;
    error?: string | undefined;
    hint?: string | undefined;
    optional?: boolean;
    /** What its label means, on tap. */
    term?: TermName | undefined;
    /** Draws the control with the id its label points to, and the id of what describes it. */
    control: Snippet<[string, string | undefined]>;
  }
  const { label, error, hint, optional = false, term, control }: Props = $props();
  const id = $props.id();
</script>

<div class="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-1">
  <span class="flex items-center gap-2"
    ><label for={id} id="{id}-label" class="text-[0.95rem] font-semibold"
      >{label}{#if optional}<span class="soft small ml-1 font-normal">(optional)</span>{/if}</label
    >{#if term}<Term name={term} of={label} />{/if}</span
  >
  {@render control(id, error || hint ? `${id}-about` : undefined)}
  {#if error}
    <p class="wrong leading-snug" id="{id}-about" role="alert">{inUnits(error, units())}</p>
  {:else if hint}
    <p class="soft small leading-snug" id="{id}-about">{inUnits(hint, units())}</p>
  {/if}
</div>
