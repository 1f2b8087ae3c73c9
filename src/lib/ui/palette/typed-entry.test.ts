import { describe, expect, it } from 'vitest';
import { typedEntry, type NamedLot } from './typed-entry';

const gate = { id: 1, name: 'Gate heap' };
const dial = { id: 2, name: 'Dial sand' };
const lots: NamedLot[] = [
  { id: 7, kind: 'sodium-bentonite', name: 'Sodium bentonite', supplier: 'pond merchant' }
];
const read = (line: string, here: typeof gate | null = null) =>
  typedEntry(line, [gate, dial], lots, 'metric', here);

describe('an entry typed in a line', () => {
  it('is water by any measure, in any order', () => {
    expect(read('water 200 g gate')).toEqual({
      heap: gate,
      body: { kind: 'water', kg: 0.2 },
      typed: '200 g'
    });
    expect(read('gate 250 ml water')?.body.kg).toBeCloseTo(0.25, 12);
    expect(read('1/2 mug of water into the dial')).toMatchObject({
      heap: dial,
      body: { kind: 'water', kg: 0.15 }
    });
    expect(read('water 2 lb 6 oz gate')?.body.kg).toBeCloseTo(1.0772818, 6);
    expect(typedEntry('water 8 gate', [gate], [], 'us')?.body.kg).toBeCloseTo(0.2268, 4);
  });
  it('is what is in stock, or else what the handbook knows', () => {
    expect(read('bentonite 0.5 kg gate')?.body).toEqual({
      kind: 'added',
      kg: 0.5,
      ingredient: 'sodium-bentonite',
      lot_id: 7
    });
    expect(read('olivine 3 kg dial')?.body).toEqual({ kind: 'added', kg: 3, ingredient: 'olivine' });
  });
  it('is sand thrown out or spilled, and a note', () => {
    expect(read('thrown out 2 kg burnt gate')?.body).toEqual({ kind: 'discarded', kg: 2, burnt: true });
    expect(read('spilled 1 kg dial')?.body).toEqual({ kind: 'spilled', kg: 1 });
    expect(read('note gate: crust on top')).toMatchObject({
      heap: gate,
      body: { kind: 'noted', note: 'crust on top' }
    });
  });
  it('means the heap whose page is open where none is named, and never guesses between two', () => {
    expect(read('water 200 g', gate)?.heap).toBe(gate);
    expect(read('water 200 g')).toBeNull();
    expect(
      typedEntry('water 200 g heap', [gate, { id: 3, name: 'Gate two' }], [], 'metric', null)
    ).toBeNull();
    expect(
      typedEntry('water 200 g gate', [gate, { id: 3, name: 'Gate two' }], [], 'metric', null)
    ).toBeNull();
  });
  it('is none without an amount or without a word that it knows', () => {
    for (const line of [
      '',
      'gate',
      'water gate',
      'water some gate',
      'tea 200 g gate',
      '200 g',
      'water 0 g gate'
    ])
      expect(read(line)).toBeNull();
  });
});
