<script lang="ts">
  /**
   * The parting seen from above, to scale: castings and sprue are dragged or moved by keys, and every clearance is coloured
   * as it is kept.
   */
  import { chillPlace, type Chill } from '$core/mold/chill';
  import type { CastingBox } from '$core/mold/casting';
  import type { Flask } from '$core/mold/flask';
  import { placedOutline, type Outline } from '$core/pattern/outline';
  import { outlineOfCasting } from '$core/mold/casting';
  import type { Layout } from '$core/mold/layout';
  import { keeps, type Clearance } from '$core/mold/placement';
  import { runnersOf } from '$core/mold/runners';
  import { SPRUE_WIDTH_M } from '$core/reference/mold';
  import { figureText, lengthFigure } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import { clearanceWords } from './plan-words';

  interface Props {
    flask: Flask;
    castings: readonly CastingBox[];
    of: readonly { name: string }[];
    layout: Layout;
    clearances: readonly Clearance[];
    bars: readonly number[];
    /** Chills against the castings. */
    chills?: readonly Chill[];
    /** Told of a layout by hand; left out, it is only looked at. */
    onmove?: ((layout: Layout) => void) | undefined;
  }
  const { flask, castings, of, layout, clearances, bars, chills = [], onmove }: Props = $props();

  const WALL_M = 0.018;
  const long = $derived(flask.length_m);
  const wide = $derived(flask.shape === 'round' ? flask.length_m : flask.width_m);
  const outlines = $derived(
    castings.map((casting, i) => {
      const { x_m, y_m, turned_rad } = layout.places[i]!;
      return placedOutline(outlineOfCasting(casting), x_m, y_m, turned_rad);
    })
  );
  const sprue = $derived([layout.sprue.x_m, layout.sprue.y_m] as const);
  const runners = $derived(runnersOf(outlines, sprue).flat());
  const short = $derived(clearances.filter((each) => !keeps(each)));
  const wrong = (i: number) => short.some(({ casting, other }) => casting === i || other === i);
  // y grows upward in the mold and downward on paper.
  const path = (outline: Outline) => `M${outline.map(([x, y]) => `${x * 1000} ${-y * 1000}`).join('L')}Z`;
  const length = (m: number) => figureText(lengthFigure(m, units()));
  const mm = (m: number) => m * 1000;

  let svg = $state<SVGSVGElement | null>(null);
  let held = $state<{ i: number | 'sprue'; dx: number; dy: number } | null>(null);

  function at(event: PointerEvent): [number, number] {
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg!.getScreenCTM()!.inverse());
    return [point.x / 1000, -point.y / 1000];
  }
  const placeOf = (i: number | 'sprue') => (i === 'sprue' ? layout.sprue : layout.places[i]!);
  function put(i: number | 'sprue', x_m: number, y_m: number, turn = 0) {
    const x = Math.max(-long / 2, Math.min(long / 2, x_m));
    const y = Math.max(-wide / 2, Math.min(wide / 2, y_m));
    if (i === 'sprue') onmove?.({ ...layout, sprue: { x_m: x, y_m: y } });
    else
      onmove?.({
        ...layout,
        places: layout.places.map((place, k) =>
          k === i ? { x_m: x, y_m: y, turned_rad: place.turned_rad + turn } : place
        )
      });
  }
  function take(event: PointerEvent, i: number | 'sprue') {
    if (!onmove) return;
    const [x, y] = at(event);
    const { x_m, y_m } = placeOf(i);
    held = { i, dx: x_m - x, dy: y_m - y };
    svg!.setPointerCapture(event.pointerId);
  }
  function drag(event: PointerEvent) {
    if (!held) return;
    const [x, y] = at(event);
    put(held.i, x + held.dx, y + held.dy);
  }
  function keys(event: KeyboardEvent, i: number | 'sprue') {
    if (!onmove) return;
    const step = event.shiftKey ? 0.01 : 0.001;
    const { x_m, y_m } = placeOf(i);
    const moves: Record<string, [number, number, number]> = {
      ArrowLeft: [-step, 0, 0],
      ArrowRight: [step, 0, 0],
      ArrowUp: [0, step, 0],
      ArrowDown: [0, -step, 0],
      r: [0, 0, Math.PI / 12],
      R: [0, 0, -Math.PI / 12]
    };
    const move = moves[event.key];
    if (!move || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    put(i, x_m + move[0], y_m + move[1], move[2]);
  }
</script>

<svg
  bind:this={svg}
  class="drawing h-auto w-full"
  class:touch-none={onmove !== undefined}
  viewBox="{-mm(long / 2 + WALL_M) - 2} {-mm(wide / 2 + WALL_M) - 2} {mm(long + 2 * WALL_M) + 4} {mm(
    wide + 2 * WALL_M
  ) + 4}"
  role="group"
  aria-label="The parting from above, {length(long)} by {length(wide)} inside"
  onpointermove={drag}
  onpointerup={() => (held = null)}
  onpointercancel={() => (held = null)}
>
  {#if flask.shape === 'round'}
    <circle class="wall" r={mm(long / 2 + WALL_M)} />
    <circle class="floor" r={mm(long / 2)} />
  {:else}
    <rect
      class="wall"
      x={-mm(long / 2 + WALL_M)}
      y={-mm(wide / 2 + WALL_M)}
      width={mm(long + 2 * WALL_M)}
      height={mm(wide + 2 * WALL_M)}
    />
    <rect class="floor" x={-mm(long / 2)} y={-mm(wide / 2)} width={mm(long)} height={mm(wide)} />
  {/if}
  {#each bars as x (x)}<path class="bar" d="M{mm(x)} {-mm(wide / 2)}V{mm(wide / 2)}" />{/each}
  {#each runners as runner, i (i)}{#if runner.length > 0}<path class="runner" d={path(runner)} />{/if}{/each}
  {#each outlines as outline, i (i)}
    {@const { x_m, y_m } = layout.places[i]!}
    <!-- svelte-ignore a11y_no_noninteractive_tabindex (it is moved by the arrow keys) -->
    <g
      role={onmove ? 'button' : 'img'}
      tabindex={onmove ? 0 : undefined}
      class="piece"
      class:wrong={wrong(i)}
      class:held={held?.i === i}
      aria-label="{of[i]?.name ?? 'casting'} {i + 1}{wrong(i)
        ? `, ${short
            .filter(({ casting, other }) => casting === i || other === i)
            .map((each) => `${length(each.wants_m - each.gap_m)} short ${clearanceWords(each, of)}`)
            .join('; ')}`
        : ', with its sand'}{onmove ? '. Arrow keys move it, R turns it' : ''}"
      onpointerdown={(event) => take(event, i)}
      onkeydown={(event) => keys(event, i)}
    >
      <path d={path(outline)} />
      <text x={mm(x_m)} y={-mm(y_m) + 4}>{i + 1}</text>
    </g>
  {/each}
  {#each chills as chill, i (i)}
    {@const place = layout.places[chill.casting]}
    {#if place}
      {@const [x, y] = chillPlace(chill, place)}
      <g role="img" aria-label="Chill {chill.half === 'drag' ? 'under' : 'over'} casting {chill.casting + 1}">
        <circle class="chill" cx={mm(x)} cy={-mm(y)} r={mm(chill.across_m) / 2} />
      </g>
    {/if}
  {/each}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex (it is moved by the arrow keys) -->
  <g
    role={onmove ? 'button' : 'img'}
    tabindex={onmove ? 0 : undefined}
    class="piece sprue"
    class:held={held?.i === 'sprue'}
    aria-label="Sprue{onmove ? '. Arrow keys move it' : ''}"
    onpointerdown={(event) => take(event, 'sprue')}
    onkeydown={(event) => keys(event, 'sprue')}
  >
    <circle cx={mm(sprue[0])} cy={-mm(sprue[1])} r={mm(SPRUE_WIDTH_M / 2)} />
  </g>
</svg>

<style>
  .chill {
    fill: light-dark(#3f5f7355, #8fb3c755);
    stroke-dasharray: 4 3;
    pointer-events: none;
  }
  svg {
    max-height: 26rem;
  }
  .wall {
    fill: var(--sunk);
  }
  .floor {
    fill: color-mix(in srgb, var(--clay) 22%, var(--paper));
  }
  .bar {
    stroke: var(--edge);
    stroke-width: 6;
    stroke-dasharray: 2 5;
  }
  .runner {
    fill: color-mix(in srgb, var(--heat) 30%, transparent);
    stroke: none;
  }
  .piece path {
    fill: color-mix(in srgb, var(--good) 26%, var(--paper));
    stroke: var(--good);
    stroke-width: 2;
  }
  .piece.wrong path {
    fill: color-mix(in srgb, var(--heat) 24%, var(--paper));
    stroke: var(--heat);
    stroke-dasharray: 6 4;
    stroke-width: 3;
  }
  .piece[tabindex] {
    cursor: grab;
  }
  .piece.held {
    cursor: grabbing;
  }
  .piece:focus-visible {
    outline: none;
  }
  .piece:focus-visible path,
  .piece:focus-visible circle {
    stroke: var(--heat);
    stroke-width: 5;
  }
  .sprue circle {
    fill: var(--heat);
    stroke: var(--ink);
  }
  text {
    font-size: 11px;
  }
</style>
