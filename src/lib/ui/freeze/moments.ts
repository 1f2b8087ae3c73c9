import type { Part } from '$core/heat/opening';
import { durationText } from '$core/quantity/display';
import type { FreezeAnswer } from '$lib/schema/freeze';

/** The slider of time has so many places: close together in the first seconds, far apart later. */
export const PLACES = 1000;
/** Time is stretched by its logarithm from here on, s. */
const FROM_S = 2;

const longest = ({ all_solid_s }: Pick<FreezeAnswer, 'all_solid_s'>): number => 1.25 * (all_solid_s ?? 3600);

/** The time after the pour at a place of the slider, s. */
export const momentAt = (place: number, of: Pick<FreezeAnswer, 'all_solid_s'>): number =>
  FROM_S * Math.expm1((place / PLACES) * Math.log1p(longest(of) / FROM_S));

/** A time after the pour as a clock shows it, up to an hour; then rounded up to hours. */
export function momentText(s: number): string {
  if (s >= 3600) return durationText(Math.ceil(s / 3600) * 3600);
  const whole = Math.round(s);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** The place of a time, by fives as the slider goes. */
export const placeOf = (s: number, of: Pick<FreezeAnswer, 'all_solid_s'>): number =>
  Math.min(
    PLACES,
    5 *
      Math.max(0, Math.ceil((PLACES * Math.log1p(s / FROM_S)) / Math.log1p(longest(of) / FROM_S) / 5 - 1e-9))
  );

const NAMES = { runner: 'Runner', sprue: 'Sprue', basin: 'Basin', riser: 'Riser' } as const;
const ORDER: readonly Part[] = ['casting', 'runner', 'sprue', 'basin', 'riser'];

/** When each kind of part is solid, first to last; of castings each name by the last of its kind. */
export function stopsOf(
  { parts }: Pick<FreezeAnswer, 'parts'>,
  castings: readonly string[]
): { says: string; s: number }[] {
  const last = new Map<string, number>();
  for (const part of ORDER)
    for (const of of parts) {
      if (of.part !== part || of.solid_s === null) continue;
      const name = part === 'casting' ? (castings[of.number] ?? 'Casting') : NAMES[part];
      last.set(name, Math.max(last.get(name) ?? 0, of.solid_s));
    }
  return [...last].map(([name, s]) => ({ says: `${name} solid`, s })).sort((a, b) => a.s - b.s);
}
