import { SAND_ALLOWANCE } from '$core/reference/mold';
import { insideVolume, type Flask } from './flask';

/** What lies in the sand of each half: pattern, runner, riser, sprue, m³. */
export interface Solids {
  cope_m3: number;
  drag_m3: number;
}

export interface SandDemand {
  inside_m3: number;
  /** Rammed, kg. */
  cope_kg: number;
  drag_kg: number;
  sand_kg: number;
  /** What to have at hand: with overfill, rejects and spill, kg. */
  with_allowance_kg: number;
}

/**
 * Sand that a mold takes: what lies inside both halves, less what is not sand, at its rammed density.
 *
 * @param density_kg_m3 of rammed sand, the heap's own once it is learned
 * @param allowance for overfill, rejects and spill, share
 * @throws RangeError when the pattern and gating fill a half
 * @source volume balance; the allowance is a handbook default
 * @example 350 × 250 mm, cope 90, drag 70, 0.9 L solid, 1600 kg/m³ → 14.000 L, 20.96 kg, 23.48 kg
 */
export function sandDemand(
  flask: Flask,
  solids: Solids,
  density_kg_m3: number,
  allowance = SAND_ALLOWANCE
): SandDemand {
  const { cope_m3, drag_m3 } = insideVolume(flask);
  if (solids.cope_m3 > cope_m3) throw new RangeError('Pattern and gating fill more than the cope holds.');
  if (solids.drag_m3 > drag_m3) throw new RangeError('Pattern and gating fill more than the drag holds.');
  const cope_kg = (cope_m3 - solids.cope_m3) * density_kg_m3;
  const drag_kg = (drag_m3 - solids.drag_m3) * density_kg_m3;
  const sand_kg = cope_kg + drag_kg;
  return {
    inside_m3: cope_m3 + drag_m3,
    cope_kg,
    drag_kg,
    sand_kg,
    with_allowance_kg: sand_kg * (1 + allowance)
  };
}
