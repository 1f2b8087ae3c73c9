<script lang="ts">
  import { rounded } from '$core/quantity/rounded';
  import { bareMassUnit, editableMass, massText } from '$core/quantity/display';
  import { liquidMeasure } from '$core/quantity/hand-measure';
  import { parseQuantity } from '$core/quantity/parse';
  import type { Dimension } from '$core/quantity/unit';
  import { units } from '$lib/ui/preferences';
  import { Droplets, Scale } from '@lucide/svelte';
  import { quantityName } from '$lib/schema/posted-form';
  import { getContext, onMount, tick } from 'svelte';
  import { RECORD_FORM, type RecordForm } from './record-form.svelte';
  import { typedBefore, wrongBefore } from './posted-before';
  import Field from './Field.svelte';
  import type { TermName } from '$lib/ui/term/terms';
  import Stopwatch from './Stopwatch.svelte';

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
    /** Times: whether one measures it here and now. */
    watch?: boolean;
    /** Once it is typed. */
    onleave?: () => void;
    placeholder?: string;
    /** Masses of a liquid: its density, so that 250 ml, a cup or half a mug can be typed. */
    kg_per_l?: number | undefined;
    /** What its label means, on tap. */
    term?: TermName | undefined;
    /** What it is posted as without a script: a field of the record and how much of its unit one of SI is, or as typed. */
    post?: { path: string; factor: number; drawn?: string } | string | undefined;
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
    watch = true,
    onleave,
    placeholder,
    kg_per_l,
    term,
    post
  }: Props = $props();

  const bareUnit = $derived.by(() => {
    if (dimension === 'mass') return bareMassUnit(size, units());
    if (dimension === 'fraction') return '%';
    if (dimension === 'area') return units() === 'us' ? 'ft²' : 'm²';
    if (dimension === 'length') return units() === 'us' ? 'in' : 'mm';
    return '';
  });
  const name = $derived(
    typeof post === 'object'
      ? quantityName(post.path, dimension, bareUnit, post.factor, post.drawn, kg_per_l)
      : post
  );
  /** The device whose live reading the field can take. */
  const device = $derived(
    dimension === 'mass' ? 'scale' : dimension === 'fraction' && probe ? 'probe' : null
  );
  let reading_on = $state(false);
  const form = getContext<RecordForm | undefined>(RECORD_FORM);
  function take(value: number, simulated: boolean) {
    if (form && simulated) form.simulated = true;
    text =
      dimension === 'mass'
        ? editableMass(value, value < 1 ? 'small' : 'large', units())
        : String(rounded(value, 2));
    typedUnit = bareUnit;
    si = dimension === 'mass' ? value : value / 100;
    reading_on = false;
  }

  // A bare number keeps the unit that it was typed in when the units are switched under it.
  let typedUnit = $state<string | null>(null);
  let left = $state(false);
  let input = $state<HTMLInputElement | null>(null);
  /** The phone shows its number pad until another unit is to be typed: 2 lb 6 oz, half a mug. */
  let letters = $state(false);
  async function typeLetters() {
    letters = true;
    input?.blur();
    await tick();
    input?.focus();
  }
  const unit = $derived(text.trim() === '' ? bareUnit : (typedUnit ?? bareUnit));
  const reading = $derived(text.trim() === '' ? null : parseQuantity(text, dimension, unit, kg_per_l));
  // What cannot be read is said before what the form makes of its absence.
  const message = $derived(
    reading && !reading.ok && (left || error || form?.tried)
      ? reading.message
      : (error ?? (left ? undefined : wrongBefore(name)))
  );
  const field = Symbol();
  $effect(() => {
    form?.holds(field, disabled || (reading?.ok ?? true));
    return () => form?.holds(field, true);
  });
  /** What the jug or the scale would say of it, whichever was not typed. */
  const otherwise = $derived(
    kg_per_l === undefined || si === undefined || !(si > 0) ? '' : measured(si, kg_per_l, text)
  );
  function measured(kg: number, density: number, typed: string): string {
    const byTheJug = /ml|l\b|cup|tbsp|tsp|fl|mug/i.test(typed.replace(/lbs?/gi, ''));
    return byTheJug ? `is ${massText(kg, units())}` : liquidMeasure(kg, density, units());
  }
  const suffix = $derived(/[a-z%"']/i.test(text) ? '' : unit);

  text = typedBefore(name) ?? text;
  // What was typed before the page was awake was heard by nobody.
  const drawn = text;
  onMount(() => {
    if (text !== drawn) read();
  });

  function read() {
    typedUnit = bareUnit;
    const now = text.trim() === '' ? null : parseQuantity(text, dimension, bareUnit, kg_per_l);
    si = now?.ok ? now.si : undefined;
  }
</script>

<Field
  {label}
  error={message}
  hint={hint ?? (otherwise || (kg_per_l ? 'ml, cups or mugs do too' : undefined))}
  {optional}
  {term}
>
  {#snippet control(id, describedBy)}
    <span
      class="typed flex items-center p-0 focus-within:outline-3 focus-within:outline-offset-1 focus-within:outline-(--heat) {message ===
      undefined
        ? ''
        : 'ring-2 ring-(--heat)'}"
    >
      <input
        {id}
        {disabled}
        {placeholder}
        {name}
        class="min-h-12 min-w-0 flex-1 bg-transparent px-3 font-(family-name:--mono) text-[1.05rem] outline-none"
        type="text"
        inputmode={letters ? 'text' : 'decimal'}
        bind:this={input}
        autocomplete="off"
        autocapitalize="off"
        spellcheck="false"
        aria-describedby={describedBy}
        aria-invalid={message !== undefined}
        bind:value={text}
        oninput={read}
        onblur={() => {
          onleave?.();
          left = true;
        }}
        onkeydown={({ key }) => key === 'Enter' && onleave?.()}
      />
      {#if device}
        <button
          type="button"
          class="order-2 grid size-12 place-items-center text-(--soft) hover:text-(--heat) aria-expanded:text-(--heat)"
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
      {#if dimension === 'time' && watch}
        <Stopwatch
          ontake={(seconds) => {
            text = `${seconds} s`;
            si = seconds;
          }}
        />
      {/if}
      {#if dimension !== 'count' && dimension !== 'fraction'}
        <button
          type="button"
          class="soft min-h-12 min-w-10 cursor-pointer pr-2 font-(family-name:--mono) {suffix
            ? ''
            : 'desk:hidden'}"
          aria-label="{suffix || 'abc'}: type letters, for another unit"
          aria-describedby="{id}-label"
          onclick={typeLetters}>{suffix || 'abc'}</button
        >
      {:else if suffix}<span class="soft pr-3 font-(family-name:--mono)" aria-hidden="true">{suffix}</span
        >{/if}
    </span>
    {#if reading_on && device}
      {#await import('$lib/ui/device/TakeReading.svelte') then { default: TakeReading }}
        <TakeReading kind={device} ontake={take} />
      {/await}
    {/if}
  {/snippet}
</Field>
