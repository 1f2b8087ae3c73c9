<script lang="ts">
  /** A mold in section and its parting from above, drawn to scale from its measures, which stand at it. */
  import { figureText, fixed, lengthFigure } from '$core/quantity/display';
  import type { DrawnMold } from '$core/trainer/mold-question';
  import { units } from '$lib/ui/preferences';

  const { mold, label }: { mold: DrawnMold; label: string } = $props();
  const wall = 9;
  const height = $derived(mold.drag + mold.cope);
  const up = (mm: number) => height - mm + wall;
  const text = (mm: number) => figureText(lengthFigure(mm / 1000, units()));
  const top = $derived(mold.drag + mold.pattern.above);
  const sprue_x = $derived(mold.runner.from + mold.runner.width / 2);
  const gate_from = $derived((mold.breadth - mold.gate.width) / 2);
  const runner_from = $derived(gate_from - mold.sprue.before);
  const runner_to = $derived(gate_from + mold.gate.width + mold.trap);
</script>

<div class="grid items-end gap-4 desk:grid-cols-2" role="img" aria-label={label}>
  <svg
    viewBox="-14 -12 {mold.width + 2 * wall + 60} {height + wall + 14}"
    class="h-auto w-full"
    aria-hidden="true"
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
      <!-- The sprue stands behind the cut. -->
      <rect
        x={sprue_x - mold.sprue.width / 2}
        y={up(height)}
        width={mold.sprue.width}
        height={mold.cope}
        fill="var(--paper)"
        fill-opacity="0.6"
        stroke-dasharray="4 3"
      />
      <rect
        x={mold.runner.from}
        y={up(mold.runner.floor + mold.runner.height)}
        width={mold.runner.width}
        height={mold.runner.height}
        fill="var(--paper)"
      />
      <rect
        x={mold.pattern.to}
        y={up(mold.gate.floor + mold.gate.height)}
        width={mold.runner.from - mold.pattern.to}
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
        <text x={sprue_x} y={up(height + 3)} text-anchor="middle">sprue</text>
      </g>
    </g>
  </svg>
  <svg
    viewBox="-14 -2 {mold.width + 2 * wall + 60} {mold.breadth + 2 * wall + 4}"
    class="h-auto w-full"
    aria-hidden="true"
    stroke="currentColor"
    stroke-width="1"
    fill="none"
  >
    <g transform="translate({wall} {wall})">
      <rect
        x={-wall}
        y={-wall}
        width={mold.width + 2 * wall}
        height={mold.breadth + 2 * wall}
        fill="var(--clay)"
        fill-opacity="0.35"
      />
      <rect width={mold.width} height={mold.breadth} fill="var(--grain)" />
      <rect
        x={mold.pattern.from}
        y={(mold.breadth - mold.pattern.across) / 2}
        width={mold.pattern.to - mold.pattern.from}
        height={mold.pattern.across}
        fill="var(--paper)"
      />
      <rect
        x={mold.runner.from}
        y={runner_from}
        width={mold.runner.width}
        height={runner_to - runner_from}
        fill="var(--paper)"
      />
      <rect
        x={mold.pattern.to}
        y={gate_from}
        width={mold.runner.from - mold.pattern.to}
        height={mold.gate.width}
        fill="var(--paper)"
      />
      <circle cx={sprue_x} cy={runner_from} r={mold.sprue.width / 2} fill="var(--paper)" />
      <g fill="currentColor" stroke="none" font-size="8" font-family="var(--mono)">
        <text x={mold.width + wall + 4} y={mold.breadth / 2}>from</text>
        <text x={mold.width + wall + 4} y={mold.breadth / 2 + 10}>above</text>
      </g>
    </g>
  </svg>
</div>
<p class="small">
  {text(mold.pattern.from)} to the wall · {text(height - top)} over the casting · facing {fixed(
    mold.facing_moisture,
    1
  )} % moist · runner {text(mold.trap)} past the gate
</p>
