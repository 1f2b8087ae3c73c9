import { nowIso, nowMs } from '$core/time/now';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { undoEntry, restoreEntry } from '../heap/acts';
import { amendHeap, createHeap, removeHeap, restoreHeap } from '../heap/heaps';
import { amendMold, amendSession, readSession, removeSession, restoreSession } from '../session/sessions';
import { amendPattern, removePattern, restorePattern } from '../pattern/patterns';
import { amendCasting } from '../shake-out/castings';
import type { NewEntry } from '$lib/schema/entry';
import { askedTimes } from '../day/asked-days';
import { shedZone } from '../day/shed-zone';
import { demoDatabase } from '../demo/demo-database';
import { appendEntry } from '../heap/ledger-writing';
import { temporaryDatabase } from '../testing/temporary-database';
import { journalCsv, matching, searchJournal } from './journal';

let shed: Awaited<ReturnType<typeof demoDatabase>>;
beforeAll(async () => {
  shed = await demoDatabase();
});
afterAll(() => shed.remove());
const total = async (filter: Parameters<typeof searchJournal>[1]) =>
  (await searchJournal(shed.db, filter, { limit: 1 })).total;

describe('the journal', () => {
  it('holds a line for each thing that stands, the latest first', async () => {
    const { db } = shed;
    const entries = await db.tables.entries.count({ where: { undone_at: null } });
    const sessions = await db.tables.sessions.count({ where: { removed_at: null } });
    const castings = await db.tables.castings.count({ where: { removed_at: null } });
    const patterns = await db.tables.patterns.count({ where: { removed_at: null } });
    expect(await total({})).toBe(entries + sessions + castings + patterns);
    const { items } = await searchJournal(db, {}, { limit: 200 });
    const times = items.map(({ at }) => at);
    expect(times).toEqual([...times].sort().reverse());
    // Page after page is the whole, nothing twice.
    const second = await searchJournal(db, {}, { limit: 100, offset: 100 });
    expect(second.items).toEqual(items.slice(100, 200));
  });

  it('finds words of notes, patterns, defects, heaps and kinds, by how they begin and whatever their accents', async () => {
    const { db } = shed;
    const found = async (words: string) => (await searchJournal(db, { words }, { limit: 500 })).items;
    expect((await found('cold shut')).map(({ kind }) => kind)).toContain('casting');
    expect((await found('misr')).some((item) => item.kind === 'casting')).toBe(true);
    expect((await found('gate latches')).some((item) => item.kind === 'session')).toBe(true);
    for (const item of await found('squeeze')) expect(JSON.stringify(item)).toMatch(/squeez/i);
    expect(await total({ words: 'squeeze', kind: 'test' })).toBeGreaterThan(20);
    expect(await total({ words: 'Plot 9' })).toBeGreaterThan(0);
    expect(await total({ words: 'nothing-like-it' })).toBe(0);
    for (const odd of ['"', '*', '" OR 1=1 --', 'NEAR(', '()', '-', 'a:b', '%_\\'])
      expect(await total({ words: odd })).toBeLessThan(await total({}));
  });

  it('a day that is asked for is the whole of it where the shed is, on its page as in its table', async () => {
    const { db, remove } = await temporaryDatabase();
    const { id } = await createHeap(db, { name: 'Quay', system: 'water', zone: 'America/Los_Angeles' });
    // Late in the evening of the first of June there.
    await appendEntry(db, id, { kind: 'noted', at: '2026-06-02T05:30:00Z', note: 'late' } as NewEntry);
    const on = async (day: string, zone?: string) => {
      const filter = await askedTimes(db, { from: day, to: day, zone });
      const lines: string[] = [];
      for await (const line of journalCsv(db, filter)) lines.push(line);
      const { total } = await searchJournal(db, filter);
      expect(lines).toHaveLength(total + 1);
      return total;
    };
    expect([await on('2026-06-01'), await on('2026-06-02')]).toEqual([1, 0]);
    expect([await on('2026-06-01', 'UTC'), await on('2026-06-02', 'UTC')]).toEqual([0, 1]);
    expect(await shedZone(db)).toBe('America/Los_Angeles');
    await remove();
  });

  it('filters by kind, heap, casting day, time and photo', async () => {
    const { db } = shed;
    const { items } = await searchJournal(db, { heap_id: 2 }, { limit: 500 });
    expect(items.length).toBeGreaterThan(5);
    expect(items.every((item) => 'entry' in item && item.entry.heap_id === 2)).toBe(true);
    const day = (await searchJournal(db, { kind: 'session' }, { limit: 3 })).items[1]!;
    const of_day = day.kind === 'session' ? day.session.id : 0;
    for (const item of (await searchJournal(db, { session_id: of_day, kind: 'casting' })).items)
      expect(item.kind === 'casting' && item.casting.session_id).toBe(of_day);
    const [from, to] = [new Date(nowMs() - 100 * 864e5).toISOString(), nowIso()];
    for (const { at } of (await searchJournal(db, { from, to }, { limit: 500 })).items)
      expect(at >= from && at <= to).toBe(true);
    const photos = (await searchJournal(db, { photo: true }, { limit: 50 })).items;
    expect(photos.map(({ kind }) => kind).sort()).toEqual([
      ...Array<string>(5).fill('casting'),
      'pattern',
      'pattern'
    ]);
  });

  it('has the patterns as they came, with their photo, under the name that they have now', async () => {
    const { db } = shed;
    const { items } = await searchJournal(db, { kind: 'pattern' }, { limit: 50 });
    expect(items).toHaveLength(await db.tables.patterns.count({ where: { removed_at: null } }));
    const first = items.find((item) => item.kind === 'pattern' && item.pattern.photo_hash === null);
    if (first?.kind !== 'pattern') throw new Error('no pattern');
    const { id, name } = first.pattern;
    await amendPattern(db, id, { name: 'Harbour cleat', note: 'pear wood' });
    expect((await searchJournal(db, { words: 'pear wood' })).items).toEqual([
      { ...first, pattern: { ...first.pattern, name: 'Harbour cleat', note: 'pear wood' } }
    ]);
    expect(await total({ words: name, kind: 'pattern' })).toBe(0);
    const photo_hash = 'a'.repeat(64);
    await db.tables.files.create({ hash: photo_hash, media: 'image/jpeg', bytes: 9, created_at: first.at });
    await db.tables.patterns.update({ photo_hash }, { where: { id } });
    expect(await total({ photo: true })).toBe(8);
    await removePattern(db, id);
    expect(await total({ kind: 'pattern' })).toBe(items.length - 1);
    await restorePattern(db, id);
    await db.tables.patterns.update({ photo_hash: null }, { where: { id } });
    expect(await total({ kind: 'pattern' })).toBe(items.length);
  });

  it('leaves out the lines of a heap that was taken off the bench, until it is back', async () => {
    const { db } = shed;
    const [all, of_it] = [await total({}), await total({ heap_id: 3 })];
    expect(of_it).toBeGreaterThan(5);
    await removeHeap(db, 3);
    expect(await total({})).toBe(all - of_it);
    expect(await total({ words: 'Plot 9', heap_id: 3 })).toBe(0);
    await restoreHeap(db, 3);
    expect(await total({})).toBe(all);
  });

  it('follows what is struck out, put back, amended, renamed and taken off', async () => {
    const { db } = shed;
    const before = await total({});
    const first =
      (await searchJournal(db, { kind: 'note' })).items[0] ??
      (await searchJournal(db, { kind: 'entry' })).items[0]!;
    if (!('entry' in first)) throw new Error('no entry');
    const { heap_id, id } = first.entry;
    await undoEntry(db, heap_id, id);
    expect(await total({})).toBeLessThan(before);
    await restoreEntry(db, heap_id, id);
    expect(await total({})).toBe(before);
    await amendHeap(db, 2, { name: 'Quillwort bin' });
    expect(await total({ words: 'quillwort' })).toBe(await total({ heap_id: 2 }));
    expect(await total({ words: 'dial sand', heap_id: 2 })).toBeLessThan(await total({ heap_id: 2 }));
    await amendSession(db, 1, { lessons: 'Marigolds by the door.' });
    expect(await total({ words: 'marigold' })).toBe(1);
    const { molds } = await readSession(db, 1);
    await amendMold(db, 1, molds[0]!.id, { note: 'rammed on the wide board' });
    expect(await total({ words: 'wide board', kind: 'session' })).toBe(1);
    const castings = await total({ session_id: 1, kind: 'casting' });
    await removeSession(db, 1);
    expect(await total({ session_id: 1, kind: 'casting' })).toBe(0);
    await restoreSession(db, 1);
    expect(await total({ session_id: 1, kind: 'casting' })).toBe(castings);
    await amendCasting(db, 1, { note: 'kept as a doorstop' });
    expect(await total({ words: 'doorstop' })).toBe(1);
    // The index of words agrees with the lines.
    await db.sequelize.query(`INSERT INTO journal_words(journal_words) VALUES ('integrity-check')`, {
      type: QueryTypes.RAW
    });
  });

  it('goes out as CSV, every line of it', async () => {
    const lines: string[] = [];
    for await (const line of journalCsv(shed.db, { kind: 'casting' })) lines.push(line);
    expect(lines[0]).toBe('at,kind,id,heap_id,session_id,what,note\r\n');
    expect(lines.length - 1).toBe(await total({ kind: 'casting' }));
  });

  it('asks for each word by its beginning', () => {
    expect(matching('cold shut')).toBe('("cold"* AND "shut"*)');
    expect(matching('%_')).toBeNull();
  });
});
