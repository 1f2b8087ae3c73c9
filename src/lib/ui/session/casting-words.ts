import { daysFrom } from '$core/time/day';
import { nowMs } from '$core/time/now';
import type { Due } from '$core/session/due';
import { dayOf } from '$lib/ui/date/reader-day';
import { shortTime, weekdayOf } from '$lib/ui/date/written-date';

/** A casting day, as the pages know it. */
export interface Casting {
  id: number;
  name: string | null;
  at: string;
  stage: string;
  version: number;
  due?: Due | null;
  due_mold?: number | null;
}

const STAGE_WORDS: Record<string, string> = {
  mold: 'ramming',
  pour: 'pouring',
  'shake-out': 'shaking out',
  recondition: 'reconditioning'
};

/** How a casting is spoken of: by its name or its day, and when it is. */
export function castingWords(
  casting: Casting,
  now = new Date(nowMs())
): { name: string; when: string; on: boolean } {
  const days = daysFrom(dayOf(now.getTime()), dayOf(casting.at));
  // A day whose first mold is rammed has begun, whatever date it was set for.
  const on = days <= 0 || casting.due != null;
  return {
    on,
    name: casting.name ?? `${days === 0 ? 'Today' : weekdayOf(casting.at)}’s casting`,
    when: on
      ? `under way: ${STAGE_WORDS[casting.stage] ?? casting.stage}`
      : days === 1
        ? `tomorrow, ${shortTime(casting.at)}`
        : `in ${days} days, ${shortTime(casting.at)}`
  };
}
