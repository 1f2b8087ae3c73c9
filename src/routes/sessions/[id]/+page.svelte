<script lang="ts">
  import Explained from '$lib/ui/figure/Explained.svelte';
  import { fixed, massText, percentText, temperatureText } from '$core/quantity/display';
  import { CAUSES, DEFECTS } from '$core/reference/defects';
  import type { NotedStep } from '$core/session/noted-step';
  import { MOLD_STATE_WORDS } from '$lib/ui/mold/mold-words';
  import PrintSheet from '$lib/ui/page/PrintSheet.svelte';
  import { CHECK_WORDS, waitText } from '$lib/ui/pour/pour-words';
  import { units } from '$lib/ui/preferences';
  import LessonsForm from '$lib/ui/session/LessonsForm.svelte';
  import { castingWords } from '$lib/ui/session/casting-words';
  import EndDay from '$lib/ui/session/EndDay.svelte';
  import { RESULT_WORDS } from '$lib/ui/shake-out/shake-out-words';
  import { shortDate, shortTime } from '$lib/ui/date/written-date';
  import type { PourCheck } from '$core/judge/pour-checks';

  const { data } = $props();
  const day = $derived(data.day);
  const words = $derived(castingWords(day));
  const mass = (kg: number) => massText(kg, units());
  // What is stored of a step was held against its schema.
  const steps = $derived(day.steps as unknown as NotedStep[]);
  const letBy = $derived(
    steps.flatMap(({ kind, state, why_skipped }) => {
      const check = kind.startsWith('check:') ? (kind.slice('check:'.length) as PourCheck) : null;
      return check && state === 'skipped' ? [{ check, why: why_skipped ?? '' }] : [];
    })
  );
  const castings = $derived(data.molds.flatMap((mold) => mold.castings));
  const scrap = $derived(castings.filter(({ result }) => result === 'scrap').length);
  const metal = $derived(data.molds.reduce((sum, { mold }) => sum + (mold.poured?.metal_kg ?? 0), 0));
  const kept = $derived(data.yield);
  const RAISE = {
    scrap: 'Scrapped castings took most of the rest: put their cause right first.',
    gating:
      'The way in took most of the rest: more castings on one sprue, a lower cope, or a smaller riser where it feeds raise it.',
    other: 'Much of it is neither casting nor gating: spilled, run out, or castings fatter than planned.'
  } as const;
  const OVER: Record<string, string> = {
    done: 'over',
    mold: 'ramming',
    pour: 'pouring',
    'shake-out': 'shaking out',
    recondition: 'reconditioning'
  };
  const rows = $derived(
    data.heaps.map(({ id, name, before, after, entries }) => ({
      id,
      name,
      entries,
      figures: [
        ['sand, with what is out', mass(before.total_kg), mass(after.total_kg)],
        [
          'moisture',
          before.moisture_percent ? percentText(before.moisture_percent.value / 100) : 'not known yet',
          after.moisture_percent ? percentText(after.moisture_percent.value / 100) : 'not known yet'
        ],
        [
          'live clay',
          percentText(before.active_clay_percent / 100),
          percentText(after.active_clay_percent / 100)
        ],
        [
          'dead clay',
          percentText(before.dead_clay_percent / 100),
          percentText(after.dead_clay_percent / 100)
        ],
        ['fines', percentText(before.fines_percent / 100), percentText(after.fines_percent / 100)]
      ] as const
    }))
  );
</script>

<svelte:head><title>{words.name} · Brunkel</title></svelte:head>

<article class="stack max-w-5xl">
  <header
    class="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-2 border-b-2 border-(--ink) pb-3"
  >
    <div>
      <h1>{words.name}</h1>
      <p class="soft">
        {shortDate(day.at)}{data.members.length > 0 ? `, ${data.members.join(', ')}` : ''} · {OVER[
          day.stage
        ] ?? day.stage} ·
        <a href="/journal" class="print:hidden">all casting days</a>
      </p>
    </div>
    <p class="row">
      {#if day.stage !== 'done'}<EndDay {day} said="{words.name} is over." />{/if}
      <PrintSheet />
    </p>
  </header>
  {#if castings.length > 0 || metal > 0}
    <dl class="grid grid-cols-2 gap-3 desk:grid-cols-4">
      <div>
        <dt class="soft small">molds</dt>
        <dd class="text-xl font-bold">{data.molds.length}</dd>
      </div>
      <div>
        <dt class="soft small">castings, scrap</dt>
        <dd class="text-xl font-bold">{castings.length}, {scrap}</dd>
      </div>
      {#if metal > 0}<div>
          <dt class="soft small">metal poured</dt>
          <dd><Explained of="word-yield" class="text-xl">{mass(metal)}</Explained></dd>
        </div>{/if}
      {#if kept}<div>
          <dt class="soft small">{kept.guessed ? 'yield, not all weighed' : 'yield, as weighed'}</dt>
          <dd><Explained of="word-yield" class="text-xl">{percentText(kept.share, 0)}</Explained></dd>
        </div>{/if}
    </dl>
    {#if kept}
      <p class="small">
        Of {mass(kept.poured_kg)} poured, {mass(kept.kept_kg)} were kept as castings, {mass(kept.gating_kg)}
        went into sprue, runner and riser, {mass(kept.scrap_kg)} were scrapped{kept.other_kg >
        0.02 * kept.poured_kg
          ? `, and ${mass(kept.other_kg)} went elsewhere`
          : ''}.
        {kept.raise ? RAISE[kept.raise] : ''}
      </p>
    {/if}
  {/if}
  <section class="stack" aria-label="Molds and castings">
    <h2>Molds and castings</h2>
    {#each data.molds as { mold, number, name, flask, alloy, castings: out } (mold.id)}
      <div class="grid gap-1 border-t border-(--rule) pt-3">
        <p>
          <strong><a href="/mold/{mold.id}">Mold {number}: {name}</a></strong>
          <span class="soft small"
            >{flask ? `in ${flask}, ` : ''}{MOLD_STATE_WORDS[mold.state]}{mold.broken_because
              ? `: ${mold.broken_because}`
              : ''}</span
          >
        </p>
        {#if mold.poured}
          <p class="small">
            {alloy}, {mass(mold.poured.metal_kg)} at {temperatureText(mold.poured.pour_c, units())}, {shortTime(
              mold.poured.at
            )}{mold.poured.seconds === null ? '' : `, in ${fixed(mold.poured.seconds, 1)} s`}{mold.poured
              .interrupted
              ? ', the stream broke'
              : ''}.
            {mold.poured.heat.solid_s === null
              ? ''
              : `Solid after ${waitText(mold.poured.heat.solid_s)}`}{mold.poured.heat.open_s === null
              ? ''
              : `, to be opened after ${waitText(mold.poured.heat.open_s)}`};
            {mass(mold.poured.heat.spent_kg)} of sand burnt (an estimate).
          </p>
        {/if}
        {#if out.length > 0}
          <ul class="list-disc pl-6">
            {#each out as casting (casting.id)}
              <li>
                {casting.name}:
                <strong>{RESULT_WORDS[casting.result].name.toLowerCase()}</strong>{casting.kg === null
                  ? ''
                  : `, ${mass(casting.kg)}`}{casting.defects.length > 0
                  ? `; ${casting.defects.map(({ defect }) => DEFECTS[defect].name).join(', ')}`
                  : ''}{casting.cause ? `: ${CAUSES[casting.cause]}` : ''}{casting.note
                  ? `. ${casting.note}`
                  : ''}
              </li>
            {/each}
          </ul>
        {/if}
      </div>
    {:else}
      <p class="soft">No mold was made.</p>
    {/each}
  </section>
  {#if rows.length > 0}
    <section class="stack" aria-label="Heaps before and after">
      <h2>Heaps before and after</h2>
      <div class="grid gap-6 desk:grid-cols-2">
        {#each rows as heap (heap.id)}
          <table class="w-full text-left">
            <caption class="text-left font-semibold">
              <a href="/heaps/{heap.id}/ledger?session_id={day.id}">{heap.name}</a>
              <span class="soft small font-normal"
                >{heap.entries} {heap.entries === 1 ? 'entry' : 'entries'}</span
              >
            </caption>
            <thead
              ><tr class="soft small"
                ><th class="font-normal">estimate</th><th class="font-normal">before</th><th
                  class="font-normal">after</th
                ></tr
              ></thead
            >
            <tbody>
              {#each heap.figures as [what, before, after] (what)}
                <tr class="border-t border-(--rule)"
                  ><th class="py-1 font-normal">{what}</th>{#each [before, after] as figure, i (i)}<td
                      ><Explained of="word-estimate">{figure}</Explained></td
                    >{/each}</tr
                >
              {/each}
            </tbody>
          </table>
        {/each}
      </div>
    </section>
  {/if}
  {#if letBy.length > 0}
    <section class="grid gap-2" aria-label="Let by">
      <h2>Let by before the pour</h2>
      <ul class="list-disc pl-6">
        {#each letBy as { check, why } (check)}<li>
            {CHECK_WORDS[check]?.asks ?? check}: <em>{why}</em>
          </li>{/each}
      </ul>
    </section>
  {/if}
  <section class="grid gap-3" aria-label="Lessons">
    <h2>Lessons</h2>
    {#if day.lessons}<p class="hidden whitespace-pre-line print:block">{day.lessons}</p>{/if}
    {#key day.id}<LessonsForm {day} />{/key}
  </section>
</article>
