<script lang="ts">
  import { onMount } from 'svelte';
  import { readPicture } from '$core/freeze/picture';
  import { hollowText } from '$core/freeze/verdict';
  import { countText } from '$core/quantity/count';
  import {
    durationText,
    figureText,
    fixed,
    inUnits,
    lengthFigure,
    massText,
    percentText,
    temperatureText
  } from '$core/quantity/display';
  import { WOOD_CHARS_C } from '$core/reference/heat';
  import type { FreezeAnswer } from '$lib/schema/freeze';
  import { api, type ApiProblem } from '$lib/ui/api-client';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import Fig from '$lib/ui/figure/Fig.svelte';
  import OneSlider from '$lib/ui/field/OneSlider.svelte';
  import FreezingBody from '$lib/ui/freeze/FreezingBody.svelte';
  import FreezingSection from '$lib/ui/freeze/FreezingSection.svelte';
  import FreezingTrials from '$lib/ui/freeze/FreezingTrials.svelte';
  import { shortDate, shortTime } from '$lib/ui/date/written-date';
  import { rowAt } from '$lib/ui/freeze/cut-through';
  import { keepFreezing, keptFreezing } from '$lib/ui/freeze/kept-freezing';
  import { momentAt, momentText, placeOf, stopsOf } from '$lib/ui/freeze/moments';
  import PrintSheet from '$lib/ui/page/PrintSheet.svelte';
  import { PART_WORDS, waitText } from '$lib/ui/pour/pour-words';
  import { units } from '$lib/ui/preferences';
  import WorkProgress from '$lib/ui/work/WorkProgress.svelte';
  import { LongWork } from '$lib/ui/work/long-work.svelte';

  const { data } = $props();
  const of = $derived(data.of);
  const work = new LongWork();
  let answer = $state.raw<FreezeAnswer | null>(null);
  let trouble = $state<string | null>(null);
  /** When the answer was worked out, where it is one that this device had kept. */
  let kept_at = $state<string | null>(null);
  async function freeze() {
    trouble = null;
    try {
      answer = await work.follow((how) =>
        api<FreezeAnswer>('POST', '/calc/freeze', { mold_id: data.id, picture: true }, how)
      );
      kept_at = null;
      void keepFreezing(data.id, answer);
    } catch (thrown) {
      const { status, message } = thrown as ApiProblem;
      const kept = status === 0 ? await keptFreezing(data.id) : null;
      answer = kept?.answer ?? null;
      kept_at = kept?.kept_at ?? null;
      trouble = kept ? null : message;
    }
    if (answer) place = placeOf(0.3 * (answer.all_solid_s ?? 60), answer);
  }
  /** The mold is another than the one that the answer is of. */
  let stale = $state(false);
  async function freezeAnew() {
    stale = true;
    await freeze();
    stale = false;
  }
  onMount(() => {
    if (of?.can) void freeze();
    return () => work.stop();
  });
  /** When it opens, as it is written down once it is poured. */
  const opens = $derived(
    of?.poured
      ? {
          ...of.poured,
          all_solid_s: of.poured.solid_s,
          people_s: of.poured.people_s ?? answer?.people_s ?? 0
        }
      : answer
  );
  const picture = $derived(answer?.picture ? readPicture(answer.picture) : null);
  /** Where the slider of time stands, and the row that is cut; of no row of one's own, the one that is solid last. */
  let place = $state(0);
  let in_space = $state(false);
  let own_row = $state<number | null>(null);
  const at_s = $derived(answer ? momentAt(place, answer) : 0);
  const stops = $derived(answer ? stopsOf(answer, of?.castings ?? []) : []);
  const hot_row = $derived.by(() => {
    if (!picture || !answer) return 0;
    const spot = answer.hot_spots[0];
    if (spot) return rowAt(picture, spot.y_mm / 1000);
    const last = answer.parts
      .filter(({ part }) => part === 'casting')
      .sort((a, b) => b.solid_s! - a.solid_s!)[0];
    return last ? rowOf(last.body) : 0;
  });
  const row = $derived(own_row ?? hot_row);
  /** The row in which the last cell of a body is solid. */
  function rowOf(body: number): number {
    if (!picture) return 0;
    const [nx, ny] = [picture.x_m.length - 1, picture.y_m.length - 1];
    let [best, last] = [0, -Infinity];
    picture.holds.forEach((is, at) => {
      if (is === body + 1 && Number.isFinite(picture.solid_s[at]!) && picture.solid_s[at]! > last)
        [best, last] = [Math.floor(at / nx) % ny, picture.solid_s[at]!];
    });
    return best;
  }
  const off_m = $derived(picture ? (picture.y_m[row]! + picture.y_m[row + 1]!) / 2 : 0);
  const within = (y_mm: number) => picture !== null && Math.abs(rowAt(picture, y_mm / 1000) - row) <= 1;
  const marks = $derived([
    ...(answer?.hot_spots ?? [])
      .filter(({ y_mm }) => within(y_mm))
      .map(({ x_mm, z_mm, solid_s }) => ({
        x_m: x_mm / 1000,
        z_m: z_mm / 1000,
        says: `cut off, solid ${momentText(solid_s)}`
      })),
    ...(answer?.misrun ?? [])
      .filter(({ y_mm }) => within(y_mm))
      .map(({ x_mm, z_mm }) => ({ x_m: x_mm / 1000, z_m: z_mm / 1000, says: 'metal comes late' }))
  ]);
  const length = (m: number) => figureText(lengthFigure(m, units()));
  const time = (s: number | null) => (s === null ? 'later than three days' : waitText(s));
</script>

<svelte:head><title>How it freezes · Brunkel</title></svelte:head>

<header class="mb-4">
  <h1>How it freezes</h1>
  <p class="soft small">
    {of?.name ?? 'A mold that broke'}{#if of}, {of.alloy.name} at <Fig
        name="mold.pour-c"
        id={data.id}
        value={of.pour_c}>{temperatureText(of.pour_c, units())}</Fig
      >{#if of.heap}{`, ${of.heap}${of.moisture === null ? '' : ` at ${percentText(of.moisture)} water`}`}{/if}{/if}
    ·
    <a href="/mold/{data.id}">the mold</a> · <a href="/mold/{data.id}/gating">gating</a>
  </p>
</header>
{#if !of?.can}
  <p>
    A mold freezes on this page once it has a flask, patterns, sand and a basin that fills it.
    <a href="/mold/{data.id}">Look at the mold</a>.
  </p>
{:else if trouble}
  <p class="wrong" role="alert">{trouble}</p>
  <p><button type="button" class="quiet" onclick={freeze}>Try again</button></p>
{:else if !answer}
  <div class="min-h-96">
    {#if work.progress}
      <WorkProgress progress={work.progress} onstop={() => work.stop()} />
    {:else}
      <p class="soft">The mold is filled with metal, cell by cell …</p>
    {/if}
  </div>
{:else if !answer.in_three_dimensions || !picture}
  <p>
    This mold has more parts than the grid can tell apart. Body by body it is all solid after
    {time(answer.all_solid_s)} and may be opened after {time(answer.open_s)}.
  </p>
{:else}
  <!-- On the phone what comes of it stands first, then the picture, then what to try. -->
  <div class="columns wide grid-rows-[auto_1fr]">
    <section
      class="ticket grid gap-3 min-[62rem]:col-start-2"
      aria-busy={stale}
      aria-label="What comes of it"
    >
      {#if stale}<p class="small" role="status">Of the mold as it was: it is worked out anew …</p>{/if}
      {#if kept_at}
        <p class="row" role="status">
          <span>Worked out {shortDate(kept_at)}, {shortTime(kept_at)}.</span>
          <button type="button" class="quiet" onclick={freeze}>Work it out again</button>
        </p>
      {/if}
      {#if answer.riser}
        <h2>{answer.riser.says}</h2>
        <p class="small">{inUnits(answer.riser.why, units())}</p>
      {/if}
      <p>
        <span class="figure text-5xl">{time(opens?.open_s ?? null)}</span><br />
        <span class="small"
          >until you may open it. All is solid after {time(opens?.all_solid_s ?? null)}, {PART_WORDS[
            opens?.last ?? 'casting'
          ].toLowerCase()} last; castings are below {temperatureText(of.alloy.shake_out_c, units())} and it is likely
          ready after {time(opens?.likely_s ?? null)}. People wait {waitText(opens?.people_s ?? 0)} with such work.</span
        >
      </p>
      <dl class="grid gap-2">
        <div class="flex justify-between gap-3 border-t border-(--rule) pt-2">
          <dt>Sand burnt</dt>
          <dd class="font-semibold">{massText(of.poured?.spent_kg ?? answer.burnt_kg, units())}</dd>
        </div>
        {#if answer.wall_peak_c !== null}
          <div class="flex justify-between gap-3 border-t border-(--rule) pt-2">
            <dt>Flask wall, at its hottest</dt>
            <dd class="font-semibold {answer.wall_peak_c > WOOD_CHARS_C ? 'wrong' : ''}">
              {temperatureText(answer.wall_peak_c, units())}
            </dd>
          </div>
        {/if}
      </dl>
      {#if answer.wall_peak_c !== null && answer.wall_peak_c > WOOD_CHARS_C}
        <p class="wrong">
          Wood chars above {temperatureText(WOOD_CHARS_C, units())}: more sand at the wall, or a metal flask.
        </p>
      {/if}
    </section>
    <div class="stack min-[62rem]:col-start-1 min-[62rem]:row-span-2 min-[62rem]:row-start-1">
      <FreezingSection
        {picture}
        {row}
        {at_s}
        {marks}
        label="{of.name}, cut along its length {length(Math.abs(off_m))} from the middle, {momentText(
          at_s
        )} after the pour. {stops.map(({ says, s }) => `${says} after ${waitText(s)}`).join('; ')}."
      />
      <OneSlider
        label="After the pour"
        about="{momentText(at_s)} min"
        value={place}
        max={1000}
        says="{momentText(at_s)} minutes"
        tone="ink"
        onmove={(to) => (place = to)}
      />
      <p class="row">
        {#each stops as { says, s } (says)}
          <button type="button" class="quiet" onclick={() => (place = placeOf(s, answer!))}
            >{says}, {momentText(s)}</button
          >
        {/each}
      </p>
      <OneSlider
        label="Cut"
        about={Math.abs(off_m) < 0.002
          ? 'through the middle'
          : `${length(Math.abs(off_m))} ${off_m < 0 ? 'in front of' : 'behind'} the middle`}
        value={row}
        max={picture.y_m.length - 2}
        step={1}
        says="{length(off_m)} from the middle"
        onmove={(to) => (own_row = to)}
      />
      <p class="soft small">
        Light metal is liquid, orange is mush, red is stiff, grey is solid. In darker sand the water has come
        to the boil. {#if of.mold.gating?.chills?.length}Blue is a chill.{/if} An estimate in {countText(
          answer.cells
        )} cells, good to about a tenth.
        {#if answer.parts.some(({ known }) => known === 'plate')}A pattern without a mesh is taken as a plate
          of its volume.{/if}
      </p>
      {#if in_space}
        <FreezingBody
          {picture}
          {at_s}
          marks={answer.hot_spots.map(({ x_mm, y_mm, z_mm }) => ({
            x_m: x_mm / 1000,
            y_m: y_mm / 1000,
            z_m: z_mm / 1000
          }))}
          label="All metal of {of.name}, {momentText(at_s)} minutes after the pour"
        />
      {:else}
        <p>
          <button type="button" class="quiet" onclick={() => (in_space = true)}
            >See it in three dimensions</button
          >
        </p>
      {/if}
      <PrintSheet />
    </div>
    <section class="stack min-[62rem]:col-start-2" aria-label="What could be otherwise">
      {#if answer.hot_spots.length > 0}
        <div>
          <h3>Where it goes missing</h3>
          <ul class="list-disc pl-5">
            {#each answer.hot_spots as spot, i (i)}
              <li>
                {of.castings[spot.casting] ?? 'A casting'}: about {hollowText(spot.hollow_cm3 / 1e6, units())} of
                {hollowText(spot.cut_off_cm3 / 1e6, units())} that is cut off after {durationText(
                  spot.cut_off_s
                )}.
                <button
                  type="button"
                  class="link"
                  onclick={() => (own_row = rowAt(picture!, spot.y_mm / 1000))}>Cut there</button
                >
              </li>
            {/each}
          </ul>
        </div>
      {/if}
      <div>
        <h3>Does metal get everywhere?</h3>
        {#if answer.ungated.length > 0}
          <p class="small">
            Not known of {answer.ungated.map((n) => of.castings[n] ?? 'a casting').join(', ')}: no gate meets
            it at the parting. Look where you cut it.
          </p>
        {/if}
        {#if answer.misrun.length === 0 && answer.ungated.length < of.castings.length}
          <p class="small">Metal reaches every part before it stops running.</p>
        {:else if answer.misrun.length > 0}
          <ul class="list-disc pl-5">
            {#each answer.misrun as late, i (i)}
              <li>
                {of.castings[late.casting] ?? 'A casting'}: metal comes to its end after {fixed(
                  late.arrives_s,
                  1
                )} s and runs there for {fixed(late.runs_s, 1)} s. Pour hotter, fill faster, or put a gate nearer.
              </li>
            {/each}
          </ul>
        {/if}
      </div>
      {#if !of.poured}
        <FreezingTrials
          session_id={data.session_id}
          mold={of.mold}
          as_it_is={answer}
          riser_m={of.riser_m}
          layout={of.layout}
          {stale}
          onkept={freezeAnew}
        />
      {/if}
      <Caution name="hot" />
    </section>
  </div>
{/if}
