<script lang="ts">
  /** Every metal in one table: where it melts, how hot it is poured and set, what it shrinks, and what it can do. */
  import { percentText, temperatureText } from '$core/quantity/display';
  import { setPointRange } from '$core/metal/furnace';
  import { ALLOYS, ALLOY_NAMES, type Alloy } from '$core/reference/alloys';
  import { FUMES_ZINC, HOLDS_LEAD } from '$core/reference/melt-care';
  import { FAMILY } from '$core/reference/mold';
  import { units } from '$lib/ui/preferences';

  const degrees = (range: readonly number[]) => range.map((c) => temperatureText(c, units())).join(' to ');
  const hazard = (metal: Alloy) =>
    [
      FUMES_ZINC.includes(metal) && 'zinc fume',
      HOLDS_LEAD.includes(metal) && 'holds lead',
      metal === 'aluminium-bronze' && 'heats itself as it is made up',
      metal === 'iron' && 'past most hobby gear'
    ]
      .filter(Boolean)
      .join(', ') || 'burns and splashes';
  const sand = (metal: Alloy) =>
    metal === 'iron'
      ? 'coarser, dry half of the window'
      : FAMILY[metal] === 'copper'
        ? 'dry half of the window'
        : 'any in temper';
</script>

<section class="grid gap-2" aria-label="Metals" id="metals">
  <h2>Metals</h2>
  <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls must be reached by keyboard) -->
  <div class="overflow-x-auto" role="region" aria-label="Table of metals" tabindex="0">
    <table class="w-full border-collapse text-left text-sm">
      <thead>
        <tr class="soft align-bottom">
          <th scope="col" class="py-2 pr-4 font-normal">Metal</th>
          <th scope="col" class="py-2 pr-4 font-normal">melts</th>
          <th scope="col" class="py-2 pr-4 font-normal">poured</th>
          <th scope="col" class="py-2 pr-4 font-normal">furnace, at least and never above</th>
          <th scope="col" class="py-2 pr-4 font-normal">out of the sand below</th>
          <th scope="col" class="py-2 pr-4 font-normal">shrinks</th>
          <th scope="col" class="py-2 pr-4 font-normal">lost in the melt</th>
          <th scope="col" class="py-2 pr-4 font-normal">sand</th>
          <th scope="col" class="py-2 font-normal">take care</th>
        </tr>
      </thead>
      <tbody>
        {#each ALLOY_NAMES as metal (metal)}
          {@const alloy = ALLOYS[metal]}
          <tr class="border-t border-(--rule) align-top">
            <th scope="row" class="py-2 pr-4 font-semibold">{alloy.name}</th>
            <td class="py-2 pr-4 whitespace-nowrap"
              >{alloy.solidus_c === alloy.liquidus_c
                ? degrees([alloy.solidus_c])
                : degrees([alloy.solidus_c, alloy.liquidus_c])}</td
            >
            <td class="py-2 pr-4 whitespace-nowrap">{degrees(alloy.pour_range_c)}</td>
            <td class="py-2 pr-4 whitespace-nowrap">{degrees(setPointRange(alloy))}</td>
            <td class="py-2 pr-4 whitespace-nowrap">{degrees([alloy.shake_out_c])}</td>
            <td class="py-2 pr-4 whitespace-nowrap">{percentText(alloy.contraction)}</td>
            <td class="py-2 pr-4 whitespace-nowrap"
              >{[...new Set(alloy.loss)].map((share) => percentText(share, 0)).join(' to ')}</td
            >
            <td class="py-2 pr-4">{sand(metal)}</td>
            <td class="py-2">{hazard(metal)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  <p class="soft small">
    Usual figures of each family, rounded (handbook default). Your own alloys: <a href="/alloys">Alloys</a>.
  </p>
</section>
