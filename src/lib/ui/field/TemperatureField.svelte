<script lang="ts">
  /** A temperature in the reader's own degrees; what it means is °C. */
  import { fixed } from '$core/quantity/display';
  import { readNumber } from '$core/quantity/number';
  import { units } from '$lib/ui/preferences';
  import Field from './Field.svelte';

  interface Props {
    label: string;
    /** What was typed; kept as typed. */
    text?: string;
    /** Undefined while it means nothing. */
    celsius?: number | undefined;
    error?: string | undefined;
    hint?: string;
    optional?: boolean;
    placeholder?: string;
    onleave?: () => void;
  }
  let {
    label,
    text = $bindable(''),
    celsius = $bindable(),
    error,
    hint,
    optional = false,
    placeholder,
    onleave
  }: Props = $props();
  const unit = $derived(units() === 'us' ? '°F' : '°C');
  let left = $state(false);

  function take(typed: string) {
    const [, number = '', own = ''] = /^\s*(.*?)\s*°?\s*([cf])?\s*$/i.exec(typed) ?? [];
    const read = readNumber(number);
    const fahrenheit = own === '' ? units() === 'us' : own.toLowerCase() === 'f';
    celsius = read.ok ? (fahrenheit ? (read.value - 32) / 1.8 : read.value) : undefined;
  }
  // What was given, or came back from a draft, without having been typed here.
  $effect(() => {
    if (text === '' && celsius !== undefined)
      text = fixed(units() === 'us' ? celsius * 1.8 + 32 : celsius, 0).replace(/[\s\u202f]/g, '');
  });
  const wrong = $derived(
    left && text.trim() !== '' && celsius === undefined
      ? `A temperature such as ${unit === '°C' ? 720 : 1330}.`
      : undefined
  );
</script>

<Field {label} error={error ?? wrong} {hint} {optional}>
  {#snippet control(id, describedBy)}
    <span class="relative grid">
      <input
        {id}
        class="typed pr-14"
        inputmode="decimal"
        autocomplete="off"
        {placeholder}
        bind:value={text}
        oninput={(event) => take(event.currentTarget.value)}
        onblur={() => {
          left = true;
          onleave?.();
        }}
        aria-describedby={describedBy}
        aria-invalid={error !== undefined || wrong !== undefined}
      />
      <span class="soft pointer-events-none absolute top-1/2 right-3 -translate-y-1/2" aria-hidden="true"
        >{unit}</span
      >
    </span>
  {/snippet}
</Field>
