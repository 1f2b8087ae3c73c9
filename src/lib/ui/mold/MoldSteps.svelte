<script lang="ts">
  import { smallAreaText } from '$core/quantity/small-area';
  import type { Alloy } from '$core/reference/alloys';
  import { FAMILY } from '$core/reference/mold';
  import { nowIso } from '$core/time/now';
  /** A mold rammed step by step: what is due stands large; steps are done, skipped with why, moved, and timed. */
  import { onMount } from 'svelte';
  import { ArrowDown, ArrowUp, Check } from '@lucide/svelte';
  import {
    BEDDINGS,
    DUSTS,
    RAPS,
    rammingSteps,
    type Bedding,
    type Dust,
    type Lies,
    type Rap
  } from '$core/mold/ramming-steps';
  import type { GatingPlan } from '$core/metal/gating-plan';
  import type { Chill } from '$core/mold/chill';
  import { durationText, figureText, lengthFigure, massText } from '$core/quantity/display';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import { keepAwake } from '$lib/ui/page/awake';
  import { units } from '$lib/ui/preferences';
  import { SessionSteps } from '$lib/ui/step/session-steps.svelte';
  import { Ticking } from '$lib/ui/timer/ticking.svelte';
  import FoldedOnPhone from '$lib/ui/page/FoldedOnPhone.svelte';
  import SkipStep from '$lib/ui/step/SkipStep.svelte';
  import StepDrawing from './StepDrawing.svelte';
  import { BEDDING_WORDS, DUST_WORDS, stepWords } from './mold-words';
  import type { NotedStep } from '$core/session/noted-step';
  import { dueStep, stepsInOrder, type MoldStep } from './step-order';

  interface Props {
    session_id: number;
    mold: { id: number; facing_heap_id: number | null };
    flask: { cope_m: number; drag_m: number; bars: boolean };
    lies: Lies;
    /** What is marked on the other half of a split pattern. */
    carry_over: readonly string[];
    /** The way in as it was sized, and what holds the cope down, kg. */
    way: GatingPlan | null;
    chills: readonly Chill[];
    alloy: Alloy;
    hold_down_kg: number;
    noted: readonly NotedStep[];
    /** What went into it is still to be logged. */
    wants_sand: boolean;
  }
  const {
    session_id,
    mold,
    flask,
    lies,
    carry_over,
    way,
    chills,
    alloy,
    hold_down_kg,
    noted,
    wants_sand
  }: Props = $props();
  /** Iron wets bare sand and carries slag. */
  const iron = $derived(FAMILY[alloy] === 'iron');

  interface Ways {
    dust: Dust | null;
    rap: Rap | null;
    /** Left out in drafts of before. */
    bedding?: Bedding | null;
    order: string[] | null;
    began: string | null;
  }
  let ways = $state<Ways>({
    dust: 'cornstarch',
    rap: 'before-cope',
    bedding: 'bed-in',
    order: null,
    began: null
  });
  new KeptDraft(
    `ramming:${mold.id}`,
    () => ways,
    (back) => (ways = back)
  );
  const steps_noted = new SessionSteps();
  let moving = $state(false);
  let skipping = $state(false);
  const clock = new Ticking(1000);
  onMount(keepAwake);

  const length = (m: number) => figureText(lengthFigure(m, units()));
  const steps = $derived(
    stepsInOrder(
      mold.id,
      rammingSteps({
        cope_m: flask.cope_m,
        drag_m: flask.drag_m,
        lies,
        bedding: ways.bedding ?? 'bed-in',
        carried_over: carry_over.length > 0,
        facing: mold.facing_heap_id !== null,
        washed: iron,
        chilled: chills.map(({ half }) => half),
        rap: ways.rap ?? 'before-cope'
      }),
      steps_noted.all(noted),
      ways.order
    )
  );
  const due = $derived(dueStep(steps));
  const words = (step: MoldStep) =>
    stepWords(step, {
      dust: ways.dust ?? 'cornstarch',
      bars: flask.bars,
      lies,
      bedding: ways.bedding ?? 'bed-in',
      carry_over,
      facing: mold.facing_heap_id !== null,
      length,
      way,
      chills,
      filter: iron && way ? smallAreaText(way.filter_m2, units()) : null,
      holds: hold_down_kg > 0 ? massText(hold_down_kg, units()) : null
    });
  const done = $derived(
    steps.filter(({ noted: of }) => of?.state === 'done' || of?.state === 'skipped').length
  );
  /** Since the last step was done, or since one began: at most an hour, as people go to lunch. */
  const running_s = $derived(
    ways.began ? Math.min(3600, Math.max(0, (clock.now - Date.parse(ways.began)) / 1000)) : null
  );

  async function note(step: MoldStep, state: NotedStep['state'], why_skipped?: string) {
    const at = nowIso();
    const seconds = state === 'done' && running_s !== null ? Math.round(running_s) : undefined;
    const body = {
      id: step.id,
      kind: step.kind,
      state,
      at,
      ...(seconds !== undefined && { seconds }),
      ...(why_skipped !== undefined && { why_skipped })
    };
    ways.began = at;
    skipping = false;
    await steps_noted.note(session_id, body, words(step).text, mold.id);
  }
  function move(i: number, by: -1 | 1) {
    const kinds = steps.map(({ kind }) => kind as string);
    const [one] = kinds.splice(i, 1);
    kinds.splice(i + by, 0, one!);
    ways.order = kinds;
  }
  const WHY = ['not needed here', 'done before', 'no time'];
</script>

{#if due}
  {@const { text, caution } = words(due)}
  <section
    class="grid gap-3 border-y-2 border-(--ink) py-4"
    aria-label="The step that is due"
    aria-live="polite"
  >
    <p class="soft small">
      Step {done + 1} of {steps.length}{running_s !== null && !moving
        ? `, ${durationText(running_s)} so far`
        : ''}
    </p>
    <div class="grid items-center gap-4 sm:grid-cols-[auto_minmax(0,1fr)]">
      <StepDrawing kind={due.kind} bare={lies === 'up-in-cope' && (ways.bedding ?? 'bed-in') === 'bed-in'} />
      <p class="text-xl leading-snug font-semibold">{text}</p>
    </div>
    {#if caution}<Caution name={caution} />{/if}
    {#if skipping}
      <SkipStep usual={WHY} onskip={(why) => note(due, 'skipped', why)} onleave={() => (skipping = false)} />
    {:else}
      <form
        class="row"
        method="POST"
        action="?/step"
        onsubmit={(event) => {
          event.preventDefault();
          void note(due, 'done');
        }}
      >
        <Posted body={{ id: due.id, kind: due.kind, state: 'done' }} />
        <button class="act flex-1"><Check size={20} aria-hidden="true" /> Done</button>
        <button type="button" class="quiet" onclick={() => (skipping = true)}>Skip</button>
      </form>
    {/if}
  </section>
{:else}
  <div class="border-y-2 border-(--good) py-4">
    <p class="text-xl font-semibold text-(--good)">All steps are done.</p>
    {#if wants_sand}<p>Log the sand it took, above: then it counts as rammed, and can be poured.</p>{/if}
  </div>
{/if}

<!-- On the phone the step that is due is enough; the others are a tap away. -->
<FoldedOnPhone title="All {steps.length} steps">
  <div class="flex flex-wrap items-center justify-between gap-3">
    <h2 class="hidden desk:block">All steps</h2>
    <button type="button" class="quiet" aria-pressed={moving} onclick={() => (moving = !moving)}
      >{moving ? 'The order is right' : 'Change the order'}</button
    >
  </div>
  <ol class="ruled">
    {#each steps as step, i (step.id)}
      {@const state = step.noted?.state}
      <li class="flex items-center gap-3 py-1">
        {#if moving}
          <span class="flex shrink-0">
            <button
              type="button"
              class="grid size-12 place-items-center disabled:opacity-30"
              aria-label="Earlier: {words(step).text}"
              disabled={i === 0}
              onclick={() => move(i, -1)}><ArrowUp size={18} aria-hidden="true" /></button
            >
            <button
              type="button"
              class="grid size-12 place-items-center disabled:opacity-30"
              aria-label="Later: {words(step).text}"
              disabled={i === steps.length - 1}
              onclick={() => move(i, 1)}><ArrowDown size={18} aria-hidden="true" /></button
            >
          </span>
          <span>{words(step).text}</span>
        {:else}
          <label class="flex min-h-12 w-full cursor-pointer items-center gap-3">
            <input
              type="checkbox"
              class="checkbox size-6 shrink-0"
              checked={state === 'done'}
              onchange={({ currentTarget }) => note(step, currentTarget.checked ? 'done' : 'to-do')}
            />
            <span
              class="min-w-0 {state === 'done' || state === 'skipped'
                ? 'soft'
                : step === due
                  ? 'font-semibold'
                  : ''}"
              >{words(step).text}
              {#if state === 'skipped'}<em class="block text-sm">skipped: {step.noted?.why_skipped}</em>{/if}
              {#if state === 'done' && step.noted?.seconds}<span class="text-sm whitespace-nowrap">
                  · {durationText(step.noted.seconds)}</span
                >{/if}</span
            >
          </label>
        {/if}
      </li>
    {/each}
  </ol>
</FoldedOnPhone>
<details class="grid gap-3">
  <summary class="min-h-12 cursor-pointer py-3 font-semibold">Your way of doing it</summary>
  <div class="grid gap-4">
    {#if lies === 'up-in-cope'}
      <Choice
        legend="A pattern that does not lie flat"
        options={BEDDINGS.map((value) => ({ value, ...BEDDING_WORDS[value] }))}
        bind:value={ways.bedding}
      />
    {/if}
    <Choice
      legend="Dusted with"
      options={DUSTS.map((value) => ({ value, ...DUST_WORDS[value] }))}
      bind:value={ways.dust}
    />
    <Choice
      legend="Rapped"
      options={RAPS.map((value) => ({
        value,
        name: value === 'before-cope' ? 'Before the cope' : 'After the cope is off',
        about:
          value === 'before-cope'
            ? 'the cope is not shaken'
            : 'the pattern sits tight while the cope is rammed'
      }))}
      bind:value={ways.rap}
    />
  </div>
</details>
