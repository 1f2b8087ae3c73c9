<script lang="ts">
  /** Takes the live reading of a scale, a probe or a furnace into a field; those that ship with the application are simulated and say so. */
  import { onDestroy, onMount } from 'svelte';
  import { fixed, massText, temperatureText } from '$core/quantity/display';
  import { api } from '$lib/ui/api-client';
  import { units } from '$lib/ui/preferences';
  import { LiveDevice } from './live-device.svelte';

  interface Props {
    kind: 'scale' | 'probe' | 'thermocouple';
    /** Kilograms from a scale, percent from a probe, °C from a thermocouple. */
    ontake: (value: number, simulated: boolean) => void;
  }
  const { kind, ontake }: Props = $props();

  const celsius = (typed: number) => (units() === 'us' ? (typed - 32) / 1.8 : typed);
  const WORDS = {
    scale: {
      name: 'Scale',
      lay: 'Lay on the simulated scale, g',
      most: 200,
      of: (typed: number) => typed / 1000,
      figure: (kg: number) => massText(kg, units())
    },
    probe: {
      name: 'Moisture probe',
      lay: 'Sand around the simulated probe, % water',
      most: 60,
      of: (typed: number) => typed,
      figure: (percent: number) => `${fixed(percent, 1)}\u202f%`
    },
    thermocouple: {
      name: 'Furnace',
      lay: `Set the simulated furnace to, ${units() === 'us' ? '°F' : '°C'}`,
      most: 1800,
      of: celsius,
      figure: (c: number) => temperatureText(c, units())
    }
  } as const;

  interface Device {
    name: string;
    kind: 'scale' | 'probe' | 'thermocouple';
    simulated: boolean;
  }
  let devices = $state<Device[]>([]);
  let device = $state('');
  /** Whether the list of devices is there. */
  let listed = $state(false);
  const simulated = $derived(device === `simulated-${kind}`);
  const live = new LiveDevice();
  let loadText = $state('');
  const reading = $derived(live.reading);
  const usable = $derived(
    live.online && reading !== null && reading.connected && reading.value !== null && reading.value > 0
  );
  const figure = $derived.by(() => {
    if (reading?.value == null) return '–';
    return WORDS[kind].figure(reading.value);
  });

  onMount(() => {
    void api<{ items: Device[] }>('GET', '/devices').then(
      ({ items }) => {
        devices = items.filter((each) => each.kind === kind);
        listed = true;
        device = devices[0]?.name ?? '';
        if (device) live.watch(device);
      },
      () => (listed = true)
    );
  });
  onDestroy(() => live.close());

  function lay() {
    const typed = Number(loadText.replace(',', '.'));
    const { of, most } = WORDS[kind];
    const load = of(typed);
    if (load >= 0 && load <= most) void api('POST', `/devices/${device}/bench`, { load });
  }
</script>

<div class="device" role="group" aria-label={WORDS[kind].name}>
  {#if listed && devices.length === 0}
    <p class="small">
      No {kind} has sent a reading yet. The <a href="/records">records page</a> says how one does, and has a simulated
      one for trying out.
    </p>
  {:else}
    {#if devices.length > 1}
      <label class="small">
        Which {kind}
        <select bind:value={device} onchange={() => live.watch(device)}>
          {#each devices as each (each.name)}
            <option value={each.name}>{each.name}{each.simulated ? ' (simulated)' : ''}</option>
          {/each}
        </select>
      </label>
    {/if}
    <p class="shown" aria-live="off">
      <span class="font-(family-name:--mono) font-bold">{figure}</span>
      <span class="small soft">
        {!live.online
          ? 'connecting'
          : !reading
            ? 'waiting for a reading'
            : reading && !reading.connected
              ? `${kind} disconnected`
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
        onclick={() => ontake(reading!.value!, reading!.simulated)}>Take it</button
      >
      {#if kind === 'scale' && simulated}
        <button
          type="button"
          class="quiet"
          disabled={!live.online}
          onclick={() => api('POST', `/devices/${device}/bench`, { tare: true })}>Tare</button
        >
      {/if}
    </div>
    {#if simulated}<label class="small">
        {WORDS[kind].lay}
        <input type="text" inputmode="decimal" bind:value={loadText} onchange={lay} />
      </label>{/if}
  {/if}
</div>

<style>
  .device {
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
  input,
  select {
    min-height: 3rem;
    padding-inline: 0.75rem;
    background: var(--paper);
    border: 1px solid var(--edge);
    border-radius: var(--radius-base);
    font-family: var(--mono);
    color: inherit;
  }
</style>
