import { pourYield, type PourYield } from '$core/metal/pour-yield';
import type { PourMold } from '../pour/pour-mold';
import { gatingKg } from '../pour/pours';
import type { CastingRecord } from './castings';

/** What was kept of a day's metal, by the castings that were judged; null while no mold was judged to its end. */
export const yieldOfDay = (
  molds: readonly PourMold[],
  castings: readonly CastingRecord[]
): PourYield | null =>
  pourYield(
    molds.flatMap((of) =>
      of.mold.poured
        ? [
            {
              poured_kg: of.mold.poured.metal_kg,
              gating_kg: gatingKg(of),
              castings: of.castings.reduce((sum, { count }) => sum + count, 0),
              out: castings
                .filter(({ mold_id }) => mold_id === of.mold.id)
                .map(({ kg, pattern_id, result }) => ({
                  kg,
                  expected_kg: of.castings.find((each) => each.pattern_id === pattern_id)?.kg ?? 0,
                  scrap: result === 'scrap'
                }))
            }
          ]
        : []
    )
  );
