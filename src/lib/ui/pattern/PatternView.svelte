<script lang="ts">
  /**
   * A body in three dimensions, its faces coloured by draft: turned about, its parting dragged, its halves opened. All of it
   * works by keys; the words about it stand beside, for who cannot see it.
   */
  import { onMount } from 'svelte';
  import { figureText, lengthFigure } from '$core/quantity/display';
  import type { Vector } from '$core/pattern/mesh/triangles';
  import OneSlider from '$lib/ui/field/OneSlider.svelte';
  import { units } from '$lib/ui/preferences';
  import { partedBody } from './parted-body';
  import { turnByKey, turntable, type Turntable } from './turntable';

  interface Props {
    positions: Float32Array;
    colours: Uint8Array;
    way: Vector;
    /** Along the way, from the origin, m. */
    parting_m: number;
    /** How far it reaches along the way, m from the origin. */
    reach: { least: number; most: number };
    marks: { at: Vector; of: 'undercut' | 'thin' }[];
    /** Told where the parting was moved to, m. */
    onparting?: ((height_m: number) => void) | undefined;
    label: string;
  }
  const { positions, colours, way, parting_m, reach, marks, onparting, label }: Props = $props();

  let canvas = $state<HTMLCanvasElement | null>(null);
  let opened = $state(0);
  let none = $state(false);
  /** The parting while it is being moved. */
  let moving_m = $state<number | null>(null);
  const height = $derived(moving_m ?? parting_m);
  const span = $derived(reach.most - reach.least || 1e-3);

  let stage = $state.raw<(ReturnType<typeof partedBody> & Pick<Turntable, 'turn'>) | null>(null);

  onMount(() => {
    let gone = false;
    let away: (() => void) | null = null;
    void build().then((made) => {
      if (gone) made?.away();
      else {
        stage = made;
        away = made?.away ?? null;
      }
    });
    return () => {
      gone = true;
      away?.();
    };
  });

  async function build() {
    const table = await turntable(() => canvas);
    none = table === 'none';
    if (!table || table === 'none') return null;
    const body = partedBody(table, positions, colours, {
      from: () => (onparting ? height : null),
      to: (m) => (moving_m = clamped(m)),
      settle
    });
    return { ...body, turn: table.turn };
  }

  const clamped = (m: number) => Math.max(reach.least, Math.min(reach.most, m));
  function settle() {
    if (moving_m === null) return;
    const to = moving_m;
    moving_m = null;
    onparting?.(to);
  }

  $effect(() => stage?.show({ way, parting_m: height, open_m: (opened / 100) * 0.7 * span, marks }));
  $effect(() => stage?.colour(colours));

  const length = (m: number) => figureText(lengthFigure(m, units()));
  const halves = $derived(
    `${length(Math.max(0, reach.most - height))} in the cope, ${length(Math.max(0, height - reach.least))} in the drag`
  );
</script>

{#if none}
  <p class="soft">
    This device draws nothing in three dimensions; the words beside it say all that it would show.
  </p>
{:else}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (it is turned by the arrow keys) -->
  <div
    class="rounded-base border border-(--rule) bg-(--paper)"
    role="application"
    tabindex="0"
    aria-label="{label} The arrow keys turn it."
    onkeydown={(event) => turnByKey(event, stage)}
  >
    <canvas bind:this={canvas} class="block aspect-4/3 w-full touch-none" aria-hidden="true"></canvas>
  </div>
{/if}
<div class="grid gap-1">
  {#if onparting}
    <OneSlider
      label="Parting"
      value={Math.round(((height - reach.least) / span) * 1000)}
      max={1000}
      tone="water"
      about={halves}
      says={halves}
      onmove={(value) => (moving_m = clamped(reach.least + (value / 1000) * span))}
      onsettle={settle}
    />
  {/if}
  {#if !none}
    <OneSlider
      label="Open the halves"
      value={opened}
      max={100}
      says="{opened} %"
      onmove={(value) => (opened = value)}
    />
  {/if}
</div>
