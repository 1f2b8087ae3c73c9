import { nowIso } from '$core/time/now';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { moldsToday, type PossibleMold } from '$core/mold/molds-today';
import { createFlask } from '../flask/flasks';
import { createHeap } from '../heap/heaps';
import { appendEntry } from '../heap/ledger-writing';
import { createPattern } from '../pattern/patterns';
import { linearSolver } from '../solver/linear-solver';
import { temporaryDatabase } from '../testing/temporary-database';
import type { Database } from '../database/database';
import { bestMolds, readMoldsToday } from './molds-today';

describe('which molds today', () => {
  const mold = (flask_id: number, patterns: [number, number][], sand_kg: number): PossibleMold => ({
    flask_id,
    patterns: patterns.map(([pattern_id, count]) => ({ pattern_id, count })),
    sand_kg
  });
  const possible = [
    mold(1, [[7, 1]], 10),
    mold(1, [[7, 2]], 10),
    mold(2, [[7, 4]], 24),
    mold(
      2,
      [
        [7, 2],
        [8, 1]
      ],
      24
    ),
    mold(3, [[8, 2]], 15)
  ];
  /** The best by trying every choice of at most one mold a flask. */
  function brute(wanted: Map<number, number>, sand: number) {
    let best = { castings: -1, rammings: 0 };
    const flasks = [...new Set(possible.map(({ flask_id }) => flask_id))];
    const choose = (i: number, chosen: PossibleMold[]): void => {
      if (i === flasks.length) {
        const kg = chosen.reduce((sum, each) => sum + each.sand_kg, 0);
        if (kg > sand + 1e-9) return;
        const castings = [...wanted].reduce((sum, [id, most]) => {
          const made = chosen.reduce(
            (n, { patterns }) => n + (patterns.find((p) => p.pattern_id === id)?.count ?? 0),
            0
          );
          return sum + Math.min(most, made);
        }, 0);
        if (castings > best.castings || (castings === best.castings && chosen.length < best.rammings))
          best = { castings, rammings: chosen.length };
        return;
      }
      choose(i + 1, chosen);
      for (const each of possible) if (each.flask_id === flasks[i]) choose(i + 1, [...chosen, each]);
    };
    choose(0, []);
    return best;
  }

  it.each([10, 12, 24, 25, 34, 39, 49, 60])(
    'with %i kg: as many castings as trying everything finds, in as few rammings',
    async (sand) => {
      for (const wanted of [
        new Map([[7, 4]]),
        new Map([
          [7, 3],
          [8, 2]
        ]),
        new Map([[8, 3]])
      ]) {
        const found = await moldsToday(possible, wanted, sand, linearSolver);
        const best = brute(wanted, sand);
        const made = [...wanted].reduce(
          (sum, [id, most]) => sum + Math.min(most, found?.makes.get(id) ?? 0),
          0
        );
        expect(made).toBe(Math.max(0, best.castings));
        if (best.castings > 0)
          expect(found!.chosen.reduce((n, { times }) => n + times, 0)).toBe(best.rammings);
        if (found) expect(found.sand_kg + found.left_kg).toBeCloseTo(sand, 9);
      }
    }
  );

  it('half of it is no answer: what took too much work is refused, and nothing is made of it', async () => {
    const stopped = bestMolds(possible, new Map([[7, 4]]), Infinity, async () => ({
      status: 'unfinished',
      values: {}
    }));
    await expect(stopped).rejects.toMatchObject({
      status: 422,
      errors: [{ path: 'wanted', message: expect.stringContaining('too much work') }]
    });
  });
  it('too little for any is null', async () => {
    expect(await moldsToday(possible, new Map([[7, 1]]), 5, linearSolver)).toBeNull();
  });
});

describe('of a heap, flasks and patterns', () => {
  let db: Database;
  let remove: () => Promise<void>;
  beforeAll(async () => ({ db, remove } = await temporaryDatabase()));
  afterAll(() => remove());

  it('tells what is made, what is left, and what new sand would allow', async () => {
    const heap = await createHeap(db, { name: 'Gate', system: 'water' });
    const at = nowIso();
    await appendEntry(db, heap.id, { kind: 'bought', at, kg: 30 });
    const size = { cope_mm: 100, drag_mm: 80 };
    await createFlask(db, { name: 'A', length_mm: 300, width_mm: 220, ...size });
    await createFlask(db, { name: 'B', length_mm: 380, width_mm: 280, ...size });
    const latch = await createPattern(db, { name: 'Latch', length_mm: 90, width_mm: 40, height_mm: 12 });
    const wanted = [{ pattern_id: latch.id, count: 6 }];
    const today = await readMoldsToday(db, heap.id, { metal: 'aluminium', wanted });
    expect(today.there_kg).toBeCloseTo(30, 6);
    expect(today.sand_kg + today.left_kg).toBeCloseTo(30, 6);
    expect(today.makes[0]!.made).toBeGreaterThan(0);
    expect(today.sand_kg).toBeLessThanOrEqual(30);
    // Without enough sand for all it names what has to be mixed; without flasks for all it does not promise it.
    if (today.makes[0]!.made < 6) expect(today.new_sand_kg === null || today.new_sand_kg > 0).toBe(true);
    else expect(today.new_sand_kg).toBe(0);
    const many = await readMoldsToday(db, heap.id, {
      metal: 'aluminium',
      wanted: [{ pattern_id: latch.id, count: 200 }]
    });
    expect(many.new_sand_kg).toBeNull();
    await expect(
      readMoldsToday(db, heap.id, { metal: 'aluminium', wanted: [...wanted, ...wanted] })
    ).rejects.toMatchObject({ status: 422 });
  });
});
