import { describe, expect, it } from 'vitest';
import { TARGETS } from '$core/reference/targets';
import { believedDrying, believedMoisture, outKg, sandOf, type HeapNature } from './state/belief';
import type { Container } from './state/container';
import { withBatchTests, type LedgerEntry } from './entry';
import type { Ingredient } from './state/ingredient';
import type { Event } from './kinds';
import { believe } from './estimate';
import { replay, sandIn, sandOut } from './ledger';
import { totalMass } from '$core/material/composition';

const lid: Container = { cover: 'lid', exposed_area_m2: 0.2 };
const nature: HeapNature = {
  system: 'water',
  binder: 'sodium-bentonite',
  targets: TARGETS['sodium-bentonite'],
  container: lid,
  scale_g: 0.1
};
const START = Date.UTC(2026, 2, 1);
const at = (day: number) => new Date(START + day * 86_400_000).toISOString();
const part = (role: Ingredient['role'], kg: number, moisture: number): Ingredient => ({
  ingredient: role,
  role,
  kg,
  moisture_fraction: moisture,
  active_fraction: role === 'binder' ? 0.9 : 0,
  moisture_stated: false,
  active_stated: false
});
const batch = (sand_kg: number): Event => ({
  kind: 'mixed',
  additions: [part('sand', sand_kg, 0.03), part('binder', sand_kg / 10, 0.09), part('water', sand_kg / 60, 1)]
});
const oven = (moisture: number, batch_id?: number): Event => ({
  kind: 'tested',
  test: { kind: 'moisture', method: 'oven', pan_g: 100, wet_g: 200, dry_g: 200 - 100 * moisture },
  ...(batch_id !== undefined && { batch_id })
});
const entries = (...of: [number, Event][]): LedgerEntry[] =>
  withBatchTests(of.map(([day, event], id) => ({ id, at: at(day), event })));
const moisture = (...of: [number, Event][]) => believedMoisture(believe(nature, entries(...of)));

describe('a test made on a batch by itself', () => {
  it('counts as one on the heap, when the batch is the heap', () => {
    const onBatch = moisture([0, batch(30)], [0, oven(0.05, 0)]);
    const onHeap = moisture([0, batch(30)], [0, oven(0.05)]);
    expect(onBatch.value).toBeCloseTo(onHeap.value, 8);
    expect(onBatch.sd).toBeCloseTo(onHeap.sd, 6);
  });
  it('speaks of the batch only: the heap around it is as unsure as before', () => {
    const before = moisture([0, batch(40)], [1, batch(10)]);
    const wetBatch = moisture([0, batch(40)], [1, batch(10)], [1, oven(0.06, 1)]);
    const wetHeap = moisture([0, batch(40)], [1, batch(10)], [1, oven(0.06)]);
    expect(wetBatch.value).toBeGreaterThan(before.value);
    expect(wetHeap.value).toBeGreaterThan(wetBatch.value + 0.005);
    expect(wetBatch.sd).toBeLessThan(before.sd);
    expect(wetHeap.sd).toBeLessThan(wetBatch.sd);
  });
  it('counts as well when it was made before the batch was booked', () => {
    const [late, early] = [
      moisture([0, batch(40)], [2, batch(10)], [3, oven(0.05, 1)]),
      moisture([0, batch(40)], [2, batch(10)], [1, oven(0.05, 1)])
    ];
    expect(believedMoistureAt(early)).toBeCloseTo(believedMoistureAt(late), 3);
  });
  it('left out, or of a batch that is gone, counts for nothing', () => {
    const before = moisture([0, batch(40)]);
    expect(moisture([0, batch(40)], [0, { ...oven(0.09, 0), excluded: 'wrong pan' } as Event])).toEqual(
      before
    );
    expect(moisture([0, batch(40)], [0, oven(0.09, 77)])).toEqual(before);
  });
  it('is what the moisture rests on, by as much of the doubt as the batch brought', () => {
    const rests = (...of: [number, Event][]) => believe(nature, entries(...of)).rests_on;
    const [onBatch, onHeap] = [oven(0.05, 0), oven(0.05)].map((test) => rests([0, batch(30)], [0, test]));
    expect(onBatch).toMatchObject([{ entry_id: 1, kind: 'moisture', at: at(0) }]);
    // The share of the doubt that a reading takes; what a batch brings besides is its own.
    expect(onBatch![0]!.weight / onHeap![0]!.weight).toBeCloseTo(1, 0);
    const [older, newer] = rests([0, batch(30)], [0, oven(0.05)], [0, batch(10)], [0, oven(0.05, 2)]);
    expect([older!.entry_id, newer!.entry_id]).toEqual([1, 3]);
    expect(older!.weight).toBeLessThan(onHeap![0]!.weight);
    expect(older!.weight + newer!.weight).toBeLessThanOrEqual(1);
  });
  it('is questioned when it stands far apart', () => {
    const belief = believe(nature, entries([0, batch(40)], [0, oven(0.2, 0)]));
    expect(belief.questioned).toMatchObject([{ entry_id: 1, kind: 'moisture' }]);
  });
});
const believedMoistureAt = ({ value }: { value: number }) => value;

describe('what is learned of drying', () => {
  const quick: [number, Event][] = [
    [0, batch(40)],
    [0, oven(0.045)],
    [10, oven(0.03)]
  ];
  const dryingAfter = (...more: [number, Event][]) =>
    believedDrying(believe(nature, entries(...quick, ...more)));
  const moved = (container: Container): Event => ({ kind: 'moved', container });
  const learned = dryingAfter();

  it('is set aside in another container, and taken up again on coming back', () => {
    const away = dryingAfter([11, moved({ cover: 'sealed', exposed_area_m2: 0.05 })]);
    expect(away.log).toBe(0);
    expect(away.sd).toBeGreaterThan(learned.sd);
    const back = dryingAfter(
      [11, moved({ cover: 'sealed', exposed_area_m2: 0.05 })],
      [12, moved({ ...lid, capacity_kg: 60 })]
    );
    expect(back.log).toBeCloseTo(learned.log, 12);
    expect(back.sd).toBeCloseTo(learned.sd, 12);
  });
  it('differs by place, not by how much the container holds', () => {
    expect(dryingAfter([11, moved({ ...lid, place: 'indoors' })]).log).toBe(0);
    expect(dryingAfter([11, moved({ ...lid, place: 'shed', capacity_kg: 9 })]).log).toBeCloseTo(
      learned.log,
      12
    );
  });
  it('is held where the user holds it, and learned anew when told to', () => {
    const held = dryingAfter([11, { kind: 'learning', of: 'drying', value: 1.5 }], [25, oven(0.02)]);
    expect(held).toEqual({ log: Math.log(1.5), sd: 0 });
    const anew = dryingAfter([11, { kind: 'learning', of: 'drying', value: null }]);
    expect(anew.log).toBe(0);
    expect(dryingAfter([11, { kind: 'learning', of: 'spill', value: 0 }])).toEqual(learned);
  });
});

describe('sand that does not come back', () => {
  it('is gone from the books and from the belief alike', () => {
    const all = entries(
      [0, batch(30)],
      [0, { kind: 'drawn', kg: 12 }],
      [0, { kind: 'returned', kg: 11.5, rest_lost: true }]
    );
    const books = replay(all);
    const belief = believe(nature, all);
    expect(totalMass(sandOut(books))).toBe(0);
    expect(totalMass(books.gone)).toBeCloseTo(0.5, 12);
    expect(outKg(belief)).toBe(0);
    expect(totalMass(sandOf(belief))).toBeCloseTo(totalMass(sandIn(books)), 9);
  });
});
