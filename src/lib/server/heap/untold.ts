import type { Untold } from '$lib/schema/heap-state';
import { likelyStory, rivalStories, type RivalStory } from '$core/heap/rival-stories';
import { castingDaysSinceWeighed, worthWeighingAll } from '$core/heap/weighed-last';
import { believedDryShare, believedMass, leans, type Belief } from '$core/heap/state/belief';
import { asPercent } from '$core/quantity/display';
import type { Database } from '../database/database';
import { beliefAfter, entriesOf, lastBelief } from './heap-ledger';
import { heapRow } from './heaps';
import { ledgerFor } from './ledger-cache';

/** So many entries back other stories are told: some ten casting days. */
const WINDOW = 150;

/** What is to be asked of a heap beyond what was logged, worked out once for every write; null where the ledger holds. */
export const readUntold = (db: Database, heap_id: number): Promise<Untold | null> =>
  db.sinceLastWrite(`untold ${heap_id}`, () => workOut(db, heap_id));

async function workOut(db: Database, heap_id: number): Promise<Untold | null> {
  const heap = await heapRow(db, heap_id);
  const ledger = await ledgerFor(db, heap);
  const entries = entriesOf(ledger);
  const from = Math.max(0, entries.length - WINDOW);
  const told = lastBelief(ledger);
  const story = likelyStory(rivalStories(ledger.nature, entries.slice(from), beliefAfter(ledger, from)));
  if (story) return asked(story, told);
  if (heap.system === 'water' && worthWeighingAll(entries))
    return {
      suspect: 'unweighed',
      told_kg: believedMass(told).value,
      casting_days: castingDaysSinceWeighed(entries)
    };
  const members = await db.tables.members.findAll({ where: { removed_at: null }, order: ['id'] });
  for (const { id, name, hand_bias } of members) {
    // A hand that is held as known is allowed for as its member wants it.
    const way = hand_bias === null ? leans(told, String(id)) : null;
    if (way) return { suspect: 'hand-leans', member: name, leans: way };
  }
  return null;
}

function asked({ suspect, stay, belief }: RivalStory, told: Belief): Untold {
  switch (suspect) {
    case 'less-clay':
    case 'more-clay':
      return {
        suspect,
        told_percent: asPercent(believedDryShare(told, 'active_clay').value),
        likely_percent: asPercent(believedDryShare(belief, 'active_clay').value)
      };
    case 'sand-gone':
      return { suspect, told_kg: believedMass(told).value, likely_kg: believedMass(belief).value };
    case 'stood-open':
      // It is of a stay, always.
      return { suspect, ...stay! };
  }
}
