import { nowIso } from '$core/time/now';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listEntries } from '../heap/ledger';
import type { NewEntry } from '$lib/schema/entry';
import { createHeap } from '../heap/heaps';
import { appendEntry } from '../heap/ledger-writing';
import { createPattern } from '../pattern/patterns';
import { createMold, createSession } from '../session/sessions';
import { createCasting } from '../shake-out/castings';
import { readState } from '../heap/heap-state';
import { demoDatabase } from '../demo/demo-database';
import { temporaryDatabase } from '../testing/temporary-database';
import { LOOKED_AT, readBadDays } from './bad-days';
import { readYear } from './year';

let shed: Awaited<ReturnType<typeof demoDatabase>>;
beforeAll(async () => {
  shed = await demoDatabase();
});
afterAll(() => shed.remove());

describe('a year of casting', () => {
  it('adds up to what the ledgers and the castings say', async () => {
    const { db } = shed;
    const castings = await db.tables.castings.count({ where: { removed_at: null } });
    const at = nowIso();
    const { years } = await readYear(db, undefined, at);
    const all = await Promise.all(years.map((year) => readYear(db, year, at)));
    expect(all.reduce((sum, { total }) => sum + total.castings, 0)).toBe(castings);
    let lost = 0;
    for (const id of [1, 2, 3])
      for (const kind of ['discarded', 'spilled'])
        for (const entry of (await listEntries(db, id, { kind, limit: 500 })).items) lost += Number(entry.kg);
    expect(all.reduce((sum, { total }) => sum + total.lost_kg, 0)).toBeCloseTo(lost, 6);
    for (const of of all) {
      expect(of.months.reduce((sum, month) => sum + month.metal_kg, 0)).toBeCloseTo(of.total.metal_kg, 9);
      expect(of.total.good + of.total.usable + of.total.scrap).toBe(of.total.castings);
    }
    // Each year beside the others says what its own page says.
    for (const { by_year } of all) {
      // A casting day of the new year may stand in the plan already.
      expect(by_year.map(({ year }) => year)).toEqual(years.filter((each) => each <= Number(at.slice(0, 4))));
      by_year.forEach((each, i) => {
        const page = all[i]!;
        expect(each).toMatchObject({ ...page.total, cost_per_good_kg: page.cost_per_good_kg });
        const worst = page.scrap_by_defect[0];
        expect(each.commonest_defect).toEqual(
          worst ? { defect: worst.defect, castings: worst.castings } : null
        );
        expect(each.heaps).toEqual(
          page.heaps
            .map(({ id, name, months }) => ({ id, name, ...months.at(-1)!, month: undefined }))
            .map(({ month: _, ...heap }) => heap)
        );
      });
    }
    const now = await readState(db, 1, at);
    const last = all
      .findLast(({ year }) => year <= Number(at.slice(0, 4)))!
      .heaps.find(({ id }) => id === 1)!
      .months.at(-1)!;
    expect(last.total_kg).toBe(now.total_kg);
    expect(last.dead_clay_percent).toBe(now.dead_clay_percent.value);
  });

  it('a pour on New Year’s morning in Auckland is one of the new year, whatever Greenwich says', async () => {
    const { db, remove } = await temporaryDatabase();
    const { id: heap } = await createHeap(db, { name: 'Ponga', system: 'water' });
    const zone = 'Pacific/Auckland';
    const pour = '2024-12-31T20:00:00.000Z';
    const sand = { kind: 'mixed', additions: [{ ingredient: 'sand', kg: 30 }] };
    await appendEntry(db, heap, { ...sand, at: '2024-12-20T20:00:00Z', zone } as NewEntry);
    const poured = { kind: 'poured', at: pour, metal_kg: 0.8, burnt_kg: 0.1, confirmed: true };
    await appendEntry(db, heap, { ...poured, zone } as NewEntry);
    const { id: pattern } = await createPattern(db, {
      name: 'Peg',
      length_mm: 60,
      width_mm: 20,
      height_mm: 10
    });
    const day = await createSession(db, { at: pour, zone, lessons: 'Early, before the heat.' });
    const mold = await createMold(db, day.id, {
      backing_heap_id: heap,
      patterns: [{ pattern_id: pattern, count: 1 }],
      state: 'poured'
    });
    await createCasting(db, {
      mold_id: mold.id,
      pattern_id: pattern,
      result: 'scrap',
      defects: [{ defect: 'misrun' }, { defect: 'misrun' }]
    });
    const at = '2025-02-01T00:00:00Z';
    const [old, next] = [await readYear(db, 2024, at), await readYear(db, 2025, at)];
    expect([old.total.castings, old.total.metal_kg, old.lessons.length]).toEqual([0, 0, 0]);
    // The pattern is of today.
    expect(next.years.slice(0, 2)).toEqual([2024, 2025]);
    expect(next.months[0]).toMatchObject({ month: '2025-01', castings: 1, scrap: 1, metal_kg: 0.8 });
    expect(next.scrap_by_defect).toEqual([{ defect: 'misrun', castings: 1, months: { '2025-01': 1 } }]);
    expect(next.lessons.map(({ lessons }) => lessons)).toEqual(['Early, before the heat.']);
    await remove();
  });

  it('a year in which nothing happened is empty, and so are records without anything', async () => {
    expect((await readYear(shed.db, 1999)).total.castings).toBe(0);
    const { db, remove } = await temporaryDatabase();
    const nothing = await readYear(db, undefined);
    expect(nothing).toMatchObject({ years: [], heaps: [], scrap_by_defect: [], cost_per_good_kg: {} });
    expect((await readBadDays(db, null)).verdict).toBe('too-few');
    await remove();
  });
});

describe('what differed in the shed', () => {
  it('looks at the castings there are, and names the day behind each', async () => {
    const { db } = shed;
    const found = await readBadDays(db, null);
    expect(found.castings).toHaveLength(await db.tables.castings.count({ where: { removed_at: null } }));
    expect(found.bad + found.good).toBe(found.castings.length);
    for (const { name } of found.differences) expect(LOOKED_AT.some((each) => each.name === name)).toBe(true);
    // Two gnomons in a year: too few to tell anything.
    const scabs = await readBadDays(db, 'scab');
    expect(scabs.bad).toBe(2);
    expect(scabs.verdict).toBe('too-few');
  });
});
