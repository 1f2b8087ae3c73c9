<script lang="ts">
  /** The least flask for what none on the rack takes: what to saw, with boards, pins and clamps. */
  import { cutList } from '$core/mold/cut-list';
  import type { LeastFlask } from '$core/mold/fit';
  import { figureText, lengthFigure } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';

  const { least, bars }: { least: LeastFlask; bars: number } = $props();
  const list = $derived(cutList(least, bars));
  const length = (m: number) => figureText(lengthFigure(m, units()));
  const { inside } = $derived(list);
  const add = $derived(
    new URLSearchParams(
      Object.entries(inside).map(([side, m]) => [side.replace('_m', ''), `${Math.round(m * 1000)} mm`])
    )
  );
</script>

<section class="grid gap-2" aria-label="A flask for it">
  <h2>A flask for it</h2>
  <p>
    Inside {length(inside.length_m)} × {length(inside.width_m)}, cope {length(inside.cope_m)}, drag {length(
      inside.drag_m
    )}.
  </p>
  <table class="small w-full text-left">
    <caption class="sr-only">What to saw</caption>
    <thead class="border-b border-(--rule)"
      ><tr
        ><th class="py-1 font-semibold">piece</th><th class="font-semibold">how many</th><th
          class="font-semibold">long × wide × thick</th
        ></tr
      ></thead
    >
    <tbody>
      {#each list.pieces as { what, count, length_m, width_m, thick_m } (what)}
        <tr class="border-b border-(--rule)">
          <th class="py-1 font-normal">{what}</th><td>{count}</td>
          <td>{length(length_m)} × {length(width_m)} × {length(thick_m)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="small">
    And {list.pins} pins, {list.clamps} clamps, and grooves or a lip inside: they hold the sand half as well again.
  </p>
  <p><a class="quiet" href="/flasks/new?{add}">Put it on the rack</a></p>
</section>
