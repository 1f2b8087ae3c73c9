import type { PatternRecord } from '$lib/schema/pattern';
import type { Database } from '../database/database';
import { hundredths } from './accepted';
import type { DaysAgo } from './days-ago';
import { DemoHeap } from './demo-heap';
import { DIARY, WET_DAY, metalOf, toldOf } from './diary';
import { HEAPS, SESSIONS } from './scenario';

/** The green sand of the shed: mixed, used every session, once too wet, worked up and brought in from the frost. */
export async function fillGateHeap(
  db: Database,
  lots: Record<string, number>,
  at: DaysAgo,
  members: readonly number[],
  patterns: readonly PatternRecord[]
): Promise<void> {
  const start = SESSIONS[0]! + 2;
  const heap = await DemoHeap.make(db, HEAPS.gate, at(start), 20250917, 1.25, members);
  await heap.log(at(start), {
    kind: 'mixed',
    additions: [
      { ingredient: 'washed-silica', kg: 38, lot_id: lots.silica },
      { ingredient: 'sodium-bentonite', kg: 4.1, lot_id: lots.bentonite },
      { ingredient: 'water', kg: 1.05 }
    ],
    note: 'First mix, on the potting bench.'
  });
  await heap.squeeze(at(start, 30));
  for (const [i, day] of SESSIONS.entries()) {
    if (i === 12) await climbLadder(heap, (minutes) => at(day, minutes - 300));
    if (i % 3 === 0) await heap.dryAndWeigh(at(day, 0), i % 2 === 0 ? 'oven' : 'pan');
    await heap.squeeze(at(day, 5));
    const dose = await heap.prescription(at(day, 10));
    const tooMuch = i === WET_DAY ? 0.42 : 0;
    if (dose.binder_kg > 0.05) {
      await heap.log(at(day, 15), {
        kind: 'mixed',
        additions: [
          {
            ingredient: 'sodium-bentonite',
            kg: hundredths(dose.binder_kg),
            lot_id: i < 12 ? lots.bentonite : lots.bentonite2
          },
          ...(dose.water_kg > 0.01 ? [{ ingredient: 'water', kg: hundredths(dose.water_kg) }] : [])
        ]
      });
    } else if (dose.water_kg + tooMuch > 0.02) {
      await heap.log(at(day, 15), {
        kind: 'water',
        kg: hundredths(dose.water_kg + tooMuch),
        ...(tooMuch > 0 && { note: 'Bram was in a hurry and used the can.' })
      });
    } else if (dose.water_to_lose_kg > 0.05) {
      await heap.log(at(day, 15), { kind: 'dried', kg: hundredths(dose.water_to_lose_kg) });
    }
    if (i % 2 === 0) await heap.ramAndBreak(at(day, 22));
    if (i % 13 === 7) await heap.workUp((minutes) => at(day - 1, minutes));
    if (i % 6 === 5) {
      await heap.log(at(day, 25), {
        kind: 'mixed',
        additions: [
          { ingredient: 'washed-silica', kg: 3.5, lot_id: lots.silica2 },
          { ingredient: 'sodium-bentonite', kg: 0.36, lot_id: i < 12 ? lots.bentonite : lots.bentonite2 },
          { ingredient: 'water', kg: 0.11 }
        ],
        note: 'A little new sand, to keep up with what is thrown out.'
      });
      if (i === 11) await heap.probeLastBatch(at(day, 24));
    }
    await heap.castInto(
      at,
      day,
      heap.by.between(17, 27),
      metalOf(i, 'gate', patterns),
      toldOf(i, 'gate', patterns)
    );
    // In the first hard frost the bin came into the potting room, and went out again in spring.
    if (i === 5)
      await heap.log(at(day, 500), {
        kind: 'moved',
        container: { ...HEAPS.gate.container, place: 'indoors' }
      });
    if (i === 8) await heap.log(at(day, 500), { kind: 'moved', container: HEAPS.gate.container });
    if (i === WET_DAY) await heap.log(at(day, 400), { kind: 'noted', note: DIARY[i]!.lessons });
  }
}

/** Five small splashes, each rammed and broken, from a little dry to a little soft. */
async function climbLadder(heap: DemoHeap, at: (minutes: number) => string): Promise<void> {
  await heap.dryAndWeigh(at(0), 'oven');
  for (let rung = 0; rung < 5; rung++) {
    await heap.log(at(10 + 30 * rung), { kind: 'water', kg: 0.12 });
    await heap.ramAndBreak(at(20 + 30 * rung));
  }
  await heap.log(at(200), { kind: 'dried', kg: 0.3 });
}
