<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { nowIso } from '$core/time/now';
  /** Sand put right step by step after a pour: what is due stands large, is timed, and enters itself in the ledger. */
  import { onMount } from 'svelte';
  import { Check } from '@lucide/svelte';
  import { reconditionSteps, type DueStep } from '$core/session/recondition-steps';
  import type { NotedStep } from '$core/session/noted-step';
  import { durationText, weighable } from '$core/quantity/display';
  import type { SandPlan } from '$lib/schema/recondition';
  import { ApiProblem, api } from '$lib/ui/api-client';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { zone } from '$lib/ui/field/record-form.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { keepAwake } from '$lib/ui/page/awake';
  import { units } from '$lib/ui/preferences';
  import { SessionSteps } from '$lib/ui/step/session-steps.svelte';
  import SkipStep from '$lib/ui/step/SkipStep.svelte';
  import { clearTimer, clockText, secondsLeft, startTimer, timerNamed } from '$lib/ui/timer/timers.svelte';
  import { told } from '$lib/ui/toast/toaster';
  import { sandOf, sandStep, sandStepWords } from './recondition-words';

  interface Props {
    session_id: number;
    heap: { id: number; name: string; system: 'water' | 'oil' };
    plan: SandPlan;
    noted: readonly NotedStep[];
    /** What the heap still wants, once it was tested. */
    prescription: { need: string; water_kg: number };
    hit: boolean;
  }
  const { session_id, heap, plan, noted, prescription, hit }: Props = $props();
  onMount(() => keepAwake());
  const notes = new SessionSteps();
  const oil = $derived(heap.system === 'oil');
  const known = $derived(notes.all(noted));
  const steps = $derived(
    reconditionSteps(sandOf(plan, heap.system, 3600)).map((step) => {
      const id = sandStep(heap.id, step);
      return { ...step, id, noted: known.find((each) => each.id === id) ?? null };
    })
  );
  const over = ({ noted: of }: (typeof steps)[number]) => of?.state === 'done' || of?.state === 'skipped';
  const due = $derived(steps.find((step) => !over(step)) ?? null);
  const done = $derived(steps.filter(over).length);
  const mass = (kg: number) => weighable(kg, units()).text;
  const words = (step: DueStep) =>
    sandStepWords(step, { oil, way: plan.way, mass, additions: plan.additions });
  /** A step that something goes in or out with: what really did is typed. */
  const parts = $derived.by(
    (): { name: string; kg: number; ingredient?: string; lot_id?: number | undefined }[] => {
      switch (due?.kind) {
        case 'discard':
          return [{ name: 'Thrown out', kg: plan.discard_kg }];
        case 'dose-dry':
          return plan.additions.map(({ name, kg, ingredient, lot_id }) => ({ name, kg, ingredient, lot_id }));
        case 'splash':
          return [{ name: 'Water', kg: due.kg! }];
        case 'oil':
          return [{ name: 'Oil', kg: plan.oil_kg, ingredient: 'oil' }];
        default:
          return [];
      }
    }
  );
  let typed = $state<Record<string, { text: string; si: number | undefined }>>({});
  new KeptDraft(
    `sand:${heap.id}`,
    () => typed,
    (back) => (typed = back),
    plan.begun_at
  );
  const fieldOf = (id: string, i: number) => `${id} ${i}`;
  // Each step that is due stands with what was worked out.
  $effect(() => {
    if (!due) return;
    for (const [i, { kg }] of parts.entries()) {
      const name = fieldOf(due.id, i);
      if (!typed[name]) typed[name] = { text: weighable(kg, units()).text, si: weighable(kg, units()).kg };
    }
  });
  let skipping = $state(false);
  let trouble = $state<string | null>(null);
  let asked = $state(false);
  let busy = $state(false);
  const timer = $derived(due ? timerNamed(`sand:${heap.id}`) : undefined);

  const noteOf = (
    step: { id: string; kind: string },
    state: NotedStep['state'],
    why_skipped?: string
  ): NotedStep => ({
    id: step.id,
    kind: step.kind,
    state,
    at: nowIso(),
    ...(why_skipped !== undefined && { why_skipped })
  });

  async function finish(confirmed = false) {
    const step = due!;
    const entries = parts.flatMap(({ kg, ingredient, lot_id }, i) => {
      const field = typed[fieldOf(step.id, i)];
      const si = field?.si ?? (field ? undefined : kg);
      if (si === undefined) return [];
      const common = {
        heap_id: heap.id,
        at: nowIso(),
        zone: zone(),
        session_id,
        kg: si,
        ...(confirmed && { confirmed: true })
      };
      if (!(si > 0)) return [];
      if (step.kind === 'discard') return [{ ...common, kind: 'discarded', burnt: true }];
      if (step.kind === 'splash') return [{ ...common, kind: 'water' }];
      return [{ ...common, kind: 'added', ingredient, ...(lot_id !== undefined && { lot_id }) }];
    });
    const unread = parts.some(
      (_, i) => typed[fieldOf(step.id, i)]?.text.trim() && typed[fieldOf(step.id, i)]?.si === undefined
    );
    if (unread) {
      trouble = 'One of these is no mass: 350 g, say.';
      return;
    }
    [busy, trouble, asked] = [true, null, false];
    try {
      if (entries.length > 0) {
        const act = await outbox.post<{ id: number }>(
          '/acts',
          { name: `${step.kind} of ${heap.name}`, entries },
          words(step).text
        );
        told('Entered in the ledger.', async () => {
          await api('POST', `/acts/${act.id}/undo`);
          await notes.note(session_id, noteOf(step, 'to-do'), words(step).text);
          await readAnew();
        });
      }
      clearTimer(`sand:${heap.id}`);
      await notes.note(session_id, noteOf(step, 'done'), words(step).text);
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      [trouble, asked] = [thrown.message, thrown.question !== null];
    } finally {
      busy = false;
    }
  }
  async function skip(reason: string) {
    clearTimer(`sand:${heap.id}`);
    await notes.note(session_id, noteOf(due!, 'skipped', reason), words(due!).text);
    skipping = false;
  }
  async function splash() {
    busy = true;
    try {
      const act = await outbox.post<{ id: number }>(
        '/acts',
        {
          name: `one more splash for ${heap.name}`,
          entries: [
            {
              heap_id: heap.id,
              kind: 'water',
              at: nowIso(),
              zone: zone(),
              session_id,
              kg: weighable(prescription.water_kg, units()).kg
            }
          ]
        },
        'one more splash'
      );
      told('The splash is entered.', async () => {
        await api('POST', `/acts/${act.id}/undo`);
        await readAnew();
      });
      await readAnew();
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      trouble = thrown.message;
    } finally {
      busy = false;
    }
  }
</script>

{#if due}
  {@const { text, caution } = words(due)}
  <section
    class="grid gap-3 border-y-2 border-(--ink) py-4"
    aria-label="The step that is due"
    aria-live="polite"
  >
    <p class="soft small flex justify-between gap-3">
      <span>Step {done + 1} of {steps.length}</span>
      <span>about {durationText(Math.max(60, Math.round(due.seconds / 60) * 60))}</span>
    </p>
    <p class="text-xl leading-snug font-semibold">{text}</p>
    {#if caution}<Caution name={caution} />{/if}
    {#if parts.length > 0}
      <div class="pair">
        {#each parts as part, i (`${due.id} ${part.name}`)}
          {@const name = fieldOf(due.id, i)}
          {#if typed[name]}
            <QuantityField
              label="{part.name}, really"
              dimension="mass"
              size="small"
              bind:text={typed[name].text}
              bind:si={typed[name].si}
            />
          {/if}
        {/each}
      </div>
    {/if}
    {#if due.kind === 'test'}
      <p>
        <a class="quiet" href="/heaps/{heap.id}/test/squeeze">Squeeze it</a>
        <a class="quiet" href="/heaps/{heap.id}/test/moisture">Dry a sample</a>
      </p>
    {/if}
    {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
    {#if asked}<p>
        <button type="button" class="quiet" onclick={() => finish(true)}>It is right as it is</button>
      </p>{/if}
    {#if skipping}
      <SkipStep onskip={skip} onleave={() => (skipping = false)} />
    {:else}
      <p class="row">
        <button type="button" class="act flex-1" disabled={busy} onclick={() => finish()}
          ><Check size={20} aria-hidden="true" /> Done</button
        >
        {#if timer}
          <span class="figure text-2xl" role="timer">{clockText(secondsLeft(timer))}</span>
        {:else}
          <button
            type="button"
            class="quiet"
            onclick={() =>
              startTimer({
                name: `sand:${heap.id}`,
                says: `${heap.name}: ${due.kind.replaceAll('-', ' ')}`,
                seconds: Math.max(30, Math.round(due.seconds)),
                href: `/heaps/${heap.id}/recondition`
              })}>Time it</button
          >
        {/if}
        <button type="button" class="quiet" onclick={() => (skipping = true)}>Skip</button>
      </p>
    {/if}
  </section>
{:else}
  <section
    class="grid gap-3 border-y-2 py-4 {hit ? 'border-(--good)' : 'border-(--ink)'}"
    aria-label="What is left"
    aria-live="polite"
  >
    {#if hit}
      <p class="text-xl font-semibold text-(--good)">Target hit: {heap.name} is ready for the next mold.</p>
    {:else if prescription.water_kg > 0}
      <p class="text-xl font-semibold">Still short: one more splash of {mass(prescription.water_kg)}.</p>
      <p><button type="button" class="act" disabled={busy} onclick={splash}>Log the splash</button></p>
    {:else}
      <p class="text-xl font-semibold">
        All steps are done. <a href="/heaps/{heap.id}">See how it stands</a>.
      </p>
    {/if}
    {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
  </section>
{/if}
<ol class="ruled" aria-label="All steps">
  {#each steps as step (step.id)}
    <li
      class="flex min-h-12 items-center gap-3 py-1 {over(step)
        ? 'soft'
        : step === due
          ? 'font-semibold'
          : ''}"
    >
      <span class="grid size-6 shrink-0 place-items-center" aria-hidden="true"
        >{#if step.noted?.state === 'done'}<Check
            size={18}
          />{:else if step.noted?.state === 'skipped'}–{:else}·{/if}</span
      >
      <span class="flex-1"
        >{words(step).text}{#if step.noted?.state === 'skipped'}<em class="block text-sm"
            >skipped: {step.noted.why_skipped}</em
          >{/if}</span
      >
      {#if over(step)}
        <button
          type="button"
          class="quiet"
          aria-label="Take back: {words(step).text}"
          onclick={() => notes.note(session_id, noteOf(step, 'to-do'), words(step).text)}>Take back</button
        >
      {/if}
    </li>
  {/each}
</ol>
