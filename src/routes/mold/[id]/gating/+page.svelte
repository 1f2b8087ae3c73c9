<script lang="ts">
  import { planGating } from '$core/metal/gating-plan';
  import { planMold } from '$core/mold/plan-mold';
  import { riserLacks } from '$core/mold/riser-place';
  import { figureText, lengthFigure, temperatureText } from '$core/quantity/display';
  import { USUAL_ALLOY } from '$core/reference/alloys';
  import { layoutOf } from '$lib/schema/kept-layout';
  import type { MoldGating } from '$lib/schema/pour';
  import { flaskOf } from '$lib/schema/flask';
  import MoldSection from '$lib/ui/mold/MoldSection.svelte';
  import { sandFrom } from '$core/mold/green-strength';
  import { castingsOf } from '$lib/ui/mold/mold-draft';
  import PrintSheet from '$lib/ui/page/PrintSheet.svelte';
  import GatingForm from '$lib/ui/pour/GatingForm.svelte';
  import GatingPanel from '$lib/ui/pour/GatingPanel.svelte';
  import Fig from '$lib/ui/figure/Fig.svelte';
  import { ownGating } from '$lib/schema/own-gating';
  import { units } from '$lib/ui/preferences';

  const { data } = $props();
  const of = $derived(data.of);
  let gating = $state<MoldGating>({});
  const flask = $derived(data.flasks.find(({ id }) => id === of?.mold.flask_id) ?? null);
  const alloy = $derived(of?.mold.metal ?? USUAL_ALLOY);
  const boxes = $derived(of ? castingsOf(of.mold.patterns, data.patterns, alloy).boxes : []);
  const gate = $derived(
    of?.gate && {
      ...of.gate,
      gate: gating.gate ?? of.gate.gate,
      school: gating.school ?? of.gate.school,
      wall_m: gating.wall_mm !== undefined ? gating.wall_mm / 1000 : of.gate.wall_m
    }
  );
  const way = $derived.by(() => {
    if (!gate) return { plan: null, trouble: null };
    try {
      return { plan: planGating(gate, ownGating(gating)), trouble: null };
    } catch (thrown) {
      if (!(thrown instanceof RangeError)) throw thrown;
      return { plan: null, trouble: thrown.message };
    }
  });
  const plan = $derived(
    flask && of && boxes.length > 0
      ? planMold(
          boxes,
          alloy,
          flaskOf(flask),
          flask,
          sandFrom(data.sands.find(({ id }) => id === of.mold.backing_heap_id) ?? null),
          layoutOf(of.mold.layout, boxes.length) ?? undefined,
          way.plan
        )
      : null
  );
  const riser_lacks = $derived(
    plan && flask && way.plan?.riser
      ? riserLacks(boxes, alloy, flaskOf(flask), plan.layout, way.plan.riser)
      : 0
  );
</script>

<svelte:head><title>Gating · Brunkel</title></svelte:head>

<header class="mb-4">
  <h1>Gating</h1>
  <p class="soft small">
    {of?.name ?? 'A mold that broke'}{of && gate ? `, ${of.alloy.name} at ` : ''}{#if of && gate}<Fig
        name="mold.pour-c"
        id={of.mold.id}
        value={of.pour_c}>{temperatureText(of.pour_c, units())}</Fig
      >{/if} · <a href="/mold/{of?.mold.id ?? ''}">the mold</a> ·
    {#if of}<a href="/mold/{of.mold.id}/freeze">how it freezes</a> ·{/if} <a href="/pour">the pour</a>
  </p>
</header>
{#if !of || !gate}
  <p>
    The way in is worked out once the mold has a flask and patterns. {#if of}<a href="/mold">Plan it anew</a
      >.{/if}
  </p>
{:else}
  <div class="columns wide">
    <div class="stack">
      {#if riser_lacks > 0}
        <p class="wrong border-l-4 border-(--heat) pl-3" role="alert">
          The riser lacks {figureText(lengthFigure(riser_lacks, units()))} of sand beside it. Move the casting nearer
          to the sprue, or stand the riser on it.
        </p>
      {/if}
      {#if way.trouble}<p class="wrong" role="alert">{way.trouble}</p>{/if}
      {#if plan && flask}
        <MoldSection
          flask={flaskOf(flask)}
          castings={boxes}
          {alloy}
          {plan}
          gating={way.plan}
          label="{flask.name} cut along its length, with its way in, to scale"
        />
      {/if}
      {#if way.plan}
        <GatingPanel
          plan={way.plan}
          alloy={of.alloy}
          school={gate.school}
          castings_kg={of.castings_kg}
          mold_id={of.mold.id}
        />
      {/if}
      <PrintSheet />
    </div>
    <section class="stack" aria-label="Your own way in">
      <h2>Your own</h2>
      {#key of.mold.id}
        <GatingForm
          session_id={data.session_id}
          mold={of.mold}
          alloys={data.alloys}
          bind:gating
          hold_down_kg={of.hold_down_kg}
        />
      {/key}
    </section>
  </div>
{/if}
