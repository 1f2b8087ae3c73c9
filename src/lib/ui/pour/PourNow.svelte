<script lang="ts">
  import { fixed } from '$core/quantity/display';
  import { readAnew } from '$lib/ui/read-anew';
  import { nowMs } from '$core/time/now';
  /** The pour of one mold: how hot, the clock from the first metal to the last, and one press that keeps it. */
  import { onMount } from 'svelte';
  import type { HotMold } from '$core/heat/mold-after-pour';
  import { api } from '$lib/ui/api-client';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm, zone } from '$lib/ui/field/record-form.svelte';
  import TemperatureField from '$lib/ui/field/TemperatureField.svelte';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import { keepAwake } from '$lib/ui/page/awake';
  import { told } from '$lib/ui/toast/toaster';
  import { Ticking } from '$lib/ui/timer/ticking.svelte';
  import { startTimer } from '$lib/ui/timer/timers.svelte';
  import OpeningTimes from './OpeningTimes.svelte';
  import { HeatRun } from './heat-run.svelte';

  interface Props {
    session_id: number;
    mold: { id: number; name: string };
    alloy: {
      name: string;
      liquidus_c: number;
      pour_range_c: readonly [number, number];
      shake_out_c: number;
    };
    pour_c: number;
    melt_c: number | null;
    window_s: { least: number; most: number | null } | null;
    hot: HotMold | null;
    ready: boolean;
  }
  const { session_id, mold, alloy, pour_c, melt_c, window_s, hot, ready }: Props = $props();
  const form = new RecordForm();
  let typed = $state<{ text: string; celsius: number | undefined }>({ text: '', celsius: undefined });
  /** As it was typed, or as the melt was last found. */
  const poured_c = $derived(typed.text.trim() === '' ? (melt_c ?? undefined) : typed.celsius);
  /** First and last metal, ms since 1970; kept over a reload. */
  let stream = $state<{ began: number | null; ended: number | null; broke: boolean }>({
    began: null,
    ended: null,
    broke: false
  });
  const kept = new KeptDraft(
    `pour:${mold.id}`,
    () => ({ typed, stream }),
    (back) => ({ typed, stream } = back)
  );
  const clock = new Ticking(100);
  const heat = new HeatRun();
  onMount(() => {
    const awake = keepAwake();
    return () => {
      awake();
      heat.cancel();
    };
  });
  const seconds = $derived(
    stream.began === null ? null : Math.max(0, ((stream.ended ?? clock.now) - stream.began) / 1000)
  );
  const late = $derived(seconds !== null && window_s?.most != null && seconds > window_s.most);
  const at_c = $derived(poured_c ?? pour_c);
  // Once what it would be poured at stands still for a moment.
  $effect(() => {
    if (!hot || at_c <= alloy.liquidus_c) return;
    const asked = { ...hot, pour_c: at_c };
    const soon = setTimeout(() => void heat.run(mold.id, asked), 400);
    return () => clearTimeout(soon);
  });

  const schema = () => import('$lib/schema/pour').then(({ newPour }) => newPour);
  async function log() {
    const at = new Date(stream.began ?? nowMs()).toISOString();
    const length = seconds === null ? undefined : Math.min(600, Math.max(0.5, Math.round(seconds * 10) / 10));
    const body = {
      mold_id: mold.id,
      at,
      zone: zone(),
      pour_c: Math.round(poured_c ?? NaN),
      ...(length !== undefined && { seconds: length }),
      interrupted: stream.broke
    };
    const send = (checked: typeof body) =>
      outbox.post<{ id: number; at: string; heat: { open_s: number | null } }>(
        `/sessions/${session_id}/pours`,
        checked,
        `${mold.name}, poured`
      );
    const made = await form.submit(schema, body, send);
    if (!made) return;
    kept.finish();
    const opens = made.heat.open_s;
    if (opens !== null)
      startTimer({
        name: `mold:${mold.id}`,
        says: `${mold.name} may be opened`,
        seconds: Math.max(1, Math.round(opens - (nowMs() - Date.parse(at)) / 1000)),
        href: '/pour'
      });
    told(`${mold.name} is poured.`, async () => {
      await api('POST', `/acts/${made.id}/undo`);
      await readAnew();
    });
    await readAnew();
  }
</script>

<section class="grid gap-4" aria-label="Pour {mold.name}">
  <Caution name="burns" />
  <p class="flex items-baseline justify-between gap-3">
    <span class="font-semibold"
      >{stream.began === null ? 'Pour clock' : stream.ended === null ? 'Pouring' : 'Poured in'}</span
    >
    <span class="figure text-5xl {late ? 'text-(--heat)' : ''}" role="timer" aria-live="off"
      >{fixed(seconds ?? 0, 1)}<span class="unit"> s</span></span
    >
  </p>
  {#if window_s}
    <p class="soft small">
      Calm from {fixed(window_s.least, 1)} s on{window_s.most === null
        ? '; how long it runs is not known without its thinnest wall'
        : `; it runs for ${fixed(window_s.most, 1)} s`}.
    </p>
  {/if}
  <p class="row">
    {#if stream.began === null}
      <button
        type="button"
        class="act flex-1"
        disabled={!ready}
        onclick={() => (stream = { began: nowMs(), ended: null, broke: false })}>First metal in</button
      >
    {:else if stream.ended === null}
      <button type="button" class="act flex-1" onclick={() => (stream.ended = nowMs())}>It is full</button>
      <button
        type="button"
        class="quiet"
        aria-pressed={stream.broke}
        onclick={() => (stream.broke = !stream.broke)}
        >{stream.broke ? 'The stream broke' : 'Stream broke?'}</button
      >
    {:else}
      <button
        type="button"
        class="quiet"
        onclick={() => (stream = { began: null, ended: null, broke: false })}>Start the clock anew</button
      >
      <button
        type="button"
        class="quiet"
        aria-pressed={stream.broke}
        onclick={() => (stream.broke = !stream.broke)}
        >{stream.broke ? 'The stream broke' : 'Stream broke?'}</button
      >
    {/if}
  </p>
  <TemperatureField
    label="Poured at"
    bind:text={typed.text}
    bind:celsius={typed.celsius}
    error={form.errorOf('pour_c')}
    optional={melt_c !== null}
    hint="{melt_c === null
      ? ''
      : `Left empty: ${Math.round(melt_c)} °C, as it was last found. `}{alloy.name}: {Math.round(
      alloy.pour_range_c[0]
    )} °C to {Math.round(alloy.pour_range_c[1])} °C, here about {Math.round(pour_c)} °C"
  />
  <OpeningTimes
    after={heat.after}
    done={heat.done}
    trouble={heat.trouble}
    known={hot !== null}
    roughly={heat.roughly}
    shake_out_c={alloy.shake_out_c}
  />
  <FormTrouble {form} />
  {#if !ready}<p class="small wrong">Something above still stands against it.</p>{/if}
  <p>
    <button
      type="button"
      class="act w-full"
      disabled={!ready || form.busy || (stream.began !== null && stream.ended === null)}
      onclick={log}>{form.busy ? 'Working its heat out' : 'It is poured'}</button
    >
  </p>
</section>
