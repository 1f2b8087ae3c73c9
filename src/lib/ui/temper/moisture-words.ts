import { fixed } from '$core/quantity/display';
import { NINE_IN_TEN } from '$core/judge/normal';
import type { HeapState } from '$lib/schema/heap-state';

/** Oil sand holds so little water that tenths of a percent would say nothing. */
export const moistureDecimals = (percent: number): number => (percent < 0.5 ? 2 : 1);

/** The moisture of a heap as far as it is known: a figure with its doubt, or only from where to where. */
export function moistureWords({
  moisture_percent,
  seen
}: Pick<HeapState, 'moisture_percent' | 'seen'>): string {
  const { value, sd } = moisture_percent;
  const decimals = moistureDecimals(value);
  const doubt = NINE_IN_TEN * sd;
  if (seen) return `${fixed(value, decimals)} ± ${fixed(doubt, decimals)} % water`;
  const most = fixed(value + doubt, decimals);
  if (Number(most) === 0) return 'its water is not known';
  return `somewhere from ${fixed(Math.max(0, value - doubt), decimals)} to ${most} % water`;
}
