import { describe, expect, it } from 'vitest';
import { entryWords, ingredientName, type LedgerRow } from './entry-words';
import { shortDate } from '$lib/ui/date/written-date';

const row = (fields: Record<string, unknown>): LedgerRow => ({
  id: 1,
  kind: 'noted',
  at: '2026-05-01T09:00:00.000Z',
  note: null,
  version: 1,
  undone_at: null,
  ...fields
});

describe('entryWords', () => {
  it('says what happened and how much, with its sign and unit', () => {
    expect(entryWords(row({ kind: 'water', kg: 0.31 }), 'metric')).toEqual({
      what: 'water',
      amount: '+310\u202fg'
    });
    expect(entryWords(row({ kind: 'discarded', kg: 0.9, burnt: true }), 'metric')).toEqual({
      what: 'burnt sand thrown out',
      amount: '−900\u202fg'
    });
    const additions = [
      { ingredient: 'washed-silica', kg: 25 },
      { ingredient: 'binder', kg: 2.5 }
    ];
    expect(entryWords(row({ kind: 'mixed', additions }), 'us')).toEqual({
      what: 'mixed in: washed silica sand, binder',
      amount: '+60.6\u202flb'
    });
  });
  it('tells tests by what they found', () => {
    const squeeze = (result: object) =>
      entryWords(row({ kind: 'tested', test: { kind: 'squeeze' }, result }), 'metric');
    expect(squeeze({ grade: 3, tells_water: true })).toEqual({ what: 'squeeze: temper', amount: 'grade 3' });
    expect(squeeze({ grade: 2, tells_water: false }).what).toBe('squeeze: moist but lifeless');
    const oven = row({
      kind: 'tested',
      test: { kind: 'moisture', method: 'oven' },
      result: { moisture_percent: 3.52 }
    });
    expect(entryWords(oven, 'metric').amount).toBe('3.5\u202f%');
  });
  it('tells what was weighed from what was worked out', () => {
    const what = (fields: object) => entryWords(row(fields as never), 'metric').what;
    expect(what({ kind: 'returned', kg: 19, kg_source: 'your entry' })).toBe('returned from a mold');
    expect(what({ kind: 'returned', kg: 19, kg_source: 'learned' })).toContain('not weighed');
    expect(what({ kind: 'returned', kg: 19, rest_lost: true })).toContain('the rest spilled');
    expect(what({ kind: 'poured', burnt_kg: 0.5, metal_kg: 2, burnt_source: 'learned' })).toContain(
      'worked out'
    );
    expect(what({ kind: 'poured', burnt_kg: 0.5, metal_kg: 2 })).toBe(
      'poured 2.00\u202fkg of metal; sand burnt'
    );
  });
  it('says of a message that is not yet stored what it can', () => {
    expect(entryWords(row({ kind: 'returned' }), 'metric').amount).toBe('');
    expect(entryWords(row({ kind: 'poured', metal_kg: 2 }), 'metric').amount).toBe('');
  });
  it('names a learned figure that is held, and one that starts anew', () => {
    expect(entryWords(row({ kind: 'learning', of: 'rammed-density', value: 1.7 }), 'metric')).toEqual({
      what: 'rammed density held',
      amount: '1.7\u202fkg/L'
    });
    expect(entryWords(row({ kind: 'learning', of: 'spill', value: null }), 'metric').what).toBe(
      'spill learned anew'
    );
  });
  it('says where a heap went, the shed being understood', () => {
    const moved = (container: object) => entryWords(row({ kind: 'moved', container }), 'metric').what;
    expect(moved({ cover: 'lid', place: 'shed' })).toBe('moved: loose lid');
    expect(moved({ cover: 'lid', place: 'indoors' })).toBe('moved: loose lid, indoors, heated');
  });
  it('gives a sieve test by what a whole stack would have shown, and says what was made on a batch', () => {
    const sieved = row({
      kind: 'tested',
      test: { kind: 'sieve' },
      result: { fineness_number: 111, likely_fineness_number: 89 },
      batch_entry_id: 4
    });
    expect(entryWords(sieved, 'metric')).toEqual({ what: 'sieve of a batch', amount: '89' });
    const out = { ...sieved, excluded_reason: 'pan spilled' };
    expect(entryWords(out, 'metric').what).toContain('(left out: pan spilled)');
  });
  it('covers every other kind with words', () => {
    const fields = { kg: 1, burnt_kg: 1, ingredient: 'binder', container: { cover: 'lid' } };
    for (const kind of ['added', 'bought', 'dried', 'spilled', 'drawn', 'returned', 'poured', 'moved']) {
      expect(entryWords(row({ kind, ...fields }), 'metric').what).not.toBe('note');
    }
    expect(entryWords(row({ note: 'swept the floor' }), 'metric').what).toBe('swept the floor');
  });
  it('names ingredients plainly', () => expect(ingredientName('damp-sand')).toBe('play or sharp sand'));
  it('adds the year only when it is another', () => {
    const now = Date.UTC(2026, 5, 1);
    expect(shortDate('2026-05-01T09:00:00Z', now)).toBe('1 May');
    expect(shortDate('2025-05-01T09:00:00Z', now)).toBe('1 May 25');
  });
});
