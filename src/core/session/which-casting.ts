import { holdsSand, type MoldState } from './mold-life';

/** A casting day that is not over. */
export interface OpenDay {
  at: string;
  stage: string;
  molds: readonly { state: MoldState }[];
}

/** A casting set for earlier today is still meant, h. */
const STILL_MEANT_H = 12;
/** Sand is put right within so many days of a pour; later the next casting is what one looks for. */
const SAND_DAYS = 3;
const HOUR_MS = 3_600_000;

/** Sand that is put right by itself, and no casting. */
export const isSandAlone = ({ stage, molds }: Pick<OpenDay, 'stage' | 'molds'>): boolean =>
  stage === 'recondition' && molds.length === 0;

/**
 * The casting that is on, or that comes next, of all that are not over: one with sand or metal in a mold first; then one whose
 * sand is still put right; then the next by its date; and one long past only where nothing else is set.
 *
 * @param days not over, the earliest first
 * @returns its place among them; −1 where there is none
 */
export function whichCasting(days: readonly OpenDay[], now: number): number {
  const find = (is: (day: OpenDay, at: number) => boolean) =>
    days.findIndex((day) => !isSandAlone(day) && is(day, Date.parse(day.at)));
  const found = [
    find(({ molds }) => molds.some(({ state }) => holdsSand(state))),
    find(
      ({ stage, molds }, at) =>
        (stage === 'recondition' || molds.some(({ state }) => state === 'shaken-out')) &&
        at > now - SAND_DAYS * 24 * HOUR_MS
    ),
    find((_, at) => at >= now - STILL_MEANT_H * HOUR_MS)
  ].find((i) => i >= 0);
  return found ?? days.findLastIndex((day) => !isSandAlone(day));
}
