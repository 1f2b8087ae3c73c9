import { nowIso, nowMs } from '$core/time/now';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { writeAct } from '../heap/acts';
import { readState } from '../heap/heap-state';
import { readHeap } from '../heap/heaps';
import { readSession } from '../session/sessions';
import { demoDatabase } from '../demo/demo-database';
import {
  createBranch,
  followOne,
  followSteps,
  listBranches,
  branchStart,
  planBranch,
  removeBranch,
  restoreBranch
} from './branches';

let shed: Awaited<ReturnType<typeof demoDatabase>>;
beforeAll(async () => {
  shed = await demoDatabase();
});
afterAll(() => shed.remove());

describe('a branch of a heap in the shed', () => {
  it('never touches the ledger, and its first point is the heap as it stands', async () => {
    const { db } = shed;
    const before = await readHeap(db, 1);
    const entries = await db.tables.entries.count();
    const { points, present } = await followSteps(db, 1, [
      { do: 'pour', metal_kg: 5, alloy: 'tin-bronze', times: 2 },
      { do: 'stand', days: 30, cover: 'open' }
    ]);
    const state = await readState(db, 1);
    expect(100 * points[0]!.moisture.value).toBeCloseTo(state.moisture_percent.value, 2);
    expect(points[0]!.total_kg).toBeCloseTo(state.total_kg, 3);
    expect(present.at(-1)!.at.slice(0, 16)).toBe(points.at(-1)!.at.slice(0, 16));
    expect(points.at(-1)!.moisture.value).toBeLessThan(present.at(-1)!.moisture.value);
    expect(await readHeap(db, 1)).toEqual(before);
    expect(await db.tables.entries.count()).toBe(entries);
  });

  it('comes to what the ledger says once it really happened', async () => {
    const { db } = shed;
    const at = nowIso();
    const { points } = await followSteps(
      db,
      1,
      [
        { do: 'pour', metal_kg: 2, alloy: 'aluminium' },
        { do: 'water', kg: 0.3 }
      ],
      at
    );
    const stamp = (minutes: number) => new Date(Date.parse(at) + minutes * 60_000).toISOString();
    await writeAct(db, {
      entries: [
        { heap_id: 1, kind: 'poured', at: stamp(1), metal_kg: 2, alloy: 'aluminium', confirmed: true },
        { heap_id: 1, kind: 'water', at: stamp(2), kg: 0.3, confirmed: true }
      ]
    });
    const then = await readState(db, 1, stamp(2));
    expect(100 * points.at(-1)!.moisture.value).toBeCloseTo(then.moisture_percent.value, 2);
    expect(100 * points.at(-1)!.dead_clay.value).toBeCloseTo(then.dead_clay_percent.value, 2);
    expect(points.at(-1)!.total_kg).toBeCloseTo(then.total_kg, 3);
  });

  it('is kept, thrown away, taken back, and turned into a plan', async () => {
    const { db } = shed;
    const branch = await createBranch(db, {
      heap_id: 1,
      name: 'Bronze in June',
      steps: [
        { do: 'add', kind: 'sodium-bentonite', kg: 0.5 },
        { do: 'policy', times: 3, days: 14, metal_kg: 2, burnt_out_percent: 70, new_sand_kg: 1 }
      ]
    });
    expect((await followOne(db, branch.id)).points.length).toBeGreaterThan(6);
    await removeBranch(db, branch.id);
    expect((await listBranches(db, 1)).map(({ id }) => id)).not.toContain(branch.id);
    await restoreBranch(db, branch.id);
    const { session_id, policy } = await planBranch(db, branch.id, {
      zone: 'America/New_York',
      units: 'us'
    });
    expect(policy).toBe(true);
    expect((await readHeap(db, 1)).policy).toMatchObject({ burnt_out_percent: 70, new_sand_kg: 1 });
    const day = await readSession(db, session_id);
    expect(day).toMatchObject({ name: 'Bronze in June', stage: 'mold' });
    // In the words and by the clock of who pressed it.
    expect(day.note).toContain('3 castings');
    expect(day.note).toMatch(/4\.41.lb/);
    expect(Date.parse(day.at)).toBeGreaterThan(nowMs());
    const clock = new Intl.DateTimeFormat('en-GB', { timeStyle: 'short', timeZone: 'America/New_York' });
    expect(clock.format(new Date(day.at))).toBe('14:00');
    const start = await branchStart(db, branch.id, 'us');
    expect(start).toMatchObject({ heap_id: 1, metal: 'aluminium' });
    expect(start.own.map(({ what }) => what)).toEqual([expect.stringMatching(/1\.10.lb of .*bentonite/)]);
    expect(start.pours).toEqual([expect.stringContaining('3 castings')]);
  });

  it('what cannot happen is refused', async () => {
    const { db } = shed;
    await expect(
      createBranch(db, { heap_id: 1, name: 'x', steps: [{ do: 'discard', kg: 900 }] })
    ).rejects.toThrow(/cannot happen/);
    await expect(createBranch(db, { heap_id: 99, name: 'x', steps: [] })).rejects.toThrow();
  });
});
