import { PATTERN_MATERIALS, type PatternMaterial } from '$core/reference/pattern';
import { volumeByMass } from './shrinkage';
import { solidsVolume, type Solid } from './solids';

/** What one knows of a pattern's volume. */
export interface VolumeKnowledge {
  known_by: 'mesh' | 'solids' | 'displacement' | 'mass' | 'box';
  mesh_m3?: number | null | undefined;
  solids?: readonly Solid[] | null | undefined;
  /** Water that it pushed aside, m³. */
  displaced_m3?: number | null | undefined;
  kg?: number | null | undefined;
  material?: PatternMaterial | null | undefined;
}

/**
 * Volume of a pattern by the way in which it is known, m³; null while what that way asks for is not there, or nobody knows
 * more than its box.
 */
export function patternVolume(of: VolumeKnowledge): number | null {
  switch (of.known_by) {
    case 'mesh':
      return of.mesh_m3 ?? null;
    case 'displacement':
      return of.displaced_m3 ?? null;
    case 'mass':
      return of.kg != null && of.material != null
        ? volumeByMass(of.kg, PATTERN_MATERIALS[of.material].kg_m3)
        : null;
    case 'solids':
      try {
        return of.solids?.length ? solidsVolume(of.solids) : null;
      } catch (thrown) {
        // Sizes that are being typed do not go together yet.
        if (thrown instanceof RangeError) return null;
        throw thrown;
      }
    case 'box':
      return null;
  }
}
