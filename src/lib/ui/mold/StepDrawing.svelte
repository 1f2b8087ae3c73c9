<script lang="ts">
  /** A mold cut through, as it stands at one step of ramming: sand is filled, what the hand does is heat-coloured. */
  import { RAMMING_STEPS, type RammingStep } from '$core/mold/ramming-steps';

  interface Props {
    kind: RammingStep;
    width?: number;
    /** The pattern is pressed in later: the drag is rammed without it. */
    bare?: boolean;
  }
  const { kind, width = 160, bare = false }: Props = $props();

  /** Where the parting lies, and the cope's sand where it is lifted. */
  const PARTING = 58;
  const at = $derived(RAMMING_STEPS.indexOf(kind));
  const from = (step: RammingStep) => at >= RAMMING_STEPS.indexOf(step);
  /** While the drag is rammed it lies upside down on its board, and the pattern stands on that. */
  const upside_down = $derived(!from('roll-over') && kind !== 'foam' && kind !== 'false-cope');
  const cope = $derived(from('cope-on'));
  const lifted = $derived(kind === 'lift-cope' || kind === 'trial-close' ? 14 : 0);
  const apart = $derived(['rap-last', 'draw', 'inspect', 'gates', 'wash'].includes(kind));
  const drag_sand = $derived(from('butt-drag') || kind === 'false-cope');
  const cope_sand = $derived(from('butt-cope'));
  const gone = $derived(['inspect', 'gates', 'wash', 'trial-close', 'close'].includes(kind));
  const pattern_up = $derived(kind === 'draw' ? 20 : 0);
</script>

<svg
  class="drawing h-auto"
  viewBox="0 0 200 {apart ? 100 : 112}"
  {width}
  height={(width * (apart ? 100 : 112)) / 200}
  aria-hidden="true"
>
  {#if kind === 'foam'}
    <path d="M40 96h120" /><path class="sand" d="M60 96V70h50V54h14V20h14v34h-4v42z" stroke-dasharray="4 3" />
    <path class="moves" d="M40 40l16 16m-16-6v-10h10" /><path d="M28 30l10 8-6 6z" />
  {:else if upside_down}
    <!-- The drag lies on its board, its joint down. -->
    <path d="M24 98h152v6H24z" />
    <path d="M34 58h8v40h-8z M158 58h8v40h-8z" />
    {#if drag_sand}
      <path class="sand" d={kind === 'butt-drag' ? 'M42 98V58q58-18 116 0v40z' : 'M42 98V58h116v40z'} />
    {:else if kind === 'ram-drag'}
      <path class="sand" d="M42 98V80h116v18z" />
    {:else if kind === 'face-drag'}
      <path class="sand" d="M50 98l16-26q4-4 10-4h48q6 0 10 4l16 26z" />
    {/if}
    {#if !bare}<path class="pattern" d="M70 98l6-20h48l6 20z" />{/if}
    {#if kind === 'dust-drag' || kind === 'face-drag'}
      <path class="moves" d="M74 44l8 10 M94 42v13 M106 42v13 M126 44l-8 10" />
      <path d="M80 20h40l-6 16H86z" />
    {:else if kind === 'ram-drag' || kind === 'butt-drag'}
      <path d="M144 6v28 M138 34h12v12h-12z" /><path class="moves" d="M128 14v18m-4-5l4 5 4-5" />
    {:else if kind === 'strike-drag'}
      <path d="M64 50h72v7H64z" /><path class="moves" d="M82 40h36m-6-5l6 5-6 5" />
    {:else}
      <path class="moves" d="M100 22v20m-5-6l5 6 5-6" />
    {/if}
  {:else if kind === 'roll-over' || kind === 'false-cope'}
    <path d="M24 50h152v5H24z M24 99h152v5H24z" />
    <path d="M34 56h8v42h-8z M158 56h8v42h-8z" /><path class="sand" d="M42 56h116v42H42z" />
    {#if kind === 'false-cope'}
      <path class="pattern" d="M70 68q6-18 30-18t30 18z" /><path class="moves" d="M100 20v22m-5-6l5 6 5-6" />
    {:else}
      <path class="pattern" d="M70 98l6-20h48l6 20z" />
      <path class="moves" d="M52 40a50 26 0 0 1 96 0m2-12v12h-12" />
    {/if}
  {:else}
    <!-- Right side up: the drag below, the parting, the cope above it. -->
    <path d="M24 100h152v5H24z" />
    <path d="M34 {PARTING}h8v42h-8z M158 {PARTING}h8v42h-8z" />
    {#if kind === 'cope-down'}
      <path class="sand" d="M42 100V{PARTING}h16l12 10h60l12-10h16v42z" />
    {:else}
      <path class="sand" d="M42 100V{PARTING}h116v42z" />
    {/if}
    {#if gone}
      <path class="hollow" d="M70 {PARTING}h60l-6 20H76z" />
      {#if kind !== 'inspect'}<path class="hollow" d="M130 {PARTING}h17v6h-17z" />{/if}
    {:else}
      <g transform="translate(0 {-pattern_up})"><path class="pattern" d="M70 {PARTING}h60l-6 20H76z" /></g>
      {#if kind === 'draw'}<path class="hollow" d="M70 {PARTING}h60l-6 20H76z" />{/if}
    {/if}
    {#if cope && !apart}
      <g transform="translate(0 {-lifted})">
        <path d="M34 {PARTING - 40}h8v40h-8z M158 {PARTING - 40}h8v40h-8z" />
        {#if cope_sand}
          <path
            class="sand"
            d={kind === 'butt-cope'
              ? `M42 ${PARTING}V${PARTING - 40}q58-14 116 0v40z`
              : `M42 ${PARTING}V${PARTING - 40}h116v40z`}
          />
        {:else if kind === 'ram-cope'}
          <path class="sand" d="M42 {PARTING}V{PARTING - 18}h116v18z" />
        {:else if kind === 'face-cope'}
          <path class="sand" d="M56 {PARTING}l8-8h72l8 8z" />
        {/if}
        {#if from('sprue-pin') && !from('basin')}
          <path class="pattern" d="M138 {PARTING}V{PARTING - 48}h9V{PARTING}z" />
        {:else if from('basin')}
          <path class="hollow" d="M138 {PARTING}V{PARTING - 30}l-7-10h23l-7 10v30z" />
        {/if}
        {#if from('vent') && cope_sand}
          <path
            d="M84 {PARTING - 40}v32 M100 {PARTING - 40}v32 M116 {PARTING - 40}v32"
            stroke-dasharray="3 3"
          />
        {/if}
      </g>
    {/if}
    {#if kind === 'bed-in'}
      <path class="moves" d="M100 24v22m-5-6l5 6 5-6" />
    {:else if kind === 'blow-out' || kind === 'off-false-cope'}
      <path class="moves" d="M56 44h34m-6-5l6 5-6 5 M110 44h34m-6-5l6 5-6 5" />
    {:else if kind === 'cope-down'}
      <path d="M40 40l16 14" /><path class="moves" d="M60 44l8 10 M140 44l-8 10" />
    {:else if kind === 'rap-first' || kind === 'rap-last'}
      <path d="M100 {PARTING - 26}v26" /><path
        class="moves"
        d="M84 40H72m4-4l-4 4 4 4 M116 40h12m-4-4l4 4-4 4"
      />
    {:else if kind === 'carry-over'}
      <path class="moves" d="M76 46l6 10 M124 46l-6 10 M96 44l4 12 4-12" />
    {:else if kind === 'dust-parting'}
      <path d="M84 14h32l-5 14H89z" /><path
        class="moves"
        d="M64 36l6 12 M88 36v12 M112 36v12 M136 36l-6 12"
      />
    {:else if kind === 'cope-on'}
      <path class="moves" d="M100 18v24m-5-6l5 6 5-6" />
    {:else if kind === 'sprue-pin'}
      <path class="moves" d="M130 10v24m-4-5l4 5 4-5" />
    {:else if kind === 'face-cope'}
      <path class="moves" d="M76 28v14 M96 28v14 M116 28v14" />
    {:else if kind === 'ram-cope' || kind === 'butt-cope'}
      <path d="M72 0v12 M66 12h12v10H66z" /><path class="moves" d="M56 2v16m-4-5l4 5 4-5" />
    {:else if kind === 'strike-cope'}
      <path d="M58 10h60v7H58z" /><path class="moves" d="M74 4h28m-6-4l6 4-6 4" />
    {:else if kind === 'vent'}
      <path class="moves" d="M84 2v44 M100 2v12 M116 2v12" />
    {:else if kind === 'basin'}
      <path class="moves" d="M122 16V4m-4 4l4-4 4 4" />
    {:else if kind === 'lift-cope'}
      <path class="moves" d="M20 54V30m-5 6l5-6 5 6 M180 54V30m-5 6l5-6 5 6" />
    {:else if kind === 'draw'}
      <path d="M100 22V8" /><path class="moves" d="M120 30V8m-5 6l5-6 5 6" />
    {:else if kind === 'inspect'}
      <circle cx="100" cy="16" r="7" /><path class="moves" d="M86 26l-10 18 M100 28v20 M114 26l10 18" />
    {:else if kind === 'gates'}
      <path d="M150 30l-8 20" /><path class="moves" d="M152 50h-18m5-4l-5 4 5 4" />
    {:else if kind === 'wash'}
      <path d="M112 14l26-10 M100 26l12-12 6 6-12 12z" /><path class="moves" d="M78 40q8-8 16 0t16 0 16 0" />
    {:else if kind === 'trial-close'}
      <path class="moves" d="M20 26v24m-4-5l4 5 4-5 M180 50V26m-4 5l4-5 4 5" />
    {:else if kind === 'close'}
      <path d="M52 4h24v13H52z M86 4h24v13H86z" /><path class="moves" d="M134 8v8 M148 2v12" />
    {/if}
  {/if}
</svg>

<style>
  .pattern {
    fill: var(--edge);
    fill-opacity: 0.5;
  }
  .hollow {
    fill: var(--paper);
  }
</style>
