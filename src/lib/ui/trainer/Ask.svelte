<script lang="ts">
  import { fixed } from '$core/quantity/display';
  import { readAnew } from '$lib/ui/read-anew';
  import { nowIso } from '$core/time/now';
  /** One question of the trainer: looked at, answered, and the truth with the look that would have told. */
  import { moldQuestion, MOLD_FAULTS, MOLD_FAULT_WORDS, type MoldFault } from '$core/trainer/mold-question';
  import {
    LOOKS,
    REMEDIES,
    sandQuestion,
    type Level,
    type LookAt,
    type Remedy,
    type SandFault
  } from '$core/trainer/sand-question';
  import { wordChoices, type WordGroup } from '$core/trainer/word-question';
  import { DEFECTS, type DefectName } from '$core/reference/defects';
  import { GRADE_NAMES } from '$core/bench/formula/squeeze';
  import { judged } from '$core/trainer/judged';
  import { ApiProblem } from '$lib/ui/api-client';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { dayOf } from '$lib/ui/date/reader-day';
  import Choice from '$lib/ui/field/Choice.svelte';
  import DefectDrawing from '$lib/ui/shake-out/DefectDrawing.svelte';
  import TermDrawing from '$lib/ui/term/TermDrawing.svelte';
  import { TERMS, type TermName } from '$lib/ui/term/terms';
  import { shortDate } from '$lib/ui/date/written-date';
  import MoldLook from './MoldLook.svelte';
  import SandLook from './SandLook.svelte';
  import { FAULT_WORDS, LOOK_QUESTIONS, REMEDY_NAMES, lookSaid } from './trainer-words';

  interface Props {
    question: { training: 'sand' | 'mold' | 'word'; card: string; level: Level; seed: number };
    member: number | null;
  }
  const { question, member }: Props = $props();
  // A question is one component: another one is another.
  // svelte-ignore state_referenced_locally
  const { training, card, level, seed } = question;
  const parts = card.split(':');
  // A card names one of its list.
  const sand = training === 'sand' ? sandQuestion(parts[1] as SandFault, level, seed) : null;
  // As above.
  const mold = training === 'mold' ? moldQuestion(parts[1] as MoldFault, level, seed) : null;
  // As above.
  const group = parts[1] as WordGroup;
  const choices = training === 'word' ? wordChoices(group, parts[2]!, seed) : [];
  const nameOf = (word: string) =>
    group === 'defect' ? DEFECTS[word as DefectName].name : TERMS[word as TermName].word;

  /** Looks that were taken; at first one sees only the open hand. */
  let looked = $state<LookAt[]>(['holds']);
  let grade = $state<'1' | '2' | '3' | '4' | '5' | null>(null);
  let remedy = $state<Remedy | null>(null);
  let fault = $state<MoldFault | null>(null);
  let word = $state<string | null>(null);
  let trouble = $state<string | null>(null);
  /** `due` is null while the answer is on its way. */
  let told = $state<{ right: boolean; off: number | null; due: string | null } | null>(null);

  async function answer() {
    if (training === 'sand' && (grade === null || remedy === null))
      return void (trouble = 'Say what it is, and what it wants.');
    if (training === 'mold' && fault === null) return void (trouble = 'Say what will go wrong.');
    if (training === 'word' && word === null) return void (trouble = 'Say what it shows.');
    const said = {
      ...(training === 'sand' && { grade: Number(grade), remedy: remedy! }),
      ...(training === 'mold' && { fault: fault! }),
      ...(training === 'word' && { word: word! })
    };
    const known = judged({ training, card, level, seed }, said);
    if (typeof known === 'string') return;
    // The truth is known here: only when it comes again is told by the record, which an answer may have to wait for.
    [told, trouble] = [{ ...known, due: null }, null];
    try {
      const { due } = await outbox.post<{ due: string }>(
        '/trainer/answers',
        { card, level, seed, at: nowIso(), ...(member !== null && { member }), ...said },
        'an answer to the trainer'
      );
      told = { ...told, due };
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      [told, trouble] = [null, thrown.message];
    }
  }
</script>

<div class="stack">
  {#if sand}
    <p class="soft">Sand of unknown make, squeezed once. Take as many looks as you want.</p>
    <div class="grid grid-cols-2 gap-3 desk:grid-cols-5">
      {#each LOOKS as look (look)}
        {@const open = looked.includes(look) || told !== null}
        <div class="grid content-start gap-1 border-t border-(--rule) pt-2">
          <h2 class="[font-family:inherit] text-base">{LOOK_QUESTIONS[look]}</h2>
          {#if open}
            <SandLook {look} looks={sand.looks} {seed} label={lookSaid(look, sand.looks)} />
            {#if told}<p class="small {look === sand.tells ? 'font-bold' : 'soft'}">
                {lookSaid(look, sand.looks)}
              </p>{/if}
          {:else}
            <button type="button" class="quiet aspect-[7/6]" onclick={() => (looked = [...looked, look])}
              >Look<span class="sr-only">: {LOOK_QUESTIONS[look]}</span></button
            >
          {/if}
        </div>
      {/each}
    </div>
    {#if !told}
      <Choice
        legend="What is it?"
        options={(['1', '2', '3', '4', '5'] as const).map((value) => ({
          value,
          // One to five, as the list has it.
          name: `${value} ${GRADE_NAMES[Number(value) as 1]}`
        }))}
        bind:value={grade}
      />
      <Choice
        legend="What does it want?"
        options={REMEDIES.map((value) => ({ value, name: REMEDY_NAMES[value] }))}
        bind:value={remedy}
      />
    {/if}
  {:else if mold}
    <p class="soft">
      A light-alloy mold before the pour, in section and from above. What will go wrong with it?
    </p>
    <MoldLook
      {mold}
      label="Section of a mold: {Math.round(mold.pattern.from)} mm of sand to the wall, {Math.round(
        mold.cope - mold.pattern.above
      )} mm over the casting, gate {Math.round(
        mold.gate.floor - mold.runner.floor
      )} mm above the runner's floor, {Math.round(
        mold.trap
      )} mm of runner past the gate, lowest vent {Math.round(
        Math.min(...mold.vents.map(({ foot }) => foot)) - mold.drag - mold.pattern.above
      )} mm over the pattern, facing {fixed(mold.facing_moisture, 1)} % moist"
    />
    {#if !told}
      <Choice
        legend="What will go wrong?"
        options={MOLD_FAULTS.map((value) => ({ value, name: MOLD_FAULT_WORDS[value].name }))}
        bind:value={fault}
      />
    {/if}
  {:else}
    <p class="soft">
      {group === 'defect' ? 'A casting with a defect.' : 'A thing of the craft.'} What is it called?
    </p>
    <div class="grid min-h-24 place-items-center border-y border-(--rule) py-4">
      {#if group === 'defect'}<DefectDrawing name={parts[2] as DefectName} />{:else}<TermDrawing
          name={parts[2] as TermName}
          wordless
        />{/if}
    </div>
    {#if !told}<Choice
        legend="It is called"
        options={choices.map((value) => ({ value, name: nameOf(value) }))}
        bind:value={word}
      />{/if}
  {/if}
  <div aria-live="polite" class="grid gap-2">
    {#if told}
      <p class="text-xl font-bold {told.right ? 'text-(--good)' : ''}">
        {told.right ? 'Right.' : 'Not quite.'}
      </p>
      {#if sand}
        <p>
          It is <strong>{FAULT_WORDS[sand.fault].toLowerCase()}</strong>, grade {fixed(sand.grade, 1)}, and
          wants
          {REMEDY_NAMES[sand.remedy].toLowerCase()}. {told.right ? 'What tells it' : 'The next best look'}: {LOOK_QUESTIONS[
            sand.tells
          ].toLowerCase()},
          {lookSaid(sand.tells, sand.looks).toLowerCase()}.
          {#if told.off !== null && Math.abs(told.off) >= 0.5}You said {fixed(Math.abs(told.off), 1)} of a grade
            too {told.off > 0 ? 'wet' : 'dry'}.{/if}
        </p>
      {:else if mold}
        {@const is = parts[1] as MoldFault}
        <p><strong>{MOLD_FAULT_WORDS[is].name}.</strong> {MOLD_FAULT_WORDS[is].why}</p>
      {:else}
        <p>
          <strong>{nameOf(parts[2]!)}.</strong>
          {group === 'defect' ? DEFECTS[parts[2] as DefectName].look : TERMS[parts[2] as TermName].means}
        </p>
      {/if}
      <p class="soft small">
        {#if told.due}It comes again {dayOf(told.due) === dayOf(nowIso())
            ? 'today'
            : `on ${shortDate(told.due)}`}.{:else if outbox.unreachable}Your answer waits in the outbox. The
          next question comes once Brunkel is back.{:else}&nbsp;{/if}
      </p>
      <p>
        <button type="button" class="act" disabled={told.due === null} onclick={() => readAnew()}
          >The next one</button
        >
      </p>
    {:else}
      {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
      <p><button type="button" class="act" onclick={answer}>Give this answer</button></p>
    {/if}
  </div>
</div>
