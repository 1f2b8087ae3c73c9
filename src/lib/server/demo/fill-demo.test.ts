import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CLAY_TESTS, TESTS_OF_SAND } from '$core/bench/bench-tests';
import { listPatterns } from '../pattern/patterns';
import { listHeaps } from '../heap/heaps';
import { readStates } from '../heap/heap-state';
import { readLearned } from '../heap/learned';
import { listEntries } from '../heap/ledger';
import { listLotTests } from '../stock/lot-tests';
import { listLots } from '../stock/stock';
import { temporaryDatabase, type Temporary } from '../testing/temporary-database';
import { trainerRecord } from '../trainer/trainer';
import { demoDatabase } from './demo-database';
import { DIARY, metalOf, toldOf } from './diary';
import { fillDemo } from './fill-demo';
import { LAST_DAY, NEXT_DAY, NEXT_MOLDS } from './scenario';

const TODAY = new Date('2026-11-20T12:00:00Z');

async function told({ db, remove }: Temporary) {
  const heaps = await listHeaps(db);
  const states = await readStates(db, '2026-11-20T12:00:00.000Z');
  const ledgers = await Promise.all(heaps.map((heap) => listEntries(db, heap.id, { limit: 500 })));
  const lots = await listLots(db);
  const withoutClock = ledgers.map((page) =>
    page.items.map(({ kind, at, kg, result }) => ({ kind, at, kg, result }))
  );
  const standing = [...states.values()].map(({ state }) => state!);
  return { db, remove, heaps, states: standing, ledgers, withoutClock, lots };
}

let first: Awaited<ReturnType<typeof told>>;
beforeAll(async () => void (first = await told(await demoDatabase('2026-11-20'))));
afterAll(() => first.remove());

describe('demo records', () => {
  it('tell fourteen months of three heaps, the same every time', async () => {
    const anew = await temporaryDatabase();
    await fillDemo(anew.db, TODAY);
    const again = await told(anew);
    await again.remove();
    expect(first.heaps.map((heap) => heap.name)).toEqual(['Gate heap', 'Dial sand', 'Plot 9 bin']);
    expect(first.withoutClock).toEqual(again.withoutClock);
    expect(first.states).toEqual(again.states);
    const days =
      (Date.parse(TODAY.toISOString()) - Date.parse(first.withoutClock[0]!.at(-1)!.at)) / 86_400_000;
    expect(days).toBeGreaterThan(14 * 30);
    expect(first.ledgers[0]!.total).toBeGreaterThan(150);
  });
  it('show all there is: tests of bags and of a batch, moves, what was not weighed, every kind of test', async () => {
    const { db, heaps, lots } = first;
    const [gate, dial, bin] = heaps;
    const kinds = async (heap: number, test_kind: string) =>
      (await listEntries(db, heap, { test_kind, limit: 1 })).total;
    for (const kind of TESTS_OF_SAND) {
      const made =
        (await kinds(gate!.id, kind)) + (await kinds(dial!.id, kind)) + (await kinds(bin!.id, kind));
      expect(made, kind).toBeGreaterThan(0);
    }
    const entries = (await listEntries(db, gate!.id, { limit: 500 })).items;
    expect(entries.filter(({ batch_entry_id }) => batch_entry_id !== undefined)).toHaveLength(2);
    expect(entries.filter(({ kind }) => kind === 'moved')).toHaveLength(2);
    expect(entries.some(({ kg_source }) => kg_source === 'learned')).toBe(true);
    expect(entries.some(({ burnt_source }) => burnt_source === 'learned')).toBe(true);
    const learned = (await readLearned(db, gate!.id, TODAY.toISOString())).items;
    expect(learned.map(({ source }) => source)).toEqual(Array(4).fill('your records'));
    // The true sand behind the records rams to 1.63 kg/L and dries a quarter faster than the handbook says.
    const of = (name: string) => learned.find((each) => each.of === name)!;
    expect(of('rammed-density').value).toBeCloseTo(1.63, 1);
    expect(of('drying').range[0]).toBeLessThan(1.25);
    expect(of('drying').range[1]).toBeGreaterThan(1.25);
    // The days that pages are looked at by.
    const molds = await db.tables.molds.findAll({ where: { session_id: NEXT_DAY }, raw: true });
    expect(molds.map(({ id }) => id)).toEqual([...NEXT_MOLDS]);
    const last = await db.tables.sessions.findOne({ where: { id: LAST_DAY }, raw: true });
    expect(last).toMatchObject({ name: DIARY.at(-1)!.name, stage: 'done' });
    // A plan, a branch, evenings with the trainer, photos.
    expect(await db.tables.plans.count()).toBe(1);
    expect(await db.tables.branches.count()).toBe(1);
    expect(await db.tables.files.count()).toBeGreaterThan(5);
    const { answers, hand, course } = await trainerRecord(db, 1);
    expect(answers).toBeGreaterThan(60);
    expect(hand!.bias).toBeGreaterThan(0.2);
    expect(course.length).toBeGreaterThan(2);
    const tested = (await Promise.all(lots.map(({ id }) => listLotTests(db, id)))).flat();
    for (const kind of CLAY_TESTS)
      expect(
        tested.some((test) => test.kind === kind),
        kind
      ).toBe(true);
    expect(lots.filter(({ moisture_percent }) => moisture_percent.source === 'your tests')).toHaveLength(1);
    expect(lots.filter(({ fineness_source }) => fineness_source === 'your tests')).toHaveLength(1);
    expect(lots.filter(({ active_percent }) => active_percent.source === 'your tests')).toHaveLength(2);
  });
  it('leave something to do on the bench, and stock that was never overdrawn', () => {
    const { states, lots } = first;
    expect(new Set(states.map((state) => state.verdict)).size).toBeGreaterThan(1);
    expect(states.some((state) => state.prescription.need !== 'nothing')).toBe(true);
    for (const lot of lots) expect(lot.on_hand_kg, lot.name).toBeGreaterThanOrEqual(0);
  });
  it('pour no more than their castings took, and tell of each day what came out of it', async () => {
    const { db, heaps } = first;
    const patterns = await listPatterns(db);
    const inOrder = [...patterns].sort((a, b) => a.id - b.id);
    const castings = await db.tables.castings.findAll({ raw: true });
    const weighed = castings.reduce((sum, { kg }) => sum + Number(kg ?? 0), 0);
    let poured = 0;
    for (const [i, sand] of (['gate', 'dial', 'bin'] as const).entries()) {
      const entries = (await listEntries(db, heaps[i]!.id, { kind: 'poured', limit: 500 })).items;
      const days = DIARY.flatMap(({ molds }, day) => (molds.some((mold) => mold.sand === sand) ? [day] : []));
      expect(entries).toHaveLength(days.length);
      for (const [k, day] of days.reverse().entries()) {
        expect(entries[k]!.note).toBe(toldOf(day, sand, inOrder));
        poured += metalOf(day, sand, inOrder);
      }
    }
    // Scrap was not weighed; the rest of the metal was sprue and runner.
    expect(weighed / poured).toBeGreaterThan(0.4);
    expect(weighed / poured).toBeLessThan(0.56);
    // A latch that was weighed weighs what its mesh says, within a scale's and a hand's doubt: 85 g.
    const latches = castings.filter(({ pattern_id, kg }) => pattern_id === 1 && kg !== null);
    for (const { kg } of latches) expect(Math.abs(Number(kg) - 0.0853)).toBeLessThan(0.005);
    expect(toldOf(0, 'gate', inOrder)).toBe(
      'Gate latch: two good, two scrap (cold shut). Bench-end bracket: one good.'
    );
  });
});
