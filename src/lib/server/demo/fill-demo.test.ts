import { describe, expect, it } from 'vitest';
import { listHeaps } from '../heap/heaps';
import { readStates } from '../heap/heap-state';
import { listEntries } from '../heap/ledger';
import { listLots } from '../stock/stock';
import { temporaryDatabase } from '../testing/temporary-database';
import { fillDemo } from './fill-demo';

const TODAY = new Date('2026-11-20T12:00:00Z');

async function filled() {
  const { db, remove } = await temporaryDatabase();
  await fillDemo(db, TODAY);
  const heaps = await listHeaps(db);
  const states = await readStates(db, '2026-11-20T12:00:00.000Z');
  const ledgers = await Promise.all(heaps.map((heap) => listEntries(db, heap.id, { limit: 500 })));
  const lots = await listLots(db);
  await remove();
  const withoutClock = ledgers.map((page) =>
    page.items.map(({ kind, at, kg, result }) => ({ kind, at, kg, result }))
  );
  return { heaps, states: [...states.values()], ledgers, withoutClock, lots };
}

describe('demo records', () => {
  it('tell fourteen months of three heaps, the same every time', async () => {
    const [first, again] = [await filled(), await filled()];
    expect(first.heaps.map((heap) => heap.name)).toEqual(['Gate heap', 'Dial sand', 'Plot 9 bin']);
    expect(first.withoutClock).toEqual(again.withoutClock);
    expect(first.states).toEqual(again.states);
    const days =
      (Date.parse(TODAY.toISOString()) - Date.parse(first.withoutClock[0]!.at(-1)!.at)) / 86_400_000;
    expect(days).toBeGreaterThan(14 * 30);
    expect(first.ledgers[0]!.total).toBeGreaterThan(150);
  });
  it('leave something to do on the bench, and stock that was never overdrawn', async () => {
    const { states, lots } = await filled();
    expect(new Set(states.map((state) => state.verdict)).size).toBeGreaterThan(1);
    expect(states.some((state) => state.prescription.need !== 'nothing')).toBe(true);
    for (const lot of lots) expect(lot.on_hand_kg, lot.name).toBeGreaterThanOrEqual(0);
  });
});
