<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { goto } from '$app/navigation';
  import { planMold } from '$core/mold/plan-mold';
  import { solidsOf } from '$core/mold/judge-flask';
  import { insideVolume } from '$core/mold/flask';
  import { VERDICT_WORDS, type Verdict } from '$core/judge/temper-verdict';
  import { percentText } from '$core/quantity/display';
  import { USUAL_ALLOY } from '$core/reference/alloys';
  import { api } from '$lib/ui/api-client';
  import { flaskOf } from '$lib/schema/flask';
  import BrokenMold from '$lib/ui/mold/BrokenMold.svelte';
  import MoldFigures from '$lib/ui/mold/MoldFigures.svelte';
  import MoldSection from '$lib/ui/mold/MoldSection.svelte';
  import { chillsOf } from '$lib/schema/own-gating';
  import PlanView from '$lib/ui/mold/PlanView.svelte';
  import MoldSteps from '$lib/ui/mold/MoldSteps.svelte';
  import SandStands from '$lib/ui/mold/SandStands.svelte';
  import SandForMold from '$lib/ui/mold/SandForMold.svelte';
  import type { Lies } from '$core/mold/ramming-steps';
  import { layoutOf } from '$lib/schema/kept-layout';
  import { sandFrom } from '$core/mold/green-strength';
  import { castingsOf } from '$lib/ui/mold/mold-draft';
  import { MOLD_STATE_WORDS } from '$lib/ui/mold/mold-words';
  import { planVerdict } from '$lib/ui/mold/plan-words';
  import type { NotedStep } from '$core/session/noted-step';
  import PrintSheet from '$lib/ui/page/PrintSheet.svelte';
  import { dryingLeft } from '$lib/ui/pattern/coats';
  import { stagePage } from '$lib/ui/session/stage-page';
  import { shortDate, shortTime } from '$lib/ui/date/written-date';
  import { units } from '$lib/ui/preferences';
  import { told } from '$lib/ui/toast/toaster';
  import TrialOfMold from '$lib/ui/trial/TrialOfMold.svelte';

  const { data } = $props();
  const mold = $derived(data.mold);
  const alloy = $derived(mold.metal ?? USUAL_ALLOY);
  const flask = $derived(data.flasks.find(({ id }) => id === mold.flask_id) ?? null);
  const { boxes, of } = $derived(castingsOf(mold.patterns, data.patterns, alloy));
  const backing = $derived(data.sands.find(({ id }) => id === mold.backing_heap_id) ?? null);
  const facing = $derived(data.sands.find(({ id }) => id === mold.facing_heap_id) ?? null);
  const sand = $derived(sandFrom(backing));
  const plan = $derived(
    flask && boxes.length > 0
      ? planMold(
          boxes,
          alloy,
          flaskOf(flask),
          flask,
          sand,
          layoutOf(mold.layout, boxes.length) ?? undefined,
          data.way
        )
      : null
  );
  const verdict = $derived(plan && planVerdict(plan, of, units()));
  const used = $derived(
    data.patterns.filter(({ pattern }) => mold.patterns.some((each) => each.pattern_id === pattern.id))
  );
  const name = $derived(
    mold.patterns
      .map(({ pattern_id, count }) => {
        const own =
          data.patterns.find(({ pattern }) => pattern.id === pattern_id)?.pattern.name ?? 'a pattern';
        return count > 1 ? `${count} × ${own}` : own;
      })
      .join(', ') ||
      (mold.note ?? 'A mold')
  );
  const sands = $derived.by(() => {
    const demand = plan?.judged.demand;
    if (!flask || !demand || !backing) return [];
    const inside = insideVolume(flaskOf(flask));
    const solid = solidsOf(boxes, alloy, data.way);
    const rammed_l = (inside.cope_m3 + inside.drag_m3 - solid.cope_m3 - solid.drag_m3) * 1000;
    if (!facing || !plan?.judged.facing)
      return [{ heap_id: backing.id, name: backing.name, what: 'Sand', kg: demand.sand_kg, rammed_l }];
    const kg = plan.judged.facing.cope_kg + plan.judged.facing.drag_kg;
    return [
      { heap_id: facing.id, name: facing.name, what: 'Facing', kg },
      { heap_id: backing.id, name: backing.name, what: 'Backing', kg: demand.sand_kg - kg }
    ];
  });
  const stands = $derived(
    sands.flatMap(({ heap_id, kg }) => {
      const own = data.sands.find(({ id }) => id === heap_id);
      return own ? [{ ...own, heap_id, wants_kg: kg }] : [];
    })
  );
  /** Of castings that it still has. */
  const chills = $derived(chillsOf(mold.gating?.chills).filter(({ casting }) => casting < boxes.length));
  // What is stored of a step was held against its schema.
  const steps = $derived(data.day.steps as unknown as NotedStep[]);
  const doneKind = (kind: string) =>
    steps.some(({ id, state }) => id === `${mold.id}:${kind}` && state !== 'to-do');
  /** A body that was worked out to draw is not to blame; one that nobody looked at may be. */
  const lacksDraft = $derived(
    used.some(({ lacks_draft }) => lacks_draft === true)
      ? true
      : used.length > 0 && used.every(({ lacks_draft }) => lacks_draft === false)
        ? false
        : null
  );
  /** How what is in it lies: one that is drawn is drawn, whatever is left in beside it. */
  const lies = $derived.by((): Lies => {
    const kinds = used.map(({ pattern }) => pattern.kind);
    const foam = used.filter(
      ({ pattern: { kind, material } }) => kind === 'one-off' && (material ?? 'foam') === 'foam'
    );
    if (used.length > 0 && foam.length === used.length) return 'left-in';
    if (used.length > 0 && kinds.every((kind) => kind === 'plate')) return 'on-plate';
    const up = used.some(
      ({ pattern, castings }) =>
        (pattern.kind === 'loose' || pattern.kind === 'flat-back') &&
        (castings[alloy].above_m > 1e-6 || pattern.draw?.stepped === true)
    );
    return up ? 'up-in-cope' : kinds.includes('split') ? 'split' : 'flat';
  });
  const drawn = $derived(mold.state === 'rammed' || mold.state === 'closed');
  const DRY: readonly Verdict[] = ['dry', 'a-little-dry', 'probably-dry'];
  const WET: readonly Verdict[] = ['probably-wet', 'a-little-wet', 'too-wet'];
  const moisture = $derived(
    !backing || backing.verdict === 'not-known'
      ? null
      : DRY.includes(backing.verdict)
        ? ('dry' as const)
        : WET.includes(backing.verdict)
          ? ('wet' as const)
          : ('in' as const)
  );

  async function remove() {
    const where = `/sessions/${data.day.id}/molds`;
    await api('DELETE', `${where}/${mold.id}`);
    const { flask_id, patterns, backing_heap_id, facing_heap_id, metal, layout } = mold;
    told('The mold is off the plan.', async () => {
      await api('POST', where, {
        ...(flask_id !== null && { flask_id }),
        patterns,
        backing_heap_id,
        ...(facing_heap_id !== null && { facing_heap_id }),
        metal,
        layout
      });
      await readAnew();
    });
    await goto('/mold', { invalidateAll: true });
  }
</script>

<svelte:head><title>{name} · Brunkel</title></svelte:head>

<header class="mb-4">
  <h1>{name}</h1>
  <p class="soft small">
    {flask ? `in ${flask.name}` : 'in a flask that is not on the rack'}, {MOLD_STATE_WORDS[
      mold.state
    ]}{mold.broken_because ? `: ${mold.broken_because}` : ''} ·
    <a href="/mold/{mold.id}/gating">gating</a> ·
    <a href="/mold/{mold.id}/freeze">how it freezes</a>{#if mold.state === 'closed'}
      · <a href={stagePage('/pour', data.day.id)}>pour it</a>{/if} · <a href="/mold">all molds</a>
  </p>
</header>
<div class="columns">
  <div class="stack">
    {#if data.trial && mold.state !== 'broken'}<TrialOfMold mold_id={mold.id} of={data.trial} />{/if}
    {#if mold.state === 'broken'}
      <p>
        Its sand is back in the heap. <a
          href="/mold?pattern={mold.patterns[0]?.pattern_id ?? ''}&flask={mold.flask_id ??
            ''}&heap={mold.backing_heap_id}&metal={alloy}">Ram it anew</a
        >
      </p>
    {:else if flask}
      {#if mold.state === 'planned' && stands.length > 0 && !doneKind('ram-drag')}<SandStands
          sands={stands}
        />{/if}
      {#each data.rammed_of as sand (sand.heap_id)}
        <p class="small">
          Rammed {shortDate(sand.at)}, {shortTime(sand.at)} of
          <a href="/heaps/{sand.heap_id}">{sand.name}</a>:
          <strong>{VERDICT_WORDS[sand.verdict]}</strong>{sand.seen
            ? `, ${percentText(sand.moisture_percent.value / 100)} water`
            : ''} then.
        </p>
      {/each}
      {#if mold.state === 'planned' && sands.length > 0 && doneKind('ram-cope')}
        {#key mold.id}<SandForMold session_id={data.day.id} mold_id={mold.id} {sands} />{/key}
      {/if}
      {#key mold.id}
        <MoldSteps
          session_id={data.day.id}
          {mold}
          flask={{ ...flaskOf(flask), bars: flask.bars }}
          {lies}
          carry_over={used.flatMap(({ pattern }) => pattern.carry_over)}
          way={data.way}
          {alloy}
          {chills}
          hold_down_kg={plan?.judged.cope_lift?.hold_down_kg ?? 0}
          noted={steps}
          wants_sand={mold.state === 'planned' && sands.length > 0}
        />
      {/key}
      {#if mold.state === 'planned' || mold.state === 'rammed'}
        <BrokenMold
          session_id={data.day.id}
          {mold}
          heaps={drawn ? sands.map(({ heap_id }) => heap_id) : []}
          known={{
            moisture,
            draft: lacksDraft,
            coats_drying: used.some(({ pattern }) => dryingLeft(pattern.coats) > 0),
            drop_out: plan?.judged.drop_out?.measured ? plan.judged.drop_out.ratio : null
          }}
        />
      {/if}
      {#if mold.state === 'planned'}
        <p><button type="button" class="quiet" onclick={remove}>Take it off the plan</button></p>
      {/if}
    {/if}
  </div>
  {#if plan && flask && verdict}
    <section class="stack" aria-label="The mold, drawn">
      <p class="text-xl font-bold {verdict.fits ? 'text-(--good)' : 'text-(--heat)'}">{verdict.title}</p>
      <MoldSection
        flask={flaskOf(flask)}
        castings={boxes}
        {alloy}
        {plan}
        gating={data.way}
        label="{flask.name} cut along its length, to scale"
      />
      {#if chills.length > 0}
        <h2>Where the chills lie</h2>
        <PlanView
          flask={flaskOf(flask)}
          castings={boxes}
          of={[]}
          layout={plan.layout}
          clearances={plan.clearances}
          bars={[]}
          {chills}
        />
        <p class="small soft">
          Seen from above, with the drag below. The drag is rammed upside down: left and right change places
          then.
        </p>
      {/if}
      <MoldFigures
        judged={plan.judged}
        mold_id={mold.id}
        facing={facing !== null}
        weighed={flask.cope_kg !== null && flask.drag_kg !== null}
      />
      <PrintSheet />
    </section>
  {/if}
</div>
