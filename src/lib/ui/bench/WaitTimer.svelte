<script lang="ts">
  /** A wait of a step: starts with a tap, survives a reload, shows on the Bench too. */
  import { page } from '$app/state';
  import { Progress } from '@skeletonlabs/skeleton-svelte';
  import { clearTimer, clockText, secondsLeft, startTimer, timerNamed } from '$lib/ui/timer/timers.svelte';

  const { seconds, name, says }: { seconds: number; name: string; says: string } = $props();
  const timer = $derived(timerNamed(name));
  const left = $derived(timer ? secondsLeft(timer) : seconds);
  const over = $derived(timer !== undefined && left === 0);

  function toggle() {
    if (timer) clearTimer(name);
    else startTimer({ name, says, seconds, href: page.url.pathname + page.url.search });
  }
</script>

<button
  type="button"
  class="quiet relative items-baseline overflow-hidden {over
    ? 'border-(--heat-ground) bg-(--heat-ground)! text-white'
    : ''}"
  onclick={toggle}
  title={timer ? 'Clear the timer' : 'Start the timer'}
>
  <span class="font-(family-name:--mono) text-2xl font-bold">{clockText(left)}</span>
  <span class="small">{over ? 'time is up' : timer ? 'running' : 'start'}</span>
  {#if timer && !over}
    <Progress value={seconds - left} max={seconds} class="absolute inset-x-0 bottom-0" aria-hidden="true">
      <Progress.Track class="h-1 bg-transparent"><Progress.Range class="h-1 bg-(--water)" /></Progress.Track>
    </Progress>
  {/if}
</button>
