<script lang="ts">
  import { bareMassUnit, editableMass } from '$core/quantity/display';
  import { parseQuantity } from '$core/quantity/parse';
  import type { Dimension } from '$core/quantity/unit';
  import { units } from '$lib/ui/preferences';
  import { Droplets, Scale } from '@lucide/svelte';
  import { quantityName } from '$lib/schema/posted-form';
  import { onMount } from 'svelte';
  import Field from './Field.svelte';

  interface Props {
    label: string;
    dimension: Dimension;
    /** Masses: whether a bare number means g (oz) or kg (lb). */
    size?: 'small' | 'large';
    /** What was typed; kept as typed. */
    text?: string;
    /** What it means in SI; undefined while it means nothing. */
    si?: number | undefined;
    /** What the server or the form says of it. */
    error?: string | undefined;
    hint?: string;
    optional?: boolean;
    disabled?: boolean;
    /** Fractions: whether a moisture probe can tell it. */
    probe?: boolean;
    placeholder?: string;
    /** The field of the record that it is posted as without a script, and how much of its unit one of SI is. */
    post?: { path: string; factor: number } | undefined;
  }
  let {
    label,
    dimension,
    size = 'large',
    text = $bindable(''),
    si = $bindable(),
    error,
    hint,
    optional = false,
    disabled = false,
    probe = false,
    placeholder,
    post
  }: Props = $props();

  const bareUnit = $derived.by(() => {
    if (dimension === 'mass') return bareMassUnit(size, units());
    if (dimension === 'fraction') return '%';
    if (dimension === 'area') return units() === 'us' ? 'ft²' : 'm²';
    if (dimension === 'length') return units() === 'us' ? 'in' : 'mm';
    return '';
  });
  /** The device whose live reading the field can take. */
  const device = $derived(
    dimension === 'mass' ? 'scale' : dimension === 'fraction' && probe ? 'probe' : null
  );
  let reading_on = $state(false);
  function take(value: number) {
    text =
      dimension === 'mass'
        ? editableMass(value, value < 1 ? 'small' : 'large', units())
        : String(Number(value.toFixed(2)));
    typedUnit = bareUnit;
    si = dimension === 'mass' ? value : value / 100;
    reading_on = false;
  }

  // A bare number keeps the unit that it was typed in when the units are switched under it.
  let typedUnit = $state<string | null>(null);
  let left = $state(false);
  const unit = $derived(text.trim() === '' ? bareUnit : (typedUnit ?? bareUnit));
  const reading = $derived(text.trim() === '' ? null : parseQuantity(text, dimension, unit));
  // What cannot be read is said before what the form makes of its absence.
  const message = $derived(reading && !reading.ok && (left || error) ? reading.message : error);
  const suffix = $derived(/[a-z%"']/i.test(text) ? '' : unit);

  // What was typed before the page was awake was heard by nobody.
  const drawn = text;
  onMount(() => {
    if (text !== drawn) read();
  });

  function read() {
    typedUnit = bareUnit;
    const now = text.trim() === '' ? null : parseQuantity(text, dimension, bareUnit);
    si = now?.ok ? now.si : undefined;
  }
</script>

<Field {label} error={message} {hint} {optional}>
  {#snippet control(id, describedBy)}
    <span class="box" class:wrong={message !== undefined}>
      <input
        {id}
        {disabled}
        {placeholder}
        name={post && quantityName(post.path, dimension, bareUnit, post.factor)}
        type="text"
        inputmode="text"
        autocomplete="off"
        autocapitalize="off"
        spellcheck="false"
        aria-describedby={describedBy}
        aria-invalid={message !== undefined}
        bind:value={text}
        oninput={read}
        onblur={() => (left = true)}
      />
      {#if device}
        <button
          type="button"
          class="device"
          aria-label={reading_on ? `Put the ${device} away` : `Take from the ${device}`}
          aria-describedby="{id}-label"
          aria-expanded={reading_on}
          onclick={() => (reading_on = !reading_on)}
        >
          {#if device === 'scale'}<Scale size={18} aria-hidden="true" />{:else}<Droplets
              size={18}
              aria-hidden="true"
            />{/if}
        </button>
      {/if}
      {#if suffix}<span class="unit" aria-hidden="true">{suffix}</span>{/if}
    </span>
    {#if reading_on && device}
      {#await import('$lib/ui/device/TakeReading.svelte') then { default: TakeReading }}
        <TakeReading kind={device} ontake={take} />
      {/await}
    {/if}
  {/snippet}
</Field>

<style>
  .box {
    display: flex;
    align-items: center;
    background: var(--paper);
    border: 1px solid var(--edge);
    border-radius: var(--radius-base);
  }
  .box:focus-within {
    outline: 3px solid var(--heat);
    outline-offset: 1px;
  }
  .wrong {
    border-color: var(--heat);
    border-width: 2px;
  }
  input {
    flex: 1;
    min-width: 0;
    min-height: 3rem;
    padding: 0 0.75rem;
    font-family: var(--mono);
    font-size: 1.05rem;
    background: transparent;
    border: 0;
    color: inherit;
  }
  input:focus-visible {
    outline: none;
  }
  .device {
    order: 2;
    display: grid;
    place-items: center;
    min-width: 3rem;
    min-height: 3rem;
    color: var(--soft);
    cursor: pointer;
  }
  .device:hover,
  .device[aria-expanded='true'] {
    color: var(--heat);
  }
  .unit {
    padding-right: 0.75rem;
    color: var(--soft);
    font-family: var(--mono);
  }
</style>
