import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SIEVE_NAMES } from '$core/bench/formula/sieve';
import { heapTests } from '$lib/schema/heap-test';
import { check } from '$lib/schema/validate';
import {
  attemptOf,
  attemptReadings,
  dyeOf,
  dyeReadings,
  freshAttempt,
  freshDye,
  freshSieve,
  meshOf,
  sieveOf,
  sieveReadings
} from './drafts';
import { GUIDES } from './guides';

describe('an attempt', () => {
  it('offers the usual rig, and one’s own once it was used', () => {
    const guide = GUIDES['green-compression'];
    expect(freshAttempt(guide, null).diameter_mm).toEqual({ text: '50.8 mm', si: 0.0508 });
    expect(freshAttempt(guide, { load_kg: 18, diameter_mm: 42 }).diameter_mm!.text).toBe('42 mm');
    // What was read last time is no rig: it is read anew.
    expect(freshAttempt(guide, { load_kg: 18, diameter_mm: 42 }).load_kg!.text).toBe('');
  });
  it('comes back from a record as it went in', () => {
    for (const [kind, record] of Object.entries({
      permeability: { air_cm3: 1500, height_cm: 5.08, pressure_g_cm2: 8, area_cm2: 19.6, time_s: 44 },
      compactability: { start_mm: 100, end_mm: 56.5 },
      probe: { moisture_percent: 3.4 },
      hardness: { reading: 78 }
    })) {
      const guide = GUIDES[kind as 'probe'];
      expect(attemptReadings(guide, attemptOf(guide, record))).toEqual(record);
    }
  });
});

describe('dye standards', () => {
  const record = {
    standards: [
      { active_percent: 5, ml: 10.5 },
      { active_percent: 10, ml: 20.5 }
    ],
    ml: 14
  };
  it('serve again, with the sample to be read anew', () => {
    const draft = freshDye(record);
    expect(draft.standards).toHaveLength(2);
    expect(draft.sample_ml.si).toBeUndefined();
    expect(freshDye(null).standards).toHaveLength(1);
  });
  it('come back from a record as they went in', () => expect(dyeReadings(dyeOf(record))).toEqual(record));
});

describe('a stack of sieves', () => {
  it('begins with one’s own meshes, empty', () => {
    const mesh = { wires_per_10_mm: 15, wire_mm: 0.32 };
    const draft = freshSieve({
      retained: [
        { mesh, grams: 9 },
        { sieve: '70', grams: 20 }
      ]
    });
    expect(draft.meshes.map(meshOf)).toEqual([mesh]);
    expect(sieveReadings(draft)).toEqual({ retained: [] });
  });
  it('comes back from any record as it went in', () => {
    const grams = fc.integer({ min: 0, max: 9000 }).map((tenths) => tenths / 10);
    const sieve = fc.record({ sieve: fc.constantFrom(...SIEVE_NAMES), grams });
    const household = fc.record({
      mesh: fc.record({
        wires_per_10_mm: fc.integer({ min: 2, max: 20 }),
        wire_mm: fc.integer({ min: 5, max: 40 }).map((hundredths) => hundredths / 100)
      }),
      grams
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(sieve, { selector: ({ sieve: name }) => name, minLength: 1 }),
        fc.uniqueArray(household, { selector: ({ mesh }) => JSON.stringify(mesh), maxLength: 3 }),
        fc.option(fc.integer({ min: 1, max: 1000 }), { nil: undefined }),
        (standard, meshes, sample_g) => {
          const ordered = [...standard].sort(
            (a, b) => SIEVE_NAMES.indexOf(a.sieve) - SIEVE_NAMES.indexOf(b.sieve)
          );
          const record = { ...(sample_g !== undefined && { sample_g }), retained: [...ordered, ...meshes] };
          expect(sieveReadings(sieveOf(record))).toEqual(record);
        }
      )
    );
  });
  it('names either a sieve or a mesh, each once', () => {
    const at = '2026-05-01T09:00:00Z';
    const wrong = (retained: object[]) => check(heapTests.sieve, { kind: 'sieve', at, retained }).ok;
    expect(wrong([{ grams: 5 }])).toBe(false);
    expect(wrong([{ sieve: '70', mesh: { wires_per_10_mm: 9, wire_mm: 0.3 }, grams: 5 }])).toBe(false);
    expect(wrong([{ mesh: { wires_per_10_mm: 20, wire_mm: 0.6 }, grams: 5 }])).toBe(false);
    expect(
      wrong([
        { sieve: '70', grams: 5 },
        { sieve: '70', grams: 2 }
      ])
    ).toBe(false);
    expect(wrong([{ mesh: { wires_per_10_mm: 9, wire_mm: 0.3 }, grams: 5 }])).toBe(true);
  });
});
