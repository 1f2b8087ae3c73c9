import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { nowIso, nowMs } from '$core/time/now';
import { ALLOYS } from '$core/reference/alloys';
import { createAlloy } from '../alloy/alloys';
import { createFlask, listFlasks } from '../flask/flasks';
import { createHeap } from '../heap/heaps';
import { appendEntry } from '../heap/ledger-writing';
import { createPattern, listPatterns } from '../pattern/patterns';
import { createMold, createSession, readSession } from '../session/sessions';
import { temporaryDatabase } from '../testing/temporary-database';
import { dayHeaps } from './day-heaps';
import { dayMelts } from './day-melts';
import { weighedMolds, type WeighedMold } from './day-molds';
import { createPlan } from './plans';

let shed: Awaited<ReturnType<typeof temporaryDatabase>>;
beforeAll(async () => void (shed = await temporaryDatabase()));
afterAll(() => shed.remove());

const weighed = (number: number, round: number, fields: Partial<WeighedMold> = {}): WeighedMold => ({
  number,
  mold_id: null,
  flask_id: 1,
  patterns: [],
  heap_id: 1,
  sand_kg: 10,
  round,
  rammed: false,
  poured: false,
  opens_at: null,
  castings_kg: 0.4,
  gating_kg: 0.3,
  way: null,
  people_min: 20,
  ...fields
});

describe('the melts of a day', () => {
  it('are one a round, and find the furnace warm but for the first', () => {
    const alloy = ALLOYS.aluminium;
    const [first, second, ...more] = dayMelts([weighed(1, 1), weighed(2, 2)], alloy, {
      furnace: 'electric-small',
      charge: []
    });
    expect(more).toEqual([]);
    expect([first!.molds, second!.molds]).toEqual([[1], [2]]);
    expect(first!.charge_kg).toBe(second!.charge_kg);
    // 2,500 J/K of lining are warmed by 900 W from 20 °C, and the next time from seven tenths of where they were.
    const hottest_c = alloy.pour_c + alloy.set_point.carry_c;
    expect(first!.heat_min - second!.heat_min).toBeCloseTo((2500 * (0.7 * hottest_c - 20)) / 900 / 60, 6);
  });
});

describe('a heap and the molds of a day', () => {
  it('is short by what is still to be rammed of its first round, not by what was; a second round counts what comes back', async () => {
    const { db } = shed;
    const heap = await createHeap(db, { name: 'Gate heap', system: 'water', binder: 'sodium-bentonite' });
    await appendEntry(db, heap.id, {
      kind: 'bought',
      at: nowIso(),
      kg: 20,
      moisture_percent: 3.2,
      active_clay_percent: 8
    });
    const pattern = await createPattern(db, { name: 'Latch', length_mm: 110, width_mm: 45, height_mm: 16 });
    const flask = await createFlask(db, {
      name: 'Board',
      length_mm: 300,
      width_mm: 200,
      cope_mm: 90,
      drag_mm: 80
    });
    const planned = async (alloy_id?: number) => {
      const session = await createSession(db, { at: nowIso(), zone: 'UTC' });
      const plan = await createPlan(db, {
        session_id: session.id,
        heap_id: heap.id,
        metal: 'aluminium',
        wanted: [{ pattern_id: pattern.id, count: 1 }]
      });
      if (alloy_id !== undefined)
        await createMold(db, session.id, {
          flask_id: flask.id,
          backing_heap_id: heap.id,
          metal: 'aluminium',
          alloy_id,
          patterns: [{ pattern_id: pattern.id, count: 1 }]
        });
      return { session, plan };
    };
    const { session, plan } = await planned();
    const heapOf = async (molds: WeighedMold[]) => {
      const melts = dayMelts(molds, ALLOYS.aluminium, null);
      return (await dayHeaps(db, plan, session, molds, melts, nowMs()))().heaps[0]!;
    };
    const rammed = weighed(1, 1, { sand_kg: 15, rammed: true });
    const second = (sand_kg: number) => weighed(3, 2, { sand_kg });
    const short = async (molds: WeighedMold[]) => (await heapOf(molds)).short_kg;
    expect(await short([rammed, weighed(2, 1, { sand_kg: 8 }), second(18)])).toBe(0);
    expect(await short([rammed, weighed(2, 1, { sand_kg: 23.5 }), second(18)])).toBeCloseTo(3.5, 2);
    // Of a second round what comes back of the first counts, less what is spilled; 19.84 kg of 20 are there then.
    expect(await short([weighed(2, 1, { sand_kg: 8 }), second(30)])).toBeCloseTo(30 - 20 + 0.02 * 8, 1);
    // What lies in the heap beside the first round is rammed at once; else it comes back hot, and is tempered again.
    expect((await heapOf([weighed(2, 1, { sand_kg: 8 }), second(11)])).again).toEqual([]);
    const { again, cools_min } = await heapOf([weighed(2, 1, { sand_kg: 8 }), second(13)]);
    expect(again).toHaveLength(1);
    expect(again[0]).toMatchObject({ round: 2 });
    expect(again[0]!.water_kg).toBeGreaterThan(0);
    expect(again[0]!.sand_c).toBeGreaterThan(45);
    expect(cools_min).toBeGreaterThanOrEqual(30);

    // A mold of the day weighs by its own alloy, in the plan as on its page: twice as heavy, twice the castings.
    const castings = async (of: Awaited<ReturnType<typeof planned>>) => {
      const read = { patterns: await listPatterns(db), flasks: await listFlasks(db) };
      const day = await readSession(db, of.session.id);
      return (await weighedMolds(db, of.plan, day, read)).map(({ castings_kg }) => castings_kg);
    };
    const solid_kg_l = (2 * ALLOYS.aluminium.solid_kg_m3) / 1000;
    const heavy = await createAlloy(db, { name: 'Heavy', based_on: 'aluminium', solid_kg_l });
    const [light_kg] = await castings({ session, plan });
    const [heavy_kg] = await castings(await planned(heavy.id));
    expect(heavy_kg).toBeCloseTo(2 * light_kg!, 9);
  });
});
