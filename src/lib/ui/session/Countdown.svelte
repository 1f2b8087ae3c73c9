<script lang="ts">
  /** What is left until a moment, as a clock. */
  import { Ticking } from '$lib/ui/timer/ticking.svelte';
  import { clockText } from '$lib/ui/timer/timers.svelte';

  const { until }: { until: number } = $props();
  const clock = new Ticking(1000);
</script>

<span class="figure" role="timer">{clockText(Math.max(0, Math.round((until - clock.now) / 1000)))}</span>
