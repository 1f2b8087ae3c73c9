import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALLOYS, ALLOY_NAMES } from '../reference/alloys';
import { HOUSEHOLD, notNarrower } from '../reference/household';
import { alloyParts, bulkOf, chargeLoss, chargeLossRange, scrapLoss, topUps } from './charge';
import {
  FURNACES,
  heatToMelt,
  judgeSetPoint,
  pouringTemperature,
  setPointRange,
  furnaceFor,
  warmUpTime
} from './furnace';
import { CALM_M_S } from './gating';
import {
  ironPourTime,
  planGating,
  runningTime,
  type GatingPlan,
  type MoldToGate,
  type OwnGating
} from './gating-plan';
import { CRUCIBLE_FILL, meltDemand } from './melt';
import { planMelts } from './melt-plan';
import { steamFrom } from './steam';

const some = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const { aluminium } = ALLOYS;
const tinBronze = ALLOYS['tin-bronze'];

describe('which molds each melt fills', () => {
  const molds = fc
    .array(fc.tuple(some(0.1, 3), some(0, 1)), { minLength: 1, maxLength: 7 })
    .map((all) => all.map(([castings_kg, gating_kg], id) => ({ id, castings_kg, gating_kg })));
  it('every mold that fits a crucible is in one melt, no melt is over-full, and mass balances', () => {
    fc.assert(
      fc.property(molds, some(0, 0.1), some(0, 0.1), some(0.3, 3), (all, loss, heel, litres) => {
        const plan = planMelts(all, loss, heel, 2400, litres / 1000);
        const filled = plan.melts.flatMap((melt) => melt.molds);
        expect([...filled, ...plan.too_large].sort()).toEqual(all.map(({ id }) => id).sort());
        for (const melt of plan.melts)
          expect(melt.volume_m3).toBeLessThanOrEqual((CRUCIBLE_FILL * litres) / 1000 + 1e-9);
        expect(plan.poured_kg + plan.loss_kg + plan.heel_kg).toBeCloseTo(plan.charge_kg, 9);
      })
    );
  });
  it('takes no more melts than any way of sharing them out', () => {
    // Brute force: every way to put molds into groups.
    const ways = <T>(items: T[]): T[][][] => {
      if (items.length === 0) return [[]];
      const [first, ...rest] = items;
      return ways(rest).flatMap((way) => [
        [[first!], ...way],
        ...way.map((_, i) => way.map((each, k) => (k === i ? [first!, ...each] : each)))
      ]);
    };
    fc.assert(
      fc.property(
        molds.filter((all) => all.length <= 6),
        some(0.6, 2.5),
        (all, litres) => {
          const plan = planMelts(all, 0.04, 0.08, 2400, litres / 1000);
          fc.pre(plan.too_large.length === 0);
          const volume = (of: typeof all) =>
            meltDemand(
              of.reduce((sum, each) => sum + each.castings_kg, 0),
              of.reduce((sum, each) => sum + each.gating_kg, 0),
              0.04,
              0.08,
              2400,
              null
            ).volume_m3;
          const least = Math.min(
            ...ways(all)
              .filter((way) => way.every((group) => volume(group) <= (CRUCIBLE_FILL * litres) / 1000))
              .map((way) => way.length)
          );
          expect(plan.melts.length).toBe(least);
        }
      ),
      { numRuns: 60 }
    );
  });
  it('shares many molds out too', () => {
    const many = Array.from({ length: 20 }, (_, id) => ({ id, castings_kg: 0.5, gating_kg: 0 }));
    // Four of half a kilogram go into a crucible of a litre, filled to four fifths: 1.92 kg less nothing.
    expect(planMelts(many, 0, 0, 2400, 0.001).melts).toHaveLength(7);
  });
});

describe('what is charged', () => {
  it('chips lose more than ingot and take more room; a charge is a whole', () => {
    const [ingot, chips] = (['ingot', 'chips'] as const).map((scrap) => [{ scrap, share: 1 }]);
    expect(chargeLoss(ingot!, aluminium)).toBeCloseTo(0.025, 12);
    expect(chargeLoss(chips!, aluminium)).toBeCloseTo(0.1, 12);
    expect(bulkOf(chips!, 1, 2680)).toBeGreaterThan(4 * bulkOf(ingot!, 1, 2680));
    expect(() => chargeLoss([{ scrap: 'ingot', share: 0.5 }], aluminium)).toThrow(RangeError);
  });
  it.each([
    ['cast', 2, 6],
    ['returns', 2, 6],
    ['extruded', 4, 10],
    ['cans', 15, 35],
    ['chips', 5, 15]
  ] as const)('%s of aluminium loses %d to %d %%, whichever aluminium it is', (scrap, least, most) => {
    for (const alloy of [ALLOYS.aluminium, ALLOYS['aluminium-wrought']]) {
      const [low, high] = scrapLoss(scrap, alloy);
      expect([100 * low, 100 * high]).toEqual([expect.closeTo(least, 9), expect.closeTo(most, 9)]);
    }
  });
  it('a mixed charge loses by its parts: a third cans and the rest cast', () => {
    const [least, most] = chargeLossRange(
      [
        { scrap: 'cans', share: 1 / 3 },
        { scrap: 'cast', share: 2 / 3 }
      ],
      ALLOYS.aluminium
    );
    expect(least).toBeCloseTo(0.15 / 3 + 0.04 / 3, 12);
    expect(most).toBeCloseTo(0.35 / 3 + 0.12 / 3, 12);
  });
  it('an alloy with a range of one’s own goes by that', () => {
    expect(scrapLoss('cast', { loss: [0.05, 0.2] })).toEqual([0.05, expect.closeTo(0.2, 12)]);
  });
  it('is topped up until all of it is in', () => {
    expect(topUps(0.0008, 0.0005, 0.001)).toBe(0);
    // Twice the crucible, melting to half of it: 1 L in, melts to 0.5 L and so on.
    expect(topUps(0.002, 0.001, 0.0011)).toBeGreaterThanOrEqual(2);
    expect(topUps(0.01, 0.0005, 0.001)).toBeGreaterThan(topUps(0.002, 0.0005, 0.001));
  });
  it('an alloy is made up by mass, the part that melts lower into the molten base', () => {
    const parts = alloyParts(3, [
      { name: 'tin', share: 0.1, melts_c: 232 },
      { name: 'copper', share: 0.9, melts_c: 1085 }
    ]);
    expect(parts.map(({ name, kg }) => [name, kg])).toEqual([
      ['copper', expect.closeTo(2.7, 12)],
      ['tin', expect.closeTo(0.3, 12)]
    ]);
    expect(() => alloyParts(1, [])).toThrow(RangeError);
  });
});

describe('the furnace', () => {
  it('below the melting range it will never pour; on the way something is lost', () => {
    expect(judgeSetPoint(550, aluminium, 720).is).toBe('never-melts');
    expect(judgeSetPoint(600, aluminium, 720)).toEqual({ is: 'mushy', by_c: 53 });
    expect(judgeSetPoint(640, aluminium, 720)).toEqual({ is: 'cold', by_c: 13 });
    expect(judgeSetPoint(720, aluminium, 720)).toEqual({ is: 'short', by_c: 25 });
    expect(judgeSetPoint(760, aluminium, 720)).toEqual({ is: 'right', by_c: 15 });
    expect(judgeSetPoint(830, aluminium, 720)).toEqual({ is: 'too-hot', by_c: 30 });
  });
  it('every metal has its least and most: over the liquidus by what keeps it running, and what it bears', () => {
    const ranges = Object.fromEntries(ALLOY_NAMES.map((name) => [name, setPointRange(ALLOYS[name])]));
    expect(ranges).toEqual({
      aluminium: [653, 800],
      'aluminium-wrought': [700, 800],
      'zinc-4': [412, 480],
      'zinc-12': [457, 580],
      'zinc-27': [509, 650],
      'tin-bronze': [1040, 1250],
      'red-brass': [1050, 1250],
      'yellow-brass': [950, 1100],
      'aluminium-bronze': [1085, 1270],
      copper: [1125, 1260],
      pewter: [310, 400],
      silver: [933, 1080],
      iron: [1240, 1480]
    });
    // Of 80 °C that are known to be lost on the way none may be missing.
    expect(setPointRange(aluminium, 80)).toEqual([693, 800]);
    expect(judgeSetPoint(610, ALLOYS['zinc-12']).is).toBe('too-hot');
    expect(judgeSetPoint(613, aluminium).is).toBe('mushy');
    expect(judgeSetPoint(660, ALLOYS['aluminium-wrought']).is).toBe('mushy');
    // Whoever pours at the top of its range can set it so.
    for (const name of ALLOY_NAMES) {
      const { pour_range_c, set_point } = ALLOYS[name];
      expect(judgeSetPoint(set_point.most_c, ALLOYS[name], pour_range_c[1]).is).toBe('right');
    }
  });
  it('thin work is poured at the top of the range, chunky at the bottom', () => {
    for (const name of ALLOY_NAMES) {
      const [low, high] = ALLOYS[name].pour_range_c;
      expect(pouringTemperature(ALLOYS[name], 0.001)).toBe(high);
      expect(pouringTemperature(ALLOYS[name], 0.02)).toBe(low);
      expect(low).toBeGreaterThan(ALLOYS[name].liquidus_c - 1);
    }
  });
  it('takes as long as the heat takes', () => {
    // 1 kg of aluminium from 20 to 720 °C: 0.96·565 + 390 + 1.08·135 = 1,078 kJ.
    expect(heatToMelt(aluminium, 20, 720) / 1000).toBeCloseTo(1078.2, 6);
    const { electric } = FURNACES;
    expect(warmUpTime(aluminium, 1, 720, { ...electric, lining_j_k: 0 })).toBeCloseTo(1078200 / 1800, 6);
    expect(warmUpTime(aluminium, 2, 720, electric, 500)).toBeLessThan(
      warmUpTime(aluminium, 2, 720, electric)
    );
  });
  it('a furnace is taken that gets hot enough: wire glows no hotter than about 1150 °C in a small one', () => {
    // Set-points of the handbook: 745 °C for aluminium, 1195 for tin bronze, 1445 for grey iron.
    expect([745, 1150, 1195, 1250, 1445].map(furnaceFor)).toEqual([
      'electric-small',
      'electric-small',
      'electric',
      'electric',
      'gas'
    ]);
  });
});

const latch: MoldToGate = {
  alloy: aluminium,
  castings_kg: 0.45,
  castings: 2,
  sprue_m: 0.1,
  casting_m: 0.014,
  in_cope_m: 0,
  side_m: 0.15,
  wall_m: 0.006,
  modulus_m: 0.003,
  gate: 'parting',
  school: 'carved',
  pour_c: 740
};

describe('a way in as somebody makes it', () => {
  const is = (own: OwnGating) => planGating(latch, own).warnings.map((each) => each.is);
  const usual = planGating(latch);
  it('takes runner and basin as they are made, and their metal counts', () => {
    const own = {
      runner_width_m: 0.02,
      runner_height_m: 0.012,
      basin_length_m: 0.08,
      basin_width_m: 0.05,
      basin_depth_m: 0.04
    };
    const plan = planGating(latch, own);
    expect(plan.runner).toMatchObject({ width_m: 0.02, height_m: 0.012 });
    expect(plan.basin).toMatchObject({ length_m: 0.08, width_m: 0.05, depth_m: 0.04, dam_m: 0.02 });
    // Six tenths of its box is metal; the sprue begins where it ends.
    const before_m3 = usual.basin.length_m * usual.basin.width_m * usual.basin.depth_m * 0.6;
    const sprue_m3 = ({ sprue }: GatingPlan) =>
      ((Math.PI * 0.1) / 12) * (sprue.top_m ** 2 + sprue.top_m * sprue.bottom_m + sprue.bottom_m ** 2);
    expect(plan.metal_m3.cope - usual.metal_m3.cope).toBeCloseTo(
      0.08 * 0.05 * 0.04 * 0.6 - before_m3 + sprue_m3(plan) - sprue_m3(usual),
      9
    );
    expect(is(own)).toEqual([]);
  });
  it('one side of a runner is enough: the other follows from twice the choke', () => {
    const { runner, choke_m2 } = planGating(latch, { runner_width_m: 0.02 });
    expect(runner.width_m * runner.height_m).toBeCloseTo(2 * choke_m2, 12);
  });
  it('says what is wrong about each', () => {
    const { bottom_m, top_m } = usual.sprue;
    expect(is({ runner_width_m: 0.8 * bottom_m, runner_height_m: 0.8 * bottom_m })).toEqual(['runner-small']);
    expect(is({ basin_width_m: 0.9 * top_m })).toContain('basin-narrow');
    expect(is({ sprue_top_m: 0.03, sprue_bottom_m: 0.012, basin_depth_m: 0.02 })).toContain('basin-shallow');
    // Of 100 mm of cope 20 stay under it.
    expect(is({ basin_depth_m: 0.081 })).toContain('basin-deep');
    expect(is({ basin_depth_m: 0.08 })).not.toContain('basin-deep');
    const flask_m = [0.3, 0.2] as const;
    const out = (own: OwnGating) => planGating({ ...latch, flask_m }, own).warnings.map((each) => each.is);
    expect(out({ basin_length_m: 0.27 })).toContain('basin-out');
    expect(out({ basin_length_m: 0.25 })).not.toContain('basin-out');
    // It lies across the flask, too, where it goes in so.
    expect(out({ basin_length_m: 0.05, basin_width_m: 0.25 })).not.toContain('basin-out');
  });
  it('stands the riser where it is wanted', () => {
    const thick = { ...latch, modulus_m: 0.006 };
    expect(planGating(thick, { riser_stands: 'blind' }).riser).toMatchObject({ stands: 'blind', fits: true });
    expect(planGating(thick, { riser_stands: 'beside', riser_m: 0.03 }).riser).toMatchObject({
      stands: 'beside',
      diameter_m: 0.03,
      height_m: 0.1
    });
    // Thin castings feed themselves, wherever one would stand.
    expect(planGating(latch, { riser_stands: 'blind' }).riser).toBeNull();
  });
});

describe('the whole way in', () => {
  it('keeps the ingates calm, the sprue full and the pour within its window', () => {
    const plan = planGating(latch);
    expect(plan.warnings).toEqual([]);
    expect(plan.ingates.speed_m_s).toBeLessThanOrEqual(CALM_M_S + 1e-9);
    expect(plan.pour_s).toBeLessThan(plan.window_s.most!);
    expect(plan.sprue.top_m).toBeCloseTo(plan.sprue.bottom_m * Math.sqrt(Math.sqrt(0.1 / 0.03)), 12);
    expect(plan.riser).toBeNull();
    expect(plan.ingates.count).toBeGreaterThanOrEqual(2);
  });
  it('the choke passes what it says in the time it says', () => {
    fc.assert(
      fc.property(some(0.2, 6), some(0.06, 0.25), some(0.003, 0.02), (castings_kg, sprue_m, modulus_m) => {
        const plan = planGating({ ...latch, castings_kg, sprue_m, modulus_m, wall_m: null });
        const filled = castings_kg + (plan.riser ? plan.riser.count * plan.riser.kg : 0);
        expect(plan.flow_m3_s * plan.pour_s * aluminium.liquid_kg_m3).toBeCloseTo(filled, 9);
        expect(plan.ingates.speed_m_s).toBeLessThanOrEqual(CALM_M_S * 1.001);
        expect(plan.gating_kg).toBeGreaterThan(0);
        expect(plan.window_s.most).toBeNull();
      })
    );
  });
  it('says what is wrong with one’s own: too fast a gate, a sprue that is not full, one that is too narrow', () => {
    const own = (over: Parameters<typeof planGating>[1]) =>
      planGating(latch, over).warnings.map(({ is }) => is);
    expect(own({ ingates: 1, ingate_width_m: 0.004, ingate_height_m: 0.003 })).toContain('ingate-fast');
    expect(own({ sprue_top_m: 0.008, sprue_bottom_m: 0.012 })).toContain('sprue-not-full');
    expect(own({ pour_s: 2, sprue_bottom_m: 0.004 })).toContain('sprue-chokes');
    expect(own({ sprue_bottom_m: 0.003 })).toContain('too-slow');
    expect(own({ riser_m: 0.005 })).toContain('riser-small');
  });
  it('a wall thinner than the metal runs is told; so is a mold with no window', () => {
    const thin = planGating({ ...latch, wall_m: 0.0015, side_m: 0.02, castings: 1 });
    expect(thin.warnings.map(({ is }) => is)).toEqual(expect.arrayContaining(['thin', 'no-window']));
    expect(planGating({ ...latch, wall_m: 0.0035 }).warnings.map(({ is }) => is)).not.toContain('thin');
  });
  it('a thinner wall and colder metal leave less time', () => {
    expect(runningTime(0.003, aluminium, 740)).toBeLessThan(runningTime(0.006, aluminium, 740));
    expect(runningTime(0.006, aluminium, 680)).toBeLessThan(runningTime(0.006, aluminium, 760));
    expect(runningTime(0.006, aluminium, 740) / runningTime(0.003, aluminium, 740)).toBeCloseTo(4, 9);
  });
  it('calm takes as long as its gates take: two thirds of its side, six tenths of its wall high', () => {
    const heavy = { ...latch, castings: 1, castings_kg: 3, side_m: 0.05, wall_m: 0.006, modulus_m: 0.003 };
    const gates_m2 = (2 / 3) * 0.05 * 0.6 * 0.006;
    expect(planGating(heavy).window_s.least).toBeCloseTo(3 / 2400 / 0.5 / gates_m2, 9);
  });
  it('hands pour no faster and hardly slower than a stream can be kept up', () => {
    const bronze = { ...latch, alloy: tinBronze, castings_kg: 6, castings: 1, wall_m: null, side_m: 0.4 };
    const plan = planGating(bronze);
    const rate = plan.flow_m3_s * tinBronze.liquid_kg_m3;
    expect(rate).toBeGreaterThanOrEqual(0.3 - 1e-9);
    expect(rate).toBeLessThanOrEqual(1.2 + 1e-9);
    expect(planGating(bronze, { pour_s: 3 }).warnings).toContainEqual(
      expect.objectContaining({ is: 'too-fast', pour_s: expect.closeTo(3, 6) as number })
    );
  });
  it('iron is poured as the textbook has it: 10 kg at 10 mm in 6.6 s, 30 kg at 15 mm in 13.3 s', () => {
    // 22.046 lb and 0.3937 in: (0.95 + 0.4615)·4.6953; 66.139 lb and 0.5906 in: (0.95 + 0.6923)·8.1326.
    expect(ironPourTime(10, 0.01)).toBeCloseTo(6.628, 2);
    expect(ironPourTime(30, 0.015)).toBeCloseTo(13.356, 2);
    const plate = {
      ...latch,
      alloy: ALLOYS.iron,
      castings_kg: 10,
      castings: 1,
      side_m: 0.4,
      modulus_m: 0.0039
    };
    const plan = planGating({ ...plate, wall_m: 0.01, pour_c: 1370 });
    expect(plan.pour_s).toBeCloseTo(6.628, 2);
  });
  it('gates together are no wider than two thirds of the side that they enter', () => {
    fc.assert(
      fc.property(some(0.2, 6), some(0.03, 0.3), some(0.003, 0.02), (castings_kg, side_m, wall_m) => {
        const { ingates, warnings } = planGating({ ...latch, castings: 1, castings_kg, side_m, wall_m });
        expect(ingates.count * ingates.width_m).toBeLessThanOrEqual((2 / 3) * side_m + 1e-9);
        expect(warnings.map(({ is }) => is)).not.toContain('gates-wide');
      })
    );
    expect(planGating(latch, { ingates: 11, ingate_width_m: 0.047 }).warnings).toContainEqual({
      is: 'gates-wide',
      has_m: expect.closeTo(0.517, 9) as number,
      most_m: expect.closeTo(0.2, 9) as number
    });
  });
  it('a casting that reaches the basin is refused, one that reaches near it is warned of', () => {
    const upright = { ...latch, casting_m: 0.2, in_cope_m: 0.1 };
    // The mean head of 50 mm hides that its top never fills.
    expect(() => planGating(upright)).toThrow(/top never fills/);
    expect(() => planGating({ ...latch, casting_m: 0.12, gate: 'bottom' })).toThrow(RangeError);
    expect(planGating({ ...upright, in_cope_m: 0.06 }).warnings).toContainEqual({
      is: 'low-head',
      has_m: expect.closeTo(0.04, 9) as number,
      wants_m: 0.05
    });
    // Under 0.1 kg each, 40 mm are enough.
    const coin = { ...upright, in_cope_m: 0.06, castings_kg: 0.15, castings: 2 };
    expect(planGating(coin).warnings.map(({ is }) => is)).not.toContain('low-head');
  });
  it('the basin stays within the flask, 20 mm from its walls', () => {
    const { basin } = planGating({ ...latch, flask_m: [0.09, 0.06] }, { sprue_top_m: 0.025 });
    expect(basin.width_m).toBeCloseTo(0.02 + 0.005, 9);
    expect(basin.length_m).toBeCloseTo(0.05, 9);
  });
  it('no riser is an answer, and what it risks is told', () => {
    const thick = { ...latch, modulus_m: 0.008 };
    expect(planGating(thick).riser).not.toBeNull();
    const bare = planGating(thick, { riser_m: 0 });
    expect(bare.riser).toBeNull();
    expect(bare.warnings.map(({ is }) => is)).toContain('no-riser');
  });
  it('a size at home is the next that is not narrower', () => {
    expect(notNarrower(HOUSEHOLD.metric.pin, 0.0121)?.name).toBe('15 mm copper pipe');
    expect(notNarrower(HOUSEHOLD.us.pin, 0.0155)?.name).toBe('1/2 in copper pipe');
    expect(notNarrower(HOUSEHOLD.us.pin, 0.0127)?.name).toBe('1/2 in dowel');
    expect(notNarrower(HOUSEHOLD.metric.drill, 0.5)).toBeNull();
    for (const { pin, drill } of Object.values(HOUSEHOLD))
      for (const sizes of [pin, drill]) expect([...sizes].sort((a, b) => a.m - b.m)).toEqual([...sizes]);
  });
});

describe('figures worked out apart, by hand', () => {
  it('the metal of a way in: sprue, basin, well, runner and gates, each by its own solid', () => {
    const plan = planGating(
      {
        alloy: ALLOYS.aluminium,
        castings_kg: 0.6,
        castings: 1,
        sprue_m: 0.1,
        casting_m: 0.04,
        in_cope_m: 0.02,
        side_m: 0.12,
        wall_m: 0.008,
        modulus_m: 0.0035,
        gate: 'parting',
        school: 'carved',
        pour_c: 740
      },
      {
        sprue_bottom_m: 0.012,
        sprue_top_m: 0.02,
        ingates: 2,
        ingate_width_m: 0.02,
        ingate_height_m: 0.005
      }
    );
    // 55.0 g of sprue, 186.8 g of basin, 22.5 g of well, 87.9 g of runner, 10.7 g of gates.
    expect(plan.gating_kg).toBeCloseTo(0.362942, 6);
    // Runner to choke 2 : 1.
    expect(plan.runner.width_m * plan.runner.height_m).toBeCloseTo(2 * (Math.PI / 4) * 0.012 ** 2, 12);
  });
  it('two kilograms of aluminium drive 230 g of water out, by 30 % of their heat', () => {
    expect(steamFrom(2, 'aluminium')).toBeCloseTo(0.22993, 5);
  });
  it('metal that is set to its solidus never melts, at its liquidus it is mush', () => {
    expect(judgeSetPoint(557, ALLOYS.aluminium, 700).is).toBe('never-melts');
    expect(judgeSetPoint(558, ALLOYS.aluminium, 700).is).toBe('mushy');
    expect(judgeSetPoint(613, ALLOYS.aluminium, 700).is).toBe('mushy');
  });
  it('no scrap loses more than 35 %, however dirty the metal', () => {
    const chips = [{ scrap: 'chips' as const, share: 1 }];
    // 4 % and twice the 4 % up to its dirty end.
    expect(chargeLoss(chips, ALLOYS['yellow-brass'])).toBeCloseTo(0.12, 12);
    // Chips begin at 32.5 % of such a metal and end past what anything loses.
    expect(chargeLoss(chips, { ...ALLOYS.aluminium, loss: [0.1, 0.4] })).toBeCloseTo(0.3375, 12);
  });
  it('many molds fill the fewest melts the largest first: 50 kg by tens in five', () => {
    const sizes = [2, 4, 6, 2, 4, 6, 2, 4, 6, 2, 4, 6, 2];
    const molds = sizes.map((castings_kg, id) => ({ id, castings_kg, gating_kg: 0 }));
    const { melts } = planMelts(molds, 0, 0, 2400, 10 / 2400 / 0.8);
    expect(melts.map(({ poured_kg }) => poured_kg)).toEqual([10, 10, 10, 10, 10]);
  });
});
