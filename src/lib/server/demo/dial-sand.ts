import type { PatternRecord } from '$lib/schema/pattern';
import type { Database } from '../database/database';
import { thousandths } from './accepted';
import type { DaysAgo } from './days-ago';
import { DemoHeap } from './demo-heap';
import { daysOf, metalOf, toldOf } from './diary';
import { HEAPS, SESSIONS } from './scenario';

/** The oil-bonded sand for fine work. */
export async function fillDialSand(
  db: Database,
  lots: Record<string, number>,
  at: DaysAgo,
  members: readonly number[],
  patterns: readonly PatternRecord[]
): Promise<void> {
  const start = SESSIONS[4]! + 1;
  const heap = await DemoHeap.make(db, HEAPS.dial, at(start), 733, 1, members);
  await heap.log(at(start), {
    kind: 'mixed',
    additions: [
      { ingredient: 'olivine', kg: 11.5, lot_id: lots.olivine },
      { ingredient: 'organoclay', kg: 0.58, lot_id: lots.organoclay },
      { ingredient: 'light-oil', kg: 0.235, lot_id: lots.oil },
      { ingredient: 'activator', kg: 0.018, lot_id: lots.activator }
    ],
    note: 'Fine olivine for the sundial.'
  });
  for (const [i, told] of daysOf('dial').entries()) {
    const day = SESSIONS[told]!;
    await heap.test(at(day, 300), {
      kind: 'squeeze',
      holds: true,
      shrinks: true,
      breaks: i % 2 ? 'ragged' : 'crisp',
      palm: 'clean',
      prints: 'sharp'
    });
    const dose = await heap.prescription(at(day, 305));
    if (dose.oil_kg > 0.005 && i < 5) {
      const clay =
        dose.binder_kg > 0.005
          ? [{ ingredient: 'organoclay', kg: thousandths(dose.binder_kg), lot_id: lots.organoclay }]
          : [];
      await heap.log(at(day, 310), {
        kind: 'mixed',
        additions: [{ ingredient: 'light-oil', kg: thousandths(dose.oil_kg), lot_id: lots.oil }, ...clay]
      });
    }
    await heap.castInto(
      (days, minutes = 0) => at(days, minutes + 320),
      day,
      7,
      metalOf(told, 'dial', patterns),
      toldOf(told, 'dial', patterns)
    );
  }
}
