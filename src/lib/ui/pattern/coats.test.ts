import { describe, expect, it } from 'vitest';
import { dryingLeft } from './coats';
import { bodyOf, draftOf, solidDraft, volumeOf } from './pattern-draft';

describe('coats', () => {
  const now = Date.parse('2026-05-01T12:00:00Z');
  it('the last that dries tells how long one waits; dry ones and none at all do not', () => {
    const coats = [
      { at: '2026-05-01T11:00:00Z', dry_h: 2 },
      { at: '2026-05-01T11:30:00Z', dry_h: 1 },
      { at: '2026-04-30T11:00:00Z', dry_h: 8 }
    ];
    expect(dryingLeft(coats, now)).toBe(3600);
    expect(dryingLeft(coats.slice(2), now)).toBe(0);
    expect(dryingLeft([], now)).toBe(0);
  });
});

describe('a pattern’s form', () => {
  const typed = (mm: number) => ({ text: String(mm), si: mm / 1000 });
  it('says only what was typed of a new one, and what was emptied of one that is there', () => {
    const draft = {
      ...draftOf(null, 'metric'),
      name: ' Latch ',
      known_by: 'box' as const,
      length: typed(120),
      width: typed(40),
      height: typed(12)
    };
    expect(bodyOf(draft)).toEqual({
      name: 'Latch',
      kind: 'loose',
      known_by: 'box',
      metal: 'aluminium',
      length_mm: 120,
      width_mm: 40,
      height_mm: 12,
      made: 1
    });
    expect(bodyOf(draft, 1)).toMatchObject({
      wear: null,
      pattern_kg: null,
      mesh_id: null,
      carry_over: []
    });
  });

  it('knows its volume once all that it asks for is there', () => {
    const draft = { ...draftOf(null, 'metric'), known_by: 'solids' as const, solids: [solidDraft('box')] };
    expect(volumeOf(draft)).toBeNull();
    Object.assign(draft.solids[0]!.sizes, { length: typed(100), width: typed(50), height: typed(20) });
    expect(volumeOf(draft)).toBeCloseTo(1e-4, 12);
    expect(bodyOf(draft).solids).toEqual([
      { shape: 'box', length_mm: 100, width_mm: 50, height_mm: 20, count: 1 }
    ]);
    expect(
      volumeOf({ ...draft, known_by: 'mass', mass: { text: '', si: 0.5 }, material: 'pine' })
    ).toBeCloseTo(0.001, 12);
  });
});
