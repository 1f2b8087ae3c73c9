<script lang="ts">
  /** What there is to do before the next casting, worked out from the heaps; or the question when that is. */
  import type { ScheduledStep } from '$lib/schema/plan';
  import { readAnew } from '$lib/ui/read-anew';
  import { onMount, type ComponentProps } from 'svelte';
  import { durationText, massText } from '$core/quantity/display';
  import { momentName, textName } from '$lib/schema/posted-form';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { fieldMoment } from '$lib/ui/date/reader-day';
  import { relativeDay, shortDate } from '$lib/ui/date/written-date';
  import { units } from '$lib/ui/preferences';
  import FollowSession from '$lib/ui/step/FollowSession.svelte';
  import { castingWords, type Casting } from './casting-words';
  import { dueWords } from './due-words';
  import Countdown from './Countdown.svelte';
  import type StillFull from './StillFull.svelte';
  import StepLine from '$lib/ui/plan/StepLine.svelte';
  import { minutesWords } from '$lib/ui/plan/plan-words';
  import type { Errand } from '$core/session/errand';

  interface Props {
    casting: Casting | null;
    errands: readonly Errand[];
    /** What its plan has next, where it is planned. */
    ahead?: { plan_id: number; steps: ScheduledStep[]; left: number; late_min: number; molds: number } | null;
    members?: readonly { id: number; name: string }[];
  }
  const { casting, errands, ahead = null, members = [] }: Props = $props();
  const words = $derived(casting && castingWords(casting));
  const form = new RecordForm();
  const schema = () => import('$lib/schema/session').then(({ newSession }) => newSession);
  const change = () => import('$lib/schema/session').then(({ sessionChange }) => sessionChange);
  const ticking = () => import('$lib/ui/plan/tick');
  const ending = () => import('./end-day');
  // They come after the page is awake, and are there when the server no longer is.
  onMount(() => [schema, ticking, ending].forEach((part) => void part().catch(() => undefined)));
  let name = $state('');
  let at = $state('');
  form.keep(
    'casting:new',
    () => ({ name, at }),
    (kept) => ({ name, at } = kept)
  );

  const bodyNow = () =>
    present({
      name: name.trim() === '' ? undefined : name.trim(),
      at: Number.isNaN(Date.parse(at)) ? at : new Date(at).toISOString(),
      zone: zone()
    });

  /** The day that is set is being changed. */
  let moving = $state(false);
  function move(from: Casting) {
    form.fillFrom(from);
    [name, at, moving] = [from.name ?? '', fieldMoment(from.at), true];
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const body = bodyNow();
    const set = moving
      ? await form.amend(change, `/sessions/${casting!.id}`, { name: body.name, at: body.at })
      : await form.submit(schema, body, () =>
          outbox.post<{ id: number }>('/sessions', body, 'a casting day')
        );
    if (!set) return;
    [name, at, moving] = ['', '', false];
    await readAnew();
  }

  /** Molds of the day, once it was to be over while sand stood in them. */
  let molds = $state<ComponentProps<typeof StillFull>['molds'] | null>(null);
  async function over(seen: Casting) {
    molds = await ending().then(({ endDay }) => endDay(seen, seen.name ?? 'The casting'));
  }

  function said(item: Errand): { when: string; what: string; href: string } {
    const { heap } = item;
    const mass = (kg: number) => massText(kg, units());
    switch (item.do) {
      case 'buy':
        return {
          when: 'By then',
          what: `${mass(item.kg)} of ${item.what} for ${heap.name}`,
          href: '/stock/new'
        };
      case 'squeeze':
        return {
          when: 'Soon',
          what: `squeeze ${heap.name}: nobody knows how it stands`,
          href: `/heaps/${heap.id}/test/squeeze`
        };
      case 'cover':
        return {
          when: 'Now',
          what: `cover ${heap.name}: it would lose ${mass(item.loses_kg)} of water by then`,
          href: `/heaps/${heap.id}/drying`
        };
      case 'dry-off':
        return {
          when: 'Before',
          what: `spread ${heap.name}: ${mass(item.kg)} of water too much${item.seconds ? `, about ${durationText(item.seconds)}` : ''}`,
          href: `/heaps/${heap.id}`
        };
      case 'temper': {
        const parts = [
          item.binder_kg > 0 && `${mass(item.binder_kg)} of clay`,
          item.water_kg > 0 && `${mass(item.water_kg)} of water`
        ].filter(Boolean);
        return {
          when: 'The evening before',
          what: `temper ${heap.name}: likely ${parts.join(' and ')}; cover it overnight`,
          href: `/heaps/${heap.id}`
        };
      }
    }
  }
</script>

<section id="casting" class="stack" aria-label="The next casting">
  {#if casting && words && !moving}
    <header class="flex flex-wrap items-baseline justify-between gap-x-4">
      <h2 class="min-w-0 wrap-anywhere">{words.on ? words.name : `Before ${words.name}`}</h2>
      <p class="soft small">{words.when} · {shortDate(casting.at)}</p>
    </header>
    {#if casting.due}
      {@const due = dueWords(casting.due, casting.due_mold ?? null)}
      <FollowSession id={casting.id} />
      <p class="flex flex-wrap items-center gap-3">
        <a class="act flex-1 justify-between" href={due.href}
          ><span class="first-letter:uppercase">{due.says}</span>
          {#if casting.due.do === 'wait' && casting.due.until !== null}<Countdown
              until={casting.due.until}
            />{/if}</a
        >
        <a class="quiet" href="/sessions/{casting.id}">Its record</a>
      </p>
    {/if}
    {#if ahead && !casting.due}
      {#if ahead.late_min > 0}
        <p class="font-semibold text-(--heat)">
          This plan is <a href="/plan">{minutesWords(ahead.late_min)} short of time</a>.
        </p>
      {/if}
      <ul class="ruled">
        {#each ahead.steps as step (step.id)}
          <li class="py-1.5">
            <StepLine
              plan_id={ahead.plan_id}
              {step}
              day={relativeDay(step.from!)}
              who={members.find(({ id }) => id === step.member)?.name ?? null}
              ontick={async (done) => (await ticking()).tick(ahead.plan_id, step, done)}
            />
          </li>
        {/each}
      </ul>
      <p class="soft small">
        {ahead.molds}
        {ahead.molds === 1 ? 'mold' : 'molds'} ·
        <a href="/plan">{ahead.left > ahead.steps.length ? `the plan, ${ahead.left} steps` : 'the plan'}</a>
      </p>
    {:else if errands.length > 0 && !casting.due}
      <ul class="ruled">
        {#each errands as item (`${item.do} ${item.heap.id} ${'what' in item ? item.what : ''}`)}
          {@const { when, what, href } = said(item)}
          <li>
            <a class="flex min-h-12 items-center gap-2 py-1 no-underline" {href}
              ><span class="min-w-0 wrap-anywhere"><strong>{when}</strong> {what}</span></a
            >
          </li>
        {/each}
      </ul>
    {:else if !casting.due}
      <p>Every heap should be in temper by then.</p>
    {/if}
    <p class="row">
      <button type="button" class="quiet" onclick={() => over(casting)}>End the day</button>
      <button type="button" class="quiet" onclick={() => move(casting)}>Another day</button>
      {#if !ahead}<a class="quiet" href="/plan">Plan it</a>{/if}
    </p>
    {#if molds}
      {#await import('./StillFull.svelte') then { default: StillFull }}
        <StillFull
          session_id={casting.id}
          {molds}
          onseen={() => over(casting)}
          onlater={() => {
            molds = null;
            move(casting);
          }}
          onleave={() => (molds = null)}
        />
      {/await}
    {/if}
  {:else}
    <h2>{moving ? 'On which day instead?' : 'When do you cast next?'}</h2>
    <p class="soft small">Then the Bench says what each heap wants by that day, and what to buy before.</p>
    <form class="stack" method="POST" action="?/casting" onsubmit={save} novalidate>
      <Posted body={bodyNow()} />
      <div class="pair">
        <TextField
          label="Day and hour"
          type="datetime-local"
          bind:value={at}
          error={form.errorOf('at')}
          post={momentName('at', '')}
        />
        <TextField
          label="What it is called"
          optional
          bind:value={name}
          error={form.errorOf('name')}
          post={textName('name')}
          maxlength={80}
        />
      </div>
      <FormTrouble {form} />
      <p class="row">
        <button class="quiet" disabled={form.busy}>Set the day</button>
        {#if moving}<button type="button" class="quiet" onclick={() => (moving = false)}>Leave it</button
          >{/if}
      </p>
    </form>
  {/if}
</section>
