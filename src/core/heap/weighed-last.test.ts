import { describe, expect, it } from 'vitest';
import { totalMass } from '$core/material/composition';
import { TARGETS } from '$core/reference/targets';
import { WEIGHING_SD_KG, WEIGHING_SD_SHARE } from '$core/reference/accuracy';
import type { LedgerEntry } from './entry';
import { believe, questionEntry } from './estimate';
import type { Event } from './kinds';
import { apply, emptyBooks, sandIn } from './ledger';
import { believedDryShare, believedMass, believedMoisture, type HeapNature } from './state/belief';
import { castingDaysSinceWeighed, worthWeighingAll } from './weighed-last';

const NATURE: HeapNature = {
  system: 'water',
  binder: 'sodium-bentonite',
  targets: TARGETS['sodium-bentonite'],
  container: { cover: 'sealed', exposed_area_m2: 0.1 }
};
const HOUR_MS = 3_600_000;
const bought: Event = {
  kind: 'bought',
  kg: 30,
  moisture_fraction: 0.03,
  active_clay_fraction: 0.08,
  oil_fraction: 0,
  moisture_stated: true,
  active_stated: true
};
const entries = (...events: [hours: number, event: Event][]): LedgerEntry[] =>
  events.map(([hours, event], id) => ({
    id,
    at: new Date(Date.UTC(2026, 4, 1, 9) + hours * HOUR_MS).toISOString(),
    event
  }));
const weighed = (kg: number): Event => ({ kind: 'weighed', kg });

describe('the whole heap weighed', () => {
  it.each([24, 33])('at %s kg it is that much, of the sand that it was', (kg) => {
    const told = believe(NATURE, entries([0, bought]));
    const belief = believe(NATURE, entries([0, bought], [0.1, weighed(kg)]));
    const mass = believedMass(belief);
    expect(mass.value).toBeCloseTo(kg, 3);
    // The scale's own doubt and no other: a kitchen scale's gram is nothing beside them.
    expect(mass.sd).toBeCloseTo(Math.hypot(WEIGHING_SD_KG, WEIGHING_SD_SHARE * kg), 2);
    expect(believedMoisture(belief).value).toBeCloseTo(believedMoisture(told).value, 4);
    expect(believedDryShare(belief, 'active_clay').value).toBeCloseTo(
      believedDryShare(told, 'active_clay').value,
      6
    );
    const books = entries([0, bought], [0.1, weighed(kg)]).reduce(
      (so_far, entry) => apply(so_far, entry, NATURE),
      emptyBooks()
    );
    expect(totalMass(sandIn(books))).toBeCloseTo(kg, 9);
    expect(totalMass(books.brought) - totalMass(books.gone)).toBeCloseTo(kg, 9);
  });

  it('a look at the sand counts as before', () => {
    const squeeze: Event = {
      kind: 'tested',
      test: { kind: 'squeeze', holds: true, shrinks: true, breaks: 'crisp', palm: 'clean', prints: 'sharp' }
    };
    const belief = believe(NATURE, entries([0, bought], [0.1, squeeze], [0.2, weighed(33)]));
    expect(belief.looks).toHaveLength(1);
    expect(belief.seen_share).toBe(1);
  });

  it('a third more or less than there should be is asked about', () => {
    const then = believe(NATURE, entries([0, bought]));
    const asked = (kg: number) => questionEntry(NATURE, then, { at: then.at!, event: weighed(kg) });
    expect(asked(23)).toBeNull();
    expect(asked(3)).toMatchObject({ path: 'kg', likely_kg: 30 });
    expect(asked(45)?.likely_kg).toBeNull();
    // Of an empty heap nobody knows what was weighed.
    const empty = questionEntry(NATURE, believe(NATURE, []), { at: then.at!, event: weighed(20) });
    expect(empty).toMatchObject({ path: 'kg', impossible: true });
  });

  it('is due after five casting days; molds that come back one after another are of one', () => {
    const day = (n: number): [number, Event][] => [
      [n * 24, { kind: 'returned', kg: 5, rest_lost: true }],
      [n * 24 + 2, { kind: 'returned', kg: 4, rest_lost: true }]
    ];
    const four = entries([0, bought], ...[1, 8, 15, 22].flatMap(day));
    expect(castingDaysSinceWeighed(four)).toBe(4);
    expect(worthWeighingAll(four)).toBe(false);
    const five = entries([0, bought], ...[1, 8, 15, 22, 29].flatMap(day));
    expect(worthWeighingAll(five)).toBe(true);
    expect(worthWeighingAll([...five, ...entries([30 * 24, weighed(20)])])).toBe(false);
  });
});
