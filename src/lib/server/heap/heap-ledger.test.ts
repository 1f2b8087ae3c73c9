import { describe, expect, it } from 'vitest';
import type { LedgerEntry } from '$core/heap/entry';
import type { Event } from '$core/heap/kinds';
import type { HeapNature } from '$core/heap/state/belief';
import { TARGETS } from '$core/reference/targets';
import { balancesOf, lastBelief, ledgerOf, storyUpTo, walkedInStretches } from './heap-ledger';

const NATURE: HeapNature = {
  system: 'water',
  binder: 'sodium-bentonite',
  targets: TARGETS['sodium-bentonite'],
  container: { cover: 'open', exposed_area_m2: 0.2 }
};
const DAY_MS = 86_400_000;
const stated = { moisture_stated: true, active_stated: true };
const batch: Event = {
  kind: 'mixed',
  additions: [
    { ingredient: 'sand', role: 'sand', kg: 36, moisture_fraction: 0, active_fraction: 0, ...stated },
    { ingredient: 'binder', role: 'binder', kg: 4, moisture_fraction: 0.09, active_fraction: 0.9, ...stated },
    { ingredient: 'water', role: 'water', kg: 1, moisture_fraction: 1, active_fraction: 0, ...stated }
  ]
};

/** A batch, and then water every so many days. */
const ledger = (count: number, days: number) => {
  const entries: LedgerEntry[] = Array.from({ length: count }, (_, id) => ({
    id,
    at: new Date(Date.UTC(2026, 0, 1) + id * days * DAY_MS).toISOString(),
    event: id === 0 ? batch : { kind: 'water', kg: 0.05 }
  }));
  return ledgerOf(1, 1, NATURE, entries);
};

describe('a ledger worked out', () => {
  it('has in its story how the sand stood right before an entry, and right after', () => {
    const story = storyUpTo(ledger(2, 2), 2);
    // After the batch; dried for two days; with the water that then went in.
    expect(story.length).toBe(3);
    const [mixed, dried, watered] = story;
    expect(dried!.ms).toBe(watered!.ms);
    expect(dried!.moisture).toBeLessThan(mixed!.moisture);
    expect(watered!.moisture).toBeGreaterThan(dried!.moisture);
  });

  it('comes to the same in stretches as in one go', async () => {
    const [once, stretched] = [ledger(700, 0.5), await walkedInStretches(ledger(700, 0.5))];
    expect(lastBelief(stretched)).toEqual(lastBelief(once));
    expect(balancesOf(stretched)).toEqual(balancesOf(once));
    expect(storyUpTo(stretched, 700)).toEqual(storyUpTo(once, 700));
    expect(stretched.walk.checkpoints.map(({ done }) => done)).toEqual(
      once.walk.checkpoints.map(({ done }) => done)
    );
  });

  it('lets others go on in between', async () => {
    let others = 0;
    const work = walkedInStretches(ledger(1000, 0.5));
    const beat = () => {
      others += 1;
      setImmediate(beat).unref();
    };
    setImmediate(beat).unref();
    await work;
    expect(others).toBeGreaterThan(1);
  });
});
