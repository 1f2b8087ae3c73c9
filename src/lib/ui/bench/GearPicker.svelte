<script lang="ts">
  /** What one owns to test with: other tests are put aside, with the household rig that would do. Kept on the device. */
  import { Accordion } from '@skeletonlabs/skeleton-svelte';
  import { ChevronDown } from '@lucide/svelte';
  import { GEAR, GEAR_NAMES, type Gear } from '$core/bench/gear';
  import { prefer } from '$lib/ui/preferences';

  const { owned }: { owned: readonly Gear[] | undefined } = $props();
  const own = (gear: Gear, has: boolean) =>
    void prefer((now) => ({
      gear: GEAR_NAMES.filter((each) => (each === gear ? has : now.gear?.includes(each)))
    }));
</script>

<Accordion collapsible>
  <Accordion.Item value="gear">
    <h2>
      <Accordion.ItemTrigger class="quiet w-full justify-between text-left">
        <span>Test with what I own{owned ? `: ${owned.length} of ${GEAR_NAMES.length} ticked` : ''}</span>
        <Accordion.ItemIndicator><ChevronDown size={18} aria-hidden="true" /></Accordion.ItemIndicator>
      </Accordion.ItemTrigger>
    </h2>
    <Accordion.ItemContent class="grid gap-x-6 pt-2 desk:grid-cols-2">
      {#each GEAR_NAMES as gear (gear)}
        <label class="flex min-h-12 cursor-pointer items-center gap-3">
          <input
            type="checkbox"
            class="checkbox"
            checked={owned?.includes(gear) ?? false}
            onchange={({ currentTarget }) => own(gear, currentTarget.checked)}
          />
          {GEAR[gear]}
        </label>
      {/each}
      {#if owned}
        <button
          class="quiet justify-self-start"
          type="button"
          onclick={() => void prefer({ gear: undefined })}>Show every test again</button
        >
      {/if}
    </Accordion.ItemContent>
  </Accordion.Item>
</Accordion>
