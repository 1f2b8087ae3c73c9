<script lang="ts">
  import { afterNavigate } from '$app/navigation';
  import { readAnew } from '$lib/ui/read-anew';
  import { BENCH_TESTS } from '$core/bench/bench-tests';
  import { FORMULAS } from '$core/handbook/formula/formulas';
  import { FORMULA_STAGE } from '$core/handbook/stages';
  import { CAUSES, DEFECTS, DEFECT_NAMES } from '$core/reference/defects';
  import { SCHOOLS } from '$core/reference/schools';
  import { inUnits } from '$core/quantity/display';
  import { BODY } from '$lib/schema/posted-form';
  import { api } from '$lib/ui/api-client';
  import RigDrawing, { RIGS_DRAWN } from '$lib/ui/bench/RigDrawing.svelte';
  import TestDrawing from '$lib/ui/bench/TestDrawing.svelte';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import MetalTable from '$lib/ui/handbook/MetalTable.svelte';
  import { PROCEDURES } from '$lib/ui/handbook/procedure-names';
  import { PROCEDURE_STEPS } from '$lib/ui/handbook/procedures';
  import Steps from '$lib/ui/handbook/Steps.svelte';
  import { CHAPTERS, chapterOf } from '$lib/ui/handbook/chapters';
  import PrintSheet from '$lib/ui/page/PrintSheet.svelte';
  import { units } from '$lib/ui/preferences';
  import DefectDrawing from '$lib/ui/shake-out/DefectDrawing.svelte';
  import TermDrawing, { DRAWN } from '$lib/ui/term/TermDrawing.svelte';
  import { TERMS } from '$lib/ui/term/terms';
  import { told } from '$lib/ui/toast/toaster';

  const { data } = $props();
  const chapter = $derived(chapterOf(data.chapter)!);
  const formulas = $derived(FORMULAS.filter(({ id }) => FORMULA_STAGE[id] === data.chapter));
  const procedures = $derived(PROCEDURES.filter(({ stage }) => stage === data.chapter));
  /** What somebody came for stands open. */
  let opened = $state('');
  afterNavigate(({ to }) => (opened = to?.url.hash ?? ''));
  const schools = $derived(SCHOOLS.filter(({ stage }) => stage === data.chapter));

  async function choose(event: SubmitEvent, of: string, way: string, name: string) {
    event.preventDefault();
    const before = data.schools[of] ?? null;
    const set = async (to: string | null) => {
      await api('PATCH', '/settings', { school: { of, way: to } });
      await readAnew();
    };
    await set(before === way ? null : way);
    told(before === way ? 'No way is marked as yours.' : `${name}: marked as yours.`, () => set(before));
  }
</script>

<svelte:window onhashchange={() => (opened = location.hash)} />
<svelte:head><title>{chapter.name}, handbook · Brunkel</title></svelte:head>

<div class="stack">
  <header class="flex flex-wrap items-start justify-between gap-3 border-b-2 border-(--ink) pb-3">
    <div>
      <p class="soft small"><a href="/handbook">Handbook</a></p>
      <h1>{chapter.name}</h1>
      <p class="soft">{chapter.about}</p>
    </div>
    <p class="row print:hidden">
      {#each CHAPTERS.filter(({ id }) => id !== data.chapter) as { id, name } (id)}
        <a class="quiet" href="/handbook/{id}">{name}</a>
      {/each}
      <PrintSheet />
    </p>
  </header>
  <div class="grid gap-3 desk:grid-cols-2">
    {#each chapter.cautions as name (name)}<Caution {name} />{/each}
  </div>
  {#if procedures.length > 0}
    <section class="grid gap-2" aria-label="Step by step">
      <h2>Step by step</h2>
      {#each procedures as procedure (procedure.id)}
        <details
          id="how-{procedure.id}"
          class="border-t border-(--rule)"
          open={opened === `#how-${procedure.id}`}
        >
          <summary class="min-h-12 cursor-pointer py-3">
            <strong>{procedure.name}</strong> <span class="soft small">{procedure.about}</span>
          </summary>
          <Steps steps={PROCEDURE_STEPS[procedure.id](data.own, units())} />
          <p class="pb-4 print:hidden"><a class="act" href={procedure.page.href}>{procedure.page.name}</a></p>
        </details>
      {/each}
    </section>
  {/if}
  {#if data.chapter === 'pour'}<MetalTable />{/if}
  <section class="grid gap-2" aria-label="Words">
    <h2>Words</h2>
    <dl class="grid gap-x-8 gap-y-4 desk:grid-cols-2">
      {#each chapter.terms as name (name)}
        <div class="border-t border-(--rule) pt-2">
          <dt class="font-bold">{TERMS[name].word}</dt>
          <dd>
            {TERMS[name].means}
            {#if DRAWN.includes(name)}<span class="block pt-2"><TermDrawing {name} /></span>{/if}
          </dd>
        </div>
      {/each}
    </dl>
  </section>
  {#if chapter.tests.length > 0}
    <section class="grid gap-2" aria-label="Tests and their rigs">
      <h2>Tests and their rigs</h2>
      <ul class="grid gap-x-8 desk:grid-cols-2">
        {#each chapter.tests as kind (kind)}
          {@const test = BENCH_TESTS[kind]}
          <li
            id="test-{kind}"
            class="grid grid-cols-[7rem_minmax(0,1fr)] items-start gap-4 border-t border-(--rule) py-3"
          >
            <TestDrawing {kind} />
            <div>
              <h3>{test.title}</h3>
              <p class="small">
                {test.tells} <span class="soft">About {test.minutes} min of your hands.</span>
              </p>
              {#if RIGS_DRAWN.includes(kind)}<div class="pt-2"><RigDrawing {kind} /></div>{/if}
              {#if test.guide}
                <details>
                  <summary class="min-h-12 cursor-pointer py-3">How it is done</summary>
                  <ol class="list-decimal pl-6">
                    {#each test.guide.steps as step (step.text)}<li class="py-1">
                        {inUnits(step.text, units())}
                      </li>{/each}
                  </ol>
                </details>
              {/if}
            </div>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
  {#if formulas.length > 0}
    <section class="grid gap-2" aria-label="Formulas">
      <h2>Formulas, with your figures</h2>
      <ul class="grid gap-x-8 desk:grid-cols-2">
        {#each formulas as formula (formula.id)}
          {@const own = formula.own(data.own, units())}
          <li id="formula-{formula.id}" class="grid content-start gap-1 border-t border-(--rule) py-3">
            <h3>{formula.name}</h3>
            <p class="font-(family-name:--mono) wrap-anywhere">{formula.formula}</p>
            <p class="soft small">{formula.symbols}</p>
            <p class="wrap-anywhere">{own ?? 'You have no figures for it yet.'}</p>
            <p class="soft small">Source: {formula.source}.</p>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
  {#if data.chapter === 'shake-out'}
    <section class="grid gap-2" aria-label="Defects">
      <h2>Defects by their look</h2>
      <ul class="grid gap-x-8 desk:grid-cols-2">
        {#each DEFECT_NAMES as name (name)}
          <li
            id="defect-{name}"
            class="grid grid-cols-[7rem_minmax(0,1fr)] items-start gap-4 border-t border-(--rule) py-3"
          >
            <DefectDrawing {name} />
            <div>
              <h3>{DEFECTS[name].name}</h3>
              <p class="small">{DEFECTS[name].look}</p>
              <p class="soft small">
                In the sand: {DEFECTS[name].sand.map((cause) => CAUSES[cause]).join('; ') || 'nothing'}.
                Elsewhere: {DEFECTS[name].elsewhere.map((cause) => CAUSES[cause]).join('; ') || 'nothing'}.
              </p>
            </div>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
  {#if schools.length > 0}
    <section class="grid gap-2" aria-label="Schools">
      <h2>Schools, side by side</h2>
      <p class="soft small">
        None is right for all. Mark your own way; it is a note for you and changes no figure.
      </p>
      <ul class="grid gap-4">
        {#each schools as school (school.id)}
          <li id="school-{school.id}" class="grid gap-2 border-t border-(--rule) pt-2">
            <h3>{school.question}</h3>
            <div class="grid gap-3 desk:grid-cols-3">
              {#each school.ways as way (way.id)}
                {@const mine = data.schools[school.id] === way.id}
                <form
                  class="grid content-start gap-1 border-l-4 pl-3 {mine
                    ? 'border-(--ink)'
                    : 'border-(--rule)'}"
                  method="POST"
                  action="?/school"
                  onsubmit={(event) => choose(event, school.id, way.id, way.name)}
                >
                  <input
                    type="hidden"
                    name={BODY}
                    value={JSON.stringify({ school: { of: school.id, way: mine ? null : way.id } })}
                  />
                  <p>
                    <strong>{way.name}</strong>{#if mine}<span class="small"> · your way</span>{/if}
                  </p>
                  <p class="small">{way.trade}</p>
                  <p>
                    <button
                      class="quiet print:hidden"
                      aria-label="{mine ? 'No longer my way' : 'My way'}: {way.name}"
                      >{mine ? 'No longer my way' : 'My way'}</button
                    >
                  </p>
                </form>
              {/each}
            </div>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
</div>
