<script lang="ts">
  /** The formula with the user's own numbers in it. */
  import { fixed, massText } from '$core/quantity/display';
  import { BINDER_NAMES, type HeapBinder } from '$core/reference/targets';
  import { units } from '$lib/ui/preferences';
  import type { HeapFields, HeapState } from '$lib/schema/heap-state';

  const { heap, state: now }: { heap: HeapFields; state: HeapState } = $props();
  const dose = $derived(now.prescription);
  const share = (percent: number) => fixed(percent / 100, 4);
  const w1 = $derived(share(now.moisture_percent.value));
  const w2 = $derived(share(dose.aim.moisture_percent));
  const mass = (kg: number) => massText(kg, units());
</script>

<!-- The desk has room for the reason; the phone has it with the sum. -->
<p class="small hidden desk:block">Why: {dose.reason}</p>
<details>
  <summary
    ><span class="desk:hidden">Why, and the sum</span><span class="hidden desk:inline">Show the sum</span
    ></summary
  >
  <p class="small desk:hidden">{dose.reason}</p>
  <div class="sum small">
    {#if dose.need === 'clay-and-water'}
      <p>
        Clay k and water x land on both targets at once, C and W being the active clay and water there are:
      </p>
      <p class="formula">C + k·a = c₂·(M + k + x)</p>
      <p class="formula">W + k·u + x = w₂·(M + k + x)</p>
      <p>
        M = {mass(now.total_kg)}, C = {mass(now.composition_kg.active_clay)}, W = {mass(
          now.composition_kg.water
        )}, w₂ = {w2}; active clay to {fixed(dose.aim.active_clay_percent, 1)} % of the dry mix. So k = {mass(
          dose.binder_kg
        )} and x = {mass(dose.water_kg)}.
      </p>
    {:else if dose.water_to_lose_kg > 0}
      <p class="formula">water to lose = M·(w₁ − w₂)/(1 − w₂)</p>
      <p class="formula">
        = {mass(now.total_kg)} × ({w1} − {w2}) / (1 − {w2}) = {mass(dose.water_to_lose_kg)}
      </p>
    {:else}
      <p class="formula">water = M·(w₂ − w₁)/(1 − w₂)</p>
      <p class="formula">= {mass(now.total_kg)} × ({w2} − {w1}) / (1 − {w2}) = {mass(dose.water_kg)}</p>
    {/if}
    <p class="soft">
      Moisture is of the wet sand. The windows are those of {BINDER_NAMES[heap.binder as HeapBinder]} (handbook
      default unless you set your own).
    </p>
  </div>
</details>

<style>
  summary {
    cursor: pointer;
    min-height: 3rem;
    display: flex;
    align-items: center;
    text-decoration: underline;
    text-underline-offset: 0.2em;
    font-size: 0.9rem;
  }
  .sum {
    display: grid;
    gap: 0.5rem;
  }
  .formula {
    font-family: var(--mono);
    overflow-wrap: anywhere;
  }
</style>
