import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PARTS, composition, moistureFraction, plus, totalMass } from '$core/material/composition';
import { ROLES } from '$core/reference/ingredients';
import { TARGETS } from '$core/reference/targets';
import { steamFrom } from '$core/metal/steam';
import { bodyOf } from './state/bodies';
import { inOrder, type LedgerEntry } from './entry';
import type { Event } from './kinds';
import { LedgerError, apply, applyAsFarAs, emptyBooks, replay, sandIn, sandOut, type Books } from './ledger';

const day = (n: number) => new Date(Date.UTC(2026, 0, 1) + n * 86_400_000).toISOString();
const entry = (id: number, event: Event, at = day(id), mold_id?: number): LedgerEntry => ({
  id,
  at,
  event,
  ...(mold_id !== undefined && { mold_id })
});
const sand = (kg: number): Event => ({
  kind: 'mixed',
  additions: [
    {
      ingredient: 'sand',
      role: 'sand',
      kg,
      moisture_fraction: 0,
      active_fraction: 0,
      moisture_stated: true,
      active_stated: true
    },
    {
      ingredient: 'binder',
      role: 'binder',
      kg: kg / 10,
      moisture_fraction: 0.09,
      active_fraction: 0.9,
      moisture_stated: true,
      active_stated: true
    },
    {
      ingredient: 'water',
      role: 'water',
      kg: kg / 30,
      moisture_fraction: 1,
      active_fraction: 0,
      moisture_stated: true,
      active_stated: true
    }
  ]
});

const kg = fc.double({ min: 0.001, max: 40, noNaN: true });
const share = fc.double({ min: 0, max: 1, noNaN: true });
const anyEvent: fc.Arbitrary<Event> = fc.oneof(
  fc.record({
    kind: fc.constantFrom('mixed' as const, 'added' as const),
    additions: fc.array(
      fc.record({
        ingredient: fc.constant('x'),
        role: fc.constantFrom(...ROLES),
        kg,
        moisture_fraction: share,
        active_fraction: share,
        fines_fraction: fc.option(share, { nil: undefined }),
        moisture_stated: fc.boolean(),
        active_stated: fc.boolean()
      }),
      { minLength: 1, maxLength: 4 }
    )
  }),
  fc.record({
    kind: fc.constant('bought' as const),
    kg,
    moisture_fraction: fc.double({ min: 0, max: 0.2, noNaN: true }),
    active_clay_fraction: fc.double({ min: 0, max: 0.3, noNaN: true }),
    oil_fraction: fc.double({ min: 0, max: 0.05, noNaN: true }),
    moisture_stated: fc.boolean(),
    active_stated: fc.boolean()
  }),
  fc.record({
    kind: fc.constantFrom('water' as const, 'dried' as const, 'spilled' as const, 'drawn' as const),
    kg
  }),
  fc.record({ kind: fc.constant('returned' as const), kg, rest_lost: fc.boolean() }),
  fc.record({
    kind: fc.constant('learning' as const),
    of: fc.constantFrom('drying' as const, 'spill' as const),
    value: fc.option(fc.double({ min: 0.1, max: 5, noNaN: true }))
  }),
  fc.record({ kind: fc.constant('discarded' as const), kg, burnt: fc.boolean() }),
  fc.record({ kind: fc.constant('poured' as const), burnt_kg: kg, water_driven_off_kg: fc.option(kg) }),
  fc.constant({ kind: 'noted' as const })
);

/** Folds a random ledger, leaving out the entries that cannot have happened. */
function foldPossible(events: Event[]): { entries: LedgerEntry[]; books: Books } {
  let books = emptyBooks();
  const entries: LedgerEntry[] = [];
  events.forEach((event, id) => {
    const next = entry(id, event);
    try {
      books = apply(books, next);
      entries.push(next);
    } catch (error) {
      if (!(error instanceof LedgerError)) throw error;
    }
  });
  return { entries, books };
}

describe('ledger', () => {
  it('balances exactly over any run of entries: brought = in the heap + out + gone', () => {
    fc.assert(
      fc.property(fc.array(anyEvent, { maxLength: 60 }), (events) => {
        const { books } = foldPossible(events);
        const there = [...books.bodies.values()].reduce(plus, books.gone);
        const scale = Math.max(1, totalMass(books.brought));
        expect(Math.abs(totalMass(there) - totalMass(books.brought)) / scale).toBeLessThan(1e-9);
        const clay = (of: typeof there) => of.active_clay + of.dead_clay;
        for (const part of ['grain', 'fines', 'water', 'combustibles', 'oil'] as const) {
          expect(Math.abs(there[part] - books.brought[part]) / scale).toBeLessThan(1e-9);
        }
        expect(Math.abs(clay(there) - clay(books.brought)) / scale).toBeLessThan(1e-9);
        for (const body of books.bodies.values())
          for (const part of PARTS) expect(body[part]).toBeGreaterThanOrEqual(-1e-9 * scale);
      }),
      { numRuns: 300 }
    );
  });
  it('replayed is the same as kept up entry by entry', () => {
    fc.assert(
      fc.property(fc.array(anyEvent, { maxLength: 40 }), (events) => {
        const { entries, books } = foldPossible(events);
        expect(replay([...entries].reverse())).toEqual(books);
      })
    );
  });
  it('amending an old entry is the same as having written it so', () => {
    const before = [
      entry(1, sand(30)),
      entry(2, { kind: 'water', kg: 0.2 }),
      entry(3, { kind: 'discarded', kg: 2, burnt: false })
    ];
    const amended = before.map((each) => (each.id === 2 ? entry(2, { kind: 'water', kg: 0.5 }) : each));
    const rebuilt = [
      sand(30),
      { kind: 'water', kg: 0.5 } as const,
      { kind: 'discarded', kg: 2, burnt: false } as const
    ].reduce((books, event, i) => apply(books, entry(i + 1, event)), emptyBooks());
    expect(replay(amended)).toEqual(rebuilt);
    expect(moistureFraction(sandIn(replay(amended)))).toBeGreaterThan(
      moistureFraction(sandIn(replay(before)))
    );
  });
  it('orders entries of one instant by when they were written', () => {
    const at = day(1);
    expect(
      inOrder([
        { at, id: 2 },
        { at: day(0), id: 3 },
        { at, id: 1 }
      ]).map((each) => each.id)
    ).toEqual([3, 1, 2]);
  });
  it('refuses what cannot have happened, with what there was', () => {
    const books = replay([entry(1, sand(10))]);
    const there = totalMass(sandIn(books));
    expect(() => apply(books, entry(2, { kind: 'discarded', kg: 20, burnt: false }))).toThrow(
      `only ${there.toFixed(2)} kg of sand`
    );
    expect(() => apply(books, entry(2, { kind: 'dried', kg: 5 }))).toThrow(LedgerError);
    expect(
      totalMass(sandIn(apply(books, entry(2, { kind: 'discarded', kg: there * (1 + 1e-12), burnt: true }))))
    ).toBeCloseTo(0, 9);
  });
  it('an entry that only an older version let pass takes what there was', () => {
    const keeping = {
      system: 'water',
      binder: 'sodium-bentonite',
      targets: TARGETS['sodium-bentonite']
    } as const;
    const books = replay([entry(1, sand(10))]);
    const emptied = applyAsFarAs(books, entry(2, { kind: 'spilled', kg: 99 }), keeping);
    expect(totalMass(sandIn(emptied))).toBeCloseTo(0, 9);
    expect(totalMass(emptied.gone)).toBeCloseTo(totalMass(sandIn(books)), 9);
  });
  it('takes more back than was drawn as more of the same', () => {
    const books = apply(replay([entry(1, sand(20))]), entry(2, { kind: 'returned', kg: 3 }));
    expect(totalMass(sandIn(books))).toBeCloseTo(totalMass(sandIn(replay([entry(1, sand(20))]))) + 3, 10);
    expect(totalMass(books.brought)).toBeCloseTo(totalMass(sandIn(books)), 10);
  });
  it('writes off what will not come back of a mold', () => {
    const drawn = replay([entry(1, sand(20)), entry(2, { kind: 'drawn', kg: 10 })]);
    const back = apply(drawn, entry(3, { kind: 'returned', kg: 9.6, rest_lost: true }));
    expect(totalMass(sandOut(back))).toBe(0);
    expect(totalMass(back.gone)).toBeCloseTo(0.4, 12);
    expect(totalMass(sandIn(back))).toBeCloseTo(totalMass(sandIn(drawn)) + 9.6, 10);
  });
  it('a test or a note moves no sand', () => {
    const books = replay([entry(1, sand(20))]);
    expect(apply(books, entry(2, { kind: 'noted' }))).toEqual(books);
    expect(composition()).toEqual(sandIn(emptyBooks()));
  });
});

describe('burnt sand', () => {
  const pour = (burnt_kg: number, more: object = {}): Event =>
    ({ kind: 'poured', burnt_kg, water_driven_off_kg: 0, ...more }) as Event;
  const black = (kg: number): Event => ({ kind: 'discarded', kg, burnt: true });
  const active = ({ active_clay, ...rest }: ReturnType<typeof sandIn>) =>
    active_clay / (totalMass({ active_clay, ...rest }) - rest.water);

  it('stays apart, without water, its clay dead, until it is mixed in', () => {
    const start = replay([entry(1, sand(20)), entry(2, { kind: 'drawn', kg: 10 })]);
    const mold = bodyOf(start.bodies, 'mold:');
    const poured = apply(start, entry(3, pour(1)));
    const burnt = bodyOf(poured.bodies, 'burnt:');
    expect(burnt).toMatchObject({ active_clay: 0, water: 0, combustibles: 0, oil: 0 });
    expect(burnt.dead_clay).toBeCloseTo(mold.active_clay * 0.1, 12);
    expect(burnt.grain).toBeCloseTo(mold.grain * 0.1, 12);
    const back = apply(poured, entry(4, { kind: 'returned', kg: totalMass(sandOut(poured)) }));
    expect(sandIn(back).dead_clay).toBe(0);
    expect(bodyOf(back.bodies, 'burnt').dead_clay).toBeCloseTo(burnt.dead_clay, 12);
    const worked = apply(back, entry(5, { kind: 'water', kg: 0.1 }));
    expect(sandIn(worked).dead_clay).toBeCloseTo(burnt.dead_clay, 12);
    expect(worked.bodies.has('burnt')).toBe(false);
  });
  it.each([false, true])(
    'ten rounds of 0.4 kg burnt and thrown out leave 8.00 %% active and 0 %% dead (in molds: %s)',
    (molds) => {
      const found: Event = {
        kind: 'bought',
        kg: 40,
        moisture_fraction: 0.035,
        active_clay_fraction: 0.08,
        oil_fraction: 0,
        moisture_stated: true,
        active_stated: true
      };
      const rounds = Array.from({ length: 10 }, (): Event[] =>
        molds
          ? [
              { kind: 'drawn', kg: 12 },
              pour(0.4, { metal_kg: 1 }),
              { kind: 'returned', kg: 11.9 },
              black(0.4)
            ]
          : [pour(0.4), black(0.4)]
      ).flat();
      const sandLeft = sandIn(replay([found, ...rounds].map((event, i) => entry(i, event))));
      expect(100 * active(sandLeft)).toBeCloseTo(8, 2);
      expect(sandLeft.dead_clay).toBeCloseTo(0, 12);
    }
  );
  it('half of it sorted leaves half of it to be mixed in; more than there was comes out of the heap', () => {
    const poured = replay([entry(1, sand(20)), entry(2, pour(1))]);
    const half = apply(poured, entry(3, { kind: 'discarded', kg: 0.5, burnt: true, found: 0.5 }));
    expect(totalMass(bodyOf(half.bodies, 'burnt')) / totalMass(bodyOf(poured.bodies, 'burnt'))).toBeCloseTo(
      1 - 0.5 / totalMass(bodyOf(poured.bodies, 'burnt')),
      10
    );
    const more = apply(poured, entry(3, black(2)));
    expect(totalMass(bodyOf(more.bodies, 'burnt'))).toBe(0);
    expect(totalMass(sandIn(more))).toBeCloseTo(
      totalMass(sandIn(poured)) - (2 - totalMass(bodyOf(poured.bodies, 'burnt'))),
      10
    );
  });
});

describe('molds', () => {
  it('are kept apart: what is poured in one leaves the other as it was', () => {
    const books = replay([
      entry(1, sand(40)),
      entry(2, { kind: 'drawn', kg: 10 }, day(2), 7),
      entry(3, { kind: 'drawn', kg: 6 }, day(3), 8),
      entry(4, { kind: 'poured', burnt_kg: 1, water_driven_off_kg: 0.1 }, day(4), 7)
    ]);
    expect(totalMass(bodyOf(books.bodies, 'mold:8'))).toBeCloseTo(6, 12);
    expect(bodyOf(books.bodies, 'mold:8').dead_clay).toBe(0);
    expect(bodyOf(books.bodies, 'burnt:7').dead_clay).toBeGreaterThan(0);
    const back = apply(books, entry(5, { kind: 'returned', kg: 6, rest_lost: true }, day(5), 8));
    expect(back.bodies.has('mold:8')).toBe(false);
    expect(back.bodies.has('mold:7')).toBe(true);
  });
  it('water driven off is worked out from the heat of the metal: 2 kg of aluminium take 230 g', () => {
    expect(steamFrom(2)).toBeCloseTo(0.22993, 5);
    expect(steamFrom(2, 'iron') / steamFrom(2)).toBeGreaterThan(1.1);
    const drawn = replay([entry(1, sand(40)), entry(2, { kind: 'drawn', kg: 20 })]);
    const poured = apply(
      drawn,
      entry(3, { kind: 'poured', burnt_kg: 0.4, water_driven_off_kg: null, metal_kg: 2 })
    );
    const water = (of: Books) => sandOut(of).water;
    // All but what a mold that has little left may not have given.
    expect(water(drawn) - water(poured)).toBeCloseTo(steamFrom(2), 6);
  });
  it('12 kg burnt of 20 drawn from 100: the molds give the water that they hold', () => {
    const drawn = replay([entry(1, sand(90)), entry(2, { kind: 'drawn', kg: 20 })]);
    const poured = apply(
      drawn,
      entry(3, { kind: 'poured', burnt_kg: 12, water_driven_off_kg: null, metal_kg: 1 })
    );
    expect(sandOut(poured).water).toBeGreaterThanOrEqual(0);
    expect(sandIn(poured)).toEqual(sandIn(drawn));
  });
});
