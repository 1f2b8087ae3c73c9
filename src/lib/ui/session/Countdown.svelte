<script lang="ts">
  import { nowMs } from '$core/time/now';
  /** What is left until a moment, as a clock. */
  import { onMount } from 'svelte';
  import { clockText } from '$lib/ui/timer/timers.svelte';

  const { until }: { until: number } = $props();
  let now = $state(nowMs());
  onMount(() => {
    const tick = setInterval(() => (now = nowMs()), 1000);
    return () => clearInterval(tick);
  });
</script>

<span class="figure" role="timer">{clockText(Math.max(0, Math.round((until - now) / 1000)))}</span>
