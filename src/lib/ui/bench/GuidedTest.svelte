<script lang="ts">
  /** A bench test, step by step: what to do, what to read, the live result, repeats with mean and spread. */
  import { goto } from '$app/navigation';
  import { testFigure, type HeapTest } from '$core/bench/heap-test';
  import { FINDING_WORDS, grading } from '$core/bench/grading';
  import { SIEVES } from '$core/bench/sieve';
  import { parseQuantity } from '$core/quantity/parse';
  import { TARGETS, type HeapBinder } from '$core/reference/targets';
  import { heapTests, type TestKind } from '$lib/schema/heap-test';
  import { check } from '$lib/schema/validate';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import { logEntry } from '$lib/ui/ledger/log-entry';
  import Ticket from '$lib/ui/temper/Ticket.svelte';
  import DyeFields, { type DyeDraft } from './DyeFields.svelte';
  import SieveFields from './SieveFields.svelte';
  import WaitTimer from './WaitTimer.svelte';
  import { meanAndSpread, oddOneOut, type Guide, type GuideField } from './guides';

  const { guide, heap }: { guide: Guide; heap: { id: number; name: string; binder: HeapBinder } } = $props();

  const form = new RecordForm();
  /** A usual figure counts until it is changed. */
  function usualValue({ usual, dimension }: GuideField): number | undefined {
    const reading = usual === undefined ? null : parseQuantity(usual, dimension, '');
    return reading?.ok ? reading.si : undefined;
  }
  const blank = () =>
    Object.fromEntries(
      guide.fields.map((field) => [field.name, { text: field.usual ?? '', si: usualValue(field) }])
    );
  let attempts = $state([blank()]);
  let sample = $state<{ text: string; kg: number | undefined }>({ text: '', kg: undefined });
  let caught = $state(
    Object.fromEntries(SIEVES.map(({ name }) => [name, { text: '', kg: undefined as number | undefined }]))
  );
  let dye = $state<DyeDraft>({
    standards: [{ activeText: '', active: undefined, mlText: '', ml: undefined }],
    mlText: '',
    ml: undefined
  });

  const round = (value: number) => Number(value.toPrecision(12));
  const grams = (kg: number | undefined) => (kg === undefined ? undefined : round(kg * 1000));

  function readings(attempt: ReturnType<typeof blank>): Record<string, unknown> {
    if (guide.kind === 'sieve') {
      const retained = SIEVES.filter(({ name }) => caught[name]!.kg !== undefined).map(({ name }) => ({
        sieve: name,
        grams: grams(caught[name]!.kg)
      }));
      return present({ sample_g: grams(sample.kg), retained });
    }
    if (guide.kind === 'methylene-blue') {
      const standards = dye.standards
        .filter((each) => each.active !== undefined || each.ml !== undefined)
        .map((each) =>
          present({
            active_percent: each.active === undefined ? undefined : round(each.active * 100),
            ml: each.ml
          })
        );
      return present({ standards, ml: dye.ml });
    }
    return present(
      Object.fromEntries(
        guide.fields.map(({ name, factor }) => [
          name,
          attempt[name]!.si === undefined ? undefined : round(attempt[name]!.si! * factor)
        ])
      )
    );
  }
  const at = new Date().toISOString();
  const bodies = $derived(
    attempts.map((attempt) => ({ kind: guide.kind, at, zone: zone(), ...readings(attempt) }))
  );
  const schema = $derived(heapTests[guide.kind as TestKind]);
  const figures = $derived(bodies.map((body) => figureOf(body)));
  const done = $derived(figures.filter((figure) => figure !== null));
  const summary = $derived(done.length > 0 ? meanAndSpread(done) : null);
  const odd = $derived(done.length === figures.length ? oddOneOut(done) : null);
  const window = $derived(guide.window?.(TARGETS[heap.binder]) ?? null);
  const findings = $derived(
    guide.kind === 'sieve' && done.length > 0
      ? grading((bodies[0] as unknown as { retained: [] }).retained, grams(sample.kg)).findings
      : []
  );
  const shown = (figure: number) => `${(figure * guide.figure.scale).toFixed(guide.figure.decimals)}`;

  function figureOf(body: Record<string, unknown>): number | null {
    if (!check(schema, body).ok) return null;
    const standards = (body.standards as { active_percent: number; ml: number }[] | undefined)?.map(
      ({ active_percent, ml }) => ({
        active_clay: active_percent / 100,
        ml
      })
    );
    return testFigure({ sample_g: null, ...body, ...(standards && { standards }) } as unknown as HeapTest);
  }

  async function log() {
    const sent = bodies.filter((_, i) => figures[i] !== null);
    for (const [i, body] of sent.entries()) {
      const logged = await form.submit(schema, body, () =>
        logEntry(heap.id, 'tests', body, `${guide.name}: ${shown(done[i]!)} ${guide.figure.unit}`.trim())
      );
      if (!logged) return;
    }
    if (sent.length > 0) await goto(`/heaps/${heap.id}`);
  }
</script>

<div class="columns">
  <div class="stack">
    <header>
      <h1>{guide.name} of {heap.name}</h1>
      <p class="soft">{guide.tells} About {guide.minutes} minutes of work.</p>
    </header>
    <ol class="steps">
      {#each guide.steps as step, i (i)}
        <li>
          <span>{step.text}</span>
          {#if step.wait_s}<WaitTimer seconds={step.wait_s} name="{heap.id}:{guide.kind}:{i}" />{/if}
        </li>
      {/each}
    </ol>
    {#if guide.caution}<Caution name={guide.caution} />{/if}
    {#if guide.kind === 'sieve'}
      <SieveFields bind:sample bind:caught error={form.errorOf('retained')} />
    {:else if guide.kind === 'methylene-blue'}
      <DyeFields bind:draft={dye} error={form.errorOf('standards') ?? form.errorOf('ml')} />
    {:else}
      {#each attempts as attempt, i (i)}
        <fieldset class="attempt">
          {#if attempts.length > 1}<legend>Reading {i + 1}</legend>{/if}
          <div class="pair">
            {#each guide.fields as field (field.name)}
              <QuantityField
                label={field.label}
                dimension={field.dimension}
                size={field.size ?? 'large'}
                hint={field.hint}
                bind:text={attempt[field.name]!.text}
                bind:si={attempt[field.name]!.si}
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
          onclick={() => attempts.push(blank())}
          disabled={figures.at(-1) === null || attempts.length > 9}>Take it again</button
        >
      </p>
    {/if}
  </div>
  <div class="stack">
    <Ticket title={guide.name}>
      <div aria-live="polite" class="stack">
        {#if summary}
          <p class="value">
            {shown(summary.mean)}{#if summary.spread !== null}<span>&#32;± {shown(summary.spread)}</span>{/if}
            <span>{guide.figure.unit}</span>
          </p>
          {#if summary.spread !== null}<p class="soft small">
              Mean and spread of {done.length} readings.
            </p>{/if}
          {#if odd !== null}<p class="wrong">
              Reading {odd + 1} stands apart: look at it again. It is kept unless you change it.
            </p>{/if}
          {#if window}
            <p class:wrong={summary.mean < window.min || summary.mean > window.max}>
              {summary.mean < window.min ? 'Below' : summary.mean > window.max ? 'Above' : 'Inside'} its window
              of {shown(window.min)} to {shown(window.max)}
              {guide.figure.unit}.
            </p>
          {/if}
          {#each findings as finding (finding)}<p class="small">{FINDING_WORDS[finding]}</p>{/each}
        {:else}
          <p class="soft">The result stands here as soon as the readings do.</p>
        {/if}
      </div>
      <button class="act" type="button" onclick={log} disabled={!summary || form.busy}
        >Log {done.length > 1 ? `${done.length} readings` : 'the test'}</button
      >
      {#if form.message}<p class="wrong" role="alert">{form.message}</p>{/if}
      <a class="quiet" href="/heaps/{heap.id}/test">Other tests</a>
    </Ticket>
  </div>
</div>

<style>
  .steps {
    list-style: decimal;
    padding-left: 1.4rem;
    display: grid;
    gap: 0.6rem;
  }
  .steps li > span {
    display: block;
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
