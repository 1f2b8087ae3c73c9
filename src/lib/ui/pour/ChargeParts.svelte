<script lang="ts">
  /** What is charged, sort by sort: how much of it is lost, how much room it takes, and what it can do. */
  import { harmsOf, scrapLoss } from '$core/metal/charge';
  import type { Alloy, AlloyFigures } from '$core/reference/alloys';
  import { familyOf } from '$core/reference/melt-care';
  import { SCRAP, SCRAP_NAMES, type Scrap, type ScrapKind } from '$core/reference/scrap';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';

  interface Props {
    alloy: AlloyFigures;
    metal: Alloy;
    percents: Record<Scrap, string>;
    /** What of it is charged. */
    chosen: readonly Scrap[];
  }
  let { alloy, metal, percents = $bindable(), chosen }: Props = $props();
  const offered = $derived(
    SCRAP_NAMES.filter((scrap) => familyOf(metal) === 'light' || !(SCRAP[scrap] as ScrapKind).light_only)
  );
  const named = (scrap: Scrap) => SCRAP[scrap].name[0]!.toUpperCase() + SCRAP[scrap].name.slice(1);
  const lost = (scrap: Scrap) =>
    scrapLoss(scrap, alloy)
      .map((share) => Math.round(100 * share))
      .join(' to ');
</script>

<div class="pair">
  {#each offered as scrap (scrap)}
    <QuantityField
      label="{named(scrap)}, %"
      dimension="count"
      optional
      bind:text={percents[scrap]}
      hint="Loses {lost(scrap)} %: {SCRAP[scrap].says}"
    />
  {/each}
</div>
{#each harmsOf(chosen) as harm (harm)}<Caution name={harm} />{/each}
