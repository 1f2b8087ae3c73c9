import { describe, expect, it } from 'vitest';
import { DEFAULT_PREFERENCES, preferences } from './preferences';
import { renewalDone, renewalRequest } from './renewal';
import { check } from './validate';

const refused = (body: unknown) => {
  const result = check(renewalRequest, body);
  if (result.ok) throw new Error('was accepted');
  return Object.fromEntries(result.errors.map(({ path, message }) => [path, message]));
};

describe('what a renewal may be asked', () => {
  it('is nothing at all: then the heap’s own windows hold', () =>
    expect(check(renewalRequest, {})).toEqual({ ok: true, value: {} }));
  it('is everything at once', () => {
    const body = {
      total_kg: { min: 0, max: 40 },
      moisture_percent: { min: 2.8, max: 3.4 },
      active_clay_percent: { min: 7, max: 9 },
      dead_clay_percent: { min: 0, max: 4 },
      fines_percent: { min: 1, max: 1 },
      fineness_number: { min: 60, max: 75 },
      least: 'material',
      whole_bags: true,
      resolution_g: 5,
      lot_ids: [1, 4]
    };
    expect(check(renewalRequest, body)).toEqual({ ok: true, value: body });
  });
  it('is a window the right way round, with both its ends', () => {
    expect(refused({ fines_percent: { min: 3, max: 2 } })).toEqual({
      fines_percent: 'min must not be more than max'
    });
    expect(refused({ total_kg: { min: 5 } })).toEqual({ 'total_kg.max': 'is required' });
    expect(refused({ total_kg: { min: 0, max: 0 } })).toHaveProperty(['total_kg.max']);
  });
  it.each([
    [{ moisture_percent: { min: 2, max: 140 } }, 'moisture_percent.max', 'must be 0 to 30 %'],
    [{ fineness_number: { min: 0, max: 80 } }, 'fineness_number.min', 'must be 1 to 300'],
    [{ least: 'time' }, 'least', 'must be one of cost, material'],
    [{ whole_bags: 'yes' }, 'whole_bags', 'must be true or false'],
    [{ resolution_g: 0 }, 'resolution_g', 'must be 0.1 to 1000 g'],
    [{ lot_ids: 3 }, 'lot_ids', 'must be a list'],
    [{ lot_ids: [1.5] }, 'lot_ids[0]', expect.stringContaining('whole number')],
    [{ lot_ids: Array.from({ length: 51 }, (_, i) => i + 1) }, 'lot_ids', 'holds at most 50'],
    [{ colour: 'red' }, 'colour', 'is not a known field']
  ])('is never %j', (body, path, message) => expect(refused(body)).toEqual({ [path]: message }));
});

describe('a renewal that was carried out', () => {
  const done = (fields: object) =>
    check(renewalDone, { at: '2026-05-01T09:00:00Z', discard_kg: 0, additions: [], ...fields });
  it('threw something out, or took something in', () => {
    expect(done({ discard_kg: 2 }).ok).toBe(true);
    expect(done({ additions: [{ ingredient: 'water', kg: 0.2 }] }).ok).toBe(true);
    expect(done({})).toMatchObject({ ok: false, errors: [{ path: 'additions' }] });
  });
  it.each([
    [{ discard_kg: -1 }, 'discard_kg'],
    [{ discard_kg: undefined }, 'discard_kg'],
    [{ discard_kg: 1, additions: undefined }, 'additions'],
    [{ discard_kg: 1, additions: 7 }, 'additions'],
    [{ additions: [{ ingredient: 'gold', kg: 1 }] }, 'additions[0].ingredient'],
    [{ additions: [{ ingredient: 'water', kg: 0 }] }, 'additions[0].kg'],
    [{ at: '2026-05-01T09:00:00Z', discard_kg: 1, burnt: true }, 'burnt']
  ])('is refused at the field: %j', (fields, path) =>
    expect(done(fields)).toMatchObject({ ok: false, errors: [{ path }] })
  );
});

describe('preferences', () => {
  it('are units and colours, both of a closed list', () => {
    expect(check(preferences, DEFAULT_PREFERENCES)).toEqual({ ok: true, value: DEFAULT_PREFERENCES });
    expect(check(preferences, { units: 'us', mode: 'dark' }).ok).toBe(true);
    for (const wrong of [{ units: 'stone', mode: 'dark' }, { units: 'us' }, null, 'metric', []]) {
      expect(check(preferences, wrong).ok).toBe(false);
    }
  });
});
