<script lang="ts">
  /** One value on a track, moved by thumb, drag or keys. */
  import { Slider } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    label: string;
    value: number;
    max: number;
    step?: number;
    /** What stands beside its label. */
    about?: string;
    /** What it is at, in words. */
    says: string;
    tone?: 'ink' | 'water';
    onmove: (value: number) => void;
    /** Once it is let go. */
    onsettle?: () => void;
  }
  const { label, value, max, step = 5, about, says, tone = 'ink', onmove, onsettle }: Props = $props();
</script>

<Slider
  value={[value]}
  min={0}
  {max}
  {step}
  aria-label={[label]}
  getAriaValueText={() => says}
  onValueChange={({ value: [to] }) => onmove(to!)}
  onValueChangeEnd={() => onsettle?.()}
>
  <Slider.Label class="flex flex-wrap justify-between gap-x-3 font-semibold">
    <span>{label}</span>
    {#if about}<span class="small soft font-normal">{about}</span>{/if}
  </Slider.Label>
  <Slider.Control class="flex h-12 touch-pan-y! items-center px-3">
    <Slider.Track class="h-1.5 flex-1 rounded-full bg-(--rule)">
      <Slider.Range class="h-full rounded-full {tone === 'water' ? 'bg-(--water)' : 'bg-(--ink)'}" />
    </Slider.Track>
    <Slider.Thumb
      index={0}
      aria-labelledby={null}
      class="grid size-7 place-items-center rounded-full border-2 border-(--ink) bg-(--paper) before:absolute before:size-12"
    >
      <Slider.HiddenInput />
    </Slider.Thumb>
  </Slider.Control>
</Slider>
