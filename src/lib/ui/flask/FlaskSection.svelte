<script lang="ts">
  /** A flask cut through its length, to scale: cope over drag, the casting in its sand, what is short of it in heat. */
  import type { Fit } from '$core/mold/fit';
  import type { CastingBox } from '$core/mold/casting';
  import type { Flask } from '$core/mold/flask';
  import { sandAround } from '$core/reference/mold';
  import type { Alloy } from '$core/reference/alloys';

  interface Props {
    flask: Flask;
    castings: readonly CastingBox[];
    alloy: Alloy;
    fit: Fit;
    label: string;
  }
  const { flask, castings, alloy, fit, label }: Props = $props();
  const WALL = 8;
  const first = $derived(castings[0]!);
  const around = $derived(sandAround(first.kg, alloy));
  const step = $derived(first.length_m + around.between_m);
  const row_m = $derived(step * castings.length - around.between_m);
  /** What has to be drawn: the flask, and what reaches beyond it. */
  const reach_m = $derived(Math.max(flask.length_m, row_m + 2 * around.wall_m));
  /** All of a page's flasks to one scale would make the small ones dots: each fills its place. */
  const scale = $derived(200 / Math.max(reach_m, flask.cope_m + flask.drag_m, 0.05));
  const beyond = $derived(((reach_m - flask.length_m) / 2) * scale);
  const wide = $derived(flask.length_m * scale);
  const cope = $derived(flask.cope_m * scale);
  const drag = $derived(flask.drag_m * scale);
  /** As they lie along the flask, in a row about its middle. */
  const row = $derived(
    castings.map((casting, i) => ({
      ...casting,
      x: WALL + (flask.length_m / 2 - row_m / 2 + i * step) * scale
    }))
  );
</script>

<svg
  class="drawing"
  viewBox="{-beyond} -8 {wide + 2 * WALL + 2 * beyond} {cope + drag + 22}"
  width={wide + 2 * WALL + 2 * beyond}
  height={cope + drag + 22}
  role="img"
  aria-label={label}
>
  <path class="sand" d="M{WALL} 3h{wide}v{cope + drag}h{-wide}z" />
  <path class="flask" d="M0 3h{WALL}v{cope + drag}h{-WALL}z M{WALL + wide} 3h{WALL}v{cope + drag}h{-WALL}z" />
  <path d="M0 {3 + cope}h{wide + 2 * WALL}" />
  {#each row as { x, length_m, above_m, below_m }, i (i)}
    <rect
      class="casting"
      {x}
      y={3 + cope - above_m * scale}
      width={length_m * scale}
      height={(above_m + below_m) * scale}
    />
    <rect
      class="margin"
      class:short={!fit.fits}
      x={x - around.wall_m * scale}
      y={3 + cope - (above_m + Math.max(around.over_m, around.head_m)) * scale}
      width={(length_m + 2 * around.wall_m) * scale}
      height={(above_m + below_m + Math.max(around.over_m, around.head_m) + around.under_m) * scale}
    />
  {/each}
</svg>

<style>
  svg {
    height: auto;
  }
  .flask {
    fill: var(--sunk);
  }
  .casting {
    fill: var(--paper);
  }
  .margin {
    stroke-width: 1.5;
    stroke-dasharray: 4 4;
  }
  .short {
    stroke: var(--heat);
  }
</style>
