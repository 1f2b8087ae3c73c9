import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PARTS, composition, moistureFraction, plus, totalMass } from '$core/material/composition';
import { ROLES } from '$core/reference/ingredients';
import type { Event, LedgerEntry } from './entry';
import { LedgerError, apply, emptyBooks, inOrder, replay, type Books } from './ledger';

const day = (n: number) => new Date(Date.UTC(2026, 0, 1) + n * 86_400_000).toISOString();
const entry = (id: number, event: Event, at = day(id)): LedgerEntry => ({ id, at, event });
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
        const there = plus(plus(books.sand, books.out), books.gone);
        const scale = Math.max(1, totalMass(books.brought));
        expect(Math.abs(totalMass(there) - totalMass(books.brought)) / scale).toBeLessThan(1e-9);
        const clay = (of: typeof there) => of.active_clay + of.dead_clay;
        for (const part of ['grain', 'fines', 'water', 'combustibles', 'oil'] as const) {
          expect(Math.abs(there[part] - books.brought[part]) / scale).toBeLessThan(1e-9);
        }
        expect(Math.abs(clay(there) - clay(books.brought)) / scale).toBeLessThan(1e-9);
        for (const part of PARTS) expect(books.sand[part]).toBeGreaterThanOrEqual(-1e-9 * scale);
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
    expect(moistureFraction(replay(amended).sand)).toBeGreaterThan(moistureFraction(replay(before).sand));
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
    const there = totalMass(books.sand);
    expect(() => apply(books, entry(2, { kind: 'discarded', kg: 20, burnt: false }))).toThrow(
      `only ${there.toFixed(2)} kg of sand`
    );
    expect(() => apply(books, entry(2, { kind: 'dried', kg: 5 }))).toThrow(LedgerError);
    expect(
      totalMass(apply(books, entry(2, { kind: 'discarded', kg: there * (1 + 1e-12), burnt: true })).sand)
    ).toBeCloseTo(0, 9);
  });
  it('turns clay in burnt sand dead and drives its water off', () => {
    const start = replay([entry(1, sand(20)), entry(2, { kind: 'drawn', kg: 10 })]);
    const after = apply(start, entry(3, { kind: 'poured', burnt_kg: 1, water_driven_off_kg: null }));
    expect(after.out.dead_clay).toBeCloseTo(start.out.active_clay * 0.1, 12);
    expect(after.out.water).toBeCloseTo(start.out.water * 0.7, 12);
    const returned = apply(after, entry(4, { kind: 'returned', kg: totalMass(after.out) }));
    expect(totalMass(returned.out)).toBe(0);
    expect(totalMass(returned.sand)).toBeCloseTo(totalMass(start.sand) + totalMass(after.out), 10);
  });
  it('takes more back than was drawn as more of the same', () => {
    const books = apply(replay([entry(1, sand(20))]), entry(2, { kind: 'returned', kg: 3 }));
    expect(totalMass(books.sand)).toBeCloseTo(totalMass(replay([entry(1, sand(20))]).sand) + 3, 10);
    expect(totalMass(books.brought)).toBeCloseTo(totalMass(books.sand), 10);
  });
  it('writes off what will not come back of a mold', () => {
    const drawn = replay([entry(1, sand(20)), entry(2, { kind: 'drawn', kg: 10 })]);
    const back = apply(drawn, entry(3, { kind: 'returned', kg: 9.6, rest_lost: true }));
    expect(totalMass(back.out)).toBe(0);
    expect(totalMass(back.gone)).toBeCloseTo(0.4, 12);
    expect(totalMass(back.sand)).toBeCloseTo(totalMass(drawn.sand) + 9.6, 10);
  });
  it('a test or a note moves no sand', () => {
    const books = replay([entry(1, sand(20))]);
    expect(apply(books, entry(2, { kind: 'noted' }))).toBe(books);
    expect(composition()).toEqual(emptyBooks().sand);
  });
});
