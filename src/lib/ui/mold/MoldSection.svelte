<script lang="ts">
  /**
   * The mold cut along its length, to scale, as a shop drawing: cope and drag, castings, sprue, basin and runner, riser and
   * vents, and the sand around them with its figures; what is too little in heat.
   */
  import { riserAlong } from '$core/mold/riser-place';
  import type { CastingBox } from '$core/mold/casting';
  import type { Flask } from '$core/mold/flask';
  import type { GatingPlan } from '$core/metal/gating-plan';
  import type { MoldPlan } from '$core/mold/plan-mold';
  import { outlineOfCasting } from '$core/mold/casting';
  import { placedOutline } from '$core/pattern/outline';
  import { RUNNER, SPRUE_WIDTH_M, sandAround } from '$core/reference/mold';
  import type { Alloy } from '$core/reference/alloys';
  import { fixed, lengthFigure } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';

  interface Props {
    flask: Flask;
    castings: readonly CastingBox[];
    alloy: Alloy;
    plan: MoldPlan;
    /** The way in as it was worked out; left out, of usual sizes. */
    gating?: GatingPlan | null;
    label: string;
  }
  const { flask, castings, alloy, plan, gating = null, label }: Props = $props();
  const uid = $props.id();

  /** Drawn as wide as it is shown, so that its figures are as large on the phone as at the desk. */
  let shown = $state(640);
  const WIDE = $derived(Math.max(320, Math.min(760, shown)));
  const WALL = 16;
  const EDGE = 58;
  const scale = $derived((WIDE - 2 * EDGE - 2 * WALL) / flask.length_m);
  const cope = $derived(flask.cope_m * scale);
  const drag = $derived(flask.drag_m * scale);
  const left = EDGE + WALL;
  const inside = $derived(flask.length_m * scale);
  const TOP = 54;
  const parting = $derived(TOP + cope);
  const foot = $derived(parting + drag);
  const x = (m: number) => left + (m + flask.length_m / 2) * scale;
  const around = $derived(castings.map(({ kg }) => sandAround(kg, alloy)));
  const pieces = $derived(
    castings
      .map((casting, i) => {
        const { x_m, y_m, turned_rad } = plan.layout.places[i]!;
        const xs = placedOutline(outlineOfCasting(casting), x_m, y_m, turned_rad).map(([at]) => at);
        return { i, casting, from: Math.min(...xs), to: Math.max(...xs), y_m };
      })
      // What lies further back is drawn first.
      .sort((a, b) => b.y_m - a.y_m)
  );
  const sprue = $derived(plan.layout.sprue.x_m);
  /** Half widths and heights of the way in, as they are drawn. */
  const way = $derived({
    foot: ((gating?.sprue.bottom_m ?? SPRUE_WIDTH_M - 6 / scale) * scale) / 2,
    mouth: ((gating?.sprue.top_m ?? SPRUE_WIDTH_M + 6 / scale) * scale) / 2,
    basin: gating ? (gating.basin.length_m * scale) / 2 : 30,
    basin_deep: gating ? Math.min(gating.basin.depth_m * scale, cope / 2) : 15,
    runner: (gating?.runner.height_m ?? RUNNER.height_m) * scale,
    trap: gating ? gating.runner.trap_m * scale : 0,
    well: gating ? { half: (gating.well.diameter_m * scale) / 2, deep: gating.well.depth_m * scale } : null,
    riser: gating?.riser ? (gating.riser.diameter_m * scale) / 2 : gating ? 0 : 8
  });
  const first = $derived([...pieces].sort((a, b) => a.from - b.from)[0]);
  const last = $derived([...pieces].sort((a, b) => b.to - a.to)[0]);
  const deepest = $derived([...pieces].sort((a, b) => b.casting.below_m - a.casting.below_m)[0]);
  const tallest = $derived([...pieces].sort((a, b) => b.casting.above_m - a.casting.above_m)[0]);
  const heaviest = $derived([...pieces].sort((a, b) => b.casting.kg - a.casting.kg)[0]);
  const beside = $derived(gating?.riser !== undefined && gating.riser?.stands !== 'on-top');
  /** On the thick end that is away from the sprue, or beside it. */
  const riser_at = $derived(
    heaviest
      ? riserAlong(
          [heaviest.from, heaviest.to],
          sprue,
          gating?.riser ?? { diameter_m: (2 * way.riser) / scale, stands: 'on-top' }
        ).x_m
      : 0
  );
  const riser_foot = $derived(parting - (beside ? 0 : (heaviest?.casting.above_m ?? 0) * scale));
  /** A blind one ends under the sand. */
  const riser_top = $derived(
    gating?.riser?.stands === 'blind' ? parting - gating.riser.height_m * scale : TOP
  );
  const figure = (m: number) => {
    const of = lengthFigure(m, units());
    return units() === 'us' ? `${of.value} ${of.unit}` : fixed(m * 1000, 0);
  };
  const unit = $derived(units() === 'us' ? '' : ' (mm)');
  const bar_m = $derived(units() === 'us' ? 0.1016 : 0.1);
  const EXACT = 1e-5;
  const dims = $derived.by(() => {
    if (!first || !last || !deepest || !tallest) return [];
    const below = flask.drag_m - deepest.casting.below_m;
    const above = flask.cope_m - tallest.casting.above_m;
    const over = (i: number) => Math.max(around[i]!.over_m, around[i]!.head_m);
    return [
      {
        kind: 'across',
        from: -flask.length_m / 2,
        to: first.from,
        wants: around[first.i]!.wall_m,
        y: parting + 14
      },
      {
        kind: 'across',
        from: last.to,
        to: flask.length_m / 2,
        wants: around[last.i]!.wall_m,
        y: parting + 14
      },
      {
        kind: 'down',
        at: (deepest.from + deepest.to) / 2,
        gap: below,
        wants: around[deepest.i]!.under_m,
        y0: foot - below * scale,
        y1: foot
      },
      {
        kind: 'down',
        at: tallest.from + 0.82 * (tallest.to - tallest.from),
        gap: above,
        wants: over(tallest.i),
        y0: TOP,
        y1: TOP + above * scale
      }
    ] as const;
  });
</script>

<div bind:clientWidth={shown}>
  <svg class="drawing h-auto w-full" viewBox="0 0 {WIDE} {foot + 56}" role="img" aria-label={label}>
    <defs>
      <pattern id="{uid}-sand" width="11" height="11" patternUnits="userSpaceOnUse">
        <rect width="11" height="11" class="ground" />
        <circle cx="3" cy="3" r="0.9" class="grain" /><circle cx="8.5" cy="8" r="0.9" class="grain" />
      </pattern>
      <pattern
        id="{uid}-metal"
        width="7"
        height="7"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="7" height="7" class="metal" /><path d="M0 0V7" class="hatch" />
      </pattern>
    </defs>
    <rect x={left} y={TOP} width={inside} height={cope + drag} fill="url(#{uid}-sand)" stroke="none" />
    <rect class="wood" x={left - WALL} y={TOP} width={WALL} height={cope + drag} />
    <rect class="wood" x={left + inside} y={TOP} width={WALL} height={cope + drag} />
    <rect class="wood" x={left - WALL - 12} y={foot} width={inside + 2 * WALL + 24} height="10" />
    {#each plan.bars as at (at)}
      <rect class="wood faint" x={x(at) - 6} y={TOP} width="12" height={Math.max(0, cope - 0.03 * scale)} />
    {/each}
    <!-- What stands behind a casting is hidden by it. -->
    <path
      fill="url(#{uid}-metal)"
      d="M{x(sprue) - way.mouth} {TOP}L{x(sprue) - way.foot} {parting + way.runner}H{x(sprue) + way.foot}L{x(
        sprue
      ) + way.mouth} {TOP}Z"
    />
    {#if way.well}
      <rect
        fill="url(#{uid}-metal)"
        stroke="none"
        x={x(sprue) - way.well.half}
        y={parting}
        width={2 * way.well.half}
        height={Math.min(way.well.deep, drag - 4)}
      />
    {/if}
    <path
      fill="url(#{uid}-metal)"
      d="M{x(sprue) - way.basin} {TOP - 3}H{x(sprue) + way.basin}Q{x(sprue) + 0.75 * way.basin} {TOP +
        way.basin_deep -
        3} {x(sprue)} {TOP + way.basin_deep - 3}T{x(sprue) - way.basin} {TOP - 3}Z"
    />
    {#if gating}
      <path
        class="dam"
        d="M{x(sprue) - 0.45 * way.basin} {TOP + way.basin_deep - 4}v{-0.5 * way.basin_deep}"
      />
    {/if}
    <text x={x(sprue)} y={TOP - 12}>basin and sprue</text>
    {#each pieces as { i, from, to } (i)}
      <rect
        fill="url(#{uid}-metal)"
        stroke="none"
        x={Math.min(x(sprue), x(from)) - (x(sprue) < x(from) ? way.trap : 0)}
        y={parting}
        width={Math.max(0, Math.abs((x(sprue) < x(from) ? x(from) : x(to)) - x(sprue))) + way.trap}
        height={way.runner}
      />
    {/each}
    {#each pieces as { i, from, to, casting } (i)}
      <rect
        fill="url(#{uid}-metal)"
        x={x(from)}
        y={parting - casting.above_m * scale}
        width={(to - from) * scale}
        height={(casting.above_m + casting.below_m) * scale}
      />
      <text x={(x(from) + x(to)) / 2} y={parting + (casting.below_m - casting.above_m) * scale * 0.5 + 4}
        >{i + 1}</text
      >
    {/each}
    {#if heaviest && way.riser > 0}
      <path
        fill="url(#{uid}-metal)"
        d="M{x(riser_at) - way.riser} {riser_foot}L{x(riser_at) - way.riser} {riser_top}H{x(riser_at) +
          way.riser}L{x(riser_at) + way.riser} {riser_foot}Z"
      />
      {#if riser_top > TOP}<path class="vent" d="M{x(riser_at)} {TOP + 2}V{riser_top - 2}" />{/if}
      <text x={x(riser_at)} y={TOP - (Math.abs(x(riser_at) - x(sprue)) < 90 ? 28 : 8)}>riser</text>
    {/if}
    {#if tallest}
      {@const vent = (tallest.from + tallest.to) / 2 + 0.012}
      {#each [0, 9] as off (off)}
        <path
          class="vent"
          d="M{x(vent) + off} {TOP + 2}V{Math.max(TOP + 6, parting - tallest.casting.above_m * scale - 8)}"
        />
      {/each}
    {/if}
    <path class="joint" d="M{left - WALL - 20} {parting}H{left + inside + WALL + 20}" />
    <text class="side" x={left - WALL - 6} y={TOP + cope / 2 - 7}>cope</text>
    <text class="side" x={left - WALL - 6} y={TOP + cope / 2 + 9}>{figure(flask.cope_m)}</text>
    <text class="side" x={left - WALL - 6} y={parting + drag / 2 - 7}>drag</text>
    <text class="side" x={left - WALL - 6} y={parting + drag / 2 + 9}>{figure(flask.drag_m)}</text>
    {#each dims as dim, i (i)}
      {#if dim.kind === 'across'}
        {@const gap = dim.to - dim.from}
        <g class:short={gap < dim.wants - EXACT}>
          <path
            class="dim"
            d="M{x(dim.from)} {dim.y - 5}v10M{x(dim.to)} {dim.y - 5}v10M{x(dim.from)} {dim.y}H{x(dim.to)}"
          />
          <text x={(x(dim.from) + x(dim.to)) / 2} y={dim.y - 6}>{figure(gap)}</text>
          {#if gap < dim.wants - EXACT}<text x={(x(dim.from) + x(dim.to)) / 2} y={dim.y + 16}
              >wants {figure(dim.wants)}</text
            >{/if}
        </g>
      {:else}
        <g class:short={dim.gap < dim.wants - EXACT}>
          <path
            class="dim"
            d="M{x(dim.at) - 5} {dim.y0}h10M{x(dim.at) - 5} {dim.y1}h10M{x(dim.at)} {dim.y0}V{dim.y1}"
          />
          <text class="beside" x={x(dim.at) - 6} y={(dim.y0 + dim.y1) / 2 + 4}
            >{figure(dim.gap)}{dim.gap < dim.wants - EXACT ? `, wants ${figure(dim.wants)}` : ''}</text
          >
        </g>
      {/if}
    {/each}
    <path class="rule" d="M{left} {foot + 34}h{bar_m * scale}" />
    <text x={left + (bar_m * scale) / 2} y={foot + 50}>{figure(bar_m)}{unit}</text>
  </svg>
</div>

<style>
  .ground {
    fill: color-mix(in srgb, var(--clay) 22%, var(--paper));
    stroke: none;
  }
  .grain {
    fill: var(--edge);
    stroke: none;
    opacity: 0.55;
  }
  .metal {
    fill: color-mix(in srgb, var(--heat) 26%, var(--paper));
    stroke: none;
  }
  .hatch {
    stroke: var(--heat);
    stroke-width: 1.2;
  }
  .wood {
    fill: color-mix(in srgb, var(--clay) 55%, var(--paper));
    stroke-width: 1.5;
  }
  .faint {
    opacity: 0.5;
  }
  .dam {
    stroke: var(--clay);
    stroke-width: 3;
  }
  .vent {
    stroke: var(--water);
  }
  .joint {
    stroke-dasharray: 14 5 3 5;
  }
  .dim {
    stroke: var(--good);
    stroke-width: 1.4;
  }
  g text {
    fill: var(--good);
  }
  .short .dim {
    stroke: var(--heat);
    stroke-width: 2.2;
  }
  .short text {
    fill: var(--heat);
  }
  .rule {
    stroke-width: 4;
    stroke-linecap: butt;
  }
  .side,
  .beside {
    text-anchor: end;
  }
  text {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 3px;
  }
</style>
