import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  ball,
  block,
  circle,
  cylinder,
  insideOut,
  moved,
  plate,
  rectangle,
  together,
  torus,
  turned
} from '../shape/bodies';
import { measure, sidesOf } from './measure';
import { repaired } from './repair';
import { seamsOf, watertight } from './seams';
import { shellsOf } from './shells';
import type { Triangles } from './triangles';

/** Area of a regular polygon of n corners about a circle's radius, as a share of the circle's. */
const polygon = (n: number) => (n / (2 * Math.PI)) * Math.sin((2 * Math.PI) / n);

describe('measures against exact bodies', () => {
  it.each([
    ['block', block(0.1, 0.06, 0.03), 0.1 * 0.06 * 0.03, 2 * (0.006 + 0.003 + 0.0018)],
    [
      'cylinder',
      cylinder(0.02, 0.1, 72),
      Math.PI * 0.0004 * 0.1 * polygon(72),
      2 * Math.PI * 0.0004 * polygon(72) + 72 * 2 * 0.02 * Math.sin(Math.PI / 72) * 0.1
    ],
    [
      'ring',
      plate(circle(0.05), 0.01, [circle(0.03).reverse()]),
      Math.PI * (0.0025 - 0.0009) * 0.01 * polygon(72),
      2 * Math.PI * 0.0016 * polygon(72) + 72 * 2 * 0.08 * Math.sin(Math.PI / 72) * 0.01
    ],
    [
      'cone',
      turned([
        [0, 0],
        [0.03, 0],
        [0, 0.04]
      ]),
      (Math.PI * 0.0009 * 0.04 * polygon(72)) / 3,
      null
    ]
  ] as const)('%s', (_, body, volume, area) => {
    const found = measure(body);
    expect(found.volume_m3 / volume).toBeCloseTo(1, 6);
    if (area !== null) expect(found.area_m2 / area).toBeCloseTo(1, 6);
    expect(watertight(seamsOf(body))).toBe(true);
  });

  it('torus, ball and hollow ball come within 0.1 % of the round bodies once they are fine', () => {
    const ring = measure(torus(0.05, 0.02, 240, 240));
    expect(ring.volume_m3 / (2 * Math.PI ** 2 * 0.05 * 0.0004)).toBeCloseTo(1, 3);
    expect(ring.area_m2 / (4 * Math.PI ** 2 * 0.05 * 0.02)).toBeCloseTo(1, 3);
    const hollow = measure(together(ball(0.05, 240), insideOut(ball(0.03, 240))));
    expect(hollow.volume_m3 / ((4 / 3) * Math.PI * (0.05 ** 3 - 0.03 ** 3))).toBeCloseTo(1, 3);
    expect(hollow.area_m2 / (4 * Math.PI * (0.05 ** 2 + 0.03 ** 2))).toBeCloseTo(1, 3);
  });

  it('does not hang on where the body stands', () => {
    const sizes = fc.double({ min: 0.01, max: 0.3, noNaN: true });
    const far = fc.double({ min: -4, max: 4, noNaN: true });
    fc.assert(
      fc.property(sizes, sizes, sizes, far, far, (a, b, c, x, y) => {
        const here = measure(block(a, b, c));
        const there = measure(moved(block(a, b, c), [x, y, -x]));
        // Corners are kept to seven digits, so a body far off is itself a little another.
        expect(Math.abs(there.volume_m3 - here.volume_m3)).toBeLessThan(
          1e-5 * (a * b + b * c + c * a) + 1e-9
        );
        expect(here.volume_m3 / (a * b * c)).toBeCloseTo(1, 5);
        sidesOf(here.box).forEach((side, i) => expect(side / [a, b, c][i]!).toBeCloseTo(1, 5));
      })
    );
  });
});

describe('seams and trivial faults', () => {
  const whole = plate(rectangle(0.1, 0.06), 0.02, [circle(0.01).reverse()]);
  const volume = measure(whole).volume_m3;

  it('counts what is open, turned over and crowded', () => {
    expect(seamsOf(whole)).toMatchObject({ open: 0, turned: 0, crowded: 0 });
    expect(seamsOf(whole.slice(9)).open).toBe(3);
    const one = whole.slice();
    one.set(insideOut(whole.subarray(0, 9)), 0);
    expect(seamsOf(one)).toMatchObject({ open: 0, turned: 3 });
    expect(seamsOf(together(whole, whole.slice(0, 9))).crowded).toBe(3);
  });

  it('a missing triangle is closed, a doubled one left out, a turned one turned back', () => {
    const holed = repaired(whole.slice(9));
    expect(holed.repairs.filled).toBe(1);
    expect(measure(holed.triangles).volume_m3).toBeCloseTo(volume, 12);
    const doubled = repaired(together(whole, whole.slice(0, 18)));
    expect(doubled.repairs.dropped).toBe(2);
    const over = whole.slice();
    over.set(insideOut(whole.subarray(90, 117)), 90);
    const back = repaired(over);
    expect(back.repairs.turned).toBe(3);
    expect(measure(back.triangles).volume_m3).toBeCloseTo(volume, 12);
    expect(watertight(back.seams)).toBe(true);
  });

  describe('bodies in one another', () => {
    const slab = block(0.1, 0.06, 0.03);
    /** Another body, so far along and so far up. */
    const beside = (body: Triangles, x: number, z: number) => moved(body, [x, 0.004, z]);
    it.each([
      ['a boss sunk into a slab', beside(block(0.02, 0.02, 0.05), 0.01, 0.02), 180 + 20 - 4],
      ['a boss that stands on it', beside(block(0.02, 0.02, 0.03), 0.01, 0.03), 180 + 12],
      ['a slab run into its like', moved(slab, [0.05, 0, 0]), 270],
      ['a block inside', beside(block(0.02, 0.02, 0.01), 0.01, 0.01), 180]
    ])('are one: %s', (_, other, volume_cm3) => {
      const whole = repaired(together(slab, other));
      expect(whole.repairs.united).toBe(2);
      expect(watertight(whole.seams)).toBe(true);
      expect(measure(whole.triangles).volume_m3 * 1e6).toBeCloseTo(volume_cm3, 3);
      expect(whole.again_m3).toBe(0);
    });
    it('round ones too, and three', () => {
      const knob = beside(ball(0.02, 48), 0.01, 0.03);
      const half = measure(ball(0.02, 48)).volume_m3 / 2;
      expect(measure(repaired(together(slab, knob)).triangles).volume_m3).toBeCloseTo(180e-6 + half, 9);
      const ring = torus(0.05, 0.01, 96, 48);
      const post = moved(cylinder(0.004, 0.08, 72), [0.05, 0, -0.04]);
      const three = repaired(together(ring, post, moved(post, [-0.1, 0, 0])));
      expect(three.repairs.united).toBe(3);
      expect(watertight(three.seams)).toBe(true);
    });
    it('corner to corner they are two', () => {
      const touching = together(slab, moved(slab, [0.1, 0.06, 0.03]));
      expect(shellsOf(seamsOf(touching)).count).toBe(2);
      expect(shellsOf(seamsOf(cylinder(0.02, 0.1, 500))).count).toBe(1);
    });
    it('apart, or round a hollow, they stay as they are', () => {
      const two = together(slab, beside(slab, 0.2, 0));
      expect(repaired(two)).toMatchObject({ repairs: { united: 0 }, again_m3: 0 });
      const hollow = together(ball(0.05, 48), insideOut(ball(0.03, 48)));
      const loose = together(hollow, ball(0.02, 48));
      expect(repaired(loose)).toMatchObject({ repairs: { united: 0 }, again_m3: 0 });
      expect(measure(repaired(loose).triangles).volume_m3).toBeCloseTo(measure(loose).volume_m3, 12);
    });
    it('beside a hollow body they are one, and the hollow stays', () => {
      const hollow = together(ball(0.05, 48), insideOut(ball(0.03, 48)));
      const peg = moved(cylinder(0.01, 0.04, 72), [0, 0, 0.035]);
      const whole = repaired(together(hollow, peg));
      expect(whole.repairs.united).toBe(2);
      // The peg has 25 mm outside and 15 mm in the shell, less the cap that bulges into it.
      const apart = measure(hollow).volume_m3 + measure(peg).volume_m3;
      const cap_m = 0.05 - Math.sqrt(0.05 ** 2 - 0.01 ** 2);
      const sunk =
        Math.PI * (0.01 ** 2 * (0.05 - cap_m - 0.035) + (cap_m * (3 * 0.01 ** 2 + cap_m ** 2)) / 6);
      expect((apart - measure(whole.triangles).volume_m3) / sunk).toBeCloseTo(1, 1.5);
    });
    it('too many to be united in time are told: what they hold twice counts once', () => {
      const fine = ball(0.05, 384);
      const { triangles, repairs, again_m3 } = repaired(together(fine, moved(fine, [0.05, 0, 0])));
      expect(repairs.united).toBe(0);
      // The lens of two balls of radius r, r apart: 5π/12·r³.
      expect(again_m3 / ((5 * Math.PI) / 12 / 0.05 ** -3)).toBeCloseTo(1, 2);
      expect(measure(triangles).volume_m3 - again_m3).toBeCloseTo((8 / 3 - 5 / 12) * Math.PI * 0.05 ** 3, 6);
    });
  });

  it('a body that looks inwards altogether is turned inside out', () => {
    const { triangles, repairs } = repaired(insideOut(whole));
    expect(repairs.turned).toBe(whole.length / 9);
    expect(measure(triangles).volume_m3).toBeCloseTo(volume, 12);
  });

  it('corners apart by rounding are one, corners apart by more are not', () => {
    const shaken = whole.map((value, i) => value + (i % 7 === 0 ? 2e-8 : 0));
    expect(watertight(seamsOf(shaken))).toBe(false);
    const { seams, repairs } = repaired(shaken);
    expect(watertight(seams)).toBe(true);
    expect(repairs.snapped_m).toBeGreaterThan(0);
    const torn = together(whole.slice(0, 900), moved(whole.slice(900), [0.001, 0, 0]));
    expect(watertight(repaired(torn).seams)).toBe(false);
  });

  it('a large hole stays open, and a sheet is refused', () => {
    const lidless = cylinder(0.02, 0.1).slice();
    // Without its caps: seventy edges each are not closed by guessing.
    const tube = lidless.filter((_, i) => {
      const t = 9 * Math.floor(i / 9);
      return new Set([lidless[t + 2], lidless[t + 5], lidless[t + 8]]).size > 1;
    });
    expect(repaired(tube).seams.open).toBe(144);
    expect(() => repaired(new Float32Array(9))).toThrow(/without area/);
    const sheet = block(0.1, 0.1, 0.05).slice(0, 9);
    expect(() => repaired(together(sheet, insideOut(sheet)))).toThrow(/a sheet/);
  });
});

describe('a corner that hundreds of triangles share', () => {
  // A cone whose cap and mantle meet in two hubs of 300 triangles each.
  const cone = turned(
    [
      [0, 0],
      [0.03, 0],
      [0, 0.04]
    ],
    300
  );

  it('has the edges that it has, and is told open where one of them is', () => {
    expect(seamsOf(cone)).toMatchObject({ open: 0, turned: 0, crowded: 0 });
    // Without one triangle its three edges have one side each.
    expect(seamsOf(cone.slice(9)).open).toBe(3);
  });

  it('loses its doubles, wherever they stand, and nothing else', () => {
    const count = cone.length / 9;
    const twice = together(cone, cone);
    expect(repaired(twice)).toMatchObject({ repairs: { dropped: count } });
    expect(repaired(twice).triangles).toEqual(cone);
    // The same corners in another order are the same triangle.
    const [a, b, c] = [cone.slice(0, 3), cone.slice(3, 6), cone.slice(6, 9)];
    const other = Float32Array.from([...cone, ...b, ...c, ...a]);
    expect(repaired(other).repairs.dropped).toBe(1);
  });
});
