<script lang="ts">
  /** The steps of a procedure: numbered, timed, and drawn where a drawing tells more. */
  import { durationText, inUnits } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import StepDrawing from '$lib/ui/mold/StepDrawing.svelte';
  import type { ProcedureStep } from './procedures';

  const { steps }: { steps: readonly ProcedureStep[] } = $props();
  const minutes = $derived(steps.reduce((sum, step) => sum + (step.minutes ?? 0), 0));
  const timed = $derived(steps.every((step) => step.minutes));
  const drawn = $derived(steps.some((step) => step.drawn));
</script>

<ol class="grid gap-x-8 {drawn ? 'desk:grid-cols-2' : ''}">
  {#each steps as step, i (step.text)}
    <li
      class="grid items-center gap-4 border-t border-(--rule) py-2 {step.drawn
        ? 'grid-cols-[1.5rem_7rem_minmax(0,1fr)]'
        : 'grid-cols-[1.5rem_minmax(0,1fr)]'}"
    >
      <span class="figure text-right font-bold">{i + 1}</span>
      {#if step.drawn}<StepDrawing kind={step.drawn} width={112} bare={step.bare ?? false} />{/if}
      <span>
        {inUnits(step.text, units())}
        {#if step.minutes}<span class="soft small whitespace-nowrap">{step.minutes} min</span>{/if}
      </span>
    </li>
  {/each}
</ol>
{#if timed}
  <p class="soft small">About {durationText(60 * minutes)} in all.</p>
{/if}
