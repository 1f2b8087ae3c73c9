<script lang="ts">
  import { rounded } from '$core/quantity/rounded';
  import { nowIso } from '$core/time/now';
  /** Moisture by drying to constant weight, step by step. */
  import { NINE_IN_TEN } from '$core/judge/normal';
  import { goto } from '$app/navigation';
  import {
    DRYING_METHODS,
    OIL_DRYING_METHODS,
    dryingProgress,
    moistureByDrying,
    moistureTestSd,
    type DryingMethod
  } from '$core/bench/formula/moisture';
  import { usualSample } from '$core/bench/tests/moisture';
  import { heapTests } from '$lib/schema/heap-test';
  import { check } from '$lib/schema/validate';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import Posted from '$lib/ui/field/Posted.svelte';
  import { quantityName, textName } from '$lib/schema/posted-form';
  import { onMount } from 'svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, present, zone } from '$lib/ui/field/record-form.svelte';
  import { logRecord } from '$lib/ui/entry/log-entry';
  import DryWetRuler from '$lib/ui/temper/DryWetRuler.svelte';
  import Ticket from '$lib/ui/page/Ticket.svelte';
  import TestDrawing from './TestDrawing.svelte';
  import PrintSheet from '$lib/ui/page/PrintSheet.svelte';
  import InSight from '$lib/ui/field/InSight.svelte';
  import { keepAwake } from '$lib/ui/page/awake';
  import { fixed, inUnits } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import { postAction, type TestSubject } from './subject';

  interface Props {
    subject: TestSubject;
    /** Moisture window, percent, to draw the result against. */
    window: { min: number; max: number } | null;
  }
  const { subject, window }: Props = $props();
  const form = new RecordForm();
  /** Asleep it cannot work the answer out: the server does, where it is posted before. */
  let awake = $state(false);
  onMount(() => {
    awake = true;
    return keepAwake();
  });

  const HOW: Record<DryingMethod, string> = {
    oven: '110 °C, an hour',
    lamp: 'a hand above it, 20 min',
    pan: 'gentle heat, stirring',
    microwave: 'bursts of 30 s'
  };
  /** Oil sand burns over a flame and in a microwave: it is dried in an oven, or under a lamp. */
  const METHODS = subject.system === 'oil' ? OIL_DRYING_METHODS : DRYING_METHODS;
  let method = $state<DryingMethod | null>(METHODS.includes('pan') ? 'pan' : 'oven');
  const STEPS = ['0.01', '0.1', '0.5', '1', '2', '5'];
  let step = $state(String(subject.scale_g));
  let places = $state<'1' | '3' | '5' | null>('3');
  const step_g = $derived(Number(step));
  const scoops = $derived(Number(places ?? '1'));
  let panText = $state('');
  let pan = $state<number | undefined>();
  let wetText = $state('');
  let wet = $state<number | undefined>();
  let weighings = $state<{ text: string; kg: number | undefined }[]>([{ text: '', kg: undefined }]);

  const dry = $derived(weighings.map((each) => each.kg).filter((kg) => kg !== undefined));
  const progress = $derived(dryingProgress(dry.map((kg) => kg * 1000)));
  const grams = (kg: number | undefined) => (kg === undefined ? undefined : rounded(kg * 1000, 4));
  const body = $derived(
    present({
      kind: 'moisture' as const,
      at: nowIso(),
      zone: zone(),
      ...subject.marks,
      method: method ?? 'pan',
      scale_g: step_g,
      scoops,
      pan_g: grams(pan),
      wet_g: grams(wet),
      dry_g: progress.dry_g === null ? undefined : rounded(progress.dry_g, 4)
    })
  );
  const checked = $derived(check(heapTests.moisture, body));
  // A field that is still empty is not yet wrong; a pair that cannot be is shown at once.
  const liveError = (path: 'pan_g' | 'wet_g' | 'dry_g') => {
    const asked = form.errorOf(path);
    if (asked) return asked;
    if (checked.ok || body[path] === undefined) return undefined;
    const found = checked.errors.find((error) => error.path === path && error.message !== 'is required');
    return found ? `${found.message[0]!.toUpperCase()}${found.message.slice(1)}.` : undefined;
  };
  const result = $derived(
    checked.ok ? moistureByDrying({ pan_g: body.pan_g!, wet_g: body.wet_g!, dry_g: body.dry_g! }) : null
  );
  const sd = $derived(
    result
      ? moistureTestSd(
          { method: body.method, pan_g: body.pan_g!, wet_g: body.wet_g!, scale_g: step_g, scoops },
          result.wet_basis
        )
      : 0
  );
  const sample = $derived(pan !== undefined && wet !== undefined ? (wet - pan) * 1000 : null);

  form.keep(
    `drying:${subject.collection}`,
    () => ({ method, step, places, panText, pan, wetText, wet, weighings }),
    (kept) => ({ method, step, places, panText, pan, wetText, wet, weighings } = kept)
  );

  async function log(event: SubmitEvent) {
    event.preventDefault();
    const words = `Moisture of ${subject.name}: ${fixed((result?.wet_basis ?? 0) * 100, 1)} %.`;
    const logged = await form.submit(heapTests.moisture, body, (sent) =>
      logRecord(subject.collection, sent, words)
    );
    if (logged) await goto(subject.home);
  }
</script>

<form method="POST" action={postAction(subject)} onsubmit={log} novalidate>
  <div class="columns">
    <Posted {body} />
    <div class="stack">
      <header class="head">
        <div>
          <h1>Dry and weigh {subject.name}</h1>
          <p class="soft">
            Take {usualSample(step_g)} g or more from {scoops === 1
              ? 'below the crust'
              : `${scoops} places below the crust, mixed`}. All weights with the pan.
          </p>
        </div>
        <TestDrawing kind="moisture" size={112} oil={subject.system === 'oil'} />
      </header>
      <Choice
        legend="How do you dry it?"
        options={METHODS.map((each) => ({ value: each, name: each, about: inUnits(HOW[each], units()) }))}
        bind:value={method}
        post={textName('method')}
      />
      <Caution name="drying" />
      <div class="pair">
        <SelectField
          label="The scale shows"
          bind:value={step}
          post={quantityName('scale_g', 'mass', 'g', 1000)}
          options={[...new Set([...STEPS, String(subject.scale_g)])].map((each) => ({
            value: each,
            name: `steps of ${each} g`
          }))}
          hint="A coarse scale wants a larger sample"
        />
        <Choice
          legend="Scoops from about the heap"
          options={[
            { value: '1', name: 'One' },
            { value: '3', name: 'Three, mixed' },
            { value: '5', name: 'Five, mixed' }
          ]}
          bind:value={places}
          post={quantityName('scoops', 'count', '', 1)}
        />
      </div>
      <div class="pair">
        <QuantityField
          label="1. The empty pan"
          dimension="mass"
          size="small"
          bind:text={panText}
          bind:si={pan}
          post={{ path: 'pan_g', factor: 1000 }}
          error={liveError('pan_g')}
        />
        <QuantityField
          label="2. Pan and damp sand"
          dimension="mass"
          size="small"
          bind:text={wetText}
          bind:si={wet}
          post={{ path: 'wet_g', factor: 1000 }}
          error={liveError('wet_g')}
          hint={sample !== null && sample > 0 && sample < 0.5 * usualSample(step_g)
            ? `Only ${fixed(sample, 0)} g of sand: on this scale ${usualSample(step_g)} g tells well.`
            : ' '}
        />
      </div>
      <div class="pair">
        {#each weighings as weighing, i (i)}
          <QuantityField
            label={i === 0 ? '3. Pan and sand, dried' : `Dried again, ${i + 1}.`}
            dimension="mass"
            size="small"
            bind:text={weighing.text}
            bind:si={weighing.kg}
            post={i === weighings.length - 1 ? { path: 'dry_g', factor: 1000 } : undefined}
            error={i === weighings.length - 1 ? liveError('dry_g') : undefined}
          />
        {/each}
      </div>
      <p class="row">
        <button
          class="quiet"
          type="button"
          onclick={() => weighings.push({ text: '', kg: undefined })}
          disabled={weighings.at(-1)?.kg === undefined || weighings.length > 9}>Dry it again and weigh</button
        >
        <span class="small" class:soft={!progress.constant} aria-live="polite">
          {#if progress.constant}
            The last two agree: it is dry.
          {:else if progress.last_loss_g !== null}
            It still lost {fixed(progress.last_loss_g, 1)} g: dry it on until two weighings agree within 0.1 g.
          {:else}
            One weighing cannot tell that it is dry; two that agree can.
          {/if}
        </span>
      </p>
    </div>
    <div class="stack">
      <Ticket title="Moisture">
        {#if result}
          <p class="value">{fixed(result.wet_basis * 100, 1)} <span>% water</span></p>
          <p class="soft small">
            ± {fixed(NINE_IN_TEN * sd * 100, 1)} % nine times in ten, of the wet sand. On dry sand it is {fixed(
              result.dry_basis * 100,
              1
            )} %.
          </p>
          {#if window}
            <DryWetRuler size="small" {window} value={result.wet_basis * 100} sd={sd * 100} />
          {/if}
        {:else}
          <p class="soft">The answer stands here as soon as the three weights do.</p>
        {/if}
        {#if result && !progress.constant}<p class="small">
            Not yet at constant weight: the real figure may be higher.
          </p>{/if}
        <div class="hidden desk:grid">{@render log_it()}</div>
        <FormTrouble {form} />
        <a class="quiet" href={subject.list}>Other tests</a>
        <PrintSheet />
      </Ticket>
    </div>
  </div>
  <InSight>
    {#snippet answer()}
      {#if result}<strong class="figure text-xl"
          >{fixed(result.wet_basis * 100, 1)} <span class="unit">% water</span></strong
        >{:else}<span class="soft small">no answer before three weights</span>{/if}
    {/snippet}
    {#snippet action()}{@render log_it()}{/snippet}
  </InSight>
</form>

{#snippet log_it()}
  <button class="act" type="submit" disabled={awake && (!result || form.busy)}>Log the test</button>
{/snippet}

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: start;
    gap: 1rem;
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
