import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { advance, believe } from '../heap/estimate';
import { conditionAt } from '../heap/condition';
import { KINDS } from '../heap/kinds';
import { firstBelief, sandOf, type HeapNature } from '../heap/state/belief';
import { standUntil } from '../heap/standing';
import { totalMass } from '../material/composition';
import { steamFrom } from '../metal/steam';
import { prescribe, type StockAtHand } from '../mix/prescription';
import { TARGETS } from '../reference/targets';
import { learnedFrom } from './branch-learned';
import { foretellDay, type DayAhead, type MoldAhead } from './day-sand';

const HOUR = 3_600_000;
const NOW = Date.UTC(2026, 4, 1, 9);
const nature: HeapNature = {
  system: 'water',
  binder: 'sodium-bentonite',
  targets: TARGETS['sodium-bentonite'],
  container: { cover: 'lid', exposed_area_m2: 0.15 }
};
const plenty = { moisture_fraction: 0.08, active_fraction: 0.9, available_kg: 50 };
const stock: StockAtHand = { binder: plenty, sand: plenty, oil: plenty };
const context = learnedFrom(nature, firstBelief(nature));
const belief = believe(nature, [
  {
    id: 1,
    at: '2026-04-30T09:00:00.000Z',
    event: KINDS.mixed.read(
      {
        additions: [
          { ingredient: 'sand', kg: 20 },
          { ingredient: 'sodium-bentonite', kg: 2 },
          { ingredient: 'water', kg: 0.5 }
        ]
      },
      context
    )
  }
]);
const THERE = totalMass(sandOf(belief));

const mold = (id: number, round: number, rest: Partial<MoldAhead> = {}): MoldAhead => ({
  id: -id,
  round,
  sand_kg: 15,
  metal_kg: 1,
  rammed: false,
  poured: false,
  ram_at: NOW + (46 + 3 * round) * HOUR,
  pour_at: NOW + (47 + 3 * round) * HOUR,
  shaken_at: NOW + (48 + 3 * round) * HOUR,
  ...rest
});
const day = (molds: MoldAhead[], rest: Partial<DayAhead> = {}): DayAhead => ({
  molds,
  alloy: 'aluminium',
  new_sand_kg: 0,
  back: null,
  renew_at: NOW + 30 * HOUR,
  temper_at: new Map([[1, NOW + 33 * HOUR]]),
  ...rest
});
const foretold = (...of: Parameters<typeof day>) => foretellDay(nature, belief, NOW, day(...of), stock);
const doseOf = (state: typeof belief, ms: number) =>
  prescribe(
    { ...conditionAt(nature, state, new Date(ms).toISOString()), system: 'water', targets: nature.targets },
    stock
  );

describe('a heap through a casting day', () => {
  it('is tempered with what it wants at that hour', () => {
    const { temperings, short_kg } = foretold([mold(1, 1)]);
    const at = NOW + 33 * HOUR;
    const { water_kg, binder_kg, need } = doseOf(standUntil(nature, belief, new Date(at).toISOString()), at);
    expect(water_kg).toBeGreaterThan(0.05);
    expect(temperings).toEqual([{ round: 1, need, water_kg, binder_kg, dry_off_kg: 0, back: null }]);
    expect(short_kg).toBe(0);
  });

  it('renewed first it wants the water of the new sand and clay too', () => {
    const at = new Date(NOW + 30 * HOUR).toISOString();
    let state = standUntil(nature, belief, at);
    state = advance(nature, state, {
      id: 2,
      at,
      event: KINDS.added.read({ ingredient: 'washed-silica', kg: 10 }, context)
    });
    const dry = totalMass(sandOf(state)) - sandOf(state).water;
    // Clay of nine tenths active, a twelfth of it water, to 8 % of the dry mix: (0.08 dry − active) / (0.828 − 0.08).
    const { min, max } = nature.targets.active_clay;
    const aim = (min + max) / 2;
    const clay = KINDS.added.read({ ingredient: 'sodium-bentonite', kg: 1 }, context);
    const [one] = [advance(nature, state, { id: 3, at, event: clay })];
    const active = sandOf(one).active_clay - sandOf(state).active_clay;
    const kg = (aim * dry - sandOf(state).active_clay) / (active - aim);
    const mended = advance(nature, state, {
      id: 3,
      at,
      event: { ...clay, ...KINDS.added.read({ ingredient: 'sodium-bentonite', kg }, context) }
    });
    const temper = NOW + 33 * HOUR;
    const { water_kg } = doseOf(standUntil(nature, mended, new Date(temper).toISOString()), temper);
    const [first] = foretold([mold(1, 1)], { new_sand_kg: 10 }).temperings;
    expect(first!.water_kg).toBeCloseTo(water_kg, 3);
    expect(first!.water_kg).toBeGreaterThan(foretold([mold(1, 1)]).temperings[0]!.water_kg + 0.15);
    expect(first!.binder_kg).toBe(0);
  });

  it('what no round finds is short, and is taken in before', () => {
    expect(foretold([mold(1, 1, { sand_kg: THERE + 4 })]).short_kg).toBeCloseTo(4, 9);
    // Two in one round lie in the sand together; in two rounds the second has what comes back, less a fiftieth spilled.
    expect(foretold([mold(1, 1), mold(2, 1)]).short_kg).toBeCloseTo(30 - THERE, 9);
    expect(foretold([mold(1, 1), mold(2, 2)]).short_kg).toBe(0);
    const all = foretold([mold(1, 1), mold(2, 2, { sand_kg: THERE })]).short_kg;
    expect(all).toBeCloseTo(0.02 * 15, 2);
    // Both are more than there is: made up for the first, the second lacks what it wants more, and what was spilled.
    const both = [mold(1, 1, { sand_kg: THERE + 1 }), mold(2, 2, { sand_kg: THERE + 3 })];
    expect(foretold(both).short_kg).toBeCloseTo(3 + 0.02 * (THERE + 1), 9);
  });

  it('what is short is renewed before it is tempered, and wants its water too', () => {
    const water = (...of: Parameters<typeof day>) => foretold(...of).temperings[0]!.water_kg;
    const made_up = water([mold(1, 1, { sand_kg: THERE + 4 })]);
    expect(made_up).toBeCloseTo(water([mold(1, 1)], { new_sand_kg: 4 }), 9);
    expect(made_up).toBeGreaterThan(water([mold(1, 1)]) + 0.05);
  });

  it('a second round is tempered as a ledger would say that had the same entries', () => {
    const [first, second] = foretold([mold(1, 1), mold(2, 2)]).temperings;
    let state = belief;
    const entry = (ms: number, event: Parameters<typeof advance>[2]['event'], mold_id?: number) => {
      const at = new Date(ms).toISOString();
      state = advance(nature, state, { id: ms, at, event, ...(mold_id !== undefined && { mold_id }) });
    };
    const [ram, pour, shaken] = [NOW + 49 * HOUR, NOW + 50 * HOUR, NOW + 51 * HOUR];
    entry(NOW + 33 * HOUR + 60_000, { kind: 'water', kg: first!.water_kg });
    entry(ram + 60_000, { kind: 'drawn', kg: 15 }, -1);
    const of = learnedFrom(nature, state);
    entry(pour + 60_000, KINDS.poured.read({ metal_kg: 1, alloy: 'aluminium' }, of), -1);
    // A fiftieth of what went out is spilled on its way back.
    entry(shaken + 60_000, { kind: 'returned', kg: 0.98 * 15, rest_lost: true, weighed: false }, -1);
    const again = shaken + (1 + second!.back!.cools_min) * 60_000;
    const { water_kg, binder_kg } = doseOf(standUntil(nature, state, new Date(again).toISOString()), again);
    expect(first!.binder_kg).toBe(0);
    expect(second!.binder_kg).toBe(binder_kg);
    expect(second!.water_kg).toBeCloseTo(water_kg, 2);
  });

  it('a second round is tempered again where it wants the sand of the first, with about what went off as steam', () => {
    const [first, second, ...more] = foretold([mold(1, 1), mold(2, 2)]).temperings;
    expect(more).toEqual([]);
    expect(first!.back).toBeNull();
    expect(second!.round).toBe(2);
    const lost = second!.water_kg / steamFrom(1);
    // Beside the steam it dries a little, and what burnt wants none any more.
    expect(lost).toBeGreaterThan(0.6);
    expect(lost).toBeLessThan(1.6);
    // 1 kg of aluminium in 15 kg: some 45 K above a cool shed.
    expect(second!.back!.sand_c).toBeGreaterThan(45);
    expect(second!.back!.sand_c).toBeLessThan(75);
    expect(second!.back!.cools_min).toBeGreaterThanOrEqual(30);
    // Small ones find their sand beside the first.
    expect(foretold([mold(1, 1, { sand_kg: 8 }), mold(2, 2, { sand_kg: 8 })]).temperings).toHaveLength(1);
  });

  it('begun already, with the first round rammed and poured, the second still finds its sand', () => {
    const drawn = {
      id: 5,
      at: new Date(NOW).toISOString(),
      mold_id: 7,
      event: KINDS.drawn.read({ kg: 15 }, context)
    };
    const state = advance(nature, belief, drawn);
    const of = day([mold(1, 1, { id: 7, rammed: true }), mold(2, 2)]);
    const { temperings, short_kg } = foretellDay(nature, state, NOW, of, stock);
    expect(short_kg).toBe(0);
    expect(temperings).toHaveLength(1);
    expect(temperings[0]).toMatchObject({ round: 2 });
    expect(temperings[0]!.back).not.toBeNull();
  });

  it('sand that came back already is cooled and tempered before the next round, though there is enough of it', () => {
    const back = { at: NOW, sand_kg: 10, metal_kg: 1 };
    const [only, ...more] = foretold([mold(1, 2)], { back, temper_at: new Map() }).temperings;
    expect(more).toEqual([]);
    expect(only!.round).toBe(2);
    // 700,980 J stay of a kilogram of aluminium; ten kilograms of sand take some 11.5 kJ/K.
    const warmer =
      only!.back!.sand_c -
      foretold([mold(1, 2)], { back: { ...back, metal_kg: 0 } }).temperings[0]!.back!.sand_c;
    expect(warmer).toBeGreaterThan(55);
    expect(warmer).toBeLessThan(68);
    expect(only!.back!.cools_min).toBeGreaterThan(60);
  });

  it('whatever its molds are, short is never less than any round alone wants beyond all there is', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            round: fc.integer({ min: 1, max: 3 }),
            sand_kg: fc.double({ min: 1, max: 40, noNaN: true })
          }),
          {
            minLength: 1,
            maxLength: 5
          }
        ),
        (of) => {
          const molds = of.map(({ round, sand_kg }, i) => mold(i + 1, round, { sand_kg }));
          const { short_kg, temperings } = foretold(molds);
          const rounds = [1, 2, 3].map((round) =>
            molds.filter((each) => each.round === round).reduce((sum, { sand_kg }) => sum + sand_kg, 0)
          );
          expect(short_kg).toBeGreaterThanOrEqual(Math.max(...rounds) - THERE - 1e-9);
          expect(short_kg).toBeLessThanOrEqual(Math.max(0, rounds.reduce((a, b) => a + b, 0) - THERE) + 1e-9);
          for (const each of temperings) expect(each.water_kg).toBeGreaterThanOrEqual(0);
        }
      ),
      { numRuns: 40 }
    );
  });
});
