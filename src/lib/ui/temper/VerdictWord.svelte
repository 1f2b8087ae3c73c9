<script lang="ts">
  /** The verdict in words: grey while it is not known, green only where it is sure, the latest look named beside it. */
  import { VERDICT_WORDS } from '$core/judge/temper-verdict';
  import { GRADE_NAMES } from '$core/bench/formula/squeeze';
  import { shortDate, shortTime } from '$lib/ui/date/written-date';
  import type { HeapState } from '$lib/schema/heap-state';

  interface Props {
    state: Pick<HeapState, 'verdict' | 'short_of_clay' | 'latest_look' | 'latest_squeeze' | 'seen' | 'at'>;
    look?: boolean;
    /** Of oil sand the verdict says what the hand found: its grades are no grades of water. */
    oil?: boolean;
  }
  const { state: now, look = false, oil = false }: Props = $props();

  const tone = $derived(
    now.verdict === 'in-temper'
      ? 'good'
      : ['not-known', 'empty', 'probably-in-temper', 'probably-dry'].includes(now.verdict)
        ? 'unsure'
        : 'off'
  );
  const looked = $derived.by(() => {
    const { latest_look: last, latest_squeeze: squeezed } = now;
    if (now.verdict === 'empty') return null;
    if (!last) return now.seen ? 'Not looked at since it was last changed' : 'Nobody has looked at it';
    // A drying test after a squeeze does not unsay it.
    const before = squeezed && squeezed.entry_id !== last.entry_id ? `; before it ${lookText(squeezed)}` : '';
    return `Last look: ${lookText(last)}${before}`;
  });

  function lookText({ name, at, grade, lifeless }: NonNullable<HeapState['latest_look']>): string {
    const day = shortDate(at);
    const when = day === shortDate(now.at) ? shortTime(at) : day;
    const said = lifeless ? 'moist but lifeless' : grade && !oil ? GRADE_NAMES[grade] : null;
    return `${name}${said ? `, ${said}` : ''}, ${when}`;
  }
</script>

<span class="verdict {tone}"
  >{VERDICT_WORDS[now.verdict]}{#if now.short_of_clay && now.verdict !== 'short-of-clay'}<span class="more"
      >short of clay</span
    >{/if}{#if look && looked}<span class="more">{looked}</span>{/if}</span
>

<style>
  .verdict {
    font-family: var(--display);
    font-weight: 700;
    line-height: 1.1;
    color: var(--heat);
  }
  .good {
    color: var(--good);
  }
  .unsure {
    color: var(--soft);
  }
  .more {
    display: block;
    font-family: var(--typo-base--font-family);
    font-size: 0.85rem;
    font-weight: 400;
    color: var(--soft);
    line-height: 1.35;
    margin-top: 0.15rem;
  }
</style>
