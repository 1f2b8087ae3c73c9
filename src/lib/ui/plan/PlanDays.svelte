<script lang="ts">
  /** The steps by their days. One is taken to another day by dragging it, or with the keys: space picks it up. */
  import { invalidateAll } from '$app/navigation';
  import { dndzone, SOURCES, TRIGGERS, type DndEvent } from 'svelte-dnd-action';
  import { stepWords } from '$core/plan/step-words';
  import { ApiProblem } from '$lib/ui/api-client';
  import { units } from '$lib/ui/preferences';
  import { told, warned } from '$lib/ui/toast/toaster';
  import StepLine from './StepLine.svelte';
  import StepMore from './StepMore.svelte';
  import { dayHeading, dayOf, daysBetween } from './plan-words';
  import { note, tick } from './tick';
  import type { PlanStepShown } from './schedule';

  interface Props {
    plan_id: number;
    steps: readonly PlanStepShown[];
    /** When the pour is to be, ISO time. */
    pour_at: string;
    members: readonly { id: number; name: string }[];
  }
  const { plan_id, steps, pour_at, members }: Props = $props();
  const FLIP_MS = 150;
  /** Days shown at most; nobody drags further. */
  const MOST_DAYS = 60;
  const left = $derived(steps.filter(({ done_at, from }) => done_at === null && from !== null));
  const today = dayOf(new Date().toISOString());
  const last = $derived([dayOf(pour_at), ...left.map(({ from }) => dayOf(from!))].sort().at(-1)!);
  const shown = $derived(
    daysBetween(today, last, MOST_DAYS).map((day) => ({
      day,
      items: left.filter(({ from }) => dayOf(from!) === day)
    }))
  );
  // While one is dragged the lists are the drag's; after it they follow the plan again.
  let dragged = $state<{ day: string; items: PlanStepShown[] }[] | null>(null);
  const days = $derived(dragged ?? shown);
  let opened = $state<string | null>(null);
  const name = (id: number | null) => members.find((member) => member.id === id)?.name ?? null;

  function consider(day: string, { detail }: CustomEvent<DndEvent<PlanStepShown>>) {
    dragged = days.map((each) => (each.day === day ? { day, items: detail.items } : each));
    // With the keys it lies where it was put until it is let go.
    if (detail.info.source === SOURCES.KEYBOARD && detail.info.trigger === TRIGGERS.DRAG_STOPPED)
      dragged = null;
  }
  async function finalize(day: string, { detail }: CustomEvent<DndEvent<PlanStepShown>>) {
    dragged = days.map((each) => (each.day === day ? { day, items: detail.items } : each));
    const moved = detail.items.find(({ from }) => from !== null && dayOf(from) !== day);
    if (detail.info.source === SOURCES.POINTER || moved) {
      if (moved) await move(moved, day);
      dragged = null;
    }
  }
  async function move(step: PlanStepShown, day: string) {
    const not_before = new Date(`${day}T00:00:00`).toISOString();
    try {
      await note(plan_id, { id: step.id, not_before });
      told(`Not before ${dayHeading(day)}: ${stepWords(step.about, units())}.`, async () => {
        await note(plan_id, { id: step.id, not_before: step.not_before });
        await invalidateAll();
      });
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      warned(thrown.message);
    }
    await invalidateAll();
  }
</script>

<div class="grid">
  {#each days as { day, items } (day)}
    <section
      class="grid gap-1 {day === today ? 'ticket mb-2' : 'border-b border-(--rule) py-2'}"
      aria-label={dayHeading(day)}
    >
      <h3 class="text-base {items.length === 0 ? 'soft font-normal' : ''}">
        {day === today ? `Today, ${dayHeading(day)}` : dayHeading(day)}{#if day === dayOf(pour_at)}<span
            class="soft font-normal">: the pour</span
          >{/if}
      </h3>
      <ul
        class="grid min-h-8 gap-1"
        aria-label="Steps on {dayHeading(day)}"
        use:dndzone={{
          items,
          flipDurationMs: FLIP_MS,
          dropTargetStyle: { outline: '2px dashed var(--water)', outlineOffset: '2px' },
          delayTouchStart: 300
        }}
        onconsider={(event) => consider(day, event)}
        onfinalize={(event) => finalize(day, event)}
      >
        {#each items as step (step.id)}
          <li
            class="rounded-base py-1.5 {day === today ? 'bg-(--paper)' : 'bg-(--ground)'}"
            aria-label={stepWords(step.about, units())}
          >
            <StepLine
              {plan_id}
              {step}
              who={name(step.member)}
              ontick={(done) => tick(plan_id, step, done)}
              onopen={() => (opened = opened === step.id ? null : step.id)}
              open={opened === step.id}
            />
            {#if opened === step.id}<StepMore {plan_id} {step} {members} />{/if}
          </li>
        {/each}
      </ul>
    </section>
  {/each}
</div>
