<script lang="ts">
  import { flaskOf, type FlaskRecord } from '$lib/schema/flask';
  import { nowIso } from '$core/time/now';
  /** A mold before it is rammed: which patterns in which flask, drawn and weighed, against the sand that there is. */
  import Explained from '$lib/ui/figure/Explained.svelte';
  import { Minus, Plus, X } from '@lucide/svelte';
  import { Tabs } from '@skeletonlabs/skeleton-svelte';
  import { goto } from '$app/navigation';
  import { fit, leastFlask } from '$core/mold/fit';
  import type { Verdict } from '$core/judge/temper-verdict';
  import { dropOut } from '$core/mold/holding';
  import { sandRemarks } from '$core/mold/sand-to-ram';
  import { planMold } from '$core/mold/plan-mold';
  import { figureText, lengthFigure, massText } from '$core/quantity/display';
  import { ALLOYS, ALLOY_NAMES, type Alloy } from '$core/reference/alloys';
  import type { HeapBinder } from '$core/reference/targets';
  import { LIFTS } from '$core/reference/mold';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import Restored from '$lib/ui/draft/Restored.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import { zone } from '$lib/ui/field/record-form.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { ApiProblem } from '$lib/ui/api-client';
  import InSight from '$lib/ui/field/InSight.svelte';
  import PrintSheet from '$lib/ui/page/PrintSheet.svelte';
  import { dryingLeft } from '$lib/ui/pattern/coats';
  import { units } from '$lib/ui/preferences';
  import Term from '$lib/ui/term/Term.svelte';
  import { told } from '$lib/ui/toast/toaster';
  import CutList from './CutList.svelte';
  import HeapBar from './HeapBar.svelte';
  import MoldFigures from './MoldFigures.svelte';
  import MoldSection from './MoldSection.svelte';
  import MoldsToday from './MoldsToday.svelte';
  import PlanView from './PlanView.svelte';
  import { keptLayout } from '$lib/schema/kept-layout';
  import SandStands from './SandStands.svelte';
  import { castingsOf, moldDraft, type ShelfPattern } from './mold-draft';
  import { holdWords } from '$lib/ui/flask/hold-words';
  import { sandFrom } from '$core/mold/green-strength';
  import { planVerdict } from './plan-words';

  interface Props {
    flasks: readonly FlaskRecord[];
    sands: readonly {
      id: number;
      name: string;
      total_kg: number;
      density_kg_l: number;
      green_kpa: number | null;
      binder: HeapBinder;
      verdict: Verdict;
      seen: boolean;
      says_mud: boolean;
      back_h: number | null;
    }[];
    patterns: readonly ShelfPattern[];
    given: Record<string, string>;
    /** The casting day that it is for; null: one begins now. */
    session: { id: number; name: string | null } | null;
  }
  const { flasks, sands, patterns, given, session }: Props = $props();

  let draft = $state(moldDraft(given, { heap: sands[0]?.id, pattern: patterns[0]?.pattern.id }));
  const kept = new KeptDraft(
    ['mold', ...Object.entries(given).flat()].join(':'),
    () => draft,
    (back) => (draft = back)
  );
  let trouble = $state<string | null>(null);
  let busy = $state(false);
  /** A casting day that was begun for a mold which then was refused: it is not begun twice. */
  let begun: { id: number } | null = null;

  // What a list offers was held against it.
  const alloy = $derived(draft.metal as Alloy);
  const { boxes, of } = $derived(castingsOf(draft.patterns, patterns, alloy));
  const backing = $derived(sands.find(({ id }) => String(id) === draft.backing) ?? sands[0] ?? null);
  const facing = $derived(sands.find(({ id }) => String(id) === draft.facing) ?? null);
  const sand = $derived(sandFrom(backing));
  const least = $derived(boxes.length > 0 ? leastFlask(boxes, alloy) : null);
  const judged = $derived(
    boxes.length === 0
      ? []
      : flasks
          .map((own) => ({ own, fit: fit(boxes, alloy, flaskOf(own)) }))
          .sort(
            (a, b) =>
              Number(b.fit.fits) - Number(a.fit.fits) ||
              a.fit.short.reduce((sum, each) => sum + each.by_m, 0) -
                b.fit.short.reduce((sum, each) => sum + each.by_m, 0) ||
              a.own.length_mm * a.own.width_mm - b.own.length_mm * b.own.width_mm
          )
  );
  const flask = $derived(flasks.find(({ id }) => String(id) === draft.flask) ?? judged[0]?.own ?? null);
  const laid = $derived(
    draft.layout && draft.layout.places.length === boxes.length ? draft.layout : undefined
  );
  const plan = $derived(
    flask && boxes.length > 0 ? planMold(boxes, alloy, flaskOf(flask), flask, sand, laid) : null
  );
  /** What each heap gives, overfill and spill included. */
  const wants = $derived.by(() => {
    const { demand, facing: faced } = plan?.judged ?? {};
    if (!demand || !backing) return [];
    const spare = demand.with_allowance_kg / demand.sand_kg;
    const kg = facing && faced ? (faced.cope_kg + faced.drag_kg) * spare : 0;
    return [
      { heap: backing, kg: demand.with_allowance_kg - kg },
      ...(facing && kg > 0 ? [{ heap: facing, kg }] : [])
    ];
  });
  const stands = $derived(wants.map(({ heap, kg }) => ({ ...heap, heap_id: heap.id, wants_kg: kg })));
  /** Its sand is not to be rammed as it is. */
  const stopped = $derived(stands.some((sand) => sandRemarks(sand).some(({ stops }) => stops)));
  const verdict = $derived(plan && planVerdict(plan, of, units()));
  const drying = $derived(
    patterns.filter(
      ({ pattern }) =>
        draft.patterns.some(({ pattern_id }) => pattern_id === pattern.id) && dryingLeft(pattern.coats) > 0
    )
  );
  const names = $derived(new Map(patterns.map(({ pattern }) => [pattern.id, pattern.name])));
  const flaskNames = $derived(new Map(flasks.map(({ id, name }) => [id, name])));
  const length = (m: number) => figureText(lengthFigure(m, units()));
  const mass = (kg: number) => massText(kg, units());
  /** The limits as one says them. */
  const liftText = (carry: 'two-hands' | 'two-people') =>
    ({
      metric: { 'two-hands': `${LIFTS.two_hands_kg} kg`, 'two-people': `${LIFTS.two_people_kg} kg` },
      us: { 'two-hands': '35 lb', 'two-people': '50 lb' }
    })[units()][carry];
  const poured = $derived(plan?.judged.lifts.at(-1) ?? null);
  const drop = $derived(plan?.judged.drop_out ?? null);
  const holds = $derived(drop && holdWords(drop));
  const barsFor = $derived(
    least ? dropOut({ shape: 'rectangular', ...least }, sand.density_kg_m3, 1).bars : 0
  );

  function count(i: number, by: number) {
    draft.layout = null;
    draft.patterns[i]!.count = Math.max(1, Math.min(50, draft.patterns[i]!.count + by));
  }
  function add(id: string) {
    if (id === '') return;
    draft.layout = null;
    draft.patterns = [...draft.patterns, { pattern_id: Number(id), count: 1 }];
  }

  async function ram() {
    if (!flask || !backing || !plan) return;
    busy = true;
    trouble = null;
    try {
      const day =
        session ??
        begun ??
        (await outbox.post<{ id: number }>(
          '/sessions',
          { at: nowIso(), zone: zone(), stage: 'mold' },
          'a casting day'
        ));
      begun = day;
      const mold = await outbox.post<{ id: number }>(
        `/sessions/${day.id}/molds`,
        {
          flask_id: flask.id,
          patterns: draft.patterns,
          backing_heap_id: backing.id,
          ...(facing && { facing_heap_id: facing.id }),
          metal: alloy,
          layout: keptLayout(plan.layout, of)
        },
        'a mold'
      );
      kept.finish();
      told('The mold is planned: ram it step by step.');
      await goto(`/mold/${mold.id}`, { invalidateAll: true });
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      trouble = thrown.message;
    } finally {
      busy = false;
    }
  }
</script>

<Restored draft={kept} />
<div class="columns">
  <div class="stack">
    <section class="grid gap-3 print:hidden" aria-label="What goes into it">
      <ul class="ruled">
        {#each draft.patterns as { pattern_id, count: many }, i (pattern_id)}
          <li class="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
            <a class="min-w-0 flex-1 basis-40 wrap-anywhere" href="/patterns/{pattern_id}"
              >{names.get(pattern_id) ?? 'a pattern'}</a
            >
            <span class="flex items-center gap-1">
              <button
                type="button"
                class="quiet px-3"
                aria-label="One less of {names.get(pattern_id)}"
                onclick={() => count(i, -1)}><Minus size={16} aria-hidden="true" /></button
              >
              <span class="min-w-8 text-center font-bold text-lg" aria-live="polite">{many}</span>
              <button
                type="button"
                class="quiet px-3"
                aria-label="One more of {names.get(pattern_id)}"
                onclick={() => count(i, 1)}><Plus size={16} aria-hidden="true" /></button
              >
              <button
                type="button"
                class="quiet px-3"
                aria-label="Without {names.get(pattern_id)}"
                onclick={() => {
                  draft.layout = null;
                  draft.patterns = draft.patterns.filter((_, k) => k !== i);
                }}><X size={16} aria-hidden="true" /></button
              >
            </span>
          </li>
        {/each}
      </ul>
      <div class="pair">
        {#if patterns.length > draft.patterns.length}
          <SelectField
            label={draft.patterns.length === 0 ? 'Pattern' : 'With it in the mold'}
            value=""
            onchange={add}
            options={[
              { value: '', name: draft.patterns.length === 0 ? 'choose one' : 'nothing more' },
              ...patterns
                .filter(({ pattern }) => draft.patterns.every(({ pattern_id }) => pattern_id !== pattern.id))
                .map(({ pattern }) => ({ value: String(pattern.id), name: pattern.name }))
            ]}
          />
        {/if}
        <SelectField
          label="Metal"
          bind:value={draft.metal}
          options={ALLOY_NAMES.map((value) => ({ value, name: ALLOYS[value].name }))}
        />
        {#if flasks.length > 0}
          <SelectField
            label="Flask"
            value={flask ? String(flask.id) : ''}
            onchange={(value) => {
              draft.flask = value;
              draft.layout = null;
            }}
            options={(judged.length > 0 ? judged : flasks.map((own) => ({ own, fit: null }))).map(
              ({ own, fit: fits }) => ({
                value: String(own.id),
                name: `${own.name}${fits === null ? '' : fits.fits ? ': takes it' : `: ${length(Math.max(...fits.short.map(({ by_m }) => by_m)))} short`}`
              })
            )}
          />
        {/if}
        {#if sands.length > 0}
          <SelectField
            label={facing ? 'Backing sand from' : 'Sand from'}
            bind:value={draft.backing}
            options={sands.map(({ id, name, total_kg }) => ({
              value: String(id),
              name: `${name} (${mass(total_kg)})`
            }))}
          />
        {/if}
        {#if sands.length > 1}
          <SelectField
            label="Facing sand from"
            bind:value={draft.facing}
            options={[
              { value: '', name: 'one sand throughout' },
              ...sands
                .filter(({ id }) => String(id) !== draft.backing)
                .map(({ id, name, total_kg }) => ({ value: String(id), name: `${name} (${mass(total_kg)})` }))
            ]}
          />
        {/if}
      </div>
    </section>
    {#if plan && flask}
      <Tabs defaultValue="section">
        <Tabs.List class="flex gap-5 border-b border-(--ink) print:hidden">
          {#each [['section', 'Section'], ['plan', 'Plan view']] as const as [value, name] (value)}
            <Tabs.Trigger
              {value}
              class="min-h-12 border-b-4 border-transparent font-semibold data-selected:border-(--heat)"
              >{name}</Tabs.Trigger
            >
          {/each}
        </Tabs.List>
        <Tabs.Content value="section" class="pt-3">
          <MoldSection
            flask={flaskOf(flask)}
            castings={boxes}
            {alloy}
            {plan}
            label="{flask.name} cut along its length, to scale: {verdict?.title}, {verdict?.why}"
          />
        </Tabs.Content>
        <Tabs.Content value="plan" class="grid gap-2 pt-3">
          <PlanView
            flask={flaskOf(flask)}
            castings={boxes}
            {of}
            layout={plan.layout}
            clearances={plan.clearances}
            bars={plan.bars}
            onmove={(layout) => (draft.layout = layout)}
          />
          <p class="small soft">
            Drag a casting or the sprue, or move it by the arrow keys (with shift by a centimetre; R turns
            it). What has too little sand is dashed.
            {#if draft.layout}
              <button type="button" class="quiet ml-2" onclick={() => (draft.layout = null)}
                >Lay them anew</button
              >
            {/if}
          </p>
        </Tabs.Content>
      </Tabs>
      <MoldFigures
        judged={plan.judged}
        facing={facing !== null}
        weighed={flask.cope_kg !== null && flask.drag_kg !== null}
      />
      {#each wants as { heap, kg } (heap.id)}
        <HeapBar name={heap.name} there_kg={heap.total_kg} wants_kg={kg} />
      {/each}
      {#if backing}
        <div class="print:hidden">
          <MoldsToday
            heap={backing}
            wanted={draft.patterns}
            metal={draft.metal}
            patterns={names}
            flasks={flaskNames}
            ontake={(mold) => {
              draft.layout = null;
              draft.flask = String(mold.flask_id);
              draft.patterns = mold.patterns.map((each) => ({ ...each }));
            }}
          />
        </div>
      {/if}
    {:else if boxes.length > 0}
      <p>No flask on the rack yet. <a href="/flasks/new">Put yours on it</a>, or saw one:</p>
    {:else}
      <p class="soft">Choose a pattern, and each flask says whether it takes it.</p>
    {/if}
    {#if least && judged.every(({ fit: each }) => !each.fits)}<CutList {least} bars={barsFor} />{/if}
  </div>
  {#if plan && flask && verdict}
    <section class="ticket stack desk:sticky desk:top-6" aria-label="The mold">
      <h2>A mold in {flask.name}</h2>
      <div aria-live="polite">
        <p
          class="font-(family-name:--display) text-4xl leading-none font-bold {verdict.fits
            ? 'text-(--good)'
            : 'text-(--heat)'}"
        >
          {verdict.title}
        </p>
        <p>{verdict.why}</p>
      </div>
      {#if wants.length > 0}
        <SandStands sands={stands} />
      {/if}
      {#if drying.length > 0}
        <p class="wrong">
          {drying.map(({ pattern }) => pattern.name).join(' and ')}: a coat is not dry yet, and would stick in
          the sand.
        </p>
      {/if}
      {#if backing}
        <button
          type="button"
          class="act print:hidden"
          onclick={ram}
          disabled={busy || plan.judged.demand === null}
          >{verdict.fits && !stopped ? 'Ram it' : 'Ram it as it is'}</button
        >
      {:else}
        <p>There is no sand to ram yet. <a href="/heaps/new">Set up a heap</a>.</p>
      {/if}
      {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
      <dl class="ruled">
        <div class="flex justify-between gap-3 py-2">
          <dt class="flex items-center gap-2">
            Cope hangs on its walls <Term name="drop-out" of="Cope hangs on its walls" />
          </dt>
          <dd class="text-right font-semibold {holds?.wrong ? 'text-(--heat)' : ''}">
            {#if drop && holds && backing}
              {#if drop.measured}{holds.short}{:else}<a
                  class="font-normal italic"
                  href="/heaps/{backing.id}/test/green-compression">{holds.short}</a
                >{/if}
            {:else}not known yet{/if}
          </dd>
        </div>
        {#if holds?.wrong}
          <div class="small py-2">
            <dt class="sr-only">What holds it</dt>
            <dd>{holds.says} {holds.remedy}</dd>
          </div>
        {/if}
        {#if plan.bars.length > 0}
          <div class="flex justify-between gap-3 py-2">
            <dt>Bars across the cope</dt>
            <dd class="text-right font-semibold {flask.bars ? '' : 'text-(--heat)'}">
              {flask.bars
                ? 'it has them'
                : `${plan.bars.length}, at ${plan.bars.map((x) => length(x + flaskOf(flask).length_m / 2)).join(', ')}`}
            </dd>
          </div>
        {/if}
        {#if plan.judged.cope_lift}
          {@const lift = plan.judged.cope_lift}
          <div class="flex justify-between gap-3 py-2">
            <dt>Metal pushes up</dt>
            <dd class="text-right"><Explained of="formula-cope-lift">{mass(lift.lift_kg)}</Explained></dd>
          </div>
          <div class="flex justify-between gap-3 py-2">
            <dt>Hold down</dt>
            <dd class="text-right font-semibold">
              {lift.hold_down_kg > 0
                ? `clamps, or ${mass(lift.hold_down_kg)} on it`
                : 'none, the cope is heavier'}
            </dd>
          </div>
        {/if}
        <div class="flex justify-between gap-3 py-2">
          <dt class="flex items-center gap-2">
            Metal, with its gating <Term name="gating" of="Metal, with its gating" />
          </dt>
          <dd class="text-right"><Explained of="formula-melt">{mass(plan.judged.metal_kg)}</Explained></dd>
        </div>
      </dl>
      {#if poured && poured.carry !== 'one'}
        <p class="border-y-2 border-(--heat) py-2 text-sm">
          <strong>Over {liftText(poured.carry)}.</strong>
          {poured.carry === 'two-people'
            ? 'Two people or a lifting aid. Ram it where it will be poured; do not carry it closed.'
            : 'Two hands and a short carry. Ram it where it will be poured.'}
        </p>
      {/if}
      <PrintSheet />
    </section>
  {/if}
</div>
{#if verdict && backing}
  <InSight>
    {#snippet answer()}
      <p class="font-bold {verdict.fits ? 'text-(--good)' : 'text-(--heat)'}">{verdict.title}</p>
      <p class="soft text-sm">{flask?.name}</p>
    {/snippet}
    {#snippet action()}
      <button type="button" class="act" onclick={ram} disabled={busy || plan?.judged.demand === null}
        >{verdict.fits && !stopped ? 'Ram it' : 'Ram it as it is'}</button
      >
    {/snippet}
  </InSight>
{/if}
