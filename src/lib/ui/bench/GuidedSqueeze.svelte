<script lang="ts">
  import { nowIso } from '$core/time/now';
  /** The squeeze by five questions; the grade is derived, never guessed. */
  import { goto } from '$app/navigation';
  import {
    GRADE_NAMES,
    OIL_GRADE_NAMES,
    squeeze,
    type SqueezeReading,
    squeezeQuestions,
    squeezed
  } from '$core/bench/formula/squeeze';
  import { heapTests } from '$lib/schema/heap-test';
  import Choice from '$lib/ui/field/Choice.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import { answerName, quantityName, textName } from '$lib/schema/posted-form';
  import { onMount } from 'svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, zone } from '$lib/ui/field/record-form.svelte';
  import SqueezeHand from './SqueezeHand.svelte';
  import { logRecord } from '$lib/ui/entry/log-entry';
  import Term from '$lib/ui/term/Term.svelte';
  import Ticket from '$lib/ui/page/Ticket.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import { page } from '$app/state';
  import PrintSheet from '$lib/ui/page/PrintSheet.svelte';
  import InSight from '$lib/ui/field/InSight.svelte';
  import { keepAwake } from '$lib/ui/page/awake';
  import { postAction, type TestSubject } from './subject';

  const { subject }: { subject: TestSubject } = $props();
  const members = $derived(page.data.members);
  const form = new RecordForm();
  /** Asleep it cannot count the answers: the server does, where it is posted before. */
  let awake = $state(false);
  onMount(() => {
    awake = true;
    return keepAwake();
  });

  const GRADE_TELLS = {
    1: 'Much drier than this heap should be; how far a hand cannot say.',
    2: 'A tenth to three tenths less water than this heap wants.',
    3: 'Within a tenth of the water that this heap wants.',
    4: 'A tenth to a third more water than this heap wants.',
    5: 'Far more water than this heap wants; how far a hand cannot say.'
  } as const;

  /** Whose hand squeezes: each has a bias of its own. */
  let hand = $state(String(page.data.member ?? ''));

  let holds = $state<'yes' | 'no' | null>(null);
  let shrinks = $state<'yes' | 'no' | null>(null);
  let breaks = $state<SqueezeReading['breaks'] | null>(null);
  let palm = $state<SqueezeReading['palm'] | null>(null);
  let prints = $state<SqueezeReading['prints'] | null>(null);

  const yes = (answered: 'yes' | 'no' | null) => (answered === null ? null : answered === 'yes');
  const part = $derived({ holds: yes(holds), shrinks: yes(shrinks), breaks, palm, prints });
  const questions = $derived(squeezeQuestions(part, subject.system));
  const reading = $derived(squeezed(part, subject.system));
  const answer = $derived(reading && squeeze(reading, subject.system));
  const asked = $derived(questions.filter((each) => part[each] !== null).length);
  const lifeless = $derived(answer !== null && !answer.tells_water && subject.system === 'water');

  form.keep(
    `squeeze:${subject.collection}`,
    () => ({ holds, shrinks, breaks, palm, prints }),
    (kept) => ({ holds, shrinks, breaks, palm, prints } = kept)
  );

  const head = () => ({
    kind: 'squeeze',
    at: nowIso(),
    zone: zone(),
    ...subject.marks,
    ...(hand && { member: Number(hand) })
  });

  async function log(event: SubmitEvent) {
    event.preventDefault();
    if (!reading || !answer) return;
    const body = { ...head(), ...reading };
    const logged = await form.submit(heapTests.squeeze, body, (sent) =>
      logRecord(subject.collection, sent, `Squeeze of ${subject.name}: grade ${answer.grade}.`)
    );
    if (logged) await goto(subject.home);
  }
  const said = $derived(
    answer &&
      (lifeless
        ? 'Moist but lifeless'
        : `${answer.grade} · ${(subject.system === 'oil' ? OIL_GRADE_NAMES : GRADE_NAMES)[answer.grade]}`)
  );
</script>

<form method="POST" action={postAction(subject)} onsubmit={log} novalidate>
  <div class="columns">
    <Posted body={head()} />
    <div class="stack">
      <header>
        <h1>Squeeze {subject.name}</h1>
        <p class="soft">
          <Term name="riddle">Riddle</Term> a handful from below the crust. One firm squeeze in one fist, open the
          hand, then break the lump in two.
        </p>
      </header>
      {#if members.length > 0 && subject.collection.startsWith('/heaps')}
        <div class="hand">
          <SelectField
            label="Whose hand?"
            bind:value={hand}
            post={quantityName('member', 'count', '', 1)}
            options={[
              { value: '', name: 'Nobody named' },
              ...members.map(({ id, name }) => ({ value: String(id), name }))
            ]}
            hint="Each hand has its own bias; it is learned beside drying tests."
          />
        </div>
      {/if}
      <p class="small"><a href="/hands">Hands, and what they have shown</a></p>
      <Choice
        legend="Does the lump hold when you open the hand?"
        options={[
          { value: 'yes', name: 'It holds' },
          { value: 'no', name: 'It falls apart' }
        ]}
        bind:value={holds}
        post={answerName('holds')}
      >
        {#snippet picture(value)}<SqueezeHand drawing={value === 'yes' ? 'holds' : 'runs'} />{/snippet}
      </Choice>
      {#if questions.includes('shrinks')}
        <Choice
          legend="Did it shrink in the fist?"
          options={[
            { value: 'yes', name: 'It gave and packed' },
            { value: 'no', name: 'It stayed as big' }
          ]}
          bind:value={shrinks}
          post={answerName('shrinks')}
        >
          {#snippet picture(value)}<SqueezeHand drawing={value === 'yes' ? 'shrinks' : 'stays'} />{/snippet}
        </Choice>
      {/if}
      {#if questions.includes('breaks')}
        <Choice
          legend="How does it break?"
          options={[
            { value: 'crumbles', name: 'Crumbles' },
            { value: 'ragged', name: 'Ragged edges' },
            { value: 'crisp', name: 'Clean, crisp edges' },
            { value: 'bends', name: 'Bends first' }
          ]}
          bind:value={breaks}
          post={textName('breaks')}
        >
          {#snippet picture(value)}<SqueezeHand drawing={value} />{/snippet}
        </Choice>
      {/if}
      <Choice
        legend="What does the palm look like?"
        options={[
          { value: 'clean', name: 'Clean' },
          { value: 'film', name: 'A thin film' },
          { value: 'smeared', name: 'Smeared' }
        ]}
        bind:value={palm}
        post={textName('palm')}
      >
        {#snippet picture(value)}<SqueezeHand drawing={value} />{/snippet}
      </Choice>
      {#if questions.includes('prints')}
        <Choice
          legend="What prints did the fingers leave?"
          options={[
            { value: 'none', name: 'None' },
            { value: 'blurred', name: 'Blurred' },
            { value: 'sharp', name: 'Sharp, skin lines show' }
          ]}
          bind:value={prints}
          post={textName('prints')}
        >
          {#snippet picture(value)}<SqueezeHand drawing={value} />{/snippet}
        </Choice>
      {/if}
    </div>
    <div class="stack result">
      <Ticket title="What the hand says">
        <div aria-live="polite" class="stack">
          {#if answer}
            <p class="grade">
              {said}
            </p>
            {#if lifeless || answer.grade === 5}
              <p>{answer.advice}</p>
            {:else}
              <p>
                {answer.finding}. That is one hand: log it, and the page of {subject.name} weighs it with everything
                else and says what to do.
              </p>
            {/if}
            {#if answer.tells_water}
              <p class="soft small">
                {GRADE_TELLS[answer.grade]} It tells between which limits the temper lies, and squeezes of the same
                sand share the hand’s error: a second one adds little.
              </p>
            {:else if subject.system === 'water'}
              <p class="soft small">
                This squeeze says nothing about water, so the moisture estimate stays as it is.
              </p>
            {/if}
          {:else}
            <p class="soft">
              {asked} of {questions.length} answered. The grade comes from what you find; you never have to guess
              it.
            </p>
          {/if}
        </div>
        <div class="hidden desk:grid">{@render log_it()}</div>
        <FormTrouble {form} />
        <a class="quiet" href={subject.list}>Other tests</a>
        <PrintSheet />
      </Ticket>
    </div>
  </div>
  <InSight>
    {#snippet answer()}
      {#if said}<strong>{said}</strong>{:else}<span class="soft small"
          >{asked} of {questions.length} answered</span
        >{/if}
    {/snippet}
    {#snippet action()}{@render log_it()}{/snippet}
  </InSight>
</form>

{#snippet log_it()}
  <button class="act" type="submit" disabled={awake && (!answer || form.busy)}>Log the squeeze</button>
{/snippet}

<style>
  .hand {
    max-width: 20rem;
  }
  .grade {
    font-family: var(--display);
    font-size: 2rem;
    font-weight: 700;
    line-height: 1.1;
  }
  @media (min-width: 62rem) {
    .result {
      position: sticky;
      top: 1.5rem;
    }
  }
</style>
