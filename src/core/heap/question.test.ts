import { describe, expect, it } from 'vitest';
import { TARGETS } from '$core/reference/targets';
import type { HeapNature } from './state/belief';
import type { LedgerEntry } from './entry';
import { believe, questionEntry } from './estimate';
import type { Ingredient } from './state/ingredient';
import type { Event } from './kinds';

const nature: HeapNature = {
  system: 'water',
  binder: 'sodium-bentonite',
  targets: TARGETS['sodium-bentonite'],
  container: { cover: 'sealed', exposed_area_m2: 0.1, capacity_kg: 60 }
};
const at = (hour: number) => new Date(Date.UTC(2026, 2, 1, hour)).toISOString();
const bought: Event = {
  kind: 'bought',
  kg: 20,
  moisture_fraction: 0.028,
  active_clay_fraction: 0.08,
  oil_fraction: 0,
  moisture_stated: true,
  active_stated: true
};
const part = (role: Ingredient['role'], kg: number): Ingredient => ({
  ingredient: role,
  role,
  kg,
  moisture_fraction: role === 'water' ? 1 : 0.01,
  active_fraction: role === 'binder' ? 0.9 : 0,
  moisture_stated: true,
  active_stated: true
});
const heap = (...events: Event[]) =>
  believe(
    nature,
    [bought, ...events].map((event, id): LedgerEntry => ({ id, at: at(id), event }))
  );
const ask = (event: Event, before = heap()) => questionEntry(nature, before, { at: at(20), event });

describe('an entry is asked about before it is written', () => {
  it('2.0 kg of water into 20 kg: 0.2 was likely meant', () => {
    expect(ask({ kind: 'water', kg: 2 })).toMatchObject({ path: 'kg', likely_kg: expect.closeTo(0.2, 10) });
    expect(ask({ kind: 'water', kg: 0.2 })).toBeNull();
  });
  it('a tenth of what it wants, to a tenth, is rather a slip than a sip', () => {
    const dry = heap({ kind: 'dried', kg: 0.3 });
    const wanted = 0.3 + 0.07;
    expect(ask({ kind: 'water', kg: wanted / 10 }, dry)).toMatchObject({
      likely_kg: expect.closeTo(wanted, 1)
    });
    expect(ask({ kind: 'water', kg: wanted / 3 }, dry)).toBeNull();
  });
  it('200 kg of water into 20 kg of sand cannot be', () => {
    expect(ask({ kind: 'water', kg: 200 })).toMatchObject({ impossible: true });
  });
  it('water into nothing, and into oil sand', () => {
    expect(
      questionEntry(nature, believe(nature, []), { at: at(1), event: { kind: 'water', kg: 1 } })
    ).not.toBeNull();
    const oil: HeapNature = { ...nature, system: 'oil', binder: 'oil', targets: TARGETS.oil };
    expect(questionEntry(oil, heap(), { at: at(20), event: { kind: 'water', kg: 0.2 } })?.message).toContain(
      'oil'
    );
  });
  it('clay, and a batch whose clay and sand do not go together', () => {
    const added = (kg: number): Event => ({ kind: 'added', additions: [part('binder', kg)] });
    expect(ask(added(3))).toMatchObject({ path: 'kg', likely_kg: expect.closeTo(0.3, 10) });
    expect(ask(added(0.3))).toBeNull();
    const mixed = (sand: number): Event => ({
      kind: 'mixed',
      additions: [part('sand', sand), part('binder', 1)]
    });
    expect(ask(mixed(10))).toBeNull();
    expect(ask(mixed(1))).toMatchObject({ path: 'additions[0].kg', likely_kg: expect.closeTo(10, 10) });
  });
  it('more than its container holds, and more than a third thrown out', () => {
    expect(ask({ kind: 'mixed', additions: [part('sand', 90)] })).toMatchObject({ likely_kg: 9 });
    expect(ask({ kind: 'discarded', kg: 12, burnt: false })).toMatchObject({ likely_kg: 1.2 });
    expect(ask({ kind: 'spilled', kg: 1 })).toBeNull();
    expect(ask({ kind: 'dried', kg: 0.55 })).not.toBeNull();
    expect(ask({ kind: 'dried', kg: 0.2 })).toBeNull();
  });
  it('what came back of a mold, against what was out', () => {
    const out = heap({ kind: 'drawn', kg: 10 });
    expect(ask({ kind: 'returned', kg: 98 }, out)).toMatchObject({ likely_kg: expect.closeTo(9.8, 10) });
    expect(ask({ kind: 'returned', kg: 0.98, rest_lost: true }, out)).toMatchObject({
      likely_kg: expect.closeTo(9.8, 10)
    });
    expect(ask({ kind: 'returned', kg: 0.98 }, out)).toBeNull();
    expect(ask({ kind: 'returned', kg: 9.8, rest_lost: true }, out)).toBeNull();
  });
  it('what is far from the habits of this heap, once it has some', () => {
    const day: Event[] = [
      { kind: 'drawn', kg: 8 },
      { kind: 'poured', burnt_kg: 0.3, metal_kg: 1, water_driven_off_kg: 0 },
      { kind: 'returned', kg: 7.9, rest_lost: true },
      { kind: 'discarded', kg: 0.2, burnt: true }
    ];
    const used = heap(...day, ...day, ...day);
    expect(ask({ kind: 'discarded', kg: 2, burnt: true }, used)).toMatchObject({
      likely_kg: expect.closeTo(0.2, 10)
    });
    expect(ask({ kind: 'drawn', kg: 0.8 }, used)).toMatchObject({ likely_kg: expect.closeTo(8, 10) });
    expect(ask({ kind: 'drawn', kg: 9 }, used)).toBeNull();
    const poured = (metal_kg: number, burnt_kg: number): Event => ({
      kind: 'poured',
      burnt_kg,
      metal_kg,
      water_driven_off_kg: 0
    });
    expect(ask(poured(10, 0.3), used)).toMatchObject({ path: 'metal_kg' });
    expect(ask(poured(1, 9), used)).toMatchObject({ path: 'burnt_kg' });
    expect(ask(poured(1.2, 0.25), used)).toBeNull();
    expect(ask({ kind: 'drawn', kg: 8, rammed_l: 50 }, used)).not.toBeNull();
  });
  it('a note, a test and a move never', () => {
    expect(ask({ kind: 'noted' })).toBeNull();
    expect(ask({ kind: 'moved', container: nature.container })).toBeNull();
  });
});

describe('burnt sand by the heap', () => {
  const poured: Event = { kind: 'poured', burnt_kg: 0.4, water_driven_off_kg: null, metal_kg: 1.2 };
  const out: Event[] = [{ kind: 'drawn', kg: 8 }, poured, { kind: 'returned', kg: 7.6 }];
  const works: Event[] = [
    { kind: 'water', kg: 0.15 },
    { kind: 'mixed', additions: [part('sand', 2), part('binder', 0.2)] },
    { kind: 'added', additions: [part('binder', 0.2)] },
    { kind: 'drawn', kg: 8 }
  ];
  it('is asked about before anything stirs it in', () => {
    for (const event of works) {
      expect(ask(event), event.kind).toBeNull();
      const question = ask(event, heap(...out));
      expect(question?.message, event.kind).toMatch(/^About [34]\d0 g of burnt sand .* stirs it in/);
      expect(question?.impossible).toBeUndefined();
    }
  });
  it('is not once it was thrown out, or was stirred in', () => {
    const thrown: Event = { kind: 'discarded', kg: 0.4, burnt: true };
    for (const event of works) {
      expect(ask(event, heap(...out, thrown)), event.kind).toBeNull();
      expect(ask(event, heap(...out, { kind: 'water', kg: 0.15 })), event.kind).toBeNull();
    }
  });
});
