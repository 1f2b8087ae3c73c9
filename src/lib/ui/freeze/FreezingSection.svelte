<script lang="ts">
  /** A mold cut along its length at a time after the pour: metal by how far it is frozen, sand by whether its water boiled. */
  import type { Picture } from '$core/freeze/picture';
  import { figureText, lengthFigure } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import { cutThrough } from './cut-through';

  interface Props {
    picture: Picture;
    /** Row of cells across the flask that is shown. */
    row: number;
    at_s: number;
    /** What stands at a place of this cut, m from the middle of the flask at the parting. */
    marks: readonly { x_m: number; z_m: number; says: string }[];
    label: string;
  }
  const { picture, row, at_s, marks, label }: Props = $props();

  /** Drawn as wide as it is shown, so that its words are as large on the phone as at the desk. */
  let shown = $state(640);
  const wide = $derived(Math.max(300, Math.min(820, shown)));
  const WALL = 14;
  const TOP = 8;
  const left = $derived(picture.x_m[0]!);
  const top = $derived(picture.z_m.at(-1)!);
  const scale = $derived((wide - 2 * WALL - 4) / (picture.x_m.at(-1)! - left));
  const inside = $derived((picture.x_m.at(-1)! - left) * scale);
  const deep = $derived((top - picture.z_m[0]!) * scale);
  const cut = $derived(cutThrough(picture, row, at_s, scale));
  const bar_m = $derived(units() === 'us' ? 0.0508 : 0.05);
</script>

<div bind:clientWidth={shown}>
  <svg
    class="drawing h-auto w-full"
    viewBox="0 0 {wide} {deep + TOP + 44}"
    role="img"
    aria-label={label}
    shape-rendering="crispEdges"
  >
    <g transform="translate({WALL + 2} {TOP})">
      <rect class="ground" width={inside} height={deep} />
      <path class="boiled" d={cut.boiled} />
      <path class="chill" d={cut.chill} />
      <path class="solid" d={cut.solid} />
      <path class="mush" d={cut.mush} />
      <path class="stiff" d={cut.stiff} />
      <path class="liquid" d={cut.liquid} />
      <rect class="wood" x={-WALL} y="0" width={WALL} height={deep} />
      <rect class="wood" x={inside} y="0" width={WALL} height={deep} />
      <rect class="wood" x={-WALL} y={deep} width={inside + 2 * WALL} height="8" />
      <path class="joint" d="M{-WALL} {top * scale}H{inside + WALL}" />
      {#each marks as { x_m, z_m, says } (says)}
        {@const x = (x_m - left) * scale}
        {@const y = (top - z_m) * scale}
        <circle class="mark" cx={x} cy={y} r="4" />
        <text
          x={Math.max(4, Math.min(inside - 4, x))}
          y={y > 24 ? y - 10 : y + 22}
          style:text-anchor={x < inside * 0.2 ? 'start' : x > inside * 0.8 ? 'end' : 'middle'}>{says}</text
        >
      {/each}
      <path class="rule" d="M0 {deep + 18}h{bar_m * scale}" />
      <text x={(bar_m * scale) / 2} y={deep + 34}>{figureText(lengthFigure(bar_m, units()))}</text>
    </g>
  </svg>
</div>

<style>
  .ground {
    fill: color-mix(in srgb, var(--clay) 22%, var(--paper));
    stroke: none;
  }
  .boiled {
    fill: color-mix(in srgb, var(--clay) 48%, var(--paper));
    stroke: none;
  }
  .liquid {
    fill: light-dark(#ffe08a, #ffe9a8);
    stroke: none;
  }
  .mush {
    fill: light-dark(#e08a35, #f0a85c);
    stroke: none;
  }
  .stiff {
    fill: light-dark(#b4441e, #c9582c);
    stroke: none;
  }
  .chill {
    fill: light-dark(#3f5f73, #8fb3c7);
    stroke: none;
  }
  .solid {
    fill: var(--soft);
    stroke: none;
  }
  .wood {
    fill: color-mix(in srgb, var(--clay) 55%, var(--paper));
    stroke-width: 1.5;
  }
  .joint {
    stroke-dasharray: 14 5 3 5;
    stroke-width: 1;
  }
  .mark {
    fill: var(--paper);
    stroke-width: 2;
  }
  .rule {
    stroke-width: 4;
    stroke-linecap: butt;
  }
  text {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
  }
</style>
