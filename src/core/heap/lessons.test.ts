import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TARGETS } from '$core/reference/targets';
import { burntPerMetal } from '$core/reference/wear';
import type { HeapNature } from './state/belief';
import type { LedgerEntry } from './entry';
import { believe } from './estimate';
import type { Event } from './kinds';
import { learned, learnedDrying } from './state/lessons';

const START = Date.UTC(2026, 2, 1);
const ledger = (...events: Event[]): LedgerEntry[] =>
  events.map((event, id) => ({ id, at: new Date(START + id * 3_600_000).toISOString(), event }));
const found: Event = {
  kind: 'bought',
  kg: 60,
  moisture_fraction: 0.035,
  active_clay_fraction: 0.08,
  oil_fraction: 0,
  moisture_stated: true,
  active_stated: true
};
const nature: HeapNature = {
  system: 'water',
  binder: 'sodium-bentonite',
  targets: TARGETS['sodium-bentonite'],
  container: { cover: 'sealed', exposed_area_m2: 0.1 }
};
const of = (...events: Event[]) => learned(believe(nature, ledger(found, ...events)).lessons, nature);

describe('rammed density', () => {
  const rammed = (kg: number): Event => ({ kind: 'drawn', kg, rammed_l: 10 });
  const back: Event = { kind: 'returned', kg: 16 };
  it('is the handbook’s before a mold was weighed', () =>
    expect(of({ kind: 'drawn', kg: 16 })['rammed-density']).toMatchObject({
      value: 1600,
      handbook: 1600,
      source: 'handbook',
      records: 0
    }));
  it('moves towards weighed molds, and narrows', () => {
    const one = of(rammed(17))['rammed-density'];
    const three = of(rammed(17), back, rammed(17), back, rammed(17), back)['rammed-density'];
    expect(one.value).toBeGreaterThan(1600);
    expect(one.value).toBeLessThan(1700);
    expect(three.value).toBeGreaterThan(one.value);
    expect(three.value).toBeLessThan(1700);
    const width = ({ range }: typeof one) => range[1] - range[0];
    expect(width(three)).toBeLessThan(width(one));
    expect(three).toMatchObject({ source: 'your records', records: 3 });
  });
  it('is the exact conjugate mean of expectation and records', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 12, max: 20, noNaN: true }), { maxLength: 8 }), (weights) => {
        const events = weights.flatMap((kg) => [rammed(kg), { kind: 'returned', kg } as Event]);
        const precision = 1 / 80 ** 2 + weights.length / 50 ** 2;
        const sum = weights.reduce((total, kg) => total + kg * 100, 0);
        expect(of(...events)['rammed-density'].value).toBeCloseTo(
          (1600 / 80 ** 2 + sum / 50 ** 2) / precision,
          6
        );
      })
    );
  });
});

describe('spill', () => {
  const round = (drawn: number, spilled: number): Event[] => [
    { kind: 'drawn', kg: drawn },
    { kind: 'returned', kg: drawn },
    { kind: 'spilled', kg: spilled }
  ];
  it('counts a round by what was spilled of what was drawn', () => {
    const { spill } = of(...round(20, 1), ...round(10, 0.5));
    expect(spill).toMatchObject({ records: 2, source: 'your records', handbook: 0.02 });
    expect(spill.value).toBeGreaterThan(0.03);
    expect(spill.value).toBeLessThan(0.05);
  });
  it('counts what never came back, but not what the pour drove off as steam', () => {
    const { spill } = of(
      { kind: 'drawn', kg: 20 },
      { kind: 'poured', burnt_kg: 1, water_driven_off_kg: 0.5 },
      { kind: 'returned', kg: 19.5, rest_lost: true }
    );
    expect(spill.records).toBe(1);
    expect(spill.value).toBeLessThan(0.02);
  });
  it('learns nothing from sand that came back unweighed', () =>
    expect(
      of({ kind: 'drawn', kg: 20 }, { kind: 'returned', kg: 19.6, rest_lost: true, weighed: false }).spill
        .records
    ).toBe(0));
  it('starts anew when it is told to, and holds what it is held at', () => {
    const wasteful = round(20, 2);
    const reset: Event = { kind: 'learning', of: 'spill', value: null };
    expect(of(...wasteful, reset).spill).toMatchObject({ value: 0.02, source: 'handbook', records: 0 });
    expect(of({ kind: 'learning', of: 'spill', value: 0.01 }, ...wasteful).spill).toMatchObject({
      value: 0.01,
      range: [0.01, 0.01],
      source: 'your entry'
    });
    expect(of(...wasteful, { kind: 'learning', of: 'burn', value: 3 }).spill.records).toBe(1);
  });
});

describe('burning', () => {
  it('is the handbook’s layer times the skin of a kilogram of metal', () => {
    expect(of().burn.value).toBeCloseTo(burntPerMetal('sodium-bentonite'), 12);
    // 2 mm on 746 cm² at 1600 kg/m³.
    expect(burntPerMetal('sodium-bentonite')).toBeCloseTo(0.2388, 3);
    expect(burntPerMetal('oil')).toBeGreaterThan(3 * burntPerMetal('sodium-bentonite'));
  });
  it('learns from what was judged burnt, and from the black sand sorted out when nobody judged', () => {
    const judged = of({ kind: 'poured', burnt_kg: 1, water_driven_off_kg: null, metal_kg: 2 }).burn;
    expect(judged.records).toBe(1);
    expect(judged.value).toBeGreaterThan(burntPerMetal('sodium-bentonite'));
    const sorted = of(
      { kind: 'poured', burnt_kg: 0.4, water_driven_off_kg: null, metal_kg: 2, burnt_stated: false },
      { kind: 'discarded', kg: 1, burnt: true }
    ).burn;
    expect(sorted.value).toBeCloseTo(judged.value, 10);
  });
  it('never falls to nothing, whatever is recorded', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: 0.01, max: 3, noNaN: true }),
            fc.double({ min: 0.1, max: 9, noNaN: true })
          ),
          {
            maxLength: 6
          }
        ),
        (pours) => {
          const { burn } = of(
            ...pours.map(([burnt_kg, metal_kg]): Event => ({
              kind: 'poured',
              burnt_kg,
              metal_kg,
              water_driven_off_kg: 0
            }))
          );
          expect(burn.value).toBeGreaterThan(0);
          expect(burn.range[0]).toBeLessThanOrEqual(burn.value);
          expect(burn.range[1]).toBeGreaterThanOrEqual(burn.value);
        }
      )
    );
  });
});

describe('learned drying', () => {
  it('says whose it is', () => {
    expect(learnedDrying(0, 0.5)).toMatchObject({ value: 1, source: 'handbook' });
    expect(learnedDrying(0.3, 0.2).source).toBe('your records');
    expect(learnedDrying(Math.log(2), 0)).toMatchObject({ value: 2, range: [2, 2], source: 'your entry' });
  });
});
