import { nowMs } from '$core/time/now';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tickedSteps } from '$core/session/pour-day';
import { castingMass } from '$core/pattern/shrinkage';
import { newHeapTest } from '../testing/moisture-test';
import { temporaryDatabase } from '../testing/temporary-database';
import type { Database } from '../database/database';
import { createFlask } from '../flask/flasks';
import { undoAct, writeAct } from '../heap/acts';
import { readState } from '../heap/heap-state';
import { createHeap } from '../heap/heaps';
import { readLearned } from '../heap/learned';
import { listEntries } from '../heap/ledger';
import { appendEntry } from '../heap/ledger-writing';
import { appendTest } from '../heap/tests';
import { createAlloy, figuresOf, readAlloy } from '../alloy/alloys';
import { createPattern } from '../pattern/patterns';
import { Refusal } from '../refusal';
import { amendSession, createMold, createSession, readSession } from '../session/sessions';
import { markStep } from '../session/steps';
import {
  castingsOfSession,
  createCasting,
  amendCasting,
  removeCasting,
  restoreCasting
} from '../shake-out/castings';
import { diagnoseCasting } from '../shake-out/diagnosis';
import { gatingOf, pourMolds } from './pour-mold';
import { checksForPour, meltsFor, pourMold } from './pours';

const HOUR = 3_600_000;
const ago = (ms: number) => new Date(nowMs() - ms).toISOString();

let db: Database;
let remove: () => Promise<void>;
let heap: number;
let pattern: number;
let session: number;
let mold: number;

beforeAll(async () => {
  ({ db, remove } = await temporaryDatabase());
  heap = (await createHeap(db, { name: 'Gate', system: 'water' })).id;
  await appendEntry(db, heap, {
    kind: 'mixed',
    at: ago(30 * HOUR),
    additions: [
      { ingredient: 'sand', kg: 36 },
      { ingredient: 'binder', kg: 3.6 },
      { ingredient: 'water', kg: 1.3 }
    ]
  } as never); // as a request brings it
  await appendTest(db, heap, newHeapTest(ago(29 * HOUR), 3.4));
  const flask = await createFlask(db, {
    name: 'A',
    length_mm: 300,
    width_mm: 200,
    cope_mm: 90,
    drag_mm: 80,
    cope_kg: 1.5,
    drag_kg: 1.2
  });
  pattern = (
    await createPattern(db, {
      name: 'Latch',
      known_by: 'displacement',
      volume_l: 0.06,
      length_mm: 110,
      width_mm: 45,
      height_mm: 16
    })
  ).id;
  session = (await createSession(db, { at: ago(2 * HOUR), zone: 'Europe/London' })).id;
  mold = (
    await createMold(db, session, {
      backing_heap_id: heap,
      flask_id: flask.id,
      patterns: [{ pattern_id: pattern, count: 2 }],
      metal: 'aluminium'
    })
  ).id;
  await writeAct(db, {
    entries: [
      { heap_id: heap, kind: 'drawn', at: ago(1.5 * HOUR), kg: 15, session_id: session, mold_id: mold }
    ],
    molds: [{ id: mold, state: 'rammed' }]
  });
});
afterAll(() => remove());

const step = (id: string, state: 'done' | 'skipped', why_skipped?: string) =>
  markStep(db, session, {
    id,
    kind: id.split(':').at(-1)!,
    state,
    at: ago(0),
    ...(why_skipped && { why_skipped })
  });
const pour = (over: object = {}) =>
  pourMold(db, session, { mold_id: mold, at: ago(20_000), pour_c: 735, seconds: 5, ...over });
const refused = async (work: Promise<unknown>) => {
  const thrown = await work.catch((error: unknown) => error);
  if (!(thrown instanceof Refusal)) throw new Error('was not refused');
  return thrown.errors.map(({ path }) => path);
};

describe('a pour', () => {
  it('is refused by name of what stands against it, until it is put right or let by with a reason', async () => {
    expect(await refused(pour())).toEqual(
      expect.arrayContaining(['checks.mold-age', 'checks.charge', 'checks.helper', 'checks.ground-dry'])
    );
    await markStep(db, session, {
      id: `${mold}:close`,
      kind: 'close',
      state: 'done',
      at: ago(HOUR),
      mold_id: mold
    });
    for (const { id } of tickedSteps([mold])) await step(id, 'done');
    expect(await refused(pour())).toEqual(['checks.charge']);
    await amendSession(db, session, { melt: { charged_kg: 0.2, melt_c: 740, crucible_l: 1 } });
    expect(await refused(pour())).toEqual(['checks.charge']);
    // A word lets nothing by that is not usual; a reason is kept.
    await step('check:charge', 'skipped', 'ok');
    expect(await refused(pour())).toEqual(['checks.charge']);
    await amendSession(db, session, { melt: { charged_kg: 1.2, melt_c: 740, crucible_l: 1 } });
    expect(await refused(pour({ pour_c: 600 }))).toEqual(['pour_c']);
    const [of] = await pourMolds(db, await readSession(db, session));
    const checks = checksForPour(of!, [of!], await readSession(db, session), nowMs(), 735);
    expect(checks.every(({ level }) => level === 'go')).toBe(true);
  });

  it('plans the melt of its molds: castings, gating, loss and heel', async () => {
    const all = await pourMolds(db, await readSession(db, session));
    const plan = meltsFor(all, { crucible_l: 1, loss_percent: 4, heel_percent: 8 })!;
    const gating = gatingOf(all[0]!)!;
    expect(all[0]!.castings_kg).toBeCloseTo(2 * castingMass(0.06e-3, 'aluminium'), 9);
    expect(plan.charge_kg).toBeCloseTo(((all[0]!.castings_kg + gating.gating_kg) / 0.96) * 1.08, 9);
    expect(plan.melts).toHaveLength(1);
  });

  it('enters burnt sand and steam by the heat of its own mold, and is undone as one', async () => {
    const before = await readState(db, heap, ago(0));
    const made = await pour();
    expect(made.heat.solid_s).toBeGreaterThan(10);
    expect(made.heat.open_s!).toBeGreaterThan(made.heat.solid_s!);
    const after = await readState(db, heap, new Date(nowMs() + 1000).toISOString());
    expect((await readSession(db, session)).molds[0]).toMatchObject({
      state: 'poured',
      poured: { pour_c: 735 }
    });
    expect((await readSession(db, session)).stage).toBe('pour');
    // Dead clay comes from live clay; what left as steam is what the model says.
    const total = (state: typeof before) => state.total_kg + state.out_kg + state.burnt_kg;
    expect(total(before) - total(after)).toBeCloseTo(made.heat.steam_kg, 1);
    // What nothing was learned of yet burns as the model says, not as so many kilograms of metal usually do.
    const [entry] = (await listEntries(db, heap, { kind: 'poured', limit: 1 })).items;
    expect((entry as unknown as { burnt_kg: number }).burnt_kg).toBeCloseTo(made.heat.spent_kg, 5);
    const burn = (await readLearned(db, heap)).items.find(({ of }) => of === 'burn')!;
    expect(burn.source).toBe('handbook');
    expect(await refused(pour())).toEqual([]);
    await undoAct(db, made.act_id);
    // Two devices at once pour it once.
    const both = await Promise.allSettled([pour(), pour()]);
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect((await listEntries(db, heap, { kind: 'poured' })).total).toBe(1);
    const [once] = both.flatMap((each) => (each.status === 'fulfilled' ? [each.value] : []));
    await undoAct(db, once!.act_id);
    expect((await readSession(db, session)).molds[0]).toMatchObject({ state: 'closed', poured: null });
    await pour();
  });

  it('what is weighed out afterwards teaches the heap what its heat burns', async () => {
    const { poured } = (await readSession(db, session)).molds[0]!;
    const factor = async () => (await readLearned(db, heap)).items.find(({ of }) => of === 'burn')!;
    const before = await factor();
    await appendEntry(db, heap, {
      kind: 'returned',
      at: ago(15_000),
      session_id: session,
      mold_id: mold
    } as never); // as above
    await appendEntry(db, heap, {
      kind: 'discarded',
      at: ago(10_000),
      kg: 2 * poured!.heat.spent_kg,
      burnt: true
    } as never); // as above
    const after = await factor();
    expect(after.records).toBe(1);
    expect(after.value).toBeGreaterThan(before.value);
  });
});

describe('what came out', () => {
  it('is judged casting by casting, no more than there were, and taken back', async () => {
    const one = await createCasting(db, {
      mold_id: mold,
      pattern_id: pattern,
      result: 'scrap',
      defects: [{ defect: 'cold-shut', x: 0.4, y: 0.2 }]
    });
    const two = await createCasting(db, { mold_id: mold, pattern_id: pattern, result: 'good', kg: 0.16 });
    expect(await refused(createCasting(db, { mold_id: mold, pattern_id: pattern, result: 'good' }))).toEqual([
      'mold_id'
    ]);
    await removeCasting(db, two.id);
    expect(await castingsOfSession(db, session)).toHaveLength(1);
    // Its place was taken meanwhile.
    const third = await createCasting(db, { mold_id: mold, pattern_id: pattern, result: 'good' });
    expect(await refused(restoreCasting(db, two.id))).toEqual(['mold_id']);
    await removeCasting(db, third.id);
    await restoreCasting(db, two.id);
    const { items } = await diagnoseCasting(db, one.id);
    expect(items[0]!.diagnosis.suspects.map(({ cause }) => cause)).toContain('cold-metal');
    // Nobody broke the stream, and that speaks against it.
    expect(
      items[0]!.diagnosis.suspects.find(({ cause }) => cause === 'interrupted')!.speaks_against[0]!.sign
    ).toBe('stream-broke');
    await amendCasting(db, one.id, { cause: 'cold-metal' });
    const again = await diagnoseCasting(db, one.id);
    expect(again.items[0]!.history['cold-metal']).toEqual({
      castings: 1,
      scrapped: 1,
      after: 1,
      after_good: 1
    });
  });
});

describe('an alloy of one’s own', () => {
  it('is like another but for what is known better', async () => {
    const { id } = await createAlloy(db, {
      name: 'Shed bronze',
      based_on: 'tin-bronze',
      liquidus_c: 1020,
      pour_low_c: 1120,
      solid_kg_l: 8.6,
      loss_percent: 7,
      parts: [
        { name: 'copper', percent: 90, melts_c: 1085 },
        { name: 'tin', percent: 10, melts_c: 232 }
      ]
    });
    const figures = figuresOf('tin-bronze', await readAlloy(db, id));
    expect(figures).toMatchObject({
      name: 'Shed bronze',
      liquidus_c: 1020,
      solidus_c: 850,
      solid_kg_m3: 8600
    });
    expect(figures.pour_range_c).toEqual([1120, 1190]);
    expect(figures.loss).toEqual([0.07, 0.07]);
    expect(figures.liquid_kg_m3 / 8600).toBeCloseTo(8.1 / 8.78, 12);
    expect(await refused(createAlloy(db, { name: 'shed BRONZE', based_on: 'copper' }))).toEqual(['name']);
  });
});
