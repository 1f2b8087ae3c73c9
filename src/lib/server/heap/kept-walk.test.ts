import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { LedgerEntry } from '$core/heap/entry';
import type { HeapNature } from '$core/heap/state/belief';
import { TARGETS } from '$core/reference/targets';
import { balancesOf, lastBelief, ledgerOf, overdrawnOf, storyUpTo, walked } from './heap-ledger';
import { keepWalk, keepWalks, withKeptWalk } from './kept-walk';

const NATURE: HeapNature = {
  system: 'water',
  binder: 'sodium-bentonite',
  targets: TARGETS['sodium-bentonite'],
  container: { cover: 'lid', exposed_area_m2: 0.1 }
};
const LONG = 2100;
const stated = { moisture_stated: true, active_stated: true };

/** A batch, and then water, looks and losses in turn, twice a day. */
const entries = (count: number): LedgerEntry[] =>
  Array.from({ length: count }, (_, id) => ({
    id,
    at: new Date(Date.UTC(2026, 0, 1) + id * 43_200_000).toISOString(),
    event:
      id === 0
        ? {
            kind: 'mixed',
            additions: [
              {
                ingredient: 'sand',
                role: 'sand',
                kg: 60,
                moisture_fraction: 0,
                active_fraction: 0,
                ...stated
              },
              {
                ingredient: 'binder',
                role: 'binder',
                kg: 6,
                moisture_fraction: 0.09,
                active_fraction: 0.9,
                ...stated
              }
            ]
          }
        : id % 3 === 1
          ? { kind: 'water', kg: 0.05 }
          : id % 3 === 2
            ? {
                kind: 'tested',
                test: { kind: 'moisture', method: 'oven', pan_g: 100, wet_g: 180, dry_g: 177 }
              }
            : { kind: 'discarded', kg: 0.02, burnt: false }
  }));
const ledger = (list: LedgerEntry[]) => ledgerOf(7, 1, NATURE, list);

let folder: string;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'brunkel-walk-'));
  keepWalks('this build');
  await keepWalk(folder, walked(ledger(entries(LONG))), 'a hand', 0);
});
afterEach(() => {
  keepWalks(null);
  rmSync(folder, { recursive: true, force: true });
});

const takenUp = async (list: LedgerEntry[], by = 'a hand') =>
  (await withKeptWalk(folder, ledger(list), by)).walk.done;

describe('what a long ledger came to, kept on disk', () => {
  it('is taken up after a start and goes on to the very same figures', async () => {
    const grown = entries(LONG + 9);
    const kept = await withKeptWalk(folder, ledger(grown), 'a hand');
    expect(kept.walk.done).toBe(LONG);
    const anew = ledger(grown);
    expect(lastBelief(kept)).toEqual(lastBelief(anew));
    expect(balancesOf(kept)).toEqual(balancesOf(anew));
    expect(storyUpTo(kept, LONG + 9)).toEqual(storyUpTo(anew, LONG + 9));
    expect(kept.walk.checkpoints).toEqual(anew.walk.checkpoints);
  });

  it('is not used where an entry differs, or one is gone', async () => {
    const other = entries(LONG);
    other[3] = { ...other[3]!, event: { kind: 'discarded', kg: 0.021, burnt: false } };
    expect(await takenUp(other)).toBe(0);
    expect(await takenUp(entries(LONG - 1))).toBe(0);
  });

  it('is not used by another build, nor with another hand', async () => {
    expect(await takenUp(entries(LONG), 'another hand')).toBe(0);
    keepWalks('the next build');
    expect(await takenUp(entries(LONG))).toBe(0);
  });

  it('is not used for a heap of another nature: a window of one’s own decides what is in temper', async () => {
    const own = { ...NATURE, targets: { ...NATURE.targets, moisture: { min: 0.02, max: 0.03 } } };
    const other = ledgerOf(7, 1, own, entries(LONG));
    expect((await withKeptWalk(folder, other, 'a hand')).walk.done).toBe(0);
  });

  it('is not used where its file was torn', async () => {
    const file = join(folder, 'kept-walks/heap-7');
    const whole = readFileSync(file);
    writeFileSync(file, whole.subarray(0, whole.length / 2));
    expect(await takenUp(entries(LONG))).toBe(0);
    whole[whole.length - 40]! ^= 1;
    writeFileSync(file, whole);
    expect(await takenUp(entries(LONG))).toBe(0);
  });

  it('is kept anew only once it has grown', async () => {
    const file = join(folder, 'kept-walks/heap-7');
    const before = readFileSync(file);
    await keepWalk(folder, walked(ledger(entries(LONG + 20))), 'a hand', LONG);
    expect(readFileSync(file).equals(before)).toBe(true);
    expect(readdirSync(join(folder, 'kept-walks'))).toEqual(['heap-7']);
  });

  it('leaves out ledgers that are short, and those that take more than there is', async () => {
    rmSync(join(folder, 'kept-walks'), { recursive: true });
    await keepWalk(folder, walked(ledger(entries(500))), 'a hand', 0);
    const overdrawn = entries(LONG);
    overdrawn[6] = { ...overdrawn[6]!, event: { kind: 'discarded', kg: 500, burnt: false } };
    const out = walked(ledger(overdrawn));
    expect(overdrawnOf(out)).toHaveLength(1);
    await keepWalk(folder, out, 'a hand', 0);
    expect(readdirSync(folder)).toEqual([]);
  });
});
