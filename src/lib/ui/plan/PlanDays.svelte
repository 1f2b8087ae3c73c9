<script lang="ts">
  import type { ScheduledStep } from '$lib/schema/plan';
  import { readAnew } from '$lib/ui/read-anew';
  import { nowIso } from '$core/time/now';
  /** The steps by their days. One is taken to another day by dragging it, or with the keys: space picks it up. */
  import { tick as rendered } from 'svelte';
  import { dndzone, SOURCES, TRIGGERS, type DndEvent } from 'svelte-dnd-action';
  import { stepWords } from '$core/plan/steps/kinds';
  import { ApiProblem } from '$lib/ui/api-client';
  import { units } from '$lib/ui/preferences';
  import { told, warned } from '$lib/ui/toast/toaster';
  import { figureId } from '$core/quantity/figure-id';
  import StepLine from './StepLine.svelte';
  import StepMore from './StepMore.svelte';
  import { dayOf } from '$lib/ui/date/reader-day';
  import { dayHeading } from '$lib/ui/date/written-day';
  import { daysBetween } from './plan-words';
  import { note, tick } from './tick';

  interface Props {
    plan_id: number;
    session_id: number;
    steps: readonly ScheduledStep[];
    /** When the pour is to be, ISO time. */
    pour_at: string;
    members: readonly { id: number; name: string }[];
  }
  const { plan_id, session_id, steps, pour_at, members }: Props = $props();
  const FLIP_MS = 150;
  /** Days shown at most; nobody drags further. */
  const MOST_DAYS = 60;
  const left = $derived(steps.filter(({ done_at, from }) => done_at === null && from !== null));
  const today = dayOf(nowIso());
  const last = $derived([dayOf(pour_at), ...left.map(({ from }) => dayOf(from!))].sort().at(-1)!);
  const shown = $derived(
    daysBetween(today, last, MOST_DAYS).map((day) => ({
      day,
      items: left.filter(({ from }) => dayOf(from!) === day)
    }))
  );
  // While one is dragged the lists are the drag's; after it they follow the plan again.
  let dragged = $state<{ day: string; items: ScheduledStep[] }[] | null>(null);
  const days = $derived(dragged ?? shown);
  let opened = $state<string | null>(null);
  const name = (id: number | null) => members.find((member) => member.id === id)?.name ?? null;

  /** The step that the keys have picked up. */
  let picked = $state<string | null>(null);
  let list: HTMLElement;

  function consider(day: string, { detail }: CustomEvent<DndEvent<ScheduledStep>>) {
    const { source, trigger, id } = detail.info;
    if (source === SOURCES.KEYBOARD && trigger === TRIGGERS.DRAG_STOPPED) return void letGo(id);
    if (source === SOURCES.KEYBOARD) picked = id;
    dragged = days.map((each) => (each.day === day ? { day, items: detail.items } : each));
  }
  async function finalize(day: string, { detail }: CustomEvent<DndEvent<ScheduledStep>>) {
    dragged = days.map((each) => (each.day === day ? { day, items: detail.items } : each));
    // With the keys it goes from day to day until it is let go.
    if (detail.info.source === SOURCES.KEYBOARD) return;
    const moved = detail.items.find(({ from }) => from !== null && dayOf(from) !== day);
    if (moved) await move(moved, day);
    dragged = null;
  }
  /** What the keys carried lies where it lies: it is moved there, and has the focus again. */
  async function letGo(id: string) {
    const step = left.find((each) => each.id === id);
    const day = days.find(({ items }) => items.some((each) => each.id === id))?.day;
    picked = null;
    if (step && day && day !== dayOf(step.from!)) await move(step, day);
    dragged = null;
    await rendered();
    list.querySelector<HTMLElement>(`[data-step="${CSS.escape(id)}"]`)?.focus();
  }
  const DAYS_BY: Partial<Record<string, number>> = {
    ArrowDown: 1,
    ArrowRight: 1,
    ArrowUp: -1,
    ArrowLeft: -1
  };
  /** The order within a day follows from the plan: the arrows go from day to day. */
  function arrows(event: KeyboardEvent) {
    const by = DAYS_BY[event.key];
    if (picked === null || by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    const lists = [...list.querySelectorAll('ul')];
    const here = days.findIndex(({ items }) => items.some(({ id }) => id === picked));
    lists[here + by]?.focus();
  }
  /** Between two lists what is carried has no focus for a moment: a key pressed just then is not lost. */
  function unheard(event: KeyboardEvent) {
    if (picked === null || list.contains(event.target as Node)) return;
    const carried = list.querySelector<HTMLElement>(`[data-step="${CSS.escape(picked)}"]`);
    if (!carried) return;
    event.preventDefault();
    event.stopPropagation();
    carried.focus();
    carried.dispatchEvent(new KeyboardEvent('keydown', { key: event.key, bubbles: true, cancelable: true }));
  }
  async function move(step: ScheduledStep, day: string) {
    const not_before = new Date(`${day}T00:00:00`).toISOString();
    try {
      await note(plan_id, { id: step.id, not_before });
      told(`Not before ${dayHeading(day)}: ${stepWords(step.about, units())}.`, async () => {
        await note(plan_id, { id: step.id, not_before: step.not_before });
        await readAnew();
      });
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      warned(thrown.message);
    }
    await readAnew();
  }
</script>

<svelte:window onkeydowncapture={unheard} />
<!-- The keys are those of the steps in it; here they are only heard before their lists hear them. -->
<div class="grid" role="presentation" bind:this={list} onkeydowncapture={arrows}>
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
          // The lists are changed in place while something is dragged.
          items: [...items],
          flipDurationMs: FLIP_MS,
          dropTargetStyle: { outline: '2px dashed var(--water)', outlineOffset: '2px' },
          delayTouchStart: 300
        }}
        onconsider={(event) => consider(day, event)}
        onfinalize={(event) => finalize(day, event)}
      >
        {#each items as step (step.id)}
          <li
            data-step={step.id}
            data-picked={picked === step.id ? '' : undefined}
            {...step.about.do === 'metal' && {
              'data-figure': figureId('session.charge-kg', session_id),
              'data-value': step.about.charge_kg
            }}
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
