<script lang="ts">
  /** An alloy made up of its metals: what is weighed out for each melt, in the order in which it goes in. */
  import OnOff from '$lib/ui/field/OnOff.svelte';
  import { makeUp } from '$core/metal/make-up';
  import { inUnits, massText, temperatureText } from '$core/quantity/display';
  import type { AlloyRecipe } from '$core/reference/alloy-recipes';
  import { units } from '$lib/ui/preferences';

  interface Props {
    recipe: AlloyRecipe;
    /** Of each melt, kg. */
    charges_kg: readonly number[];
    on: boolean;
  }
  let { recipe, charges_kg, on = $bindable() }: Props = $props();
  const names = $derived(recipe.parts.map(({ name }) => name).join(' and '));
  const hottest = $derived(Math.max(...recipe.parts.map(({ melts_c }) => melts_c)));
</script>

<div class="grid gap-2">
  <OnOff label="Make it up from {names}" bind:on />
  {#if on}
    {#each charges_kg as charge_kg, i (i)}
      <p>
        {charges_kg.length > 1 ? `Melt ${i + 1}: weigh out ` : 'Weigh out '}
        {#each makeUp(charge_kg, recipe) as part, k (part.name)}{k > 0 ? ', then ' : ''}<strong
            >{massText(part.kg, units())} of {part.name}</strong
          >{/each}.
      </p>
    {/each}
    <ol class="list-decimal pl-6">
      {#each recipe.steps as step (step)}<li class="py-1">{inUnits(step, units())}</li>{/each}
    </ol>
    <p class="soft small">
      Copper melts at {temperatureText(hottest, units())}: the furnace must reach that before anything is
      added.
      {recipe.fumes_off
        ? `${Math.round(100 * recipe.fumes_off.share)} % more ${recipe.fumes_off.name} is in this, for what fumes off.`
        : ''}
    </p>
  {/if}
</div>
