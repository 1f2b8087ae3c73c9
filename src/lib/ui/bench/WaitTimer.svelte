<script lang="ts">
  /** A timer that survives a reload: it keeps when it ends, not how long is left. */
  import { onMount } from 'svelte';

  const { seconds, name }: { seconds: number; name: string } = $props();
  const key = $derived(`timer:${name}`);
  let ends = $state<number | null>(null);
  let now = $state(Date.now());
  const left = $derived(ends === null ? seconds : Math.max(0, Math.round((ends - now) / 1000)));
  const clock = $derived(`${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}`);
  const over = $derived(ends !== null && left === 0);

  onMount(() => {
    const kept = Number(localStorage.getItem(key));
    if (kept > Date.now() - 3_600_000) ends = kept;
    const tick = setInterval(() => (now = Date.now()), 500);
    return () => clearInterval(tick);
  });

  function toggle() {
    now = Date.now();
    ends = ends === null ? now + seconds * 1000 : null;
    if (ends === null) localStorage.removeItem(key);
    else localStorage.setItem(key, String(ends));
  }
</script>

<button
  type="button"
  class="timer"
  class:over
  onclick={toggle}
  aria-label="{over ? 'Time is up' : `${clock} left`}. {ends === null ? 'Start' : 'Clear'} the timer"
>
  <span class="clock">{clock}</span>
  <span class="small">{over ? 'time is up' : ends === null ? 'start' : 'running'}</span>
</button>

<style>
  .timer {
    display: inline-flex;
    align-items: baseline;
    gap: 0.6rem;
    min-height: 3rem;
    padding: 0.4rem 0.9rem;
    border: 1px solid var(--edge);
    border-radius: var(--radius-base);
    cursor: pointer;
  }
  .clock {
    font-family: var(--mono);
    font-size: 1.5rem;
    font-weight: 700;
  }
  .over {
    background: var(--heat-ground);
    color: #fff;
  }
</style>
