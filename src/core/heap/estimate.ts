import { bringBack, bringBatch, bringWater } from './arriving';
import { firstBelief, withDoubt, type Belief, type HeapNature } from './belief';
import { readingOfHeap, type LedgerEntry } from './entry';
import { burn, dryOff, remove } from './leaving';
import { read } from './reading';
import { moveTo, standUntil, teachDrying } from './standing';
import { totalMass } from '$core/material/composition';

/**
 * The belief after a whole ledger, which must be in order (see `inOrder`).
 *
 * @source the standard extended Kalman filter: entries move the mean as the ledger does and widen or carry the
 *   covariance; time dries it; tests draw it to what they read
 */
export function believe(nature: HeapNature, ordered: readonly LedgerEntry[]): Belief {
  return ordered.reduce((belief, entry) => advance(nature, belief, entry), firstBelief(nature));
}

/** The belief after one more entry, which must not be earlier than the last. */
export function advance(nature: HeapNature, belief: Belief, entry: LedgerEntry): Belief {
  const then = standUntil(nature, belief, entry.at);
  return withDoubt(then, happened(nature, then, entry));
}

/** What an entry does to a belief that has been carried to its time. */
function happened(nature: HeapNature, then: Belief, entry: LedgerEntry): Belief {
  const { event } = entry;
  switch (event.kind) {
    case 'mixed':
    case 'added':
    case 'bought':
      return bringBatch(nature, then, event, entry.batch_tests);
    case 'water':
      return bringWater(then, event.kg);
    case 'dried':
      return dryOff(then, event.kg);
    case 'discarded':
    case 'spilled':
      return remove(then, event.kg);
    case 'drawn':
      return { ...then, out_kg: Math.min(totalMass(then.mean), then.out_kg + event.kg) };
    case 'returned': {
      const back = bringBack(then, event.kg);
      if (!event.rest_lost || !(back.out_kg > 0)) return back;
      // Nobody weighed what stayed on the floor: it is as unsure as the two weighings it lies between.
      return { ...remove(back, back.out_kg), out_kg: 0 };
    }
    case 'poured':
      return burn(then, event);
    case 'moved':
      return moveTo(then, event.container);
    case 'learning':
      return event.of === 'drying' ? teachDrying(then, event.value) : then;
    case 'tested': {
      // What was read of a batch by itself counted when the batch joined the heap.
      const test = readingOfHeap(event);
      return test ? read(nature, then, test, entry.id) : then;
    }
    case 'noted':
      return then;
  }
}
