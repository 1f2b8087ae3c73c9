import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PLATE, areaAt, sandTo, spreadOf, spreadOfCylinder, spreadOfShape } from './shape';

const side = fc.double({ min: 0.005, max: 0.4, noNaN: true });
const box_m2 = ([a, b, c]: readonly [number, number, number]) => 2 * (a * b + b * c + c * a);

describe('the sand about a shape', () => {
  it('about a cube of 80 mm widens as its rounded parallel body does', () => {
    const cube = [0.08, 0.08, 0.08] as const;
    const around = spreadOf(box_m2(cube), cube);
    expect(around.per_m).toBeCloseTo(39.27, 2);
    expect(around.per_m2).toBeCloseTo(327.25, 2);
    // 10 mm of sand: six slabs, twelve quarter rods, eight eighths of a ball.
    const shell = 6 * 0.0064 * 0.01 + 12 * (Math.PI / 4) * 1e-4 * 0.08 + (4 / 3) * Math.PI * 1e-6;
    expect(sandTo(around, 0.01) * box_m2(cube)).toBeCloseTo(shell, 12);
    const of_shape = spreadOfShape('chunky', 0.08 / 6);
    expect(of_shape.per_m).toBeCloseTo(around.per_m, 9);
    expect(of_shape.per_m2).toBeCloseTo(around.per_m2, 9);
  });
  it('about a cylinder is slabs, two rounded rims and a ball: 30 mm wide, 50 mm high', () => {
    const [d, h] = [0.03, 0.05];
    const area = Math.PI * d * h + (Math.PI / 2) * d * d;
    // Exact: slabs, a half torus rim at each end, which is π²·d/2·x² in volume, and the ball.
    const x = 0.01;
    const shell = area * x + (Math.PI * h + (Math.PI ** 2 * d) / 2) * x * x + (4 / 3) * Math.PI * x ** 3;
    expect(sandTo(spreadOfCylinder(area, d, h), x) * area).toBeCloseTo(shell, 12);
  });
  it('a plate’s goes straight out, a hollow body’s widens less than its box’s', () => {
    expect(areaAt(PLATE, 0.05)).toBe(1);
    expect(sandTo(PLATE, 0.05)).toBe(0.05);
    expect(spreadOfShape('plate', 0.01)).toEqual(PLATE);
    fc.assert(
      fc.property(side, side, side, fc.double({ min: 1, max: 3, noNaN: true }), (a, b, c, ribbed) => {
        const of = box_m2([a, b, c]);
        const [solid, hollow] = [spreadOf(of, [a, b, c]), spreadOf(ribbed * of, [a, b, c])];
        expect(hollow.per_m).toBeLessThanOrEqual(solid.per_m + 1e-12);
        // Twice the surface: half of it looks outward, and each metre of it has half of that.
        expect(hollow.per_m).toBeCloseTo(solid.per_m / ribbed ** 2, 9);
      })
    );
  });
});
