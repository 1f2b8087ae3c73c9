import { FACING_M } from '$core/reference/mold';
import type { CastingBox } from './casting';
import type { Solids } from './sand-demand';
import { insideVolume, type Flask } from './flask';

/**
 * Facing sand over the patterns, m³ in each half: what lies within its thickness of their boxes, less the patterns
 * themselves, and never more than the half holds.
 *
 * @param solids volume of pattern in each half, m³
 */
export function facingVolume(
  castings: readonly CastingBox[],
  flask: Flask,
  solids: Solids,
  thick_m = FACING_M
): Solids {
  const inside = insideVolume(flask);
  const grown = (half: 'above_m' | 'below_m') =>
    castings.reduce((sum, casting) => {
      const over = (casting.length_m + 2 * thick_m) * (casting.width_m + 2 * thick_m);
      // A half that a pattern does not reach into is faced where it lies on it.
      return sum + over * (casting[half] + thick_m);
    }, 0);
  const half = (name: 'cope' | 'drag', reach: 'above_m' | 'below_m') => {
    const free = inside[`${name}_m3`] - solids[`${name}_m3`];
    return Math.max(0, Math.min(free, grown(reach) - solids[`${name}_m3`]));
  };
  return { cope_m3: half('cope', 'above_m'), drag_m3: half('drag', 'below_m') };
}
