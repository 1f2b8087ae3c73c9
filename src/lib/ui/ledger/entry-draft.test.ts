import { describe, expect, it } from 'vitest';
import { entries } from '$lib/schema/entry';
import { check } from '$lib/schema/validate';
import { entryBody, entryDraft, type EntryDraft, type Existing, type WritableKind } from './entry-draft';

const NOW = new Date('2026-05-04T10:20:33.250Z');
const lots = [{ id: 5, kind: 'damp-sand' }];
const written = (kind: WritableKind, change: (draft: EntryDraft) => void, old: Existing | null = null) => {
  const draft = entryDraft(kind, old, 'metric', NOW);
  const shown_at = draft.at;
  change(draft);
  return entryBody(kind, draft, { old, shown_at, zone: 'UTC', lots, now: NOW });
};
const row = (fields: object): Existing =>
  ({
    id: 9,
    kind: 'water',
    at: '2026-05-01T09:00:41.000Z',
    note: null,
    version: 2,
    undone_at: null,
    typed: null,
    ...fields
  }) as Existing;

describe('a new entry', () => {
  it('left at the time shown means the very moment', () => {
    const body = written('water', (draft) => (draft.quantities.kg = { text: '350 g', si: 0.35 }));
    expect(body).toEqual({
      kind: 'water',
      at: NOW.toISOString(),
      zone: 'UTC',
      kg: 0.35,
      typed: { kg: '350 g' }
    });
    expect(check(entries.water, body).ok).toBe(true);
  });
  it('at another time means that minute', () => {
    const body = written('noted', (draft) => {
      draft.at = '2026-05-02T08:15';
      draft.note = '  lid was off  ';
    });
    expect(body).toMatchObject({ at: new Date('2026-05-02T08:15').toISOString(), note: 'lid was off' });
  });
  it('a time that is none is sent as it stands, and refused at its field', () => {
    const body = written('noted', (draft) => {
      draft.at = 'yesterday';
      draft.note = 'x';
    });
    const checked = check(entries.noted, body);
    expect(checked.ok ? [] : checked.errors.map(({ path }) => path)).toContain('at');
  });
  it('takes a lot by its kind, and what is not in stock by its own', () => {
    const fromLot = written('added', (draft) => {
      draft.what = 'lot:5';
      draft.quantities.kg = { text: '2 kg', si: 2 };
      draft.quantities.moisture_percent = { text: '3.1', si: 0.031 };
    });
    expect(fromLot).toMatchObject({ ingredient: 'damp-sand', lot_id: 5, moisture_percent: 3.1 });
    const other = written('added', (draft) => (draft.quantities.kg = { text: '2 kg', si: 2 }));
    expect(other).toMatchObject({ ingredient: 'washed-silica' });
    expect(other).not.toHaveProperty('lot_id');
  });
  it('of a mold keeps its volume, typed and in litres', () => {
    expect(
      written('drawn', (draft) => {
        draft.quantities.kg = { text: '21 kg', si: 21 };
        draft.quantities.rammed_l = { text: '13 L', si: 0.013 };
      })
    ).toMatchObject({ kg: 21, rammed_l: 13, typed: { kg: '21 kg', rammed_l: '13 L' } });
  });
  it('may leave what came back unweighed', () => {
    const body = written('returned', () => undefined);
    expect(body).not.toHaveProperty('kg');
    expect(check(entries.returned, body).ok).toBe(true);
    const all = written('returned', (draft) => {
      draft.quantities.kg = { text: '19 kg', si: 19 };
      draft.answers.rest_lost = 'yes';
    });
    expect(all).toMatchObject({ kg: 19, rest_lost: true });
  });
  it('of a pour takes the metal in place of burnt sand, but not nothing', () => {
    const byMetal = written('poured', (draft) => (draft.quantities.metal_kg = { text: '2 kg', si: 2 }));
    expect(byMetal).toMatchObject({ metal_kg: 2, typed: { metal_kg: '2 kg' } });
    expect(check(entries.poured, byMetal).ok).toBe(true);
    expect(
      check(
        entries.poured,
        written('poured', () => undefined)
      ).ok
    ).toBe(false);
  });
  it('of a move says where and how it stands', () => {
    const body = written('moved', (draft) => {
      draft.container.place = 'indoors';
      draft.container.cover = 'sealed';
    });
    expect(body.container).toEqual({ cover: 'sealed', place: 'indoors', exposed_area_m2: 0.1 });
    expect(check(entries.moved, body).ok).toBe(true);
  });
});

describe('an entry being amended', () => {
  it('keeps its place in the ledger and shows what was typed', () => {
    const old = row({ kg: 0.35, typed: { kg: '350 g' } });
    expect(entryDraft('water', old, 'us').quantities.kg).toEqual({ text: '350 g', si: 0.35 });
    expect(written('water', () => undefined, old)).toMatchObject({ at: old.at, kg: 0.35, version: 2 });
  });
  it('leaves open what was worked out, so that it is worked out again', () => {
    const back = row({ kind: 'returned', kg: 19.6, kg_source: 'learned', rest_lost: true });
    expect(entryDraft('returned', back, 'metric').quantities.kg).toEqual({ text: '', si: undefined });
    const poured = row({ kind: 'poured', burnt_kg: 0.5, burnt_source: 'learned', metal_kg: 2 });
    const draft = entryDraft('poured', poured, 'metric');
    expect(draft.quantities.burnt_kg!.si).toBeUndefined();
    expect(draft.quantities.metal_kg!.si).toBe(2);
  });
  it('of a batch keeps what its stock was when it was mixed', () => {
    const batch = row({
      kind: 'mixed',
      additions: [
        {
          ingredient: 'damp-sand',
          role: 'sand',
          kg: 20,
          lot_id: 5,
          moisture_percent: 3.5,
          active_percent: 0
        },
        { ingredient: 'water', role: 'water', kg: 0.4, moisture_percent: 100, active_percent: 0 }
      ]
    });
    const body = written('mixed', (draft) => (draft.weighed[1] = { text: '0.5 kg', si: 0.5 }), batch);
    expect(body.additions).toEqual([
      { ingredient: 'damp-sand', kg: 20, lot_id: 5, moisture_percent: 3.5, active_percent: 0 },
      { ingredient: 'water', kg: 0.5 }
    ]);
  });
});
