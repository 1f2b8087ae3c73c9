<script lang="ts">
  /** Poured molds that wait: the one that opens next stands large, the others below it. */
  import { durationText } from '$core/quantity/display';
  import type { PouredMold } from '$lib/schema/pour';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import { Ticking } from '$lib/ui/timer/ticking.svelte';
  import { clearTimer, clockText, startTimer, timerNamed } from '$lib/ui/timer/timers.svelte';
  import { shakenPlaces } from './wait-places';
  import { shortTime } from '$lib/ui/date/written-date';
  import { PART_WORDS, waitText } from './pour-words';

  interface Props {
    molds: readonly { id: number; name: string; number: number; poured: PouredMold }[];
    onopen: (mold_id: number) => void;
  }
  const { molds, onopen }: Props = $props();
  const clock = new Ticking(500);
  const waits = $derived(
    molds
      .map((mold) => {
        const at = Date.parse(mold.poured.at);
        const { solid_s, likely_s, open_s, by_hand_s } = mold.poured.heat;
        const when = (s: number | null) => (s === null ? null : at + s * 1000);
        return {
          ...mold,
          at,
          solid: when(solid_s),
          likely: when(likely_s),
          open: when(open_s),
          hand: when(by_hand_s)
        };
      })
      .sort((a, b) => (a.open ?? Infinity) - (b.open ?? Infinity))
  );
  const next = $derived(waits[0]);
  const left = (to: number | null) => (to === null ? null : Math.max(0, Math.ceil((to - clock.now) / 1000)));
  const name = (id: number) => `mold:${id}`;

  async function wake(mold: (typeof waits)[number]) {
    if (timerNamed(name(mold.id))) return clearTimer(name(mold.id));
    const seconds = left(mold.open);
    if (seconds)
      startTimer({
        name: name(mold.id),
        says: `${mold.name} may be opened`,
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
  {@const places = shakenPlaces(next, clock.now)}
  <section class="grid gap-4" aria-label="Leave them shut">
    <header class="flex flex-wrap items-baseline justify-between gap-x-4">
      <h2 class="text-3xl">{opens === 0 ? 'It may be opened' : 'Leave them shut'}</h2>
      <p class="soft small">{molds.length} {molds.length === 1 ? 'mold' : 'molds'} poured</p>
    </header>
    <div class="ticket grid gap-2">
      <p class="soft small">next to open: mold {next.number}, {next.name}</p>
      {#if opens === null}
        <p class="text-xl">Brunkel cannot tell here when you may open it. Leave it shut overnight.</p>
      {:else}
        <p class="figure text-6xl" role="timer">
          {clockText(opens)}<span class="unit text-xl"> {opens >= 3600 ? 'h' : 'min'}</span>
        </p>
        <p>
          {#if opens > 0}
            then all its metal is solid, and the casting is cool enough to handle with tools.
            {#if next.likely !== null && next.open !== null && next.likely < next.open}
              It is likely so from {shortTime(next.likely)}; {shortTime(next.open)} allows for hotter metal and
              thin sand.
            {/if}
          {/if}
          {#if next.solid !== null && clock.now >= next.solid}
            All of it should have been solid for {durationText(
              Math.round((clock.now - next.solid) / 1000 / 60) * 60 || 60
            )}.
          {:else if next.solid !== null}
            {PART_WORDS[next.poured.heat.last]} is solid last, in {clockText(left(next.solid)!)}.
          {/if}
          {#if next.poured.heat.people_s}
            People usually wait {waitText(next.poured.heat.people_s)} with work of this mass.
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
              style:left="{Math.min(92, Math.max(6, at))}%">{says}</span
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
                >{mold.solid === null ? '' : `solid ${shortTime(mold.solid)}`}{mold.open === null
                  ? ''
                  : ` · open ${shortTime(mold.open)}`}{mold.hand === null
                  ? ''
                  : ` · by hand ${shortTime(mold.hand)}`}</span
              >
            </span>
            <span class="flex items-center gap-3">
              <span class="figure text-xl">{seconds === null ? '–' : clockText(seconds)}</span>
              <button
                type="button"
                class="quiet"
                onclick={() => onopen(mold.id)}
                aria-label={seconds === 0
                  ? `Mold ${mold.number} is open`
                  : `Mold ${mold.number} was opened early`}>{seconds === 0 ? 'Open' : 'Opened early'}</button
              >
            </span>
          </li>
        {/each}
      </ul>
    {/if}
    <Caution name="hot" />
    {#if opens === 0}
      <p><button type="button" class="act w-full" onclick={() => onopen(next.id)}>It is open</button></p>
    {:else}
      <p class="row items-center">
        {#if opens !== null}
          <button
            type="button"
            class="act flex-1"
            aria-pressed={timerNamed(name(next.id)) !== undefined}
            onclick={() => wake(next)}
            >{timerNamed(name(next.id)) ? 'It will ring here' : 'Ring when it may be opened'}</button
          >
        {/if}
        <button type="button" class="quiet" onclick={() => onopen(next.id)}>I opened it early</button>
      </p>
      <p class="soft small">
        Opened early, metal that is still liquid runs out and burns; a hot casting bends, tears or cracks.
      </p>
    {/if}
  </section>
{/if}
