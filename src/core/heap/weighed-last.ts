import type { LedgerEntry } from './entry';

/** Every so many casting days the whole heap is worth weighing: what is lost a little each time, nobody logs. */
const WEIGH_AFTER = 5;
/** Molds that come back within this are of one casting day, ms. */
const ONE_DAY_MS = 12 * 3_600_000;

/** Casting days whose sand came back since the whole heap was weighed, or since all of it was weighed in. */
export function castingDaysSinceWeighed(ordered: readonly LedgerEntry[]): number {
  const since = ordered.findLastIndex(({ event }) => event.kind === 'weighed');
  const back = ordered
    .slice(since + 1)
    .filter(({ event }) => event.kind === 'returned')
    .map(({ at }) => Date.parse(at));
  return back.filter((ms, i) => i === 0 || ms - back[i - 1]! > ONE_DAY_MS).length;
}

/** Whether it is time to put the whole heap on the scale. */
export const worthWeighingAll = (ordered: readonly LedgerEntry[]): boolean =>
  castingDaysSinceWeighed(ordered) >= WEIGH_AFTER;
