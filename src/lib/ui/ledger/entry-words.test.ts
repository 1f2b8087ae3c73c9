import { describe, expect, it } from 'vitest';
import { entryWords, ingredientName, shortDate, type LedgerRow } from './entry-words';

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
      amount: '+60.63\u202flb'
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
