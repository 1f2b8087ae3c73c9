import { expect, it } from 'vitest';
import type { CastingBox } from './casting';
import type { Flask } from './flask';
import { turnedRound } from './turned';

const flask: Flask = { shape: 'rectangular', length_m: 0.3, width_m: 0.2, cope_m: 0.09, drag_m: 0.08 };
/** A wedge, thick at its left, with a square beside its thin end. */
const wedge: CastingBox = {
  length_m: 0.1,
  width_m: 0.06,
  above_m: 0,
  below_m: 0.02,
  kg: 0.2,
  outline: [
    [-0.05, -0.03],
    [0.05, -0.03],
    [-0.05, 0.03]
  ]
};
const square: CastingBox = { length_m: 0.03, width_m: 0.03, above_m: 0, below_m: 0.02, kg: 0.2 };
const at = (x_m: number, y_m: number) => ({ x_m, y_m, turned_rad: 0 });

it('a casting is turned about its place, and not where its thick end would come too near', () => {
  const sprue = { x_m: -0.12, y_m: 0 };
  const alone = { places: [at(0, 0)], sprue };
  expect(turnedRound([wedge], 'aluminium', flask, alone, 0)).toEqual({
    places: [{ x_m: 0, y_m: 0, turned_rad: Math.PI }],
    sprue
  });
  // Right and above of it: free while the wedge runs out there.
  const two = { places: [at(0, 0), at(0.05, 0.04)], sprue };
  expect(turnedRound([wedge, square], 'aluminium', flask, two, 0)).toBeNull();
  expect(turnedRound([wedge, square], 'aluminium', flask, two, 1)!.places[1]!.turned_rad).toBe(Math.PI);
  expect(() => turnedRound([wedge], 'aluminium', flask, alone, 1)).toThrow(RangeError);
});
