import { describe, expect, it } from 'vitest';
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { moistureFraction, totalMass } from '$core/material/composition';
import { TARGETS } from '$core/reference/targets';
import { conditionAt } from './condition';
import type { LedgerEntry } from './entry';
import type { Ingredient } from './state/ingredient';
import type { Event } from './kinds';
import {
  believedDryShare,
  believedMass,
  believedMoisture,
  bodiesOf,
  firstBelief,
  moldsOf,
  outKg,
  sandOf,
  type HeapNature
} from './state/belief';
import { advance, believe } from './estimate';
import { replay, sandIn } from './ledger';
import { standUntil } from './standing';

const nature: HeapNature = {
  system: 'water',
  binder: 'sodium-bentonite',
  targets: TARGETS['sodium-bentonite'],
  scale_g: 0.1,
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
      expect(sandOf(belief)[part]).toBeCloseTo(sandIn(books)[part], 10);
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
    // Exact but for how a bent course is made straight; the weather's doubt is the same however often one looks.
    expect(sandOf(twice).water / sandOf(once).water).toBeCloseTo(1, 2);
    expect(believedMoisture(twice).sd / believedMoisture(once).sd).toBeCloseTo(1, 1);
  });
  it('a squeeze helps a little, an oven test a lot', () => {
    const stood = ledger([0, mixed(false)], [500, { kind: 'noted' }]);
    const sd = (event: Event) =>
      believedMoisture(believe(nature, [...stood, { id: 9, at: at(500), event }])).sd;
    const before = sd({ kind: 'noted' });
    expect(sd(squeezed)).toBeLessThan(before);
    expect(sd(oven(0.03, 'pan'))).toBeLessThan(sd(squeezed));
    expect(sd(oven(0.03))).toBeLessThan(sd(oven(0.03, 'pan')));
    expect(sd(oven(0.03))).toBeLessThan(0.002);
  });
  it('moves to where a sharp test puts it', () => {
    const belief = believe(nature, ledger([0, mixed(false)], [500, oven(0.022)]));
    expect(believedMoisture(belief).value).toBeCloseTo(0.022, 2);
    expect(moistureFraction(sandOf(belief))).toBeCloseTo(0.022, 2);
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
    const after = believe(nature, ledger([0, mixed()], [0, lifeless]));
    expect(sandOf(after)).toEqual(sandOf(before));
    expect(conditionAt(nature, after, at(0)).verdict).toBe('lifeless');
  });
  it('drawing sand and bringing it back teaches nothing about it', () => {
    const before = believe(nature, ledger([0, mixed(false)]));
    const after = believe(
      nature,
      ledger([0, mixed(false)], [0, { kind: 'drawn', kg: 20 }], [0, { kind: 'returned', kg: 20 }])
    );
    expect(believedMoisture(after).value).toBeCloseTo(believedMoisture(before).value, 12);
    expect(believedMoisture(after).sd).toBeCloseTo(believedMoisture(before).sd, 8);
    expect(
      believedMass(believe(nature, ledger([0, mixed()], [0, { kind: 'drawn', kg: 20 }]))).value
    ).toBeCloseTo(13.6, 10);
  });
  it('a pour kills clay and leaves the amount unsure', () => {
    const entries = ledger([0, mixed()], [0, { kind: 'poured', burnt_kg: 2, water_driven_off_kg: null }]);
    const belief = believe(nature, entries);
    expect(bodiesOf(belief).get('burnt')!.dead_clay).toBeGreaterThan(0);
    const mixed_in = believe(nature, [...entries, { id: 2, at: at(0), event: { kind: 'water', kg: 0.01 } }]);
    const books = replay([...entries, { id: 2, at: at(0), event: { kind: 'water', kg: 0.01 } }]);
    expect(sandOf(mixed_in).dead_clay).toBeCloseTo(sandIn(books).dead_clay, 10);
    expect(believedDryShare(mixed_in, 'dead_clay').sd).toBeGreaterThan(0.001);
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
      ...new EigenvalueDecomposition(
        Matrix.from1DArray(belief.mean.length, belief.mean.length, [...belief.covariance]),
        {
          assumeSymmetric: true
        }
      ).realEigenvalues
    );
    expect(lowest).toBeGreaterThan(-1e-9);
    expect(totalMass(sandOf(belief))).toBeGreaterThan(0);
  });
});

describe('conditionAt', () => {
  it('gives figures, interval, window and verdict at a time', () => {
    const belief = believe(nature, ledger([0, mixed()]));
    const now = conditionAt(nature, belief, at(0));
    // Weighed in, and nobody has looked at it: not known yet, whatever the weights say.
    expect(now).toMatchObject({ verdict: 'not-known', seen: false, short_of_clay: false, latest_look: null });
    const looked = believe(nature, ledger([0, mixed()], [0, oven(0.033)], [0, oven(0.032)], [0, squeezed]));
    expect(conditionAt(nature, looked, at(0))).toMatchObject({
      verdict: 'in-temper',
      seen: true,
      latest_look: { entry_id: 3, kind: 'squeeze', grade: 3 }
    });
    // A drying test after it tells the water, and does not unsay what the hand found.
    const short: Event = {
      kind: 'tested',
      test: {
        kind: 'squeeze',
        holds: true,
        shrinks: true,
        breaks: 'crumbles',
        palm: 'clean',
        prints: 'blurred'
      }
    };
    const weighed = believe(nature, ledger([0, mixed()], [0, oven(0.033)], [0, short], [0, oven(0.032)]));
    expect(conditionAt(nature, weighed, at(0))).toMatchObject({
      // One grade beside the middle takes its sureness, no more.
      verdict: 'probably-in-temper',
      latest_look: { entry_id: 3, kind: 'moisture' },
      latest_squeeze: { entry_id: 2, grade: 2 }
    });
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
  it('is questioned, kept, and does not count', () => {
    const entries = ledger([0, mixed()], [1, oven(0.034)], [2, wild]);
    const belief = believe(nature, entries);
    expect(belief.questioned).toMatchObject([
      { entry_id: 2, kind: 'moisture', expected: expect.closeTo(0.035, 2), read: expect.closeTo(0.09, 10) }
    ]);
    const without = believe(nature, ledger([0, mixed()], [1, oven(0.034)]));
    expect(believedMoisture(belief).value).toBeCloseTo(believedMoisture(without).value, 4);
  });
  it('counts once it is confirmed', () => {
    const sure = { ...wild, confirmed: true } as Event;
    const belief = believe(nature, ledger([0, mixed()], [1, oven(0.034)], [2, sure]));
    expect(belief.questioned).toEqual([]);
    expect(believedMoisture(belief).value).toBeGreaterThan(0.07);
  });
  it('counts once a second one agrees, and not when it does not', () => {
    const twice = believe(nature, ledger([0, mixed()], [1, oven(0.034)], [2, wild], [3, oven(0.088)]));
    expect(twice.questioned).toEqual([]);
    expect(believedMoisture(twice).value).toBeGreaterThan(0.07);
    const apart = believe(nature, ledger([0, mixed()], [1, oven(0.034)], [2, wild], [3, oven(0.15)]));
    expect(apart.questioned).toHaveLength(2);
    expect(believedMoisture(apart).value).toBeLessThan(0.04);
  });
  it('a tenfold typing error moves nothing', () => {
    const before = believe(nature, ledger([0, mixed()], [1, oven(0.034)], [2, { kind: 'noted' }]));
    const typo = believe(nature, ledger([0, mixed()], [1, oven(0.034)], [2, oven(0.34)]));
    expect(Math.abs(believedMoisture(typo).value - believedMoisture(before).value)).toBeLessThan(1e-6);
  });
  it('no longer counts once it is left out with a reason', () => {
    const excluded: Event = { ...wild, excluded: 'pan was wet' } as Event;
    const without = believe(nature, ledger([0, mixed()], [1, oven(0.034)], [2, { kind: 'noted' }]));
    const left_out = believe(nature, ledger([0, mixed()], [1, oven(0.034)], [2, excluded]));
    expect(left_out.mean).toEqual(without.mean);
    expect(left_out.questioned).toEqual([]);
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
    expect(heaviest[1]).toBeGreaterThan(0.5);
    const sum = shares.reduce((total, [, weight]) => total + weight, 0);
    expect(sum).toBeGreaterThan(0.7);
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
    expect(after.rests_on[0]?.weight ?? 0).toBeCloseTo(
      is! > was! ? (before.rests_on[0]!.weight * was!) / is! : before.rests_on[0]!.weight,
      6
    );
  });
});

describe('molds in the estimate', () => {
  it('are kept by name, and what comes back of one leaves the other out', () => {
    const drawn = (id: number, kg: number, mold_id: number): LedgerEntry => ({
      id,
      at: at(1),
      event: { kind: 'drawn', kg },
      mold_id
    });
    const out = believe(nature, [...ledger([0, mixed()]), drawn(1, 10, 7), drawn(2, 5, 8)]);
    expect(moldsOf(out)).toEqual([
      { mold: '7', kg: expect.closeTo(10, 9) },
      { mold: '8', kg: expect.closeTo(5, 9) }
    ]);
    const back = advance(nature, out, {
      id: 3,
      at: at(2),
      event: { kind: 'returned', kg: 9.8, rest_lost: true },
      mold_id: 7
    });
    expect(outKg(back)).toBeCloseTo(5, 9);
  });
  it('sand out does not dry with the heap', () => {
    const open: HeapNature = { ...nature, container: { cover: 'open', exposed_area_m2: 0.4 } };
    const out = believe(open, ledger([0, mixed()], [0, { kind: 'drawn', kg: 12 }]));
    const stood = standUntil(open, out, at(24 * 20));
    expect(bodiesOf(stood).get('mold:')!.water).toBeCloseTo(bodiesOf(out).get('mold:')!.water, 12);
    expect(sandOf(stood).water).toBeLessThan(0.5 * sandOf(out).water);
  });
  it('half of the black sand found tells how much there was', () => {
    const burnt = (found?: number): LedgerEntry[] => [
      ...ledger([0, mixed()], [0, { kind: 'drawn', kg: 12 }]),
      { id: 2, at: at(1), event: { kind: 'poured', burnt_kg: 0.4, water_driven_off_kg: 0 } },
      { id: 3, at: at(2), event: { kind: 'returned', kg: 11.9 } },
      { id: 4, at: at(3), event: { kind: 'discarded', kg: 0.4, burnt: true, ...(found && { found }) } },
      { id: 5, at: at(3), event: { kind: 'water', kg: 0.05 } }
    ];
    const all = believe(nature, burnt());
    const half = believe(nature, burnt(0.5));
    expect(believedDryShare(all, 'dead_clay').value).toBeCloseTo(0, 6);
    // Twice as much burnt as was named: the other half is in the heap, dead.
    expect(sandOf(half).dead_clay).toBeGreaterThan(0.01);
    expect(believedDryShare(half, 'dead_clay').sd).toBeGreaterThan(0);
  });
});
