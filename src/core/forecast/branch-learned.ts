import { believedMass, type Belief, type HeapNature } from '../heap/state/belief';
import type { ReadContext } from '../heap/state/kind';
import { learned } from '../heap/state/lessons';

/** What an entry of a branch is read with: what the heap has taught so far, and no lots of anybody's stock. */
export function learnedFrom(nature: HeapNature, belief: Belief): ReadContext {
  const { system, binder, targets } = nature;
  return {
    system,
    binder,
    targets,
    lot() {
      throw new RangeError('A branch names materials, not lots.');
    },
    learned: (of) => (of === 'drying' ? 1 : learned(belief.lessons, nature)[of].value),
    out_kg: () => 0,
    burnable_kg: () => believedMass(belief).value
  };
}
