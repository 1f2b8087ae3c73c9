<script lang="ts">
  /** What came out of the sand last: its castings, and what was learned. */
  import { countText } from '$core/quantity/count';
  import { shortDate } from '$lib/ui/date/written-date';
  import CastingWall from './CastingWall.svelte';
  import type { JournalItem } from './journal-item';

  interface Props {
    day: { id: number; name: string | null; at: string; lessons: string | null };
    castings: readonly JournalItem[];
    /** Castings of that day, shown or not. */
    total: number;
  }
  const { day, castings, total }: Props = $props();
</script>

<section class="stack" aria-labelledby="last-time">
  <h2 id="last-time">Last time</h2>
  <p class="soft">
    <a href="/sessions/{day.id}">{day.name ?? 'Casting day'}</a>, {shortDate(day.at)}{total > castings.length
      ? `: ${countText(castings.length)} of ${countText(total)} castings`
      : ''}
  </p>
  {#if day.lessons}<p class="max-w-2xl">{day.lessons}</p>{/if}
  <CastingWall items={castings} />
</section>
