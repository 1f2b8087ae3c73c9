<script lang="ts">
  /** What runs on this device, with what is left of it. */
  import { Progress } from '@skeletonlabs/skeleton-svelte';
  import { shortTime } from '$lib/ui/date/written-date';
  import Ticket from '$lib/ui/page/Ticket.svelte';
  import { clearTimer, clockText, secondsLeft, timers } from './timers.svelte';
</script>

{#if timers().length > 0}
  <Ticket title="Running">
    <ul class="ruled">
      {#each timers() as timer (timer.name)}
        {@const left = secondsLeft(timer)}
        <li class="grid gap-2 py-3">
          <p class="flex items-baseline justify-between gap-3">
            <a href={timer.href} class="min-w-0 py-2 wrap-anywhere">{timer.says}</a>
            <span class="figure text-2xl" class:wrong={left === 0}>{clockText(left)}</span>
          </p>
          <Progress value={timer.seconds - left} max={timer.seconds}>
            <Progress.Label class="sr-only">{timer.says}</Progress.Label>
            <Progress.Track class="h-1.5 rounded-full bg-(--rule)"
              ><Progress.Range class="h-full rounded-full bg-(--water)" /></Progress.Track
            >
          </Progress>
          <p class="row small justify-between">
            <span class="soft"
              >{left === 0 ? 'time is up since' : 'until'}
              {shortTime(new Date(timer.ends_at).toISOString())}{timer.then
                ? `, then: ${timer.then.says}`
                : ''}</span
            >
            <button type="button" class="quiet" onclick={() => clearTimer(timer.name)}
              >{left === 0 ? 'Seen' : 'Stop it'}</button
            >
          </p>
        </li>
      {/each}
    </ul>
  </Ticket>
{/if}
