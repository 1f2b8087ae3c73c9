import { composition, type Composition } from './composition';
import type { Role } from '$core/reference/ingredients';

/** An ingredient as it was weighed, damp, on its way into a heap. */
export interface Weighed {
  role: Role;
  /** Mass on the scale, kg. */
  kg: number;
  /** Water in it, wet basis, 0–1. */
  moisture_fraction: number;
  /** Share of its dry matter that is active, 0–1 (matters for binder and carbon). */
  active_fraction: number;
  /** Share of a sand's dry matter that is finer than 75 µm, 0–1; none unless known. */
  fines_fraction?: number | undefined;
}

/**
 * What a weighed ingredient brings into the sand, part by part; the parts add up to `kg` exactly.
 *
 * Binder: active clay, and the inert rest of its dry matter counts as fines. Carbon likewise. An activator
 * is counted with the oil, since both are the liquid of an oil-bonded sand.
 *
 * @example arrivalOf({ role: 'binder', kg: 1, moisture_fraction: 0.09, active_fraction: 0.9 })
 * // active_clay 0.819, fines 0.091, water 0.09
 */
export function arrivalOf(weighed: Weighed): Composition {
  const { role, kg, moisture_fraction, active_fraction, fines_fraction = 0 } = weighed;
  if (role === 'water') return composition({ water: kg });
  const water = kg * moisture_fraction;
  const dry = kg - water;
  switch (role) {
    case 'sand':
      return composition({ grain: dry - dry * fines_fraction, fines: dry * fines_fraction, water });
    case 'fines':
      return composition({ fines: dry, water });
    case 'oil':
    case 'activator':
      return composition({ oil: dry, water });
    case 'binder': {
      const active_clay = dry * active_fraction;
      return composition({ active_clay, fines: dry - active_clay, water });
    }
    case 'carbon': {
      const combustibles = dry * active_fraction;
      return composition({ combustibles, fines: dry - combustibles, water });
    }
  }
}
