<script lang="ts">
  /** One step of a plan: ticked where it is due, its hour, its words, by whom, and how far it may slip. */
  import type { ScheduledStep } from '$lib/schema/plan';
  import { Ellipsis } from '@lucide/svelte';
  import { stepPage, stepWords } from '$core/plan/steps/kinds';
  import { units } from '$lib/ui/preferences';
  import { shortTime } from '$lib/ui/date/written-date';
  import { slackWords } from './plan-words';
  import { waitingTick } from './waiting-tick';

  interface Props {
    plan_id: number;
    step: ScheduledStep;
    /** Who does it, by name. */
    who: string | null;
    /** What stands for its day, where the list does not. */
    day?: string | undefined;
    ontick: (done: boolean) => void;
    /** Shows more of it. */
    onopen?: (() => void) | undefined;
    open?: boolean;
  }
  const { plan_id, step, who, day, ontick, onopen, open = false }: Props = $props();
  const words = $derived(stepWords(step.about, units()));
  const page = $derived(stepPage(step.about));
  const waits = $derived(waitingTick(plan_id, step.id) !== undefined);
</script>

<div class="flex min-w-0 flex-1 items-start gap-3">
  <label class="-m-2 grid size-12 shrink-0 cursor-pointer place-items-center p-2">
    <span class="sr-only">{words}</span>
    <input
      type="checkbox"
      class="checkbox size-6"
      checked={step.done_at !== null || waits}
      onchange={({ currentTarget }) => ontick(currentTarget.checked)}
    />
  </label>
  <div class="grid min-w-0 flex-1 gap-x-4 desk:grid-cols-[minmax(0,1fr)_auto]">
    <p class="min-w-0 wrap-anywhere">
      {#if day}<strong>{day}</strong>{/if}
      {#if page && step.done_at === null}<a class="plain" href={page}>{words}</a>{:else}<span
          class={step.done_at === null ? '' : 'soft line-through'}>{words}</span
        >{/if}
    </p>
    <p class="soft small flex flex-wrap gap-x-3 desk:justify-end">
      {#if step.from && step.to && step.done_at === null}<span
          class="font-(family-name:--mono) font-bold whitespace-nowrap"
          >{shortTime(step.from)}–{shortTime(step.to)}</span
        >{/if}
      {#if who}<span>{who}</span>{/if}
      {#if step.done_at === null && step.slack_min !== null}
        <span class={step.slack_min <= 0 && !step.late ? 'font-semibold text-(--ink)' : ''}
          >{step.late ? 'best done late' : slackWords(step.slack_min)}</span
        >
      {/if}
      {#if step.not_before}<span>put off</span>{/if}
      {#if waits}<span>done, waits in the outbox</span>{/if}
    </p>
  </div>
  {#if onopen}
    <button
      type="button"
      class="soft grid size-12 shrink-0 -my-2 cursor-pointer place-items-center"
      aria-expanded={open}
      aria-label="More about: {words}"
      onclick={onopen}><Ellipsis size={20} aria-hidden="true" /></button
    >
  {/if}
</div>
