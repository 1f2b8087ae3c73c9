import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { NewEntry } from '$lib/schema/entry';
import type { NewHeapTest } from '$lib/schema/heap-test';
import type { Database } from '../database/database';
import { temporaryDatabase } from '../testing/temporary-database';
import { readForecast } from './drying';
import { createHeap } from './heaps';
import { readState } from './heap-state';
import { readLadder } from './ladder';
import { listEntries } from './ledger';
import { appendEntry } from './ledger-writing';
import { readRenewal } from './renewal';
import { logRenewal } from './renewal-done';
import { createLot } from '../stock/stock';
import { readStory } from './story';
import { amendTest, appendTest, confirmTest, readTest, undoTest } from './tests';

let db: Database;
let remove: () => Promise<void>;
let heap: number;
const at = (day: number, minutes = 0) => new Date(Date.UTC(2026, 4, day, 9, minutes)).toISOString();
const log = (fields: object) => appendEntry(db, heap, fields as NewEntry);
const test = (fields: object) => appendTest(db, heap, fields as NewHeapTest);

beforeEach(async () => {
  ({ db, remove } = await temporaryDatabase());
  const made = await createHeap(db, {
    name: 'Shed heap',
    system: 'water',
    binder: 'sodium-bentonite',
    container: { cover: 'cloth', exposed_area_m2: 0.15 }
  } as never);
  heap = made.id;
  await log({ kind: 'bought', at: at(1), kg: 40, moisture_percent: 2.4, active_clay_percent: 8 });
});
afterEach(() => remove());

describe('readStory', () => {
  it('tells the estimate with its range, tests and marks, in time order', async () => {
    await test({ kind: 'moisture', at: at(10), method: 'oven', pan_g: 100, wet_g: 200, dry_g: 198 });
    await test({
      kind: 'methylene-blue',
      at: at(10, 30),
      standards: [{ active_percent: 10, ml: 20 }],
      ml: 15
    });
    await log({ kind: 'water', at: at(11), kg: 0.4 });
    const story = await readStory(db, heap, 90, at(20));
    expect(story.moisture_tests).toEqual([[Date.parse(at(10)), 2]]);
    expect(story.clay_tests).toEqual([[Date.parse(at(10, 30)), 7.5]]);
    expect(story.marks.map(([, kind]) => kind)).toEqual(['bought', 'water']);
    for (const [i, [ms, middle, low, high]] of story.moisture.entries()) {
      expect(low).toBeLessThanOrEqual(middle);
      expect(high).toBeGreaterThanOrEqual(middle);
      if (i > 0) expect(ms).toBeGreaterThanOrEqual(story.moisture[i - 1]![0]);
    }
    expect(story.moisture.at(-1)![0]).toBe(Date.parse(at(20)));
  });
  it('looks back no farther than asked', async () => {
    const story = await readStory(db, heap, 5, at(20));
    expect(story.marks).toEqual([]);
    expect(story.moisture[0]![0]).toBeGreaterThanOrEqual(Date.parse(at(15)));
    expect((await readStory(db, heap, 90, at(1, -600))).moisture).toEqual([]);
  });
  it('of a heap that was forgotten for a generation has some hundred points, and its first months in full', async () => {
    const { moisture } = await readStory(db, heap, 36_600, '2060-06-30T10:00:00.000Z');
    expect(moisture.length).toBeLessThan(450);
    const days = moisture.map(([ms]) => (ms - moisture[0]![0]) / 86_400_000);
    const gaps = days.slice(1).map((day, i) => day - days[i]!);
    expect(Math.max(...gaps.filter((_, i) => days[i]! < 120))).toBeLessThanOrEqual(3);
    expect(days.at(-1)).toBeCloseTo((Date.parse('2060-06-30T10:00:00Z') - Date.parse(at(1))) / 86_400_000, 1);
  });
});

describe('what counts of a heap', () => {
  const oven = (dry_g: number, more: object = {}) =>
    test({ kind: 'moisture', at: at(2), method: 'oven', pan_g: 100, wet_g: 200, dry_g, ...more });
  const drawn = async () =>
    (await readStory(db, heap, 90, at(3))).moisture_tests.map(([, percent]) => percent);

  it('is what was read of all of it, by drying or a probe', async () => {
    const batch = await log({ kind: 'mixed', at: at(1, 5), additions: [{ ingredient: 'sand', kg: 5 }] });
    await oven(197);
    await test({ kind: 'probe', at: at(2, 5), moisture_percent: 3.2 });
    await oven(192, { batch_entry_id: batch.id });
    const wild = await oven(180);
    await amendTest(db, heap, wild.id, {
      ...{ kind: 'moisture', at: at(2), method: 'oven', pan_g: 100, wet_g: 200, dry_g: 180, version: 1 },
      excluded_reason: 'the pan was wet'
    } as unknown as NewHeapTest);
    expect(await drawn()).toEqual([3, 3.2]);
  });
  it('is no rung of its temper curve otherwise', async () => {
    const batch = await log({ kind: 'mixed', at: at(1, 5), additions: [{ ingredient: 'sand', kg: 5 }] });
    await test({ kind: 'compactability', at: at(2), start_mm: 100, end_mm: 55, batch_entry_id: batch.id });
    expect((await readLadder(db, heap)).points).toEqual([]);
    await test({ kind: 'compactability', at: at(2, 1), start_mm: 100, end_mm: 55 });
    expect((await readLadder(db, heap)).points).toHaveLength(1);
  });
});

describe('readForecast', () => {
  it('dries in the handbook’s air, or in what was typed', async () => {
    const now = new Date(at(2));
    const station = await readForecast(db, heap, { hours: 240 }, now);
    expect(station.climate.source).toContain('Handbook');
    expect(station.curve.at(-1)!.moisture_percent).toBeLessThan(station.curve[0]!.moisture_percent);
    const dry = await readForecast(
      db,
      heap,
      { hours: 240, climate: { air_c: 28, relative_humidity: 0.3, air_speed_m_s: 0.5 } },
      now
    );
    expect(dry.climate.source).toBe('typed in');
    expect(dry.water_at_end_kg).toBeGreaterThan(station.water_at_end_kg);
    expect(dry.sealing_saves_kg).toBeGreaterThan(0.05);
  });
});

describe('readLadder', () => {
  it('places temper from the heap’s own rungs', async () => {
    expect(await readLadder(db, heap)).toMatchObject({ points: [], temper_moisture_percent: null });
    await test({ kind: 'moisture', at: at(2), method: 'oven', pan_g: 100, wet_g: 200, dry_g: 197.6 });
    for (let rung = 0; rung < 5; rung++) {
      await log({ kind: 'water', at: at(2, 10 + 10 * rung), kg: 0.16 });
      await test({ kind: 'compactability', at: at(2, 12 + 10 * rung), start_mm: 100, end_mm: 64 - 5 * rung });
      await test({
        kind: 'green-compression',
        at: at(2, 13 + 10 * rung),
        load_kg: 18 - (rung - 2) ** 2,
        diameter_mm: 50.8
      });
    }
    const ladder = await readLadder(db, heap);
    expect(ladder.points).toHaveLength(5);
    expect(
      ladder.points.every((point) => point.strength_kpa !== null && point.compactability_percent !== null)
    ).toBe(true);
    const moistures = ladder.points.map((point) => point.moisture_percent);
    expect([...moistures].sort((a, b) => a - b)).toEqual(moistures);
    expect(ladder.peak!.moisture_percent).toBeCloseTo(moistures[2]!, 0);
    expect(ladder.temper_moisture_percent).toBeGreaterThan(moistures[0]!);
    expect(ladder.temper_moisture_percent).toBeLessThan(moistures[4]!);
    const [low, high] = ladder.temper_interval!;
    expect(low).toBeLessThan(ladder.temper_moisture_percent!);
    expect(high).toBeGreaterThan(ladder.temper_moisture_percent!);
    for (const course of [ladder.strength_kpa!, ladder.compactability_percent!]) {
      expect(course[0]!.moisture_percent).toBeLessThan(moistures[0]!);
      expect(course.at(-1)!.moisture_percent).toBeGreaterThan(moistures[4]!);
      expect(course.every((each) => 0 <= each.low && each.low <= each.value && each.value <= each.high)).toBe(
        true
      );
    }
  });
  it('makes one point of two tests on the same sand, and two of them when a splash lies between', async () => {
    const cylinder = { kind: 'green-compression', load_kg: 16, diameter_mm: 50.8 };
    await test({ kind: 'compactability', at: at(2, 1), start_mm: 100, end_mm: 60 });
    await log({ kind: 'water', at: at(2, 3), kg: 0.2 });
    await test({ ...cylinder, at: at(2, 6) });
    expect((await readLadder(db, heap)).points).toMatchObject([
      { compactability_percent: 40, strength_kpa: null },
      { compactability_percent: null, strength_kpa: expect.any(Number) }
    ]);
    await test({ kind: 'compactability', at: at(2, 8), start_mm: 100, end_mm: 55 });
    const { points } = await readLadder(db, heap);
    expect(points).toHaveLength(2);
    expect(points[1]).toMatchObject({ compactability_percent: 45, strength_kpa: expect.any(Number) });
  });
  it('knows how far today’s ladder was climbed, and how much the next splash is', async () => {
    const now = (minutes: number) => Date.parse(at(2, minutes));
    const { climb } = await readLadder(db, heap, now(0));
    expect(climb).toMatchObject({ rungs: [], next: 'start' });
    const { total_kg } = await readState(db, heap, at(2, 0));
    expect(climb.splash_kg).toBeCloseTo(0.004 * total_kg, 2);
    await test({ kind: 'compactability', at: at(2, 10), start_mm: 100, end_mm: 62 });
    expect((await readLadder(db, heap, now(12))).climb).toMatchObject({
      rungs: [{ compactability_percent: 38, strength_kpa: null }],
      next: 'splash'
    });
    await log({ kind: 'water', at: at(2, 15), kg: 0.12 });
    expect((await readLadder(db, heap, now(16))).climb.next).toBe('test');
    expect((await readLadder(db, heap, now(12 * 60))).climb).toMatchObject({ rungs: [], next: 'start' });
  });
});

describe('tests of every kind', () => {
  it.each<[string, object, object]>([
    ['compactability', { start_mm: 100, end_mm: 56 }, { compactability_percent: 44 }],
    ['green-compression', { load_kg: 18, diameter_mm: 50.8 }, { strength_kpa: expect.closeTo(87.09, 2) }],
    [
      'permeability',
      { air_cm3: 2000, height_cm: 5.08, pressure_g_cm2: 10, area_cm2: 20.268, time_s: 30 },
      { permeability_number: expect.closeTo(100.26, 2) }
    ],
    ['shatter', { kept_g: 120, through_g: 30 }, { shatter_percent: 80 }],
    ['clay-wash', { before_g: 50, after_g: 44.5 }, { loss_percent: 11 }],
    ['ignition', { before_g: 10, after_g: 9.8 }, { loss_percent: 2 }],
    ['methylene-blue', { standards: [{ active_percent: 10, ml: 20 }], ml: 15 }, { active_clay_percent: 7.5 }],
    [
      'sieve',
      {
        sample_g: 100,
        retained: [
          { sieve: '70', grams: 90 },
          { sieve: 'pan', grams: 10 }
        ]
      },
      { fineness_number: 75, fineness_range: [52, 75] }
    ],
    ['hardness', { reading: 80 }, { reading: 80, band: 'good' }]
  ])('%s keeps its readings and gives its result', async (kind, readings, result) => {
    const made = await test({ kind, at: at(3), ...readings });
    expect(await readTest(db, heap, made.id)).toMatchObject({ kind, ...readings, result });
  });
  it('the state says which would tell most, and what was learned of its drying', async () => {
    const state = await readState(db, heap, at(3));
    expect(state.best_next_test).toMatchObject({ kind: expect.any(String), minutes: expect.any(Number) });
    expect(state.best_next_test!.sd_after_kg).toBeLessThan(state.best_next_test!.sd_before_kg);
    expect(state.learned).toMatchObject({ drying_factor: 1, drying_learned: false });
  });
});

describe('a questioned reading', () => {
  it('is named by the state until it is excluded with a reason', async () => {
    await test({ kind: 'moisture', at: at(2), method: 'oven', pan_g: 100, wet_g: 200, dry_g: 197.6 });
    const wild = { kind: 'moisture', at: at(2, 20), method: 'oven', pan_g: 100, wet_g: 200, dry_g: 191 };
    const made = await test(wild);
    const before = await readState(db, heap, at(3));
    expect(before.questioned_tests).toMatchObject([
      { entry_id: made.id, kind: 'moisture', read: 9, unit: '%' }
    ]);
    const excluded = await amendTest(db, heap, made.id, {
      ...wild,
      version: 1,
      excluded_reason: 'the pan was wet'
    } as NewHeapTest);
    expect(excluded).toMatchObject({ excluded_reason: 'the pan was wet', version: 2 });
    const after = await readState(db, heap, at(3));
    expect(after.questioned_tests).toEqual([]);
    // It waited to be confirmed, so that leaving it out changes nothing.
    expect(after.moisture_percent.value).toBeCloseTo(before.moisture_percent.value, 6);
  });
  it('counts once it is confirmed, or once a second reading agrees with it', async () => {
    const wild = { kind: 'moisture', method: 'oven', scale_g: 0.1, pan_g: 100, wet_g: 200, dry_g: 191 };
    const made = await test({ ...wild, at: at(2) });
    const waiting = (await readState(db, heap, at(3))).moisture_percent.value;
    await confirmTest(db, heap, made.id);
    const confirmed = await readState(db, heap, at(3));
    expect(confirmed.questioned_tests).toEqual([]);
    expect(confirmed.moisture_percent.value).toBeGreaterThan(waiting + 2);
    await undoTest(db, heap, made.id);
    await test({ ...wild, at: at(2, 1) });
    await test({ ...wild, at: at(2, 2), dry_g: 190.9 });
    const agreed = await readState(db, heap, at(3));
    expect(agreed.moisture_percent.value).toBeGreaterThan(waiting + 2);
  });
});

describe('readRenewal', () => {
  it('finds what stock and the tap can do for a heap, or what stands in the way', async () => {
    const without = await readRenewal(
      db,
      heap,
      { active_clay_percent: { min: 9, max: 10 } } as never,
      at(1, 5)
    );
    expect(without).toMatchObject({ feasible: false, conflicts: ['active_clay_percent'] });
    await createLot(db, { kind: 'sodium-bentonite', bought_kg: 5, cost: 6 } as never);
    await createLot(db, { kind: 'organoclay', bought_kg: 5 } as never);
    const renewed = await readRenewal(
      db,
      heap,
      { active_clay_percent: { min: 9, max: 10 } } as never,
      at(1, 5)
    );
    if (!renewed.feasible) throw new Error('infeasible');
    expect(renewed.additions.map((each) => each.ingredient)).toEqual(['sodium-bentonite', 'water']);
    expect(renewed.result.active_clay_percent).toBeGreaterThanOrEqual(8.99);
    const clay_kg = renewed.additions[0]!.kg;
    expect(renewed.cost).toEqual({ EUR: expect.closeTo((6 / 5) * clay_kg, 9) });
    expect(renewed.unpriced).toBe(0);
    expect((await readState(db, heap, at(1, 5))).total_kg).toBeCloseTo(40, 0);
  });
  it('holds what nobody priced for as dear as its like, and without any price spares material', async () => {
    // 1.20 a kilogram; what a friend gave is weaker, has no price, and is not taken first for that.
    await createLot(db, { kind: 'sodium-bentonite', bought_kg: 5, cost: 6 } as never);
    const gift = await createLot(db, { kind: 'fire-clay', bought_kg: 5, active_percent: 40 } as never);
    const asked = { active_clay_percent: { min: 9, max: 10 } };
    const renewed = await readRenewal(db, heap, asked as never, at(1, 5));
    if (!renewed.feasible) throw new Error('infeasible');
    expect(renewed).toMatchObject({ least: 'cost', guessed_prices: [gift.name] });
    expect(renewed.additions.map(({ ingredient }) => ingredient)).toEqual(['sodium-bentonite', 'water']);
    const only = await readRenewal(db, heap, { ...asked, lot_ids: [gift.id] } as never, at(1, 5));
    expect(only).toMatchObject({ least: 'material', guessed_prices: [], currencies: [] });
  });
  it('fills the bin that the heap stands in now, and no further', async () => {
    await createLot(db, { kind: 'washed-silica', bought_kg: 60 } as never);
    await createLot(db, { kind: 'sodium-bentonite', bought_kg: 10 } as never);
    const small = { cover: 'lid', exposed_area_m2: 0.1, capacity_kg: 34 };
    await log({ kind: 'moved', at: at(1, 1), container: small });
    const { mass_kg, ...renewed } = await readRenewal(db, heap, {} as never, at(1, 5));
    expect(mass_kg).toEqual({ min: 0.9 * 34, max: 34 });
    if (!renewed.feasible) throw new Error('infeasible');
    expect(renewed.discard_kg).toBeGreaterThan(5);
    expect(renewed.result.total_kg).toBeLessThanOrEqual(34);
    expect(renewed.off_after_rounding).toEqual([]);
    await log({ kind: 'moved', at: at(1, 2), container: { ...small, capacity_kg: 60 } });
    const roomier = await readRenewal(db, heap, {} as never, at(1, 5));
    expect(roomier.mass_kg.max).toBe(60);
    expect(roomier.mass_kg.min).toBeCloseTo(36, 0);
  });
  it('holds the fineness of the heap, not of a batch that was sieved by itself', async () => {
    const sieve = (finer: number) => ({
      kind: 'sieve',
      at: at(1, 3),
      retained: [
        { sieve: '50', grams: 40 - finer },
        { sieve: '100', grams: 40 },
        { sieve: 'pan', grams: finer }
      ]
    });
    const batch = await log({
      kind: 'mixed',
      at: at(1, 2),
      additions: [{ ingredient: 'sand', kg: 5 }]
    });
    const fineness = async () => (await readRenewal(db, heap, {} as never, at(1, 5))).heap_fineness_number;
    await test({ ...sieve(30), batch_entry_id: batch.id });
    expect(await fineness()).toBeNull();
    await test(sieve(4));
    const ofHeap = await fineness();
    expect(ofHeap).toBeGreaterThan(30);
    await test({ ...sieve(30), at: at(1, 4), batch_entry_id: batch.id });
    expect(await fineness()).toBe(ofHeap);
  });
});

describe('logRenewal', () => {
  const head = { at: at(2), zone: 'Europe/London' };
  const water = { ingredient: 'water', kg: 0.4 };
  it('logs what was thrown out and what went in, in that order', async () => {
    const { id, entries } = await logRenewal(db, heap, { ...head, discard_kg: 8, additions: [water] });
    expect(entries.map(({ kind }) => kind)).toEqual(['discarded', 'mixed']);
    expect(id).toBe(entries[1]!.id);
    expect((await readState(db, heap, at(2))).total_kg).toBeCloseTo(32.4, 0);
  });
  it('logs only the step that there was', async () => {
    const only = async (done: object) =>
      (await logRenewal(db, heap, { ...head, discard_kg: 0, additions: [], ...done })).entries;
    expect(await only({ additions: [water] })).toMatchObject([{ kind: 'mixed' }]);
    expect(await only({ discard_kg: 1 })).toMatchObject([{ kind: 'discarded', kg: 1 }]);
  });
  it('logs all of it or nothing', async () => {
    const before = await listEntries(db, heap);
    const lost = { ...water, lot_id: 999 };
    await expect(logRenewal(db, heap, { ...head, discard_kg: 8, additions: [lost] })).rejects.toMatchObject({
      status: 422
    });
    expect(await listEntries(db, heap)).toEqual(before);
  });
});
