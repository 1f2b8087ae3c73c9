<script lang="ts">
  import { nowIso } from '$core/time/now';
  /** A bench test, step by step: what to do, what to read, the live result, repeats with mean and spread. */
  import { NINE_IN_TEN } from '$core/judge/normal';
  import { goto } from '$app/navigation';
  import { FINDING_WORDS, grading, type Grading } from '$core/bench/formula/grading';
  import { testFigure, type HeapTest } from '$core/bench/heap-test';
  import { meanSd, testSd } from '$core/bench/test-accuracy';
  import { fixed, inUnits } from '$core/quantity/display';
  import { PA_PER_PSI } from '$core/quantity/unit';
  import { units } from '$lib/ui/preferences';
  import { heapTests, type TestKind } from '$lib/schema/heap-test';
  import { check } from '$lib/schema/validate';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import { onMount } from 'svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import { logRecord } from '$lib/ui/entry/log-entry';
  import Ticket from '$lib/ui/page/Ticket.svelte';
  import DyeFields from './DyeFields.svelte';
  import SieveFields from './SieveFields.svelte';
  import TestDrawing from './TestDrawing.svelte';
  import PrintSheet from '$lib/ui/page/PrintSheet.svelte';
  import InSight from '$lib/ui/field/InSight.svelte';
  import { keepAwake } from '$lib/ui/page/awake';
  import { RIGS } from '$core/bench/gear';
  import RigDrawing, { RIGS_DRAWN } from './RigDrawing.svelte';
  import TickSteps from './TickSteps.svelte';
  import {
    attemptReadings,
    dyeReadings,
    freshAttempt,
    freshDye,
    freshSieve,
    sieveLines,
    sieveReadings
  } from './drafts';
  import { meanAndSpread, oddOneOut } from '$core/bench/formula/repeats';
  import type { Guide } from './guides';
  import { postAction, type TestSubject } from './subject';

  interface Props {
    guide: Guide;
    subject: TestSubject;
    /** The readings of the last such test: its rig, standards and meshes serve again. */
    last: Record<string, unknown> | null;
  }
  const { guide, subject, last }: Props = $props();

  const form = new RecordForm();
  /** Asleep it cannot work the answer out: the server does, where it is posted before. */
  let awake = $state(false);
  onMount(() => {
    awake = true;
    return keepAwake();
  });
  // The page is drawn anew for another test; its fields start from there.
  let attempts = $state([freshAttempt(guide, last)]);
  let sieve = $state(freshSieve(last));
  let dye = $state(freshDye(last));

  const at = nowIso();
  const readings = $derived<Record<string, unknown>[]>(
    guide.kind === 'sieve'
      ? [{ ...sieveReadings(sieve) }]
      : guide.kind === 'methylene-blue'
        ? [dyeReadings(dye)]
        : attempts.map((attempt) => attemptReadings(guide, attempt))
  );
  const bodies = $derived(
    readings.map((each) => present({ kind: guide.kind, at, zone: zone(), ...subject.marks, ...each }))
  );
  const schema = $derived(heapTests[guide.kind as TestKind]);
  const tests = $derived(bodies.map((body) => (check(schema, body).ok ? inCore(body) : null)));
  const figures = $derived(tests.map((test) => test && testFigure(test)));
  const done = $derived(figures.filter((figure) => figure !== null));
  const summary = $derived(done.length > 0 ? meanAndSpread(done) : null);
  const sd = $derived.by(() => {
    const singles = tests.filter((test) => test !== null).map(testSd);
    return summary ? meanSd(Math.max(...singles), summary.spread, singles.length) : 0;
  });
  const odd = $derived(done.length === figures.length ? oddOneOut(done) : null);
  const window = $derived(subject.targets && (guide.window?.(subject.targets) ?? null));
  const graded = $derived.by<Grading | null>(() => {
    const test = tests[0];
    return test?.kind === 'sieve' ? grading(test.retained, test.sample_g ?? undefined) : null;
  });
  /** How the figure is shown, in the reader's units. */
  const scale = $derived(
    guide.figure.unit === 'kPa' && units() === 'us'
      ? { scale: 1 / PA_PER_PSI, decimals: 1, unit: 'psi' }
      : guide.figure
  );
  const shown = (figure: number) => `${fixed(figure * scale.scale, scale.decimals)}`;
  const place = $derived.by(() => {
    if (!summary || !window) return null;
    const surely =
      Math.abs(summary.mean - (summary.mean < window.min ? window.min : window.max)) > NINE_IN_TEN * sd;
    if (summary.mean >= window.min && summary.mean <= window.max) return 'Inside';
    const side = summary.mean < window.min ? 'below' : 'above';
    return surely ? `Surely ${side}` : `A little ${side}, within what one reading strays,`;
  });

  /** The readings as the core has them. */
  function inCore(body: Record<string, unknown>): HeapTest {
    const { standards, moisture_percent, reference_active_percent } = body as {
      standards?: { active_percent: number; ml: number }[];
      moisture_percent?: number;
      reference_active_percent?: number;
    };
    // The schema has checked the body: with these it has all that the core asks of its kind.
    return {
      sample_g: null,
      ...body,
      ...(standards && {
        standards: standards.map(({ active_percent, ml }) => ({ active_clay: active_percent / 100, ml }))
      }),
      ...(moisture_percent !== undefined && { moisture: moisture_percent / 100 }),
      ...(reference_active_percent !== undefined && { reference_active: reference_active_percent / 100 })
    } as unknown as HeapTest;
  }

  /** Readings that are logged already, from the first: one that was refused after them does not log them again. */
  let logged = $state(0);
  let ticked = $state<Record<string, boolean>>({});
  form.keep(
    `${guide.kind}:${subject.collection}`,
    () => ({ attempts, sieve, dye, logged, ticked }),
    (kept) => ({ attempts, sieve, dye, logged, ticked = {} } = kept)
  );

  /** Asleep there is one reading, which can be posted as it stands. */
  const postable = $derived(attempts.length === 1);
  /** Lists are posted with all their lines, those left empty too. */
  const drawn = $derived({
    ...bodies[0]!,
    ...(guide.kind === 'sieve' && { retained: sieveLines(sieve) }),
    ...(guide.kind === 'methylene-blue' && { standards: dye.standards.map(() => ({})) })
  });

  async function log(event: SubmitEvent) {
    event.preventDefault();
    const sent = bodies.filter((_, i) => figures[i] !== null);
    // Whichever of them was read off a simulated device: they are one taking.
    const { simulated } = form;
    for (const [i, body] of sent.entries()) {
      if (i < logged) continue;
      form.simulated = simulated;
      const words = `${guide.name}: ${shown(done[i]!)} ${scale.unit}`.trim();
      if (!(await form.submit(schema, body, (sent) => logRecord(subject.collection, sent, words)))) return;
      logged = i + 1;
    }
    form.draft?.finish();
    if (sent.length > 0) await goto(subject.home);
  }
</script>

<form
  method={postable ? 'POST' : undefined}
  action={postable ? postAction(subject) : undefined}
  onsubmit={log}
  novalidate
>
  <div class="columns">
    {#if postable}<Posted body={drawn} />{/if}
    <div class="stack">
      <header class="head">
        <div>
          <h1>{guide.name} of {subject.name}</h1>
          <p class="soft">{guide.tells} About {guide.minutes} minutes of work.</p>
        </div>
        <TestDrawing kind={guide.kind} size={112} />
      </header>
      <TickSteps
        steps={guide.steps.map((step) => ({ ...step, text: inUnits(step.text, units()) }))}
        bind:ticked
        name="{subject.collection}:{guide.kind}"
        of={guide.name}
      />
      <aside class="flex flex-wrap items-center gap-x-6 gap-y-2">
        {#if RIGS_DRAWN.includes(guide.kind)}<RigDrawing kind={guide.kind} />{/if}
        <p class="small min-w-0 flex-[1_1_16rem]">
          <strong>From the house:</strong>
          {inUnits(RIGS[guide.kind].household, units())}
        </p>
      </aside>
      {#if guide.caution}<Caution name={guide.caution} />{/if}
      {#if guide.kind === 'sieve'}
        <SieveFields bind:draft={sieve} error={form.errorOf('retained')} />
      {:else if guide.kind === 'methylene-blue'}
        <DyeFields bind:draft={dye} error={form.errorOf('standards') ?? form.errorOf('ml')} />
      {:else}
        {#each attempts as attempt, i (i)}
          <fieldset class="attempt">
            {#if attempts.length > 1}<legend>Reading {i + 1}{i < logged ? ', logged' : ''}</legend>{/if}
            <div class="pair">
              {#each guide.fields as field (field.name)}
                <QuantityField
                  label={field.label}
                  dimension={field.dimension}
                  size={field.size ?? 'large'}
                  probe={guide.kind === 'probe'}
                  hint={field.hint}
                  bind:text={attempt[field.name]!.text}
                  bind:si={attempt[field.name]!.si}
                  post={postable ? { path: field.name, factor: field.factor } : undefined}
                  error={form.errorOf(field.name)}
                />
              {/each}
            </div>
          </fieldset>
        {/each}
        <p>
          <button
            type="button"
            class="quiet"
            onclick={() => attempts.push(freshAttempt(guide, last))}
            disabled={figures.at(-1) === null || attempts.length > 9}>Take it again</button
          >
        </p>
      {/if}
      {#if graded}
        <section class="stack">
          <h2>Grading</h2>
          {#await import('$lib/ui/chart/GradingChart.svelte') then { default: GradingChart }}
            <GradingChart grading={graded} />
          {/await}
          <p class="soft small">
            Blocks: what each sieve caught, from its opening to the one above. Rings: what passes, on log
            size.{#if graded.median_mm}
              &nbsp;Half of it is finer than {fixed(graded.median_mm, 2)} mm.{/if}
            {#if graded.washed_off > 0.0005}
              &nbsp;Washed off before: {fixed(graded.washed_off * 100, 1)} %.{/if}
          </p>
        </section>
      {/if}
    </div>
    <div class="stack">
      <Ticket title={guide.name}>
        <div aria-live="polite" class="stack">
          {#if summary}
            <p class="value">
              {shown(summary.mean)}{#if sd > 0}<span>&#32;± {shown(NINE_IN_TEN * sd)}</span>{/if}
              <span>{scale.unit}</span>
            </p>
            <p class="soft small">
              {#if summary.spread !== null}
                Mean of {done.length} readings, which spread by {shown(summary.spread)}
                {scale.unit} (one standard deviation).
              {/if}
              The ± holds nine times in ten.
            </p>
            {#if graded && graded.fineness_range[1] - graded.fineness_range[0] > 0.5}
              <p class="small">
                Sieves are missing from the stack: what lies between is shared out on log size. A whole stack
                would surely give {fixed(graded.fineness_range[0], 0)} to {fixed(
                  graded.fineness_range[1],
                  0
                )}; the standard’s sum over these alone gives {fixed(graded.fineness_number, 0)}.
              </p>
            {/if}
            {#if odd !== null}<p class="wrong">
                Reading {odd + 1} stands apart: look at it again. It is kept unless you change it.
              </p>{/if}
            {#if window}
              <p class:wrong={summary.mean < window.min || summary.mean > window.max}>
                {place} its window of {shown(window.min)} to {shown(window.max)}{scale.unit
                  ? ` ${scale.unit}`
                  : ''}.
              </p>
            {/if}
            {#each (graded?.findings ?? []).filter((each) => each !== 'rough-stack') as finding (finding)}<p
                class="small"
              >
                {FINDING_WORDS[finding]}
              </p>{/each}
          {:else}
            <p class="soft">The result stands here as soon as the readings do.</p>
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
      {#if summary}<strong class="figure text-xl"
          >{shown(summary.mean)} <span class="unit">{scale.unit}</span></strong
        >{:else}<span class="soft small">{guide.name}: no reading yet</span>{/if}
    {/snippet}
    {#snippet action()}{@render log_it()}{/snippet}
  </InSight>
</form>

{#snippet log_it()}
  <button class="act" type="submit" disabled={awake && (!summary || form.busy)}
    >Log {done.length > 1 ? `${done.length} readings` : 'the test'}</button
  >
{/snippet}

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: start;
    gap: 1rem;
  }
  .attempt legend {
    font-weight: 700;
    margin-bottom: 0.3rem;
  }
  .value {
    font-family: var(--display);
    font-size: 3rem;
    font-weight: 700;
    line-height: 1;
  }
  .value span {
    font-size: 1.2rem;
  }
</style>
