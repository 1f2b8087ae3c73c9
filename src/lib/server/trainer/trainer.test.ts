import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sandQuestion } from '$core/trainer/sand-question';
import { createMember } from '../member/members';
import { temporaryDatabase } from '../testing/temporary-database';
import { answer, nextQuestion, trainerRecord } from './trainer';

let shed: Awaited<ReturnType<typeof temporaryDatabase>>;
beforeAll(async () => void (shed = await temporaryDatabase()));
afterAll(() => shed.remove());

describe('the trainer', () => {
  it('asks, is answered, tells the truth, and gets harder for who is right', async () => {
    const { db } = shed;
    const { id } = await createMember(db, { name: 'Ottla' });
    const asked = new Set<string>();
    for (let i = 0; i < 14; i++) {
      const { card, level, seed } = await nextQuestion(db, 'sand', id);
      asked.add(card);
      const [, fault] = card.split(':');
      const truth = sandQuestion(fault as 'dry', level, seed);
      const grade = Math.min(5, Math.max(1, Math.round(truth.grade)));
      const told = await answer(db, { card, level, seed, member: id, grade, remedy: truth.remedy });
      expect(told).toMatchObject({ right: true, truth: { fault } });
      expect(Date.parse(told.due)).toBeGreaterThan(Date.parse(told.at));
    }
    expect(asked.size).toBe(7);
    const record = await trainerRecord(db, id);
    expect(record).toMatchObject({ answers: 14, right: 14 });
    expect(record.level.sand).toBeGreaterThan(1);
    expect(Math.abs(record.hand!.bias)).toBeLessThan(0.3);
    // Nobody else's.
    expect(await trainerRecord(db, null)).toMatchObject({ answers: 0, hand: null, course: [] });
  });
  it('a hand that says everything a grade too wet is told so', async () => {
    const { db } = shed;
    const { id } = await createMember(db, { name: 'Bram' });
    for (let i = 0; i < 30; i++) {
      const fault = (['short', 'temper', 'soft'] as const)[i % 3]!;
      const { grade } = sandQuestion(fault, 2, i);
      await answer(db, {
        card: `sand:${fault}`,
        level: 2,
        seed: i,
        member: id,
        grade: Math.min(5, Math.max(1, Math.round(grade + 0.7))),
        remedy: 'nothing'
      });
    }
    const { hand, course } = await trainerRecord(db, id);
    expect(Math.abs(hand!.bias - 0.7)).toBeLessThan(0.25);
    expect(course.length).toBeGreaterThan(2);
  });
  it('molds and words are judged by what they are', async () => {
    const { db } = shed;
    expect((await answer(db, { card: 'mold:no-trap', level: 1, seed: 3, fault: 'no-trap' })).right).toBe(
      true
    );
    expect((await answer(db, { card: 'mold:no-trap', level: 1, seed: 3, fault: 'sound' })).right).toBe(false);
    expect((await answer(db, { card: 'word:defect:misrun', level: 1, seed: 3, word: 'misrun' })).right).toBe(
      true
    );
    expect((await nextQuestion(db, 'word', null)).card).toMatch(/^word:/);
  });
  it('an answer that waited for the server counts from when it was given', async () => {
    const { db } = shed;
    const at = '2026-01-05T19:00:00.000Z';
    const told = await answer(db, {
      card: 'mold:margin',
      level: 1,
      seed: 9,
      fault: 'margin',
      at: '2026-01-05T20:00:00+01:00'
    });
    expect(told.at).toBe(at);
    expect(Date.parse(told.due)).toBeGreaterThan(Date.parse(at));
    expect(Date.parse(told.due)).toBeLessThan(Date.parse(at) + 60 * 864e5);
  });
  it('refuses what is no card, or no answer to it', async () => {
    const { db } = shed;
    await expect(
      answer(db, { card: 'sand:purple', level: 1, seed: 1, grade: 3, remedy: 'water' })
    ).rejects.toThrow();
    await expect(answer(db, { card: 'sand:dry', level: 1, seed: 1, grade: 3 })).rejects.toMatchObject({
      errors: [{ path: 'remedy' }]
    });
    await expect(answer(db, { card: 'mold:margin', level: 1, seed: 1 })).rejects.toMatchObject({
      errors: [{ path: 'fault' }]
    });
    await expect(
      answer(db, { card: 'sand:dry', level: 1, seed: 1, grade: 3, remedy: 'water', member: 99 })
    ).rejects.toThrow();
  });
});
