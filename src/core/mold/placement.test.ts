import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALLOY_NAMES } from '$core/reference/alloys';
import type { CastingBox } from './casting';
import type { Flask } from './flask';
import {
  areaOf,
  boxOf,
  boxesApart,
  gapBetween,
  gapToPoint,
  liesClear,
  noFitOutline,
  outlineOf,
  placedOutline,
  pointLiesClear,
  rectangleOutline,
  type Outline
} from '../pattern/outline';
import { outlineOfCasting } from './casting';
import { clearances, gapToWall, keeps, layOut } from './placement';
import { planMold } from './plan-mold';

const box = (length_m: number, width_m: number, kg = 0.3): CastingBox => ({
  length_m,
  width_m,
  above_m: 0,
  below_m: 0.02,
  kg
});
const flask = (length_m: number, width_m: number, shape: Flask['shape'] = 'rectangular'): Flask => ({
  shape,
  length_m,
  width_m,
  cope_m: 0.1,
  drag_m: 0.08
});
const circle = (radius: number, sides = 40): Outline =>
  Array.from({ length: sides }, (_, i) => {
    const angle = (2 * Math.PI * i) / sides;
    return [radius * Math.cos(angle), radius * Math.sin(angle)] as const;
  });
/** A right-angled one: mirrored, it is another outline. */
const wedge = (long: number): Outline => [
  [-long / 2, -long / 4],
  [long / 2, -long / 4],
  [-long / 2, long / 4]
];
const side = fc.double({ min: 0.02, max: 0.15, noNaN: true });
const place = fc.record({
  x: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
  y: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
  turn: fc.double({ min: 0, max: 6.28, noNaN: true })
});

describe('gaps between outlines', () => {
  it('are exact for squares side by side, corner to corner, and overlapping', () => {
    const square = rectangleOutline(0.1, 0.1);
    expect(gapBetween(square, placedOutline(square, 0.15, 0, 0))).toBeCloseTo(0.05, 12);
    expect(gapBetween(square, placedOutline(square, 0.13, 0.14, 0))).toBeCloseTo(0.05, 12);
    expect(gapBetween(square, placedOutline(square, 0.08, 0, 0))).toBeCloseTo(-0.02, 12);
    // Turned by an eighth its corner reaches √2/2 of its side.
    expect(gapBetween(square, placedOutline(square, 0.2, 0, Math.PI / 4))).toBeCloseTo(
      0.15 - 0.05 * Math.SQRT2,
      12
    );
    expect(gapToPoint(square, [0.08, 0.09])).toBeCloseTo(0.05, 12);
    expect(gapToPoint(square, [0.04, 0])).toBeCloseTo(-0.01, 12);
    expect(gapToWall(placedOutline(square, 0.1, 0, 0), flask(0.4, 0.2))).toBeCloseTo(0.05, 12);
    expect(gapToWall(circle(0.05), flask(0.2, 0.2, 'round'))).toBeCloseTo(0.05, 12);
  });

  it('are the same both ways, and no more than the middles are apart', () => {
    fc.assert(
      fc.property(side, side, side, place, place, (a, b, c, p, q) => {
        const one = placedOutline(rectangleOutline(a, b), p.x, p.y, p.turn);
        const other = placedOutline(circle(c / 2, 12), q.x, q.y, q.turn);
        const gap = gapBetween(one, other);
        expect(gapBetween(other, one)).toBeCloseTo(gap, 9);
        expect(gap).toBeLessThanOrEqual(Math.hypot(p.x - q.x, p.y - q.y) + 1e-9);
      })
    );
  });

  it('whether they lie clear is told as the gap tells it', () => {
    const wants = fc.double({ min: -0.02, max: 0.2, noNaN: true });
    fc.assert(
      fc.property(side, side, side, place, place, wants, (a, b, c, p, q, least) => {
        const one = placedOutline(rectangleOutline(a, b), p.x, p.y, p.turn);
        const other = placedOutline(wedge(c), q.x, q.y, q.turn);
        expect(liesClear(one, other, least)).toBe(gapBetween(one, other) >= least);
        expect(pointLiesClear(one, [q.x, q.y], least)).toBe(gapToPoint(one, [q.x, q.y]) >= least);
        // What lies in two boxes lies no nearer than they do.
        const boxes = boxesApart(boxOf(one), boxOf(other));
        if (boxes > 0) expect(gapBetween(one, other)).toBeGreaterThanOrEqual(boxes - 1e-12);
      }),
      { numRuns: 300 }
    );
  });

  it('the gap at a place is that of the place from where the other must not come', () => {
    fc.assert(
      fc.property(side, side, side, place, place, (a, b, c, p, q) => {
        const one = placedOutline(rectangleOutline(a, b), 0, 0, p.turn);
        const other = placedOutline(wedge(c), 0, 0, q.turn);
        const there = placedOutline(other, p.x, p.y, 0);
        expect(gapToPoint(noFitOutline(one, other), [p.x, p.y])).toBeCloseTo(gapBetween(one, there), 9);
      }),
      { numRuns: 300 }
    );
    // Of two squares it is a square twice as large.
    const square = rectangleOutline(0.1, 0.1);
    expect(areaOf(noFitOutline(square, square))).toBeCloseTo(0.04, 12);
  });

  it('an outline of points is theirs but for a hair', () => {
    const points = Float64Array.from(circle(0.05, 500).flat());
    const { outline, middle } = outlineOf(points);
    expect(areaOf(outline) / (Math.PI * 0.0025)).toBeCloseTo(1, 2);
    expect(Math.hypot(...middle)).toBeLessThan(1e-12);
  });
});

describe('placement', () => {
  it('never breaks a clearance that it says it keeps', () => {
    const castings = fc.array(
      fc.record({
        length: side,
        width: side,
        kg: fc.double({ min: 0.05, max: 3, noNaN: true }),
        round: fc.boolean()
      }),
      { minLength: 1, maxLength: 7 }
    );
    const sides = fc.double({ min: 0.15, max: 0.8, noNaN: true });
    fc.assert(
      fc.property(
        castings,
        sides,
        sides,
        fc.boolean(),
        fc.constantFrom(...ALLOY_NAMES),
        (given, l, w, round, alloy) => {
          const boxes = given.map(({ length, width, kg, round: disc }) => ({
            ...box(length, disc ? length : width, kg),
            ...(disc && { outline: circle(length / 2, 24) })
          }));
          const into = flask(
            Math.max(l, w),
            round ? Math.max(l, w) : Math.min(l, w),
            round ? 'round' : 'rectangular'
          );
          const { layout, keeps: kept } = layOut(boxes, alloy, into);
          const found = clearances(boxes, alloy, into, layout);
          expect(layout.places.length).toBe(boxes.length);
          if (kept) expect(found.filter((each) => !keeps(each))).toEqual([]);
          else if (found.every(keeps)) throw new Error('It keeps all, and says that it does not.');
        }
      ),
      { numRuns: 60 }
    );
  });

  it('a dozen of several sizes find room, each turned as it fits', () => {
    const dozen = Array.from({ length: 12 }, (_, i) => box(0.06 + 0.01 * (i % 4), 0.04 + 0.005 * (i % 3)));
    expect(layOut(dozen, 'aluminium', flask(0.6, 0.45)).keeps).toBe(true);
    // Longer than the flask is wide: only along it.
    const long = layOut([box(0.25, 0.03)], 'aluminium', flask(0.35, 0.2));
    expect(long.keeps).toBe(true);
    const across = layOut([box(0.03, 0.25)], 'aluminium', flask(0.35, 0.2));
    expect(across.keeps).toBe(true);
    expect(Math.abs(Math.sin(across.layout.places[0]!.turned_rad))).toBeCloseTo(1, 9);
  });

  it('what has no room says so, and shows by how much', () => {
    const tight = layOut([box(0.1, 0.08), box(0.1, 0.08)], 'aluminium', flask(0.26, 0.15));
    expect(tight.keeps).toBe(false);
    const worst = clearances(
      [box(0.1, 0.08), box(0.1, 0.08)],
      'aluminium',
      flask(0.26, 0.15),
      tight.layout
    ).filter((each) => !keeps(each));
    expect(worst.length).toBeGreaterThan(0);
    expect(layOut([box(0.5, 0.5)], 'aluminium', flask(0.3, 0.2)).keeps).toBe(false);
    expect(() => layOut([], 'aluminium', flask(0.3, 0.2))).toThrow(RangeError);
  });

  it('bars side by side fill a flask that has little room over', () => {
    // 3 × 10 mm and twice 20 mm between them, 20 mm at the walls; the sprue stands past their ends.
    const bars = [box(0.3, 0.01), box(0.3, 0.01), box(0.3, 0.01)];
    expect(layOut(bars, 'aluminium', flask(0.42, 0.13)).keeps).toBe(true);
    expect(layOut(bars, 'aluminium', flask(0.42, 0.105)).keeps).toBe(false);
  });

  it('a larger flask takes what a smaller one took', () => {
    const castings = [box(0.1, 0.06), box(0.08, 0.05), box(0.05, 0.05)];
    let took = false;
    for (let l = 0.16; l < 0.5; l += 0.02) {
      const { keeps: kept } = layOut(castings, 'aluminium', flask(l, 0.75 * l));
      expect(took && !kept).toBe(false);
      took ||= kept;
    }
    expect(took).toBe(true);
  });

  it('measures from the sprue’s rim, from the wall and past a runner', () => {
    const into = flask(0.4, 0.3);
    const found = clearances([box(0.1, 0.06), box(0.04, 0.04)], 'aluminium', into, {
      places: [
        { x_m: -0.1, y_m: 0, turned_rad: 0 },
        { x_m: 0.1, y_m: 0.06, turned_rad: 0 }
      ],
      sprue: { x_m: 0, y_m: 0 }
    });
    const gap = (between: string, casting: number | null) =>
      found.find((each) => each.between === between && each.casting === casting)!.gap_m;
    // Fifty millimetres from its middle, the sprue being twenty wide.
    expect(gap('sprue', 0)).toBeCloseTo(0.04, 9);
    expect(gap('wall', 0)).toBeCloseTo(0.05, 9);
    expect(gap('sprue-wall', null)).toBeCloseTo(0.14, 9);
    // The bar to the second passes none; the one to the first runs away from the second.
    expect(gap('runner', 1)).toBeGreaterThan(0.04);
    expect(gap('casting', 0)).toBeCloseTo(Math.hypot(0.13, 0.01), 9);
  });

  it('a mold laid by hand is judged as it lies', () => {
    const castings = [box(0.1, 0.06), box(0.1, 0.06)];
    const own = { cope_kg: 1, drag_kg: 1, wall: 'plain' as const, bars: false };
    const sand = { density_kg_m3: 1600, green: null };
    const into = flask(0.4, 0.3);
    expect(planMold(castings, 'aluminium', into, own, sand).fits).toBe(true);
    const byHand = planMold(castings, 'aluminium', into, own, sand, {
      places: [
        { x_m: -0.06, y_m: 0.05, turned_rad: 0 },
        { x_m: 0.05, y_m: 0.05, turned_rad: 0 }
      ],
      sprue: { x_m: 0, y_m: -0.08 }
    });
    // Ten millimetres lie between them where twenty are wanted.
    expect(byHand.short[0]).toMatchObject({ between: 'casting', casting: 0, other: 1 });
    expect(byHand.short[0]!.gap_m).toBeCloseTo(0.01, 9);
    expect(outlineOfCasting(castings[0]!).length).toBe(4);
  });
});

describe('sand between two that are not alike', () => {
  it('is as much as the heavier wants, and the sprue keeps from the wall as from the heaviest', () => {
    // 0.3 kg wants 20 mm beside it and 25 mm to the sprue; 3 kg wants 40 mm of both.
    const layout = {
      places: [
        { x_m: -0.1, y_m: 0, turned_rad: 0 },
        { x_m: 0.1, y_m: 0, turned_rad: 0 }
      ],
      sprue: { x_m: 0, y_m: 0 }
    };
    const found = clearances(
      [box(0.05, 0.05, 0.3), box(0.05, 0.05, 3)],
      'aluminium',
      flask(0.5, 0.4),
      layout
    );
    const wants = (between: string) => found.find((each) => each.between === between)!.wants_m;
    expect([wants('casting'), wants('sprue-wall')]).toEqual([0.04, 0.04]);
  });
});
