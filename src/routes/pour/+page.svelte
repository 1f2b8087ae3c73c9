<script lang="ts">
  import Fig from '$lib/ui/figure/Fig.svelte';
  import { nowIso, nowMs } from '$core/time/now';
  import { goto } from '$app/navigation';
  import { checksOf, hoursSince } from '$core/session/pour-day';
  import { pourVerdict } from '$core/judge/pour-checks';
  import { massText } from '$core/quantity/display';
  import type { NotedStep } from '$core/session/noted-step';
  import { USUAL_ALLOY } from '$core/reference/alloys';
  import { MOLD_STATE_WORDS } from '$lib/ui/mold/mold-words';
  import Checks from '$lib/ui/pour/Checks.svelte';
  import LeaveShut from '$lib/ui/pour/LeaveShut.svelte';
  import MeltPlan from '$lib/ui/pour/MeltPlan.svelte';
  import PourNow from '$lib/ui/pour/PourNow.svelte';
  import { castingWords } from '$lib/ui/session/casting-words';
  import { stagePage } from '$lib/ui/session/stage-page';
  import OtherCastings from '$lib/ui/session/OtherCastings.svelte';
  import { units } from '$lib/ui/preferences';
  import FollowSession from '$lib/ui/step/FollowSession.svelte';
  import { SessionSteps } from '$lib/ui/step/session-steps.svelte';

  const { data } = $props();
  const steps = new SessionSteps();
  // What is stored of a step was held against its schema.
  const noted = $derived(steps.all((data.day?.steps ?? []) as unknown as NotedStep[]));
  const waiting = $derived(data.molds.filter(({ state }) => state !== 'poured' && state !== 'shaken-out'));
  const poured = $derived(
    data.molds.flatMap((mold) =>
      mold.state === 'poured' && mold.poured ? [{ ...mold, poured: mold.poured }] : []
    )
  );
  const opened = (id: number) => noted.some((step) => step.id === `${id}:open` && step.state === 'done');
  const shut = $derived(poured.filter(({ id }) => !opened(id)));
  /** Which is poured next: the one that was chosen, else the first that is rammed. */
  let chosen = $state<number | null>(null);
  const next = $derived(
    waiting.find(({ id }) => id === chosen) ??
      waiting.find(({ state }) => state === 'closed' || state === 'rammed') ??
      null
  );
  /** Nothing is open and nothing can be poured: the melt is what is left to see to. */
  const idle = $derived(!next && waiting.length > 0);
  const checks = $derived(
    next
      ? checksOf(
          [{ ...next.before, closed_h: hoursSince(next.closed_at, nowMs()) }],
          next.melt,
          noted,
          nowMs()
        )
      : []
  );
  const ready = $derived(checks.length > 0 && pourVerdict(checks) === 'go');
  const words = $derived(data.day && castingWords(data.day));
  const metals = $derived(
    [
      ...new Map(
        waiting.map((mold) => [`${mold.metal ?? USUAL_ALLOY} ${mold.alloy_id ?? ''}`, mold])
      ).values()
    ].map((first) => ({
      first,
      molds: waiting.filter((mold) => mold.metal === first.metal && mold.alloy_id === first.alloy_id)
    }))
  );

  async function open(mold_id: number) {
    await steps.note(
      data.day!.id,
      { id: `${mold_id}:open`, kind: 'open', state: 'done', at: nowIso() },
      'open the mold',
      mold_id
    );
    await goto(stagePage('/shake-out', data.day!.id, mold_id));
  }
</script>

<svelte:head><title>Pour · Brunkel</title></svelte:head>

<header class="mb-5">
  <h1>Pour</h1>
  {#if words && data.day}
    <p class="soft small">
      {words.name}, {words.when} · <a href="/sessions/{data.day.id}">its record</a>
    </p>
  {/if}
  <OtherCastings others={data.others} page="/pour" />
</header>
{#if !data.day}
  <p class="max-w-2xl">
    No casting is set. <a href="/#casting">Say on the Bench when you cast next</a>, and ram a
    <a href="/mold">mold</a> for it.
  </p>
{:else if data.molds.length === 0}
  <p class="max-w-2xl">
    There is no mold to pour yet. <a href="/mold">Plan one</a>: its castings say how much metal is melted, and
    its sand when it may be opened.
  </p>
{:else}
  {#snippet melts()}
    {#each metals as { first, molds } (first.id)}
      <MeltPlan
        session={data.day}
        alloy={first.alloy}
        metal={first.metal ?? USUAL_ALLOY}
        pour_c={Math.max(...molds.map(({ pour_c }) => pour_c))}
        {molds}
        parts={first.parts}
        whole_day={metals.length === 1}
      />
    {/each}
  {/snippet}
  <FollowSession id={data.day.id} version={data.day.version} />
  <div class="columns wide">
    <div class="stack">
      {#if shut.length > 0}<LeaveShut molds={shut} onopen={open} />{/if}
      {#if poured.length > shut.length}
        <p><a class="act" href={stagePage('/shake-out', data.day.id)}>Shake out what is open</a></p>
      {/if}
      {#if next}
        <section class="stack" aria-label="Next to pour">
          <header>
            <p class="soft small">next to pour</p>
            <h2 class="text-2xl">Mold {next.number}: {next.name}</h2>
            <p class="soft small">
              {next.flask ? `in ${next.flask}, ` : ''}{MOLD_STATE_WORDS[next.state]} · <Fig
                name="mold.metal-kg"
                id={next.id}
                value={next.castings_kg + next.gating_kg}
                >{massText(next.castings_kg + next.gating_kg, units())}</Fig
              > of
              {next.alloy.name} · <a href="/mold/{next.id}">the mold</a> ·
              <a href="/mold/{next.id}/gating"
                >gating{next.warnings > 0 ? `, ${next.warnings} to look at` : ''}</a
              >
            </p>
          </header>
          <Checks {checks} note={(step, said, mold_id) => steps.note(data.day!.id, step, said, mold_id)} />
          {#if next.state === 'planned'}
            <p>It is not rammed yet. <a href="/mold/{next.id}">Ram it</a>.</p>
          {:else}
            {#key next.id}
              <PourNow
                session_id={data.day.id}
                mold={{ id: next.id, name: `Mold ${next.number}` }}
                alloy={next.alloy}
                pour_c={next.pour_c}
                melt_c={next.melt.melt_c}
                window_s={next.window_s}
                hot={next.hot}
                {ready}
              />
            {/key}
          {/if}
        </section>
      {:else if waiting.length > 0}
        <p>
          No mold is rammed yet. <a href="/mold/{waiting[0]!.id}">Ram the first</a>; the melt can be planned
          meanwhile.
        </p>
        {@render melts()}
      {/if}
    </div>
    <div class="stack">
      {#if waiting.length > 0}
        <section aria-label="Order of the molds">
          <h2>Order</h2>
          <ul class="ruled">
            {#each waiting as mold (mold.id)}
              <li>
                <button
                  type="button"
                  class="flex min-h-12 w-full cursor-pointer items-center justify-between gap-3 py-2 text-left {mold.id ===
                  next?.id
                    ? 'font-bold'
                    : ''}"
                  aria-pressed={mold.id === next?.id}
                  onclick={() => (chosen = mold.id)}
                >
                  <span
                    >Mold {mold.number}:
                    {mold.name}<span class="soft block text-sm font-normal"
                      >{MOLD_STATE_WORDS[mold.state]}</span
                    ></span
                  >
                  <Fig
                    name="mold.metal-kg"
                    id={mold.id}
                    value={mold.castings_kg + mold.gating_kg}
                    class="figure">{massText(mold.castings_kg + mold.gating_kg, units())}</Fig
                  >
                </button>
              </li>
            {/each}
          </ul>
        </section>
      {/if}
      {#if !idle}{@render melts()}{/if}
    </div>
  </div>
{/if}
