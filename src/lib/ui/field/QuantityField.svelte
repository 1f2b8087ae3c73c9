<script lang="ts">
  import { bareMassUnit, editableMass } from '$core/quantity/display';
  import { parseQuantity } from '$core/quantity/parse';
  import type { Dimension } from '$core/quantity/unit';
  import { units } from '$lib/ui/preferences';
  import { Scale } from '@lucide/svelte';
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
    placeholder?: string;
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
    placeholder
  }: Props = $props();

  const bareUnit = $derived.by(() => {
    if (dimension === 'mass') return bareMassUnit(size, units());
    if (dimension === 'fraction') return '%';
    if (dimension === 'area') return units() === 'us' ? 'ft²' : 'm²';
    if (dimension === 'length') return units() === 'us' ? 'in' : 'mm';
    return '';
  });
  let weighing = $state(false);
  function takeWeight(kg: number) {
    text = editableMass(kg, kg < 1 ? 'small' : 'large', units());
    typedUnit = bareUnit;
    si = kg;
    weighing = false;
  }

  // A bare number keeps the unit that it was typed in when the units are switched under it.
  let typedUnit = $state<string | null>(null);
  let left = $state(false);
  const unit = $derived(text.trim() === '' ? bareUnit : (typedUnit ?? bareUnit));
  const reading = $derived(text.trim() === '' ? null : parseQuantity(text, dimension, unit));
  // What cannot be read is said before what the form makes of its absence.
  const message = $derived(reading && !reading.ok && (left || error) ? reading.message : error);
  const suffix = $derived(/[a-z%"']/i.test(text) ? '' : unit);

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
      {#if dimension === 'mass'}
        <button
          type="button"
          class="weigh"
          aria-label={weighing ? 'Put the scale away' : 'Take from the scale'}
          aria-describedby="{id}-label"
          aria-expanded={weighing}
          onclick={() => (weighing = !weighing)}><Scale size={18} aria-hidden="true" /></button
        >
      {/if}
      {#if suffix}<span class="unit" aria-hidden="true">{suffix}</span>{/if}
    </span>
    {#if weighing}
      {#await import('$lib/ui/device/TakeFromScale.svelte') then { default: TakeFromScale }}
        <TakeFromScale ontake={takeWeight} />
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
  .weigh {
    order: 2;
    display: grid;
    place-items: center;
    min-width: 3rem;
    min-height: 3rem;
    color: var(--soft);
    cursor: pointer;
  }
  .weigh:hover,
  .weigh[aria-expanded='true'] {
    color: var(--heat);
  }
  .unit {
    padding-right: 0.75rem;
    color: var(--soft);
    font-family: var(--mono);
  }
</style>
