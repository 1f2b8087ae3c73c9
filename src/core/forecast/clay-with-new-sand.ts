import { dryMass, type Composition } from '../material/composition';
import type { HeapNature } from '../heap/state/belief';
import { INGREDIENTS, type MaterialKind } from '../reference/ingredients';
import { BINDER_MATERIAL } from '../reference/targets';

/** Clay that brings a sand, new sand already in it, to the middle of its heap's window; kg 0 where it has as much. */
export function clayWithNewSand(
  { binder, targets }: HeapNature,
  sand: Composition
): { kind: MaterialKind; kg: number } {
  const kind = BINDER_MATERIAL[binder];
  const aim = (targets.active_clay.min + targets.active_clay.max) / 2;
  const { active_fraction, moisture_fraction } = INGREDIENTS[kind];
  const active = active_fraction * (1 - moisture_fraction);
  const lacks = aim * dryMass(sand) - sand.active_clay;
  // What is added is dry mix too.
  return { kind, kg: lacks > 0 && active > aim ? lacks / (active - aim) : 0 };
}
