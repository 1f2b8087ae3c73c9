import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newMold, newSession } from '$lib/schema/session';
import { newTrial, trialToSize, type NewTrial } from '$lib/schema/trial';
import { check } from '$lib/schema/validate';
import { accepted } from '../demo/accepted';
import { demoDatabase } from '../demo/demo-database';
import { amendMold, createMold, createSession } from '../session/sessions';
import { markStep } from '../session/steps';
import { amendCasting, createCasting } from '../shake-out/castings';
import { newCasting } from '$lib/schema/pour';
import type { Temporary } from '../testing/temporary-database';
import { faultsOfLate, gradesOfLate } from './own-scatter';
import {
  leaveMold,
  moldsToTake,
  noteResult,
  openTrials,
  takeMold,
  trialOfMold,
  waysOfMolds
} from './trial-molds';
import { amendTrial, createTrial, listTrials, readTrial, removeTrial, restoreTrial } from './trials';

let of: Temporary;
let day: number;
beforeAll(async () => {
  of = await demoDatabase('2026-11-20');
  day = (
    await createSession(
      of.db,
      accepted(newSession, { at: '2026-11-20T10:00:00Z', zone: 'UTC', stage: 'mold' })
    )
  ).id;
});
afterAll(() => of.remove());

const asked = (name: string, rest: Partial<NewTrial> = {}): NewTrial =>
  accepted(newTrial, {
    name,
    heap_id: 1,
    as_now: 'As it is',
    otherwise: 'With 1 % wood flour',
    outcome: 'fault',
    defect: 'burn-on',
    better: 'lower',
    worth: 40,
    scatter: 50,
    pairs: 5,
    ...rest
  });
const mold = async (rest: object = {}) =>
  (
    await createMold(
      of.db,
      day,
      accepted(newMold, { backing_heap_id: 1, patterns: [{ pattern_id: 1, count: 1 }], ...rest })
    )
  ).id;
/** Heads first: the new way comes first in every pair. */
const heads = () => true;

describe('a trial', () => {
  it('deals its ways out by the lot, and takes molds in the order in which they come', async () => {
    const { db } = of;
    const { id, lot, next } = await createTrial(db, asked('Wood flour?'), heads);
    expect(lot).toEqual(Array.from({ length: 5 }, () => ['otherwise', 'as-now']).flat());
    expect(next).toEqual({ place: 0, way: 'otherwise' });
    const [a, b] = [await mold(), await mold()];
    await takeMold(db, id, a);
    const two = await takeMold(db, id, b);
    expect(two.places.slice(0, 3).map(({ way, mold: has }) => [way, has?.id ?? null])).toEqual([
      ['otherwise', a],
      ['as-now', b],
      ['otherwise', null]
    ]);
    const row = (await db.tables.molds.findByPk(a))!;
    expect(await trialOfMold(db, row)).toMatchObject({ does: 'With 1 % wood flour' });
    // The same mold is not taken twice, nor into another trial.
    await expect(takeMold(db, id, a)).rejects.toMatchObject({ errors: [{ path: 'mold_id' }] });
    const other = await createTrial(db, asked('Another?'), heads);
    await expect(takeMold(db, other.id, a)).rejects.toThrow(/already/);
    await removeTrial(db, other.id);
    await removeTrial(db, id);
  });

  it('gives the place of a mold that broke, left or went to the next', async () => {
    const { db } = of;
    const { id } = await createTrial(db, asked('Places?'), heads);
    const [a, b, c] = [await mold(), await mold(), await mold()];
    await takeMold(db, id, a);
    await takeMold(db, id, b);
    await amendMold(db, day, a, { state: 'broken', broken_because: 'dropped' });
    expect((await readTrial(db, id)).next).toEqual({ place: 0, way: 'otherwise' });
    expect((await takeMold(db, id, c)).places[0]!.mold!.id).toBe(c);
    const left = await leaveMold(db, id, b);
    expect(left.places[1]!.mold).toBeNull();
    expect(left.next).toEqual({ place: 1, way: 'as-now' });
    await removeTrial(db, id);
  });

  it('takes no mold that is rammed, of another heap, or once it was ended; and lets none go that was poured', async () => {
    const { db } = of;
    const { id, version } = await createTrial(db, asked('Closed doors?'), heads);
    const rammed = await mold({ state: 'rammed' });
    await expect(takeMold(db, id, rammed)).rejects.toThrow(/lot comes before the ramming/);
    const begun = await mold();
    await markStep(db, day, {
      id: `${begun}:board-drag`,
      kind: 'board-drag',
      state: 'done',
      at: '2026-11-20T10:00:00Z',
      mold_id: begun
    });
    await expect(takeMold(db, id, begun)).rejects.toThrow(/before the first step/);
    expect(await trialOfMold(db, (await db.tables.molds.findByPk(begun))!)).toBeNull();
    const elsewhere = await mold({ backing_heap_id: 2 });
    await expect(takeMold(db, id, elsewhere)).rejects.toThrow(/another heap/);
    await expect(takeMold(db, id, 99_999)).rejects.toThrow(/no mold/);
    const a = await mold();
    await takeMold(db, id, a);
    await db.tables.molds.update({ state: 'poured' }, { where: { id: a } });
    await expect(leaveMold(db, id, a)).rejects.toThrow(/it counts/);
    const ended = await amendTrial(db, id, { ended: true });
    expect(ended.ended_at).not.toBeNull();
    await expect(takeMold(db, id, await mold())).rejects.toThrow(/finds no place/);
    await expect(amendTrial(db, id, { name: 'Late', version })).rejects.toMatchObject({ status: 409 });
    expect((await amendTrial(db, id, { ended: false })).next).not.toBeNull();
    await removeTrial(db, id);
    await expect(readTrial(db, id)).rejects.toMatchObject({ status: 404 });
    expect((await restoreTrial(db, id)).id).toBe(id);
    await removeTrial(db, id);
  });

  it('answers by the faults of castings, and by nothing while a mold of the pair is not judged', async () => {
    const { db } = of;
    const { id } = await createTrial(db, asked('Faults?'), heads);
    const came = async (faulty: boolean) => {
      const mold_id = await mold();
      await takeMold(db, id, mold_id);
      await db.tables.molds.update({ state: 'shaken-out' }, { where: { id: mold_id } });
      await createCasting(
        db,
        accepted(newCasting, {
          mold_id,
          pattern_id: 1,
          result: faulty ? 'usable' : 'good',
          defects: faulty ? [{ defect: 'burn-on' }] : [{ defect: 'flash' }]
        })
      );
    };
    await came(false);
    expect((await readTrial(db, id)).answer).toMatchObject({ pairs: 0, gain: null });
    await came(true);
    expect((await readTrial(db, id)).answer).toMatchObject({ pairs: 1, gain: 100, by_chance: 0.5 });
    for (let pair = 0; pair < 4; pair++) {
      await came(false);
      await came(true);
    }
    const { answer, next } = await readTrial(db, id);
    expect(answer).toMatchObject({ pairs: 5, gain: 100, by_chance: 1 / 32, says: 'yes' });
    expect(next).toBeNull();
    await expect(noteResult(db, id, (await readTrial(db, id)).molds[0]!.mold_id, 3)).rejects.toThrow(
      /castings/
    );
    await removeTrial(db, id);
  });

  it('knows percent of molds as the share that they are, and counts molds, not castings', async () => {
    const { db } = of;
    const { id } = await createTrial(db, asked('Percent?', { worth: 20 }), heads);
    const before = (await faultsOfLate(db)).with['burn-on'] ?? 0;
    for (let n = 0; n < 10; n++) {
      const mold_id = await mold({ patterns: [{ pattern_id: 1, count: 2 }] });
      await takeMold(db, id, mold_id);
      await db.tables.molds.update({ state: 'shaken-out' }, { where: { id: mold_id } });
      const defects = n === 0 ? [{ defect: 'burn-on' }] : [];
      for (const result of ['good', 'good'])
        await createCasting(db, accepted(newCasting, { mold_id, pattern_id: 1, result, defects }));
    }
    expect((await faultsOfLate(db)).with['burn-on']).toBe(before + 1);
    // One lost of five: (0.5 − 1.5)/7 ± 1.6449 · √(2 − 1/7)/7, between −46 and 18 of 100 molds: less than 20.
    const { answer } = await readTrial(db, id);
    expect(answer.low).toBeCloseTo(-46.3, 1);
    expect(answer.high).toBeCloseTo(17.7, 1);
    expect(answer).toMatchObject({ gain: -20, says: 'no' });
    await removeTrial(db, id);
    const closer = await createTrial(db, asked('Closer?', { worth: 17 }), heads);
    await db.tables.trials.update(
      { molds: (await db.tables.trials.findByPk(id))!.molds },
      { where: { id: closer.id } }
    );
    expect((await readTrial(db, closer.id)).answer.says).toBe('not-told');
    await removeTrial(db, closer.id);
  });

  it('calls a mold clean once all of its castings are judged, and faulty by the first', async () => {
    const { db } = of;
    const { id } = await createTrial(db, asked('Half judged?'), heads);
    const mold_id = await mold({ patterns: [{ pattern_id: 1, count: 3 }] });
    await takeMold(db, id, mold_id);
    await db.tables.molds.update({ state: 'shaken-out' }, { where: { id: mold_id } });
    const judge = (defects: object[]) =>
      createCasting(db, accepted(newCasting, { mold_id, pattern_id: 1, result: 'good', defects }));
    const result = async () => (await readTrial(db, id)).places[0]!.result;
    await judge([]);
    expect(await result()).toBeNull();
    await judge([]);
    const last = await judge([]);
    expect(await result()).toBe(0);
    await amendCasting(db, last.id, { defects: [{ defect: 'burn-on' }] });
    expect(await result()).toBe(1);
    await removeTrial(db, id);
  });

  it('of grades takes 1 to 5 of molds that were poured', async () => {
    const { db } = of;
    const grades = { outcome: 'grade', better: 'higher', worth: 1, scatter: 0.8, defect: null } as const;
    const { id } = await createTrial(db, asked('Grades?', grades), heads);
    const a = await mold();
    await takeMold(db, id, a);
    await expect(noteResult(db, id, a, 4)).rejects.toThrow(/not poured/);
    await db.tables.molds.update({ state: 'poured' }, { where: { id: a } });
    await expect(noteResult(db, id, a, 4.5)).rejects.toThrow(/1 to 5/);
    expect((await noteResult(db, id, a, 4)).places[0]!.result).toBe(4);
    expect((await noteResult(db, id, a, null)).places[0]!.result).toBeNull();
    await removeTrial(db, id);
  });

  it('of the demo is in six pairs of eight, and goes on', async () => {
    const { db } = of;
    const [trial] = await listTrials(db);
    expect(trial!.answer).toMatchObject({ pairs: 6, gain: 1, by_chance: 1 / 32, says: 'go-on' });
    expect(trial!.next!.place).toBe(12);
    expect((await openTrials(db, [1])).map(({ name }) => name)).toEqual([trial!.name]);
    expect(await openTrials(db, [2])).toEqual([]);
    const [one, two] = trial!.molds;
    const ways = await waysOfMolds(db, [one!.mold_id, two!.mold_id]);
    expect(Object.values(ways).sort()).toEqual(['Sprue pin of 10 mm', 'Sprue pin of 8 mm']);
    expect((await moldsToTake(db, trial!)).length).toBeGreaterThan(0);
    const counted = await faultsOfLate(db);
    expect(counted.molds).toBeGreaterThan(20);
    expect(counted.with['cold-shut']).toBeGreaterThan(0);
    // Of 3 2 3 3 2 3 and 4 3 3 4 4 4: sums of squares 4/3 each, over 12 − 2.
    const graded = await gradesOfLate(db);
    expect(graded!.molds).toBe(12);
    expect(graded!.sd).toBeCloseTo(Math.sqrt((4 / 3 + 4 / 3) / 10), 10);
  });
});

describe('a question', () => {
  const wrong = (schema: typeof newTrial | typeof trialToSize, body: object) => {
    const checked = check(schema, body);
    return checked.ok ? null : checked.errors[0];
  };
  const size = { outcome: 'fault', better: 'lower', worth: 30, scatter: 50 };
  it.each([
    [{ ...size, better: 'higher' }, 'better'],
    [{ ...size, worth: 60 }, 'worth'],
    [{ ...size, scatter: 120 }, 'scatter'],
    [{ ...size, worth: 0 }, 'worth'],
    [{ outcome: 'grade', better: 'higher', worth: 5, scatter: 1 }, 'worth'],
    [{ outcome: 'luck', better: 'higher', worth: 5, scatter: 1 }, 'outcome']
  ])('%j is refused at %s', (body, path) => expect(wrong(trialToSize, body)?.path).toBe(path));
  it('of a fault says which', () => {
    const body = { ...size, name: 'x y', as_now: 'a', otherwise: 'b', pairs: 6 };
    expect(wrong(newTrial, body)?.path).toBe('defect');
    expect(wrong(newTrial, { ...body, defect: 'scab' })).toBeNull();
    expect(wrong(newTrial, { ...body, defect: 'scab', pairs: 17 })?.path).toBe('pairs');
  });
});
