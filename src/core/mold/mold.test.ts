import fc from 'fast-check';
import { barPlaces } from './bars';
import { describe, expect, it } from 'vitest';
import { ALLOY_NAMES } from '$core/reference/alloys';
import { sandAround } from '$core/reference/mold';
import { fit, leastFlask } from './fit';
import type { CastingBox } from './casting';
import { insideArea, insidePerimeter, type Flask } from './flask';
import { carry, copeLift, dropOut } from './holding';
import { clearances, keeps, keptLayout } from './placement';
import { sandDemand } from './sand-demand';

const flask: Flask = { shape: 'rectangular', length_m: 0.35, width_m: 0.25, cope_m: 0.09, drag_m: 0.07 };
const metres = (most: number) => fc.double({ min: 0.005, max: most, noNaN: true });
const box = fc.record<CastingBox>({
  length_m: metres(0.6),
  width_m: metres(0.6),
  above_m: metres(0.2),
  below_m: metres(0.2),
  kg: fc.double({ min: 0.01, max: 40, noNaN: true })
});
const boxes = fc.array(box, { minLength: 1, maxLength: 6 });
const alloys = fc.constantFrom(...ALLOY_NAMES);
const flaskOf = ({ length_m, width_m, cope_m, drag_m }: ReturnType<typeof leastFlask>): Flask => ({
  shape: 'rectangular',
  length_m,
  width_m,
  cope_m,
  drag_m
});

describe('sand that a mold takes', () => {
  it('is what the halves hold less what is not sand', () => {
    const solids = { cope_m3: 0.0005, drag_m3: 0.0004 };
    const demand = sandDemand(flask, solids, 1600);
    expect(demand.inside_m3 * 1000).toBeCloseTo(14, 9);
    expect(demand.sand_kg).toBeCloseTo(20.96, 9);
    expect(demand.with_allowance_kg).toBeCloseTo(23.4752, 9);
    expect(demand.cope_kg + demand.drag_kg).toBeCloseTo(demand.sand_kg, 12);
    expect(demand.cope_kg).toBeCloseTo((7.875 - 0.5) * 1.6, 9);
    expect(sandDemand(flask, solids, 1600, 0).with_allowance_kg).toBeCloseTo(20.96, 9);
    expect(() => sandDemand(flask, { cope_m3: 0.01, drag_m3: 0 }, 1600)).toThrow(RangeError);
    expect(() => sandDemand(flask, { cope_m3: 0, drag_m3: 0.01 }, 1600)).toThrow(RangeError);
  });
  it('of a round flask goes with the square of its diameter', () => {
    const round: Flask = { shape: 'round', length_m: 0.3, width_m: 0, cope_m: 0.1, drag_m: 0.1 };
    expect(insideArea(round)).toBeCloseTo(Math.PI * 0.15 ** 2, 12);
    expect(insidePerimeter(round)).toBeCloseTo(Math.PI * 0.3, 12);
  });
});

describe('the sand around a casting', () => {
  it('grows with its mass and with the metal’s heat', () => {
    expect(sandAround(0.3, 'aluminium')).toMatchObject({ wall_m: 0.025, over_m: 0.04, head_m: 0.075 });
    expect(sandAround(0.5, 'aluminium').wall_m).toBe(0.035);
    expect(sandAround(1, 'tin-bronze').wall_m).toBeCloseTo(0.04375, 12);
    expect(sandAround(5, 'iron')).toMatchObject({
      wall_m: expect.closeTo(0.07, 12) as number,
      head_m: expect.closeTo(0.105, 12) as number
    });
    expect(sandAround(500, 'aluminium').under_m).toBe(0.1);
  });
});

describe('the least flask', () => {
  const plate: CastingBox = { length_m: 0.18, width_m: 0.12, above_m: 0, below_m: 0.02, kg: 1.2 };
  it('adds the margins, the sprue and the head', () => {
    const least = leastFlask([plate], 'aluminium');
    // 180 + 2·35 + 30 + 20 by 120 + 2·35, smaller than the sprue beside it: 250 by 240.
    expect(least.length_m).toBeCloseTo(0.3, 9);
    expect(least.width_m).toBeCloseTo(0.19, 9);
    expect(least.cope_m).toBeCloseTo(0.075, 9);
    expect(least.drag_m).toBeCloseTo(0.06, 9);
    expect(() => leastFlask([], 'aluminium')).toThrow(RangeError);
  });
  it('holds what it was made for; when a side is shorter, only as castings placed about the sprue do', () => {
    fc.assert(
      fc.property(
        boxes,
        alloys,
        fc.constantFrom('length_m', 'width_m', 'cope_m', 'drag_m'),
        (castings, alloy, side) => {
          const least = leastFlask(castings, alloy);
          expect(fit(castings, alloy, flaskOf(least))).toMatchObject({ fits: true, short: [] });
          const smaller = { ...flaskOf(least), [side]: least[side] - 0.002 };
          if (!fit(castings, alloy, smaller).fits) return;
          expect(side).toMatch(/length|width/);
          const layout = keptLayout(castings, alloy, smaller)!;
          expect(clearances(castings, alloy, smaller, layout).every(keeps)).toBe(true);
        }
      )
    );
  });
  it('is never smaller for one casting more, nor for a heavier one, nor for a hotter metal', () => {
    fc.assert(
      fc.property(boxes, box, (castings, more) => {
        const area = ({ length_m, width_m }: ReturnType<typeof leastFlask>) => length_m * width_m;
        const least = leastFlask(castings, 'aluminium');
        const grown = leastFlask([...castings, more], 'aluminium');
        expect(area(grown)).toBeGreaterThanOrEqual(area(least) - 1e-9);
        expect(grown.cope_m).toBeGreaterThanOrEqual(least.cope_m);
        const hot = leastFlask(castings, 'tin-bronze');
        expect(area(hot)).toBeGreaterThan(area(least));
      })
    );
  });
  it('nine discs lie in three rows, and not in one of 795 mm', () => {
    const disc: CastingBox = { length_m: 0.06, width_m: 0.06, above_m: 0, below_m: 0.01, kg: 0.2 };
    const nine = Array.from({ length: 9 }, () => disc);
    const least = leastFlask(nine, 'aluminium');
    // Along: 3·60 + 2·20 + 2·25 + 25 + 20. Across: 3·60 + 2·25 and two branches of 12 with 10 of sand to each side.
    expect(least.length_m).toBeCloseTo(0.315, 9);
    expect(least.width_m).toBeCloseTo(0.294, 9);
    const into = flaskOf(least);
    expect(fit(nine, 'aluminium', into).fits).toBe(true);
    const layout = keptLayout(nine, 'aluminium', into)!;
    expect(clearances(nine, 'aluminium', into, layout).filter((each) => !keeps(each))).toEqual([]);
    // One fewer leaves a place; unlike ones lie in one row as before.
    expect(fit(nine.slice(1), 'aluminium', into).fits).toBe(true);
    expect(leastFlask([...nine.slice(1), { ...disc, kg: 0.3 }], 'aluminium').length_m).toBeCloseTo(0.795, 9);
  });
  it('takes as many as rows and columns of them go into it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 12 }),
        fc.integer({ min: 2, max: 4 }),
        fc.double({ min: 0.02, max: 0.09, noNaN: true }),
        fc.double({ min: 0.02, max: 0.09, noNaN: true }),
        (count, rows, length_m, width_m) => {
          const columns = Math.ceil(count / rows);
          fc.pre((rows - 1) * columns < count);
          const one: CastingBox = { length_m, width_m, above_m: 0, below_m: 0.01, kg: 0.2 };
          const all = Array.from({ length: count }, () => one);
          const into: Flask = {
            shape: 'rectangular',
            length_m: columns * length_m + (columns - 1) * 0.02 + 0.05 + 0.025 + 0.02 + 1e-6,
            width_m: rows * width_m + (rows - 1) * 0.032 + 0.05 + 1e-6,
            cope_m: 0.1,
            drag_m: 0.06
          };
          const layout = keptLayout(all, 'aluminium', into);
          expect(layout).not.toBeNull();
          expect(clearances(all, 'aluminium', into, layout!).every(keeps)).toBe(true);
        }
      ),
      { numRuns: 40 }
    );
  });
  it('a flask is turned as it fits, and a round one takes what lies about its sprue', () => {
    const turned: Flask = { shape: 'rectangular', length_m: 0.19, width_m: 0.3, cope_m: 0.1, drag_m: 0.1 };
    expect(fit([plate], 'aluminium', turned).fits).toBe(true);
    // The sprue beside it: larger in area, and yet this flask takes it.
    expect(fit([plate], 'aluminium', { ...turned, length_m: 0.25, width_m: 0.24 }).fits).toBe(true);
    expect(fit([plate], 'aluminium', { ...turned, length_m: 0.24, width_m: 0.24 }).short).toEqual([
      { side: 'length', by_m: expect.closeTo(0.01, 9) as number }
    ]);
    // Two in a row, the sprue beside them: longer than wide, and not as the row with the sprue at its end.
    const long = { ...turned, length_m: 0.455, width_m: 0.24 };
    expect(fit([plate, plate], 'aluminium', long).fits).toBe(true);
    const round = (length_m: number): Flask => ({ ...turned, shape: 'round', length_m, width_m: 0 });
    expect(fit([plate], 'aluminium', round(0.25 * Math.SQRT2 + 1e-9)).fits).toBe(true);
    // What it lacks is told by the square that stands in it.
    expect(fit([plate], 'aluminium', round(0.2)).short.map(({ side }) => side)).toEqual(['length', 'width']);
    expect(fit([plate], 'aluminium', flask).short).toEqual([]);
  });
});

describe('what holds a cope', () => {
  it('metal lifts it by its head on the area it presses up on', () => {
    const lift = copeLift([{ area_m2: 0.18 * 0.12, head_m: 0.1 }], 2400, 0);
    expect(lift.lift_n).toBeCloseTo(50.84, 2);
    expect(lift.lift_kg).toBeCloseTo(5.184, 9);
    expect(lift.hold_down_kg).toBeCloseTo(7.776, 9);
    expect(copeLift([{ area_m2: 0.0216, head_m: 0.1 }], 2400, 12).hold_down_kg).toBe(0);
    const two = copeLift(
      [
        { area_m2: 0.01, head_m: 0.1 },
        { area_m2: 0.01, head_m: 0.05 }
      ],
      2400,
      1,
      2
    );
    expect(two.hold_down_kg).toBeCloseTo(2 * 3.6 - 1, 9);
    // Cope and weights together: under a cope of 4 kg.
    expect(copeLift([{ area_m2: 0.0216, head_m: 0.1 }], 2400, 4).hold_down_kg).toBeCloseTo(3.776, 9);
    expect(copeLift([{ area_m2: 0.0216, head_m: 0.1 }], 2400, 6.5).hold_down_kg).toBeCloseTo(1.276, 9);
  });
  it('sand hangs by its strength at the wall, and wants bars where it spans far', () => {
    const small = dropOut(flask, 1600, 90e3);
    expect(small.needed_pa).toBeCloseTo((1600 * 9.80665 * 0.0875) / 1.2, 6);
    expect(small.ratio).toBeCloseTo((0.08 * 90e3) / small.needed_pa, 9);
    expect(small.bars).toBe(0);
    expect(dropOut(flask, 1600, 90e3, 'grooved').ratio).toBeCloseTo(1.5 * small.ratio, 9);
    expect(dropOut({ ...flask, length_m: 0.5, width_m: 0.45 }, 1600, 90e3).bars).toBe(3);
    expect(dropOut({ ...flask, length_m: 0.5, width_m: 0.3 }, 1600, 90e3).bars).toBe(3);
    // As they are drawn: 700 mm in gaps of at most 150.
    const wide = { ...flask, length_m: 0.7, width_m: 0.31 };
    expect(dropOut(wide, 1600, 90e3).bars).toBe(4);
    expect(barPlaces(wide, null)).toHaveLength(4);
  });
  it('a lift is one’s own, two hands’ or two people’s', () => {
    expect([16, 16.1, 23, 23.1].map(carry)).toEqual(['one', 'two-hands', 'two-hands', 'two-people']);
  });
});
