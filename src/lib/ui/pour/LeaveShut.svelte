<script lang="ts">
  import { nowMs } from '$core/time/now';
  /** Poured molds that wait: the one that opens next stands large, the others below it. */
  import { onMount } from 'svelte';
  import { durationText, temperatureText } from '$core/quantity/display';
  import type { PouredMold } from '$lib/schema/pour';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import { units } from '$lib/ui/preferences';
  import { clearTimer, clockText, startTimer, timerNamed } from '$lib/ui/timer/timers.svelte';
  import { shakenPlaces } from './wait-places';
  import { clock } from './pour-words';

  interface Props {
    molds: readonly { id: number; name: string; number: number; poured: PouredMold }[];
    onopen: (mold_id: number) => void;
  }
  const { molds, onopen }: Props = $props();
  let now = $state(nowMs());
  onMount(() => {
    const tick = setInterval(() => (now = nowMs()), 500);
    return () => clearInterval(tick);
  });
  const waits = $derived(
    molds
      .map((mold) => {
        const at = Date.parse(mold.poured.at);
        const { solid_s, below_400_s, below_60_s } = mold.poured.heat;
        const when = (s: number | null) => (s === null ? null : at + s * 1000);
        return { ...mold, at, solid: when(solid_s), open: when(below_400_s), hand: when(below_60_s) };
      })
      .sort((a, b) => (a.open ?? Infinity) - (b.open ?? Infinity))
  );
  const next = $derived(waits[0]);
  const left = (to: number | null) => (to === null ? null : Math.max(0, Math.ceil((to - now) / 1000)));
  const name = (id: number) => `mold:${id}`;

  async function wake(mold: (typeof waits)[number]) {
    if (timerNamed(name(mold.id))) return clearTimer(name(mold.id));
    const seconds = left(mold.open);
    if (seconds)
      startTimer({
        name: name(mold.id),
        says: `${mold.name}: its middle is under ${temperatureText(400, units())}`,
        seconds,
        href: '/pour'
      });
    // Whoever does not answer is rung for on the page all the same.
    if (typeof Notification !== 'undefined' && Notification.permission === 'default')
      await Notification.requestPermission().catch(() => undefined);
  }
</script>

{#if next}
  {@const opens = left(next.open)}
  {@const places = shakenPlaces(next, now)}
  <section class="grid gap-4" aria-label="Leave them shut">
    <header class="flex flex-wrap items-baseline justify-between gap-x-4">
      <h2 class="text-3xl">{opens === 0 ? 'It may be opened' : 'Leave them shut'}</h2>
      <p class="soft small">{molds.length} {molds.length === 1 ? 'mold' : 'molds'} poured</p>
    </header>
    <div class="ticket grid gap-2">
      <p class="soft small">next to open: mold {next.number}, {next.name}</p>
      {#if opens === null}
        <p class="text-xl">
          When it can be opened is not known: its flask or its sand were not said. Leave it overnight.
        </p>
      {:else}
        <p class="figure text-6xl" role="timer">
          {clockText(opens)}<span class="unit text-xl"> {opens >= 3600 ? 'h' : 'min'}</span>
        </p>
        <p>
          {#if opens > 0}then its thickest part is under {temperatureText(400, units())}.{/if}
          {#if next.solid !== null && now >= next.solid}
            It has been solid for {durationText(Math.round((now - next.solid) / 1000 / 60) * 60 || 60)}.
          {:else if next.solid !== null}
            It is solid in {clockText(left(next.solid)!)}.
          {/if}
        </p>
        <div
          class="relative mt-3 mb-8 h-3.5 rounded-xs bg-linear-to-r from-(--heat-ground) to-(--clay)"
          aria-hidden="true"
        >
          {#each places.marks as { at, says } (says)}
            <span
              class="absolute -top-1 -bottom-1 w-px border-l-2 border-dotted border-(--ink)"
              style:left="{at}%"
            ></span>
            <span
              class="figure absolute top-6 -translate-x-1/2 text-xs font-normal"
              style:left="{Math.min(92, Math.max(6, at))}%"
              >{says === '400' ? temperatureText(400, units()) : says}</span
            >
          {/each}
          <span class="absolute -top-1.5 -bottom-1.5 w-1 bg-(--ink)" style:left="{places.now}%"></span>
        </div>
      {/if}
    </div>
    {#if waits.length > 1}
      <ul class="ruled">
        {#each waits.slice(1) as mold (mold.id)}
          {@const seconds = left(mold.open)}
          <li class="flex items-center justify-between gap-3 py-2">
            <span>
              <strong>Mold {mold.number}</strong>
              {mold.name}
              <span class="soft small block"
                >{mold.solid === null ? '' : `solid ${clock(mold.solid)}`}{mold.open === null
                  ? ''
                  : ` · open ${clock(mold.open)}`}{mold.hand === null
                  ? ''
                  : ` · by hand ${clock(mold.hand)}`}</span
              >
            </span>
            <span class="flex items-center gap-3">
              <span class="figure text-xl">{seconds === null ? '–' : clockText(seconds)}</span>
              <button
                type="button"
                class="quiet"
                onclick={() => onopen(mold.id)}
                aria-label="Mold {mold.number} is open">Open</button
              >
            </span>
          </li>
        {/each}
      </ul>
    {/if}
    <Caution name="hot" />
    <p class="row">
      <button type="button" class="act flex-1" onclick={() => onopen(next.id)}>It is open</button>
      <button
        type="button"
        class="quiet flex-1"
        aria-pressed={timerNamed(name(next.id)) !== undefined}
        disabled={!opens}
        onclick={() => wake(next)}>{timerNamed(name(next.id)) ? 'It will ring here' : 'Wake me'}</button
      >
    </p>
  </section>
{/if}
