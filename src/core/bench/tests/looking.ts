import {
  HELD_WATER,
  PARTS,
  dryMass,
  heldWater,
  totalMass,
  type Composition,
  type Part
} from '$core/material/composition';
import { middle } from '$core/reference/targets';
import type { Looking } from './bench-test';

/** A figure of a sand and its gradient over the seven masses, in the order of PARTS. */
export interface Figure {
  predicted: number;
  gradient: number[];
}

/** Parts of a sum over the dry mix, each with the weight it counts by. */
type Weights = Partial<Record<Exclude<Part, 'water'>, number>>;

/** Moisture, wet basis. */
export function moistureOf(sand: Composition): Figure {
  const total = totalMass(sand);
  const predicted = sand.water / total;
  return { predicted, gradient: PARTS.map((part) => ((part === 'water' ? 1 : 0) - predicted) / total) };
}

/** A weighted sum of parts as a share of the dry mix. */
export function dryShareOf(sand: Composition, weights: Weights): Figure {
  const dry = dryMass(sand);
  const of = (part: Part) => (part === 'water' ? 0 : (weights[part] ?? 0));
  const predicted = PARTS.reduce((sum, part) => sum + of(part) * sand[part], 0) / dry;
  return { predicted, gradient: PARTS.map((part) => (part === 'water' ? 0 : (of(part) - predicted) / dry)) };
}

/**
 * The temper of a sand as a multiple of what is aimed for: free water over active clay by the middle of the ratio's
 * window; where the user set a moisture window, moisture by its middle. Null where nothing tempers it.
 */
export function temperFactorOf({ targets, sand }: Looking): Figure | null {
  if (!(totalMass(sand) > 0)) return null;
  if (!targets.temper_ratio) {
    const { predicted, gradient } = moistureOf(sand);
    const aim = middle(targets.moisture);
    return { predicted: predicted / aim, gradient: gradient.map((value) => value / aim) };
  }
  if (!(sand.active_clay > 0)) return null;
  const scale = 1 / (middle(targets.temper_ratio) * sand.active_clay);
  const predicted = (sand.water - heldWater(sand)) * scale;
  const gradient = PARTS.map((part) => {
    switch (part) {
      case 'water':
        return scale;
      case 'active_clay':
        return -predicted / sand.active_clay;
      case 'dead_clay':
        return -HELD_WATER.dead_clay * scale;
      case 'fines':
        return -HELD_WATER.fines * scale;
      default:
        return 0;
    }
  });
  return { predicted, gradient };
}
