import { describe, expect, it } from 'vitest';
import type { Riser } from '../metal/riser';
import type { Flask } from './flask';
import { riserAlong, riserLacks } from './riser-place';

const riser: Riser = {
  count: 1,
  stands: 'blind',
  diameter_m: 0.03,
  height_m: 0.045,
  modulus_m: 0.0056,
  kg: 0.085,
  asks_m3: 1e-6,
  gives_m3: 4e-6,
  fits: true,
  wants_height_m: 0.05
};
const flask: Flask = { shape: 'rectangular', length_m: 0.3, width_m: 0.2, cope_m: 0.09, drag_m: 0.08 };
const box = { length_m: 0.08, width_m: 0.05, above_m: 0, below_m: 0.03, kg: 0.3 };

describe('where a riser stands', () => {
  it('is the end away from the sprue: in on it, or beside it by a finger', () => {
    const on_top = { ...riser, stands: 'on-top' as const };
    // From 20 to 100 mm, the sprue at −50: 16 mm in, as its half width is less.
    expect(riserAlong([0.02, 0.1], -0.05, on_top)).toEqual({ x_m: 0.1 - 0.016, end_m: 0.1, inward: -1 });
    expect(riserAlong([0.02, 0.1], 0.2, on_top).x_m).toBeCloseTo(0.036, 12);
    // One as wide as its casting is long stands on its middle; a wide one never beyond the end.
    expect(riserAlong([0, 0.02], -0.1, on_top).x_m).toBeCloseTo(0.01, 12);
    expect(riserAlong([0, 0.1], -0.1, { ...on_top, diameter_m: 0.05 }).x_m).toBeCloseTo(0.075, 12);
    // Beside: 15 mm of its own and 10 mm of sand.
    expect(riserAlong([0.02, 0.1], -0.05, riser).x_m).toBeCloseTo(0.125, 12);
  });
  it('is told how much sand it lacks to the wall and to another casting', () => {
    const lay = (x_m: number, more: { x_m: number; y_m: number }[] = []) => ({
      places: [{ x_m, y_m: 0 }, ...more].map((place) => ({ ...place, turned_rad: 0 })),
      sprue: { x_m: -0.1, y_m: 0 }
    });
    const lacks = (x_m: number, more?: { x_m: number; y_m: number }[]) =>
      riserLacks([box, ...(more ?? []).map(() => box)], 'aluminium', flask, lay(x_m, more), riser);
    // Its far side comes to x + 40 + 10 + 30 mm; 20 mm of sand to the wall at 150.
    expect(lacks(0.05)).toBe(0);
    expect(lacks(0.06)).toBeCloseTo(0.01, 9);
    // Another casting from 85 mm on: 5 mm of sand where 10 are wanted.
    expect(lacks(0, [{ x_m: 0.125, y_m: 0 }])).toBeCloseTo(0.005, 9);
    // Each has its own: that of the second meets the first.
    const two = {
      places: [{ ...lay(0.125).places[0]! }, { ...lay(0).places[0]! }],
      sprue: { x_m: -0.1, y_m: 0 }
    };
    expect(
      riserLacks([box, box], 'aluminium', { ...flask, length_m: 0.6 }, two, { ...riser, count: 2 })
    ).toBeCloseTo(0.005, 9);
    expect(riserLacks([box], 'aluminium', flask, lay(0.06), { ...riser, stands: 'on-top' })).toBe(0);
  });
});
