<script lang="ts">
  /** How often each grade of a squeeze was found in a phase: a column a grade, dry to wet. */
  import { GRADES, gradeTally } from '$core/judge/grade-tally';
  import type { System } from '$core/reference/targets';

  interface Props {
    grades: readonly number[];
    since: string | null;
    system: System;
  }
  const { grades, since, system }: Props = $props();
  /** What lies on either side of temper: oil sand has no water to be short of. */
  const SIDES = { water: ['dry', 'wet'], oil: ['falling apart', 'smearing'] } as const;
  const [below, above] = $derived(SIDES[system]);
  const tally = $derived(gradeTally(grades));
  const most = $derived(Math.max(1, ...tally.counts));
  const TONES = ['bg-(--clay)', 'bg-(--clay)', 'bg-(--good)', 'bg-(--water)', 'bg-(--water)'];
  const of = (count: number) => `${count} of ${grades.length}`;
</script>

<figure class="grid gap-1">
  <figcaption class="small">
    {#if since}<span class="soft first-letter:uppercase">{since}: </span>{/if}
    <strong>{of(tally.temper)} in temper</strong>, {tally.dry}
    {below}, {tally.wet}
    {above}
  </figcaption>
  <div class="grid grid-cols-5 items-end gap-2" aria-hidden="true">
    {#each tally.counts as count, i (i)}
      <div class="grid gap-1 text-center">
        <span class="figure small">{count || '–'}</span>
        <span class="rounded-t-base {TONES[i]}" style:height="{(count / most) * 72}px"></span>
        <span class="border-t border-(--ink) pt-1 text-sm">{GRADES[i]}</span>
      </div>
    {/each}
  </div>
  <p class="soft small flex justify-between" aria-hidden="true"><span>{below}</span><span>{above}</span></p>
</figure>
