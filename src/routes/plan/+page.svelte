<script lang="ts">
  import Fig from '$lib/ui/figure/Fig.svelte';
  import { readAnew } from '$lib/ui/read-anew';
  import { fixed, massText } from '$core/quantity/display';
  import { stepWords } from '$core/plan/steps/kinds';
  import { ApiProblem, api, amend } from '$lib/ui/api-client';
  import { dayAndHour } from '$lib/ui/date/written-day';
  import { minutesWords } from '$lib/ui/plan/plan-words';
  import CalendarOut from '$lib/ui/plan/CalendarOut.svelte';
  import LeaveOut from '$lib/ui/plan/LeaveOut.svelte';
  import OwnSteps from '$lib/ui/plan/OwnSteps.svelte';
  import FoldedOnPhone from '$lib/ui/page/FoldedOnPhone.svelte';
  import PeopleTime from '$lib/ui/plan/PeopleTime.svelte';
  import PlanDays from '$lib/ui/plan/PlanDays.svelte';
  import PlanForm from '$lib/ui/plan/PlanForm.svelte';
  import StepLine from '$lib/ui/plan/StepLine.svelte';
  import { tick } from '$lib/ui/plan/tick';
  import { units } from '$lib/ui/preferences';
  import Casting from '$lib/ui/session/Casting.svelte';
  import { castingWords } from '$lib/ui/session/casting-words';
  import { told, warned } from '$lib/ui/toast/toaster';

  const { data } = $props();
  const { schedule, day } = $derived(data);
  const words = $derived(day && castingWords(day));
  const left = $derived(schedule?.steps.filter(({ done_at }) => done_at === null) ?? []);
  const done = $derived(schedule?.steps.filter(({ done_at }) => done_at !== null) ?? []);
  let changing = $state(false);
  const name = (id: number | null) => data.people.find((member) => member.id === id)?.name ?? null;

  async function setOut(plan_id: number) {
    try {
      const { molds } = await api<{ molds: number[] }>('POST', `/plans/${plan_id}/molds`);
      if (molds.length > 0)
        told(`${molds.length} ${molds.length === 1 ? 'mold is' : 'molds are'} set out in the day.`);
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      warned(thrown.message);
    }
    await readAnew();
  }
  async function move(to: string) {
    const seen = day!;
    const where = `/sessions/${seen.id}`;
    const moved = await amend(where, seen, { at: to });
    told(`The pour is on ${dayAndHour(to)}.`, async () => {
      await amend(where, moved, { at: seen.at });
      await readAnew();
    });
    await readAnew();
  }
  async function throwAway(plan_id: number) {
    await api('DELETE', `/plans/${plan_id}`);
    told('The plan is thrown away; the day stays.', async () => {
      await api('POST', `/plans/${plan_id}/restore`);
      await readAnew();
    });
    await readAnew();
  }
</script>

<svelte:head><title>Plan · Brunkel</title></svelte:head>

<header class="mb-4 flex flex-wrap items-baseline justify-between gap-3 border-b-2 border-(--ink) pb-3">
  <h1>{words ? `Before ${words.name}` : 'Plan'}</h1>
  {#if day && words}<p class="soft">{words.when} · {dayAndHour(day.at)}</p>{/if}
</header>

{#if !day}
  <div class="columns wide">
    <Casting casting={null} errands={[]} />
    <p class="soft">
      A plan is made back from a pour. Set its day and hour and say which castings you want. Every coat,
      errand, wait and mold then finds its evening.
    </p>
  </div>
{:else if !schedule || changing}
  {#if data.patterns.length === 0}
    <p>
      A plan begins with what is to be cast. <a href="/patterns/new">Add a first pattern</a>: three dimensions
      do.
    </p>
  {:else if data.heaps.length === 0}
    <p>A plan wants sand to ram. <a href="/heaps/new">Start a first heap</a>.</p>
  {:else}
    <div class="max-w-3xl">
      {#key `${day.id} ${schedule?.plan.version}`}
        <PlanForm
          session={day}
          patterns={data.patterns}
          heaps={data.heaps}
          counted={data.counted}
          plan={schedule?.plan ?? null}
          start={data.start}
          {...changing && { ondone: () => (changing = false) }}
        />
      {/key}
    </div>
  {/if}
{:else}
  <div class="grid gap-8 desk:grid-cols-[minmax(0,1fr)_20rem]">
    <div class="stack">
      <section class="grid gap-2" aria-label="Whether the day works" aria-live="polite">
        {#if schedule.too_long.length > 0}
          <p class="text-xl font-bold">No free stretch is long enough.</p>
          <p>
            {schedule.steps
              .filter(({ id }) => schedule.too_long.includes(id))
              .map(({ about, minutes }) => `${stepWords(about, units())} takes ${minutesWords(minutes)}`)
              .join('; ')}. Free more time, or shorten a step.
          </p>
        {:else if schedule.late_min > 0}
          <p class="text-xl font-bold text-(--heat)">
            This plan is {minutesWords(schedule.late_min)} short of time.
          </p>
          <p>
            The soonest it can be is {dayAndHour(schedule.earliest!)}{schedule.proven
              ? ''
              : ' (not every way was tried)'}.
          </p>
          <p><button type="button" class="act" onclick={() => move(schedule.earliest!)}>Pour then</button></p>
          {#if schedule.leave_out.length > 0}
            <LeaveOut
              plan={schedule.plan}
              ways={schedule.leave_out}
              set_out={schedule.molds.some(({ mold_id }) => mold_id !== null)}
            />
          {/if}
        {:else if schedule.pour_at}
          {#if schedule.hours_guessed.length > 0}
            <p class="text-xl font-bold">
              The day works if {new Intl.ListFormat('en-GB').format(schedule.hours_guessed)}
              {schedule.hours_guessed.length === 1 ? 'is' : 'are'} free at the usual hours.
            </p>
            <p class="soft small">Those hours are a guess. Set each week, or read a calendar.</p>
          {:else}
            <p class="text-xl font-bold text-(--good)">The day works.</p>
          {/if}
          <p class="soft">
            {left.length}
            {left.length === 1 ? 'step is' : 'steps are'} left. You could pour from {dayAndHour(
              schedule.earliest!
            )}.
          </p>
        {/if}
        {#if schedule.frost_unknown.length > 0}
          <p class="soft small">
            Whether it freezes before the day where {schedule.frost_unknown.join(' and ')}
            {schedule.frost_unknown.length === 1 ? 'stands' : 'stand'} is not known: there is no forecast{data.weather
              ? ' so far ahead'
              : ' without a weather station'}. Frozen sand wants half a day indoors.
          </p>
        {/if}
      </section>
      {#if schedule.pour_at}
        <section aria-label="All steps by their days">
          <h2 class="mb-1">All of it, by days</h2>
          <p class="soft small mb-2">
            Drag a step to another day, or move it with the space bar and the arrow keys. It starts no sooner
            than that; later steps move with it.
          </p>
          <PlanDays
            plan_id={schedule.plan.id}
            session_id={schedule.plan.session_id}
            steps={schedule.steps}
            pour_at={schedule.pour_at}
            members={data.people}
          />
        </section>
      {/if}
      {#if done.length > 0}
        <details>
          <summary class="min-h-12 cursor-pointer py-3 font-semibold">Done already: {done.length}</summary>
          <ul class="ruled">
            {#each done as step (step.id)}
              <li class="py-2">
                <StepLine
                  plan_id={schedule.plan.id}
                  {step}
                  who={name(step.member)}
                  ontick={(is) => tick(schedule.plan.id, step, is)}
                />
              </li>
            {/each}
          </ul>
        </details>
      {/if}
    </div>
    <div class="stack">
      <section class="grid gap-2" aria-label="The molds">
        <h2>{schedule.molds.length} {schedule.molds.length === 1 ? 'mold' : 'molds'}</h2>
        <ul class="ruled">
          {#each schedule.molds as mold (mold.number)}
            <li class="py-1.5">
              <strong>{mold.number}.</strong>
              {#if mold.mold_id}<a href="/mold/{mold.mold_id}">{mold.makes}</a>{:else}{mold.makes}{/if}
              <span class="soft small block"
                >in {mold.flask}, {#if mold.mold_id}<Fig
                    name="mold.sand-with-allowance-kg"
                    id={mold.mold_id}
                    value={mold.sand_kg}>{massText(mold.sand_kg, units())}</Fig
                  >{:else}{massText(mold.sand_kg, units())}{/if} of sand{mold.round > 1
                  ? `, round ${mold.round}: when the flask is free again`
                  : ''}</span
              >
              {#if mold.mold_id && data.ways[mold.mold_id]}
                <span class="small block">By lot: <strong>{data.ways[mold.mold_id]}</strong></span>
              {/if}
            </li>
          {/each}
        </ul>
        {#each data.trials as { id, name } (id)}
          <p class="small">
            <a href="/trials/{id}">{name}</a> Take molds in before you ram them: the lot says how each is made.
          </p>
        {/each}
        <p class="soft small">
          {#if schedule.ramming}Ramming takes {fixed(schedule.ramming.times, 1)} times as long here as the handbook
            says, by {schedule.ramming.molds} molds that were ticked step by step.
          {:else}Ramming takes what the handbook says, until the steps of three molds were ticked as they were
            done.{/if}
        </p>
        <p class="row">
          {#if day.molds === 0}
            <button type="button" class="quiet" onclick={() => setOut(schedule.plan.id)}
              >Set them out in the day</button
            >
          {/if}
          <button type="button" class="quiet" onclick={() => (changing = true)}>Other castings</button>
          <button type="button" class="quiet" onclick={() => throwAway(schedule.plan.id)}
            >Throw the plan away</button
          >
        </p>
      </section>
      <FoldedOnPhone title="People, own steps, calendar">
        <PeopleTime members={data.people} />
        <OwnSteps plan_id={schedule.plan.id} version={schedule.plan.version} own={schedule.plan.own} />
        <CalendarOut plan_id={schedule.plan.id} origin={data.origin} />
      </FoldedOnPhone>
    </div>
  </div>
{/if}
