<script lang="ts">
  /** Takes the live reading of a scale into a field; the scale that ships with the application is simulated and says so. */
  import { onDestroy, onMount } from 'svelte';
  import { massText } from '$core/quantity/display';
  import { api } from '$lib/ui/api-client';
  import { units } from '$lib/ui/preferences';
  import { LiveDevice } from './live-scale.svelte';

  const { ontake }: { ontake: (kg: number) => void } = $props();

  const DEVICE = 'simulated-scale';
  const live = new LiveDevice();
  let loadText = $state('');
  const reading = $derived(live.reading);
  const usable = $derived(
    live.online && reading !== null && reading.connected && reading.value !== null && reading.value > 0
  );

  onMount(() => live.watch(DEVICE));
  onDestroy(() => live.close());

  function lay() {
    const grams = Number(loadText.replace(',', '.'));
    if (grams >= 0 && grams <= 200_000) void api('POST', `/devices/${DEVICE}/bench`, { load: grams / 1000 });
  }
</script>

<div class="scale" role="group" aria-label="Scale">
  <p class="shown" aria-live="off">
    <span class="figure">{reading?.value != null ? massText(reading.value, units()) : '–'}</span>
    <span class="small soft">
      {!live.online
        ? 'connecting'
        : reading && !reading.connected
          ? 'scale disconnected'
          : reading?.stable
            ? 'steady'
            : 'settling'}
      {#if reading?.simulated !== false}· simulated{/if}
    </span>
  </p>
  <div class="row">
    <button
      type="button"
      class="quiet"
      disabled={!usable || !reading?.stable}
      onclick={() => ontake(reading!.value!)}>Take it</button
    >
    <button
      type="button"
      class="quiet"
      disabled={!live.online}
      onclick={() => api('POST', `/devices/${DEVICE}/bench`, { tare: true })}>Tare</button
    >
  </div>
  <label class="small">
    Lay on the simulated scale, g
    <input type="text" inputmode="decimal" bind:value={loadText} onchange={lay} />
  </label>
</div>

<style>
  .scale {
    display: grid;
    gap: 0.5rem;
    padding: 0.75rem;
    background: var(--sunk);
    border: 1px dashed var(--edge);
    border-radius: var(--radius-base);
  }
  .shown {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    gap: 0.75rem;
    font-size: 1.4rem;
  }
  label {
    display: grid;
    gap: 0.2rem;
  }
  input {
    min-height: 3rem;
    padding-inline: 0.75rem;
    background: var(--paper);
    border: 1px solid var(--edge);
    border-radius: var(--radius-base);
    font-family: var(--mono);
    color: inherit;
  }
</style>
