import type { PatternRecord } from '$lib/schema/pattern';
import type { Database } from '../database/database';
import type { DaysAgo } from './days-ago';
import { DemoHeap } from './demo-heap';
import { daysOf, metalOf, toldOf } from './diary';
import { HEAPS, SESSIONS, TEA_SIEVE } from './scenario';

/** The sand that somebody left behind: of unknown make, grey and full of fines. */
export async function fillInheritedSand(
  db: Database,
  at: DaysAgo,
  members: readonly number[],
  patterns: readonly PatternRecord[]
): Promise<void> {
  const start = SESSIONS[14]! - 1;
  const heap = await DemoHeap.make(db, HEAPS.bin, at(start), 41, 1.1, members);
  await heap.log(at(start), {
    kind: 'bought',
    kg: 31,
    moisture_percent: 5.6,
    active_clay_percent: 7.4,
    note: 'Left behind the tool store by whoever had plot 9. Grey, full of fines.'
  });
  await heap.test(at(start, 20), {
    kind: 'squeeze',
    holds: false,
    shrinks: false,
    breaks: 'crumbles',
    palm: 'film',
    prints: 'blurred'
  });
  await heap.test(at(start, 60), {
    kind: 'sieve',
    retained: [
      { mesh: TEA_SIEVE, grams: 9.5 },
      { sieve: '70', grams: 22 },
      { sieve: '140', grams: 21.5 },
      { sieve: 'pan', grams: 12.6 }
    ],
    note: 'With the tea sieve and the two sieves of our own.'
  });
  for (const told of daysOf('bin')) {
    const day = SESSIONS[told]!;
    await heap.log(at(day, 500), { kind: 'water', kg: 0.4 });
    await heap.squeeze(at(day, 520));
    await heap.castInto(
      (days, minutes = 0) => at(days, minutes + 520),
      day,
      12,
      metalOf(told, 'bin', patterns),
      toldOf(told, 'bin', patterns)
    );
  }
}
