import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { nowMs } from '$core/time/now';
import { readPicture } from '$core/freeze/picture';
import { freezeQuestion, type FreezeQuestion } from '$lib/schema/freeze';
import { check } from '$lib/schema/validate';
import type { Database } from '../database/database';
import { createFlask } from '../flask/flasks';
import { createHeap } from '../heap/heaps';
import { appendEntry } from '../heap/ledger-writing';
import { createPattern } from '../pattern/patterns';
import { createMold, createSession, readSession } from '../session/sessions';
import { temporaryDatabase } from '../testing/temporary-database';
import { readFreezing } from './freeze-answer';
import { pourMolds } from './pour-mold';
import { heatOfMold } from './mold-heat';

const body = {
  body: { shape: 'box', length_mm: 60, width_mm: 60, height_mm: 50 },
  metal: 'aluminium',
  pour_c: 700,
  flask: { length_mm: 250, width_mm: 200, cope_mm: 90, drag_mm: 80 },
  sand_moisture_percent: 3.5,
  binder: 'sodium-bentonite',
  cells: 8000
} as const;
const asked = (question: object): FreezeQuestion => {
  const checked = check(freezeQuestion, question);
  if (!checked.ok) throw new Error(checked.errors.map(({ path, message }) => `${path} ${message}`).join());
  return checked.value;
};
const wrong = (question: object): string[] => {
  const checked = check(freezeQuestion, question);
  return checked.ok ? [] : checked.errors.map(({ path }) => path);
};

let db: Database;
let remove: () => Promise<void>;
let session: number;
let mold: number;
beforeAll(async () => {
  ({ db, remove } = await temporaryDatabase());
  const heap = (await createHeap(db, { name: 'Gate', system: 'water' })).id;
  const at = new Date(nowMs() - 5 * 3_600_000).toISOString();
  await appendEntry(db, heap, {
    kind: 'bought',
    at,
    kg: 40,
    moisture_percent: 3.3,
    active_clay_percent: 8
  } as never); // as a request brings it
  const flask = await createFlask(db, { name: 'A', length_mm: 300, width_mm: 220, cope_mm: 90, drag_mm: 80 });
  const pattern = await createPattern(db, {
    name: 'Door weight',
    known_by: 'solids',
    length_mm: 70,
    width_mm: 60,
    height_mm: 50,
    solids: [{ shape: 'box', length_mm: 70, width_mm: 60, height_mm: 50 }]
  } as never); // as a request brings it
  session = (await createSession(db, { at, zone: 'Europe/London' })).id;
  mold = (
    await createMold(db, session, {
      backing_heap_id: heap,
      flask_id: flask.id,
      patterns: [{ pattern_id: pattern.id, count: 1 }],
      metal: 'aluminium'
    })
  ).id;
});
afterAll(() => remove());

describe('how a mold freezes, as it is answered', () => {
  it('a block of one’s own is fed by its riser, opens after all of it is solid, and loses no heat', async () => {
    const answer = await readFreezing(db, asked(body));
    expect(answer).toMatchObject({ in_three_dimensions: true, last: 'riser', hot_spots: [], misrun: [] });
    expect(answer.riser).toMatchObject({ feeds: true, is: 'feeds' });
    expect(answer.open_s!).toBeGreaterThanOrEqual(answer.likely_s!);
    expect(answer.likely_s!).toBeGreaterThan(answer.all_solid_s!);
    expect(answer.energy_error!).toBeLessThan(0.005);
    expect(answer.cells).toBeLessThanOrEqual(8000);
    expect(answer.picture).toBeUndefined();
  });
  it('without a riser says where and how much goes missing', async () => {
    const answer = await readFreezing(db, asked({ ...body, riser_mm: 0, picture: true }));
    expect(answer.riser).toMatchObject({ feeds: null, is: 'none', says: 'Nothing feeds the last of it' });
    const [spot] = answer.hot_spots;
    expect(spot!.hollow_cm3).toBeCloseTo(0.055 * spot!.cut_off_cm3, 9);
    const picture = readPicture(answer.picture!);
    expect(picture.holds).toHaveLength(answer.cells);
    const last = picture.solid_s.reduce((most, s) => (Number.isFinite(s) && s > most ? s : most), 0);
    expect(Math.abs(last / answer.all_solid_s! - 1)).toBeLessThan(0.01);
  });
  it('refuses what cannot be, at its field', async () => {
    expect(wrong({})).toEqual(['mold_id']);
    expect(wrong({ ...body, metal: undefined })).toEqual(['metal']);
    expect(wrong({ ...body, pour_c: 600 })).toEqual(['pour_c']);
    expect(wrong({ mold_id: 1, cells: 9000 })).toEqual(['cells']);
    expect(wrong({ ...body, cells: 10 })).toEqual(['cells']);
    const refused = (question: object) =>
      readFreezing(db, asked(question)).catch((thrown: { status: number; errors: { path: string }[] }) => [
        thrown.status,
        thrown.errors[0]?.path
      ]);
    expect(await refused({ ...body, flask: { ...body.flask, length_mm: 70 } })).toEqual([422, 'flask']);
    expect(await refused({ ...body, above_mm: 60 })).toEqual([422, 'above_mm']);
    expect(await refused({ ...body, body: { ...body.body, height_mm: 160 }, above_mm: 120 })).toEqual([
      422,
      'above_mm'
    ]);
    expect(await refused({ mold_id: 999 })).toEqual([404, undefined]);
    expect(await refused({ mold_id: mold, pour_c: 580 })).toEqual([422, 'pour_c']);
  });
  it('of a mold tells what its pour will write down, and what another riser would do', async () => {
    const [of] = await pourMolds(db, await readSession(db, session));
    const answer = await readFreezing(db, asked({ mold_id: mold, pour_c: 720 }));
    const pour = (await heatOfMold(db, of!, { pour_c: 720 }))!.after;
    expect([answer.all_solid_s, answer.likely_s, answer.open_s, answer.by_hand_s]).toEqual([
      pour.solid_s,
      pour.likely_s,
      pour.open_s,
      pour.by_hand_s
    ]);
    expect(answer.burnt_kg).toBe(pour.spent_kg);
    expect(answer.parts.find(({ part }) => part === 'casting')!.known).toBe('solid');
    const bare = await readFreezing(db, asked({ mold_id: mold, pour_c: 720, riser_mm: 0 }));
    expect(bare.hot_spots.length).toBeGreaterThan(0);
    expect(bare.parts.some(({ part }) => part === 'riser')).toBe(false);
  });
  it('of a mold tells what a chill at its last place would do, and the other end of a casting', async () => {
    const of = { mold_id: mold, pour_c: 720, riser_mm: 0 };
    const bare = await readFreezing(db, asked(of));
    const { casting, chill } = bare.hot_spots[0]!;
    const chills = [{ casting, ...chill, across_mm: 40, thick_mm: 20 }];
    const chilled = await readFreezing(db, asked({ ...of, chills }));
    const solid = (answer: typeof bare) => answer.parts.find(({ part }) => part === 'casting')!.solid_s!;
    expect(solid(chilled)).toBeLessThan(0.95 * solid(bare));
    const refused = (wrong: object) =>
      expect(readFreezing(db, asked({ ...of, chills: [{ ...chills[0]!, ...wrong }] }))).rejects.toMatchObject(
        {
          status: 422
        }
      );
    // No casting of it; and one that would lie on the board.
    await refused({ casting: 7 });
    await refused({ thick_mm: 60 });
    // What was tried is nowhere kept.
    expect(await readFreezing(db, asked(of))).toEqual(bare);
    // A block is alike at both ends: the other end freezes as this one did.
    const turned = await readFreezing(db, asked({ ...of, turned: 0 }));
    expect(Math.abs(solid(turned) / solid(bare) - 1)).toBeLessThan(0.02);
    await expect(readFreezing(db, asked({ ...of, turned: 9 }))).rejects.toMatchObject({ status: 422 });
  });
  it('chills and the other end belong to a mold, and a chill has a place and a size', () => {
    const own = { casting: 0, x_mm: 0, y_mm: 0, half: 'drag', across_mm: 25, thick_mm: 12 };
    expect(wrong({ mold_id: 1, chills: [own] })).toEqual([]);
    expect(wrong({ mold_id: 1, chills: [{ ...own, half: 'side' }] })).toEqual(['chills[0].half']);
    expect(wrong({ mold_id: 1, chills: [{ ...own, across_mm: 0 }] })).toEqual(['chills[0].across_mm']);
    expect(wrong({ mold_id: 1, chills: Array(9).fill(own) })).toEqual(['chills']);
  });
  it('a mold without a flask is not frozen', async () => {
    const bare = await createMold(db, session, {
      backing_heap_id: (await readSession(db, session)).molds[0]!.backing_heap_id!,
      metal: 'aluminium'
    } as never); // a mold may be without
    await expect(readFreezing(db, asked({ mold_id: bare.id }))).rejects.toMatchObject({
      status: 422
    });
  });
});
