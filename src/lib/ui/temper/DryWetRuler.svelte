<script lang="ts">
  import { fixed } from '$core/quantity/display';
  /**
   * The one picture of temper: a ramp from dry sand to water, the heap's window as a frame, the estimate as
   * a pointer on a blurred band, the last measurement as a ring, the drift between as a dotted line.
   * All values in percent moisture.
   */
  import { NINE_IN_TEN } from '$core/judge/normal';
  interface Props {
    window: { min: number; max: number };
    value: number;
    sd: number;
    measured?: number | null;
    size?: 'large' | 'small';
    /** Oil-bonded: water only has to stay out, and the hand words of green sand do not apply. */
    oil?: boolean;
    /** Somebody has looked at the sand; else all of it is a guess, and drawn in grey. */
    known?: boolean;
    /** Where the sand stands after the prescription. */
    aim?: number | null;
  }
  const {
    window,
    value,
    sd,
    measured = null,
    size = 'large',
    aim = null,
    oil = false,
    known = true
  }: Props = $props();

  const width = $derived(window.max - window.min);
  const low = $derived(
    Math.max(0, Math.floor(Math.min(window.min - 1.9 * width, value - 2 * sd, window.min - 1) * 2) / 2)
  );
  const high = $derived(
    Math.ceil(Math.max(window.max + 1.9 * width, value + 2 * sd, window.max + 1) * 2) / 2
  );
  const at = (percent: number) => Math.min(100, Math.max(0, ((percent - low) / (high - low)) * 100));
  const step = $derived(high - low > 7 ? 2 : high - low > 4 ? 1 : 0.5);
  const ticks = $derived(
    Array.from({ length: Math.floor((high - low) / step) + 1 }, (_, i) => low + i * step).filter(
      (tick) => at(tick) > 1 && at(tick) < 99
    )
  );
  // Hand words where the squeeze grades lie: below 0.65 of temper it runs, from 1.4 up it is mud.
  const centre = $derived((window.min + window.max) / 2);
  const placed = $derived(
    oil
      ? []
      : [
          { word: 'runs', at: (low + Math.min(window.min, centre * 0.72)) / 2 },
          { word: 'short', at: (Math.min(window.min, centre * 0.72) + window.min) / 2 },
          { word: 'breaks clean', at: centre, bold: true },
          { word: 'soft', at: (window.max + Math.min(high, centre * 1.4)) / 2 },
          { word: 'mud', at: (Math.min(high, centre * 1.4) + high) / 2 }
        ]
  );
  // A word that would stand on another is left out, the temper word never.
  const words = $derived(
    placed.filter(
      (each, i) =>
        each.bold ||
        placed.every((other, j) => i === j || !other.bold || Math.abs(at(each.at) - at(other.at)) > 17)
    )
  );
  const label = $derived(
    `${known ? `Moisture ${fixed(value, 1)} % give or take ${fixed(NINE_IN_TEN * sd, 1)}` : `Moisture not known: likely ${fixed(Math.max(0, value - NINE_IN_TEN * sd), 1)} to ${fixed(value + NINE_IN_TEN * sd, 1)} %`}; temper window ${fixed(window.min, 1)} to ${fixed(window.max, 1)} %` +
      (measured === null ? '' : `; last measured ${fixed(measured, 1)} %`)
  );
</script>

<div class="ruler {size}" class:unknown={!known} role="img" aria-label={label}>
  {#if size === 'large'}
    <span class="frame-name" style:left="{(at(window.min) + at(window.max)) / 2}%"
      >{oil ? 'dry enough' : 'temper window'}</span
    >
  {/if}
  <div class="ramp">
    <span
      class="band"
      style:left="{at(value - NINE_IN_TEN * sd)}%"
      style:right="{100 - at(value + NINE_IN_TEN * sd)}%"
    ></span>
    <span class="frame" style:left="{at(window.min)}%" style:right="{100 - at(window.max)}%"></span>
    {#if measured !== null}
      <span
        class="drift"
        style:left="{Math.min(at(measured), at(value))}%"
        style:right="{100 - Math.max(at(measured), at(value))}%"
      ></span>
      <span class="ring" style:left="{at(measured)}%"></span>
    {/if}
    {#if aim !== null && size === 'large'}<span class="aim" style:left="{at(aim)}%"></span>{/if}
    {#if known}<span class="pointer" style:left="{at(value)}%"></span>{/if}
  </div>
  {#if size === 'large'}
    <div class="scale">
      {#each ticks as tick (tick)}<span class="tick" style:left="{at(tick)}%">{fixed(tick, 1)}</span>{/each}
    </div>
    <div class="words">
      {#each words as { word, at: place, bold = false } (word)}
        <span style:left="{Math.min(96, Math.max(4, at(place)))}%" class:bold>{word}</span>
      {/each}
    </div>
  {/if}
</div>

<style>
  .ruler {
    position: relative;
  }
  .large {
    padding-top: 2.4rem;
  }
  .frame-name {
    position: absolute;
    top: 0;
    transform: translateX(-50%);
    font-size: 0.85rem;
    font-weight: 600;
    white-space: nowrap;
  }
  .ramp {
    position: relative;
    height: 1.9rem;
    border-radius: var(--radius-base);
    background: linear-gradient(90deg, #e9dcc3, #a9a182 55%, #3d6480);
  }
  .unknown .ramp {
    background: linear-gradient(90deg, #dedad2, #a09c96 55%, #5c6770);
  }
  .small .ramp {
    height: 1rem;
  }
  .ramp span {
    position: absolute;
  }
  .band {
    inset-block: 0.3rem;
    background: rgb(43 38 34 / 0.45);
    filter: blur(4px);
  }
  .small .band {
    inset-block: 0.15rem;
    filter: blur(2px);
  }
  .frame {
    inset-block: -0.5rem;
    border: 2px solid var(--ink);
    border-radius: var(--radius-base);
  }
  .small .frame {
    inset-block: -0.2rem;
  }
  .drift {
    top: 50%;
    border-top: 2px dotted #2b2622;
  }
  .ring {
    width: 0.85rem;
    height: 0.85rem;
    top: 50%;
    transform: translate(-50%, -50%);
    background: #fff;
    border: 2px solid #2b2622;
    border-radius: 50%;
  }
  .small .ring {
    width: 0.6rem;
    height: 0.6rem;
  }
  .aim {
    inset-block: -0.5rem;
    border-left: 2px dashed var(--good);
  }
  .pointer {
    top: -1.1rem;
    bottom: -0.25rem;
    width: 3px;
    transform: translateX(-50%);
    background: #b4441e;
    transition: left 0.4s ease-out;
  }
  .small .pointer {
    top: -0.3rem;
    bottom: -0.3rem;
  }
  .pointer::before {
    content: '';
    position: absolute;
    top: 0;
    left: 50%;
    transform: translateX(-50%);
    border: 0.55rem solid transparent;
    border-top: 0.85rem solid var(--heat);
    border-bottom: 0;
  }
  .small .pointer::before {
    display: none;
  }
  .scale,
  .words {
    position: relative;
    height: 1.35rem;
    font-size: 0.85rem;
  }
  .scale {
    margin-top: 0.75rem;
    font-family: var(--mono);
  }
  .scale span,
  .words span {
    position: absolute;
    transform: translateX(-50%);
    white-space: nowrap;
  }
  .tick::before {
    content: '';
    position: absolute;
    top: -0.45rem;
    left: 50%;
    height: 0.35rem;
    border-left: 1px solid var(--edge);
  }
  .words {
    color: var(--soft);
  }
  @media (max-width: 30rem) {
    .words {
      font-size: 0.75rem;
    }
  }
  .bold {
    font-weight: 700;
    color: var(--ink);
  }
</style>
