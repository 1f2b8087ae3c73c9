<script lang="ts">
  /** A heap as a bar that molds are cut from: what is out already, this one, how many more of it, and what is left. */
  import { massText } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';

  const { name, there_kg, wants_kg }: { name: string; there_kg: number; wants_kg: number } = $props();
  const mass = (kg: number) => massText(kg, units());
  const whole = $derived(Math.max(there_kg, wants_kg));
  const more = $derived(Math.max(0, Math.floor((there_kg - wants_kg) / wants_kg + 1e-9)));
  const parts = $derived(
    wants_kg > there_kg
      ? [
          { of: 'this', kg: there_kg, text: `this one, all of it` },
          { of: 'lacking', kg: wants_kg - there_kg, text: `${mass(wants_kg - there_kg)} short` }
        ]
      : [
          { of: 'this', kg: wants_kg, text: `this one · ${mass(wants_kg)}` },
          ...(more > 0 ? [{ of: 'more', kg: more * wants_kg, text: `${more} more of it` }] : []),
          {
            of: 'left',
            kg: there_kg - (1 + more) * wants_kg,
            text: `${mass(there_kg - (1 + more) * wants_kg)} left`
          }
        ]
  );
</script>

<h2>From {name} today</h2>
<div class="flex min-h-9 flex-wrap overflow-hidden rounded-base border border-(--rule)">
  {#each parts as { of, kg, text } (of)}
    {#if kg > 0}
      <span class="part {of} small flex items-center px-2 py-1 leading-tight" style:flex="{kg / whole} 1 5rem"
        >{text}</span
      >
    {/if}
  {/each}
</div>

<style>
  .this {
    background: var(--clay);
    color: #241c10;
    font-weight: 700;
  }
  .more {
    background: color-mix(in srgb, var(--clay) 30%, var(--paper));
    border-left: 2px dashed var(--ink);
  }
  .left {
    background: var(--sunk);
    border-left: 1px solid var(--edge);
  }
  .lacking {
    border: 2px dashed var(--heat);
    color: var(--heat);
    font-weight: 700;
  }
</style>
