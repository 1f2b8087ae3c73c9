<script lang="ts">
  /** The answer so far, with its doubt drawn against what would be worth having. */
  import type { Trial } from '$lib/schema/trial';
  import { answerWords, apartText } from './trial-words';

  const { trial }: { trial: Trial } = $props();
  const words = $derived(answerWords(trial));
  const { low, high, gain } = $derived(trial.answer);
  /** Drawn from as far below nothing to as far above: what is worth having lies well within. */
  const most = $derived(Math.max(trial.worth, Math.abs(low ?? 0), Math.abs(high ?? 0)) * 1.15);
  const at = (by: number) => 150 + (145 * by) / most;
</script>

<p class="head" class:sure={trial.answer.says === 'yes'}>{words.head}</p>
<p>{words.body}</p>
<p class="small">
  <a href="/handbook/shake-out#formula-trial-lot">How luck is counted</a>
</p>
{#if low !== null && high !== null && gain !== null}
  <svg
    viewBox="0 0 300 62"
    preserveAspectRatio="xMinYMid meet"
    role="img"
    aria-label="Gain {apartText(trial, gain)}, between {apartText(trial, low)} and {apartText(
      trial,
      high
    )}; worth having from {apartText(trial, trial.worth)}"
  >
    <rect x={at(trial.worth)} y="6" width={Math.max(0, 300 - at(trial.worth))} height="30" class="worth" />
    <line x1="150" x2="150" y1="4" y2="40" class="none" />
    <line x1={at(low)} x2={at(high)} y1="21" y2="21" class="range" />
    <circle cx={at(gain)} cy="21" r="6" class="gain" />
    <text x="150" y="56" text-anchor="middle">no difference</text>
    <text x={Math.min(296, at(trial.worth))} y="56" text-anchor={at(trial.worth) > 235 ? 'end' : 'start'}
      >worth having</text
    >
  </svg>
{/if}

<style>
  .head {
    font-family: var(--display);
    font-size: 1.5rem;
    font-weight: 700;
    line-height: 1.15;
  }
  .sure {
    color: var(--good);
  }
  svg {
    width: 100%;
    max-width: 26rem;
  }
  .worth {
    fill: var(--good);
    opacity: 0.16;
  }
  .none {
    stroke: var(--edge);
    stroke-width: 1.5;
  }
  .range {
    stroke: var(--ink);
    stroke-width: 3;
    stroke-dasharray: 6 4;
  }
  .gain {
    fill: var(--ink);
  }
  text {
    fill: var(--soft);
    font-size: 11px;
  }
</style>
