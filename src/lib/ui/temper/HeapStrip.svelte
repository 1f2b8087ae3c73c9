<script lang="ts">
  import { PARTS, PART_NAMES, totalMass, type Composition, type Part } from '$core/material/composition';
  import { massText } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';

  /** The composition to scale, hatched as well as coloured. Parts too thin to see are left to the legend. */
  const { sand }: { sand: Composition } = $props();

  const ORDER: Part[] = ['grain', 'active_clay', 'dead_clay', 'fines', 'combustibles', 'oil', 'water'];
  const total = $derived(totalMass(sand));
  const shown = $derived(ORDER.filter((part) => sand[part] > 0.0005 * total));
  const label = $derived(
    PARTS.filter((part) => sand[part] > 0)
      .map((part) => `${PART_NAMES[part]} ${massText(sand[part], units())}`)
      .join(', ')
  );
</script>

<figure>
  <div class="strip" role="img" aria-label={label}>
    {#each shown as part (part)}
      <span class="part {part}" style:flex-grow={sand[part]}>
        {#if part === 'grain'}<b>grain {massText(sand.grain, units())}</b>{/if}
      </span>
    {/each}
  </div>
  <figcaption>
    {#each shown.filter((part) => part !== 'grain') as part (part)}
      <span
        ><i class="key {part}" aria-hidden="true"></i>{PART_NAMES[part]} {massText(sand[part], units())}</span
      >
    {/each}
  </figcaption>
</figure>

<style>
  .strip {
    display: flex;
    gap: 2px;
    height: 2.4rem;
  }
  .part {
    display: flex;
    align-items: center;
    min-width: 3px;
    overflow: hidden;
    padding-inline: 0;
  }
  .part b {
    padding-inline: 0.6rem;
    font-size: 0.875rem;
    white-space: nowrap;
    color: #2b2622;
  }
  figcaption {
    display: flex;
    flex-wrap: wrap;
    gap: 0.25rem 1rem;
    margin-top: 0.4rem;
    font-size: 0.85rem;
    color: var(--soft);
  }
  .key {
    display: inline-block;
    width: 0.8rem;
    height: 0.8rem;
    margin-right: 0.35rem;
    vertical-align: -0.1rem;
  }
  .grain {
    background:
      radial-gradient(circle, rgb(43 38 34 / 0.35) 1px, transparent 1.2px) 0 0 / 6px 6px,
      #d9c79c;
  }
  .active_clay {
    background: repeating-linear-gradient(90deg, transparent 0 5px, rgb(43 38 34 / 0.35) 5px 6px), #b7822f;
  }
  .dead_clay {
    background: repeating-linear-gradient(45deg, #6b5f55 0 3px, #a4978a 3px 5px);
  }
  .fines {
    background: repeating-linear-gradient(0deg, #b8ac99 0 3px, #8d8272 3px 4px);
  }
  .combustibles {
    background: repeating-linear-gradient(-45deg, #3b3430 0 4px, #7a6d62 4px 5px);
  }
  .oil {
    background: repeating-linear-gradient(0deg, #7d5a3c 0 4px, #b98d63 4px 6px);
  }
  .water {
    background: #3f7193;
  }
</style>
