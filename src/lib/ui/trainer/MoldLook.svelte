<script lang="ts">
  /** A mold in section, drawn to scale from its measures, which stand at it. */
  import { figureText, fixed, lengthFigure } from '$core/quantity/display';
  import type { DrawnMold } from '$core/trainer/mold-question';
  import { units } from '$lib/ui/preferences';

  const { mold, label }: { mold: DrawnMold; label: string } = $props();
  const wall = 9;
  const height = $derived(mold.drag + mold.cope);
  const up = (mm: number) => height - mm + wall;
  const text = (mm: number) => figureText(lengthFigure(mm / 1000, units()));
  const top = $derived(mold.drag + mold.pattern.above);
</script>

<svg
  viewBox="-14 -12 {mold.width + 2 * wall + 60} {height + wall + 14}"
  class="h-auto w-full max-w-2xl"
  role="img"
  aria-label={label}
  stroke="currentColor"
  stroke-width="1"
  fill="none"
>
  <rect x="0" y={wall} width={mold.width + 2 * wall} {height} fill="var(--clay)" fill-opacity="0.35" />
  <g transform="translate({wall} 0)">
    <rect x="0" y={up(height)} width={mold.width} {height} fill="var(--grain)" />
    <path
      d="M{mold.pattern.from - mold.facing} {up(mold.drag)} V{up(
        mold.drag - mold.pattern.depth - mold.facing
      )} H{mold.pattern.to + mold.facing} V{up(mold.drag)} V{up(top + mold.facing)} H{mold.pattern.from -
        mold.facing} Z"
      fill="var(--water)"
      fill-opacity={Math.min(0.6, 0.12 + 0.09 * Math.max(0, mold.facing_moisture - 3))}
      stroke-dasharray="2 3"
    />
    <rect
      x={mold.pattern.from}
      y={up(top)}
      width={mold.pattern.to - mold.pattern.from}
      height={mold.pattern.depth + mold.pattern.above}
      fill="var(--paper)"
    />
    <rect
      x={mold.sprue.at - mold.sprue.width / 2}
      y={up(height)}
      width={mold.sprue.width}
      height={mold.cope + mold.runner.height}
      fill="var(--paper)"
    />
    <rect
      x={mold.pattern.to + 12}
      y={up(mold.runner.floor + mold.runner.height)}
      width={mold.runner.to - mold.pattern.to - 12}
      height={mold.runner.height}
      fill="var(--paper)"
    />
    <rect
      x={mold.pattern.to}
      y={up(mold.gate.floor + mold.gate.height)}
      width="14"
      height={mold.gate.height}
      fill="var(--paper)"
    />
    <path d="M-{wall} {up(mold.drag)} H{mold.width + wall}" stroke-width="1.6" stroke-dasharray="7 3" />
    {#each mold.vents as { at, foot }, i (i)}<path
        d="M{at} {up(height)} V{up(foot)}"
        stroke-width="2"
      />{/each}
    <!-- What is measured, where no vent crosses it. -->
    <path
      d="M0 {up(8)} H{mold.pattern.from} M0 {up(4)} V{up(12)} M{mold.pattern.from} {up(4)} V{up(12)} M{mold
        .pattern.from / 2} {up(height)} V{up(top)} M{mold.pattern.from / 2 - 4} {up(top)} H{mold.pattern
        .from}"
      stroke-width="0.8"
    />
    <g fill="currentColor" stroke="none" font-size="8" font-family="var(--mono)">
      <text x={mold.pattern.from / 2} y={up(14)} text-anchor="middle">{text(mold.pattern.from)}</text>
      <text
        x={mold.pattern.from / 2 - 3}
        y={up(top + (height - top) / 2)}
        text-anchor="middle"
        transform="rotate(-90 {mold.pattern.from / 2 - 3} {up(top + (height - top) / 2)})"
        >{text(height - top)}</text
      >
      <text x={mold.pattern.from + 6} y={up(mold.drag - mold.pattern.depth - mold.facing - 10)}
        >facing {fixed(mold.facing_moisture, 1)} %</text
      >
      <text x={mold.width + wall + 4} y={up(mold.drag + mold.cope / 2)}>cope</text>
      <text x={mold.width + wall + 4} y={up(mold.drag / 2)}>drag</text>
      <text x={mold.sprue.at - 12} y={up(height + 3)}>sprue</text>
    </g>
  </g>
</svg>
<p class="small">
  {text(mold.pattern.from)} to the wall · {text(height - top)} over the casting · facing {fixed(
    mold.facing_moisture,
    1
  )} % moist
</p>
