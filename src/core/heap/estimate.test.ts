import { describe, expect, it } from 'vitest';
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { moistureFraction, totalMass } from '$core/material/composition';
import { TARGETS } from '$core/reference/targets';
import { conditionAt } from './condition';
import type { Event, Ingredient, LedgerEntry } from './entry';
import { believedDryShare, believedMass, believedMoisture, firstBelief, type HeapNature } from './belief';
import { advance, believe } from './estimate';
import { replay } from './ledger';
import { standUntil } from './standing';

const nature: HeapNature = {
  system: 'water',
  targets: TARGETS['sodium-bentonite'],
  container: { cover: 'lid', exposed_area_m2: 0.12 }
};
const HOUR = 3_600_000;
const at = (hours: number) => new Date(Date.UTC(2026, 2, 1) + hours * HOUR).toISOString();
const ingredient = (role: Ingredient['role'], kg: number, moisture = 0, stated = true): Ingredient => ({
  ingredient: role,
  role,
  kg,
  moisture_fraction: role === 'water' ? 1 : moisture,
  active_fraction: role === 'binder' ? 0.9 : 0,
  moisture_stated: stated,
  active_stated: stated
});
const mixed = (stated = true): Event => ({
  kind: 'mixed',
  additions: [
    ingredient('sand', 30, 0.01, stated),
    ingredient('binder', 3, 0.09, stated),
    ingredient('water', 0.6)
  ]
});
const ledger = (...events: [number, Event][]): LedgerEntry[] =>
  events.map(([hours, event], id) => ({ id, at: at(hours), event }));
const squeezed: Event = {
  kind: 'tested',
  test: { kind: 'squeeze', holds: true, shrinks: true, breaks: 'crisp', palm: 'clean', prints: 'sharp' }
};
const oven = (moisture: number, method: 'oven' | 'pan' = 'oven'): Event => ({
  kind: 'tested',
  test: { kind: 'moisture', method, pan_g: 100, wet_g: 200, dry_g: 200 - 100 * moisture }
});

describe('belief', () => {
  it('agrees with the ledger where nothing is unknown in between', () => {
    const entries = ledger([0, mixed()], [0, { kind: 'spilled', kg: 1 }], [0, { kind: 'water', kg: 0.1 }]);
    const belief = believe(nature, entries);
    const books = replay(entries);
    for (const part of ['grain', 'active_clay', 'water', 'fines'] as const)
      expect(belief.mean[part]).toBeCloseTo(books.sand[part], 10);
  });
  it('carried entry by entry is the same as replayed', () => {
    const entries = ledger(
      [0, mixed()],
      [50, oven(0.03)],
      [60, { kind: 'drawn', kg: 12 }],
      [61, { kind: 'poured', burnt_kg: 0.5, water_driven_off_kg: null }],
      [70, { kind: 'returned', kg: 11 }]
    );
    let belief = firstBelief(nature);
    for (const entry of entries) belief = advance(nature, belief, entry);
    expect(belief).toEqual(believe(nature, entries));
  });
  it('dries while it stands, and grows less sure of it', () => {
    const fresh = believe(nature, ledger([0, mixed()]));
    const stood = standUntil(nature, fresh, at(21 * 24));
    expect(believedMoisture(stood).value).toBeLessThan(believedMoisture(fresh).value - 0.002);
    expect(believedMoisture(stood).sd).toBeGreaterThan(believedMoisture(fresh).sd);
    expect(believedDryShare(stood, 'active_clay').value).toBeCloseTo(
      believedDryShare(fresh, 'active_clay').value,
      12
    );
  });
  it('stands still in time order: standing in two steps is standing in one', () => {
    const fresh = believe(nature, ledger([0, mixed()]));
    const once = standUntil(nature, fresh, at(240));
    const twice = standUntil(nature, standUntil(nature, fresh, at(100)), at(240));
    expect(twice.mean.water).toBeCloseTo(once.mean.water, 10);
  });
  it('a squeeze helps a little, an oven test a lot', () => {
    const stood = ledger([0, mixed(false)], [500, { kind: 'noted' }]);
    const sd = (event: Event) =>
      believedMoisture(believe(nature, [...stood, { id: 9, at: at(500), event }])).sd;
    const before = sd({ kind: 'noted' });
    expect(sd(squeezed)).toBeLessThan(before);
    expect(sd(oven(0.03, 'pan'))).toBeLessThan(sd(squeezed));
    expect(sd(oven(0.03))).toBeLessThan(sd(oven(0.03, 'pan')));
    expect(sd(oven(0.03))).toBeLessThan(0.0013);
  });
  it('moves to where a sharp test puts it', () => {
    const belief = believe(nature, ledger([0, mixed(false)], [500, oven(0.022)]));
    expect(believedMoisture(belief).value).toBeCloseTo(0.022, 3);
    expect(moistureFraction(belief.mean)).toBeCloseTo(0.022, 3);
  });
  it('a sand moist but lifeless says nothing of water', () => {
    const lifeless: Event = {
      kind: 'tested',
      test: {
        kind: 'squeeze',
        holds: false,
        shrinks: false,
        breaks: 'crumbles',
        palm: 'film',
        prints: 'none'
      }
    };
    const before = believe(nature, ledger([0, mixed()]));
    expect(believe(nature, ledger([0, mixed()], [0, lifeless])).mean).toEqual(before.mean);
  });
  it('drawing sand and bringing it back teaches nothing about it', () => {
    const before = believe(nature, ledger([0, mixed(false)]));
    const after = believe(
      nature,
      ledger([0, mixed(false)], [0, { kind: 'drawn', kg: 20 }], [0, { kind: 'returned', kg: 20 }])
    );
    expect(believedMoisture(after)).toEqual(believedMoisture(before));
    expect(
      believedMass(believe(nature, ledger([0, mixed()], [0, { kind: 'drawn', kg: 20 }]))).value
    ).toBeCloseTo(13.6, 10);
  });
  it('a pour kills clay and leaves the amount unsure', () => {
    const entries = ledger([0, mixed()], [0, { kind: 'poured', burnt_kg: 2, water_driven_off_kg: null }]);
    const belief = believe(nature, entries);
    expect(belief.mean.dead_clay).toBeCloseTo(replay(entries).sand.dead_clay, 10);
    expect(believedDryShare(belief, 'dead_clay').sd).toBeGreaterThan(0.001);
  });
  it('keeps a positive covariance through a long ledger', () => {
    const events: [number, Event][] = [[0, mixed(false)]];
    for (let i = 1; i < 200; i++) {
      const next: Event =
        i % 5 === 0
          ? oven(0.03)
          : i % 3 === 0
            ? squeezed
            : i % 2 === 0
              ? { kind: 'water', kg: 0.1 }
              : { kind: 'discarded', kg: 0.2, burnt: false };
      events.push([i * 30, next]);
    }
    const belief = believe(nature, ledger(...events));
    const lowest = Math.min(
      ...new EigenvalueDecomposition(Matrix.from1DArray(8, 8, [...belief.covariance]), {
        assumeSymmetric: true
      }).realEigenvalues
    );
    expect(lowest).toBeGreaterThan(-1e-9);
    expect(totalMass(belief.mean)).toBeGreaterThan(0);
  });
});

describe('conditionAt', () => {
  it('gives figures, interval, window and verdict at a time', () => {
    const belief = believe(nature, ledger([0, mixed()]));
    const now = conditionAt(nature, belief, at(0));
    expect(now).toMatchObject({ verdict: 'in-temper', short_of_clay: false });
    expect(now.total_kg).toBeCloseTo(33.6, 10);
    expect(totalMass(now.sand)).toBeCloseTo(33.6, 10);
    expect(now.moisture.sd).toBeGreaterThan(0);
    expect(conditionAt(nature, belief, at(24 * 60)).verdict).not.toBe('in-temper');
  });
  it('has a calm answer for a heap with nothing in it', () => {
    expect(conditionAt(nature, firstBelief(nature), at(0))).toMatchObject({
      verdict: 'empty',
      total_kg: 0,
      temper_ratio: null
    });
  });
});

describe('a reading far outside what was expected', () => {
  const wild = oven(0.09);
  it('is questioned, kept and used', () => {
    const entries = ledger([0, mixed()], [1, oven(0.034)], [2, wild]);
    const belief = believe(nature, entries);
    expect(belief.questioned).toEqual([
      {
        entry_id: 2,
        kind: 'moisture',
        expected: expect.closeTo(0.034, 2),
        read: expect.closeTo(0.09, 10),
        sd: expect.any(Number)
      }
    ]);
    expect(believedMoisture(belief).value).toBeGreaterThan(0.04);
  });
  it('no longer counts once it is left out with a reason', () => {
    const excluded: Event = { ...wild, excluded: 'pan was wet' } as Event;
    const without = believe(nature, ledger([0, mixed()], [1, oven(0.034)], [2, { kind: 'noted' }]));
    expect(believe(nature, ledger([0, mixed()], [1, oven(0.034)], [2, excluded]))).toEqual(without);
  });
  it('an ordinary reading is not', () => {
    expect(believe(nature, ledger([0, mixed()], [1, oven(0.034)], [2, squeezed])).questioned).toEqual([]);
  });
});

describe('what the moisture rests on', () => {
  const rests = (...events: [number, Event][]) =>
    believe(nature, ledger(...events)).rests_on.map(({ kind, weight }) => [kind, weight] as const);
  it('is the weights logged while nothing was tested', () => expect(rests([0, mixed()])).toEqual([]));
  it('is mostly the sharpest reading of late, and the shares never come to more than all', () => {
    const shares = rests([0, mixed(false)], [300, squeezed], [600, oven(0.03)], [601, squeezed]);
    const heaviest = [...shares].sort((a, b) => b[1] - a[1])[0]!;
    expect(heaviest[0]).toBe('moisture');
    expect(heaviest[1]).toBeGreaterThan(0.7);
    const sum = shares.reduce((total, [, weight]) => total + weight, 0);
    expect(sum).toBeGreaterThan(0.8);
    expect(sum).toBeLessThanOrEqual(1);
  });
  it('fades as the heap stands and unmeasured sand comes in', () => {
    const [, fresh] = rests([0, mixed(false)], [100, oven(0.03)])[0]!;
    const [, stood] = rests([0, mixed(false)], [100, oven(0.03)], [900, { kind: 'noted' }])[0]!;
    expect(stood).toBeLessThan(0.8 * fresh);
    const diluted = rests([0, mixed(false)], [100, oven(0.03)], [100, mixed(false)])[0]?.[1] ?? 0;
    expect(diluted).toBeLessThan(fresh);
  });
  it('fades exactly as the variance of the moisture grows', () => {
    const before = believe(nature, ledger([0, mixed(false)], [100, oven(0.03)]));
    const after = advance(nature, before, { id: 2, at: at(100), event: mixed(false) });
    const [was, is] = [before, after].map((belief) => believedMoisture(belief).sd ** 2);
    expect(after.rests_on[0]!.weight).toBeCloseTo((before.rests_on[0]!.weight * was!) / is!, 10);
  });
});
