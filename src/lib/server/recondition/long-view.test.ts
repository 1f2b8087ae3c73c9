import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { NewEntry } from '$lib/schema/entry';
import type { Database } from '../database/database';
import { createHeap } from '../heap/heaps';
import { appendEntry } from '../heap/ledger-writing';
import { temporaryDatabase } from '../testing/temporary-database';
import { readLongView } from './long-view';

let db: Database;
let remove: () => Promise<void>;
beforeAll(async () => ({ db, remove } = await temporaryDatabase()));
afterAll(() => remove());

describe('the long view', () => {
  it('counts casting days where they were: two evenings in Portland are two days, with all that each burnt', async () => {
    const { id } = await createHeap(db, { name: 'Quay', system: 'water' });
    const zone = 'America/Los_Angeles';
    const log = (at: string, fields: object) => appendEntry(db, id, { at, zone, ...fields } as NewEntry);
    const additions = [
      { ingredient: 'sand', kg: 36 },
      { ingredient: 'binder', kg: 3.6 }
    ];
    await log('2026-05-01T20:00:00Z', { kind: 'mixed', additions });
    // From half past four to half past six: Greenwich changes its day at five.
    for (const day of [2, 5])
      for (const [hour, burnt_kg] of [
        [`0${day}T23:30:00`, 0.3],
        [`0${day + 1}T01:30:00`, 0.5]
      ] as const)
        await log(`2026-06-${hour}Z`, { kind: 'poured', burnt_kg, metal_kg: 1, confirmed: true });
    const { days, days_between, wear } = await readLongView(db, id);
    expect([days, days_between]).toEqual([2, 3]);
    expect(wear.burnt_kg).toBeCloseTo(0.8, 12);
  });
});
