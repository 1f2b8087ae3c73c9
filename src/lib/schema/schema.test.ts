import { nowIso } from '$core/time/now';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { calculators } from './calculator';
import { ENTRY_KINDS, entries } from './entry';
import { newHeap } from './heap';
import { heapTests } from './heap-test';
import { renewalDone, renewalRequest } from './renewal';
import { newReading } from './reading';
import { newLot } from './stock';
import { check } from './validate';

const now = () => nowIso();
const refused = (result: ReturnType<typeof check>) => {
  if (result.ok) throw new Error('was accepted');
  return Object.fromEntries(result.errors.map(({ path, message }) => [path, message]));
};

describe('check', () => {
  const batch = {
    system: 'water',
    dry_sand_kg: 25,
    binder_phs: 10,
    binder_as: 'product',
    moisture_percent: 3.8,
    sand: { moisture_percent: 1.2 },
    binder: { moisture_percent: 9, active_percent: 100 }
  };
  it('takes what is right', () => expect(check(calculators.batch, batch).ok).toBe(true));
  it('reports every field, with the range that is allowed', () => {
    const bad = {
      ...batch,
      dry_sand_kg: 2000,
      moisture_percent: 140,
      binder_phs: -1,
      sand: { moisture_percent: '3' }
    };
    expect(refused(check(calculators.batch, bad))).toEqual({
      dry_sand_kg: 'must be more than 0 to 1000 kg',
      moisture_percent: 'must be 0 to 30 %',
      binder_phs: 'must be 0 to 60 phs',
      'sand.moisture_percent': 'must be a number, 0 to 60 %'
    });
  });
  it('refuses unknown fields by name, nested ones too', () => {
    expect(
      refused(check(calculators.batch, { ...batch, colour: 1, sand: { moisture_percent: 1, wet: true } }))
    ).toEqual({
      colour: 'is not a known field',
      'sand.wet': 'is not a known field'
    });
  });
  it.each([NaN, Infinity, -Infinity, '25', null, {}, []])('refuses %s as a mass', (dry_sand_kg) => {
    expect(check(calculators.batch, { ...batch, dry_sand_kg }).ok).toBe(false);
  });
  it('never throws, whatever is sent', () => {
    const schemas = [
      calculators.batch,
      calculators.correction,
      newHeap,
      newLot,
      entries.mixed,
      heapTests.moisture,
      renewalDone,
      renewalRequest
    ];
    fc.assert(
      fc.property(
        fc.anything(),
        fc.constantFrom(...schemas),
        (value, schema) => typeof check(schema, value).ok === 'boolean'
      )
    );
  });
});

describe('every schema', () => {
  const all = {
    ...calculators,
    ...entries,
    ...Object.fromEntries(Object.entries(heapTests).map(([kind, schema]) => [`test of ${kind}`, schema])),
    newHeap,
    newLot,
    newReading,
    renewalDone
  };
  it.each(Object.entries(all))('%s says what is missing, and never throws', (_, schema) => {
    for (const value of [{}, null, undefined, 7, 'x', [], { kind: null, at: 3 }]) {
      const result = check(schema, value);
      expect(result.ok).toBe(false);
      if (!result.ok) for (const { message } of result.errors) expect(message).toMatch(/\w/);
    }
  });
});

describe('records', () => {
  it('knows that dry sand does not outweigh wet', () => {
    const reading = { kind: 'moisture', at: now(), method: 'oven', pan_g: 100, wet_g: 200, dry_g: 201 };
    expect(refused(check(heapTests.moisture, reading))).toEqual({
      dry_g: 'cannot be more than the wet weight'
    });
    expect(refused(check(heapTests.moisture, { ...reading, wet_g: 90, dry_g: 85 }))).toEqual({
      wet_g: 'must be more than the empty pan',
      dry_g: 'must be more than the empty pan'
    });
  });
  it('takes times from 1990 to now, in UTC', () => {
    const note = (at: unknown) => check(entries.noted, { kind: 'noted', at, note: 'x' }).ok;
    expect(note(now())).toBe(true);
    expect(note('2026-05-01T09:30:00+02:00')).toBe(true);
    expect([
      note('yesterday'),
      note('2026-05-01'),
      note('1970-01-01T00:00:00Z'),
      note('2999-01-01T00:00:00Z'),
      note(5)
    ]).toEqual(Array(5).fill(false));
  });
  it('holds binder and system together', () => {
    expect(refused(check(newHeap, { name: 'x', system: 'oil', binder: 'fire-clay' }))).toHaveProperty(
      'binder'
    );
    expect(check(newHeap, { name: 'x', system: 'oil', binder: 'oil' }).ok).toBe(true);
  });
  it('wants a window the right way round', () => {
    const targets = { moisture_percent: { min: 4, max: 3 } };
    expect(refused(check(newHeap, { name: 'x', system: 'water', targets }))).toEqual({
      'targets.moisture_percent': 'min must be less than max'
    });
  });
  it('wants either a material or a kind for a lot', () => {
    expect(check(newLot, { bought_kg: 25, kind: 'washed-silica' }).ok).toBe(true);
    expect(check(newLot, { bought_kg: 25 }).ok).toBe(false);
    expect(check(newLot, { bought_kg: 25, kind: 'washed-silica', material_id: 1 }).ok).toBe(false);
    expect(check(newLot, { bought_kg: 25, kind: 'washed-silica', currency: 'euro' }).ok).toBe(false);
  });
  it('has a schema for each kind of entry that refuses an empty object', () => {
    for (const kind of ENTRY_KINDS) expect(check(entries[kind], {}).ok).toBe(false);
  });
});
