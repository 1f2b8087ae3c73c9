<script lang="ts">
  import { fixed } from '$core/quantity/display';
  /** A band by its two ends, within what it spans; without a script two numbers. */
  import { Slider } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    label: string;
    unit?: string;
    /** What it spans. */
    low: number;
    high: number;
    step: number;
    /** The ends of the band. */
    min?: number;
    max?: number;
    /** The field that its ends are posted under: `post.min`, `post.max`. */
    post: string;
    onmove?: () => void;
  }
  let {
    label,
    unit = '',
    low,
    high,
    step,
    min = $bindable(0),
    max = $bindable(0),
    post,
    onmove
  }: Props = $props();
  const ends = ['from', 'to'] as const;
  const decimals = $derived(step < 1 ? 1 : 0);
</script>

<div class="with-script">
  <Slider
    value={[min, max]}
    min={low}
    max={high}
    {step}
    aria-label={ends.map((end) => `${label} ${end}`)}
    getAriaValueText={({ value }) => `${value} ${unit}`.trim()}
    onValueChange={({ value }) => {
      [min = min, max = max] = value;
      onmove?.();
    }}
  >
    <Slider.Label class="flex justify-between gap-3 font-semibold">
      <span>{label}</span>
      <Slider.ValueText class="figure">
        {fixed(min, decimals)} <span class="unit">to</span>
        {fixed(max, decimals)} <span class="unit">{unit}</span>
      </Slider.ValueText>
    </Slider.Label>
    <Slider.Control class="flex h-12 touch-pan-y! items-center px-3">
      <Slider.Track class="h-1.5 flex-1 rounded-full bg-(--rule)">
        <Slider.Range class="h-full rounded-full bg-(--ink)" />
      </Slider.Track>
      {#each ends as end, index (end)}
        <Slider.Thumb
          {index}
          aria-labelledby={null}
          class="grid size-7 place-items-center rounded-full border-2 border-(--ink) bg-(--paper) before:absolute before:size-12"
        >
          <Slider.HiddenInput />
        </Slider.Thumb>
      {/each}
    </Slider.Control>
  </Slider>
</div>
<noscript>
  <fieldset class="pair">
    <legend class="font-semibold">{label}</legend>
    {#each ends as end, i (end)}
      <label class="row"
        ><span>{end}</span>
        <input
          class="input"
          name="{post}.{i === 0 ? 'min' : 'max'}"
          type="number"
          step="any"
          value={i === 0 ? min : max}
          aria-label="{label} {end}"
        />
        {unit}</label
      >
    {/each}
  </fieldset>
</noscript>
