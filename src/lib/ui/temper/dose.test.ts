import { describe, expect, it } from 'vitest';
import { doseBody, dosedWords, doseWords } from './dose-body';
import { doseTicks } from './dose-ticks';
import { moistureWords } from './moisture-words';
import type { HeapFields, HeapState } from '$lib/schema/heap-state';

const heap: HeapFields = {
  id: 3,
  name: 'Gate heap',
  version: 4,
  system: 'water',
  binder: 'sodium-bentonite'
};
const state = (binder_kg: number) =>
  ({ heap_version: 7, prescription: { binder_kg, lots: { binder: null } } }) as unknown as HeapState;
const at = '2026-05-01T09:00:00.000Z';

describe('a dose', () => {
  it('is all of it while nothing is ticked, else what is', () => {
    const dose = { water_kg: 0.3, splashes_kg: [0.15, 0.1, 0.05] };
    expect(doseTicks(dose, [false, false, false])).toBe(0.3);
    expect(doseTicks(dose, [true, false, true])).toBeCloseTo(0.2, 12);
  });
  it('says on its button what it logs', () => {
    const typed = { waterText: '', clayText: '' };
    const words = (water: number | undefined, clayKg: number | undefined, clay: boolean) =>
      dosedWords({ water, clayKg, ...typed }, clay, 'metric')
        .replaceAll('\u202f', ' ')
        .replaceAll('\u00a0', ' ');
    expect(words(0.226, 0, false)).toBe('226 g of water');
    expect(words(0.2, 0.4, true)).toBe('400 g of clay and 200 g of water');
    expect(words(0, 0.4, true)).toBe('400 g of clay');
    expect(words(undefined, undefined, true)).toBe('it');
  });
  it('of water is an entry of water, and carries the version that it was worked out from', () =>
    expect(
      doseBody(heap, state(0), { water: 0.2, waterText: '200 g', clayKg: 0, clayText: '' }, at)
    ).toMatchObject({ kind: 'water', at, kg: 0.2, typed: { kg: '200 g' }, expected_heap_version: 7 }));
  it('with clay is a batch; without water there is none in it', () => {
    const body = doseBody(
      heap,
      state(0.4),
      { water: 0, waterText: '0 g', clayKg: 0.4, clayText: '400 g' },
      at
    );
    expect(body).toMatchObject({
      kind: 'mixed',
      typed: { additions: ['400 g'] },
      additions: [{ ingredient: 'sodium-bentonite', kg: 0.4 }]
    });
    expect(doseWords({ water: 0.1, waterText: '', clayKg: 0.4, clayText: '' }, true, 'metric')).toBe(
      '400\u202fg of clay and 100\u202fg of water are in the heap.'
    );
  });
  it('of sand that nobody looked at is only from where to where', () => {
    expect(moistureWords({ moisture_percent: { value: 2.3, sd: 0.2 }, seen: true })).toBe(
      '2.3 ± 0.3 % water'
    );
    expect(moistureWords({ moisture_percent: { value: 2.3, sd: 2 }, seen: false })).toBe(
      'somewhere from 0.0 to 5.6 % water'
    );
    // From nothing to nothing says nothing.
    expect(moistureWords({ moisture_percent: { value: 0, sd: 0.001 }, seen: false })).toBe(
      'its water is not known'
    );
  });
});
