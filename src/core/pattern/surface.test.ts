import { describe, expect, it } from 'vitest';
import { patternSurface, solidSurface, thinnestSolid } from './surface';

describe('surface', () => {
  it('of solids is exact', () => {
    expect(solidSurface({ shape: 'box', length_m: 2, width_m: 3, height_m: 4 })).toBe(52);
    expect(solidSurface({ shape: 'sphere', diameter_m: 2 })).toBeCloseTo(4 * Math.PI, 12);
    expect(solidSurface({ shape: 'cylinder', diameter_m: 2, height_m: 3 })).toBeCloseTo(8 * Math.PI, 12);
    expect(solidSurface({ shape: 'ring', diameter_m: 4, inner_m: 2, height_m: 1 })).toBeCloseTo(
      Math.PI * 6 + Math.PI * 6,
      12
    );
    // A frustum that is a cylinder, and one that is a cone of slant 5.
    expect(solidSurface({ shape: 'frustum', diameter_m: 2, top_m: 2, height_m: 3 })).toBeCloseTo(
      8 * Math.PI,
      12
    );
    expect(solidSurface({ shape: 'frustum', diameter_m: 6, top_m: 0, height_m: 4 })).toBeCloseTo(
      24 * Math.PI,
      12
    );
  });
  it('of a pattern is that of its mesh, of its solids, or of a plate with its volume', () => {
    const box = { length_m: 0.09, width_m: 0.04, volume_m3: 30e-6 };
    expect(patternSurface({ ...box, mesh_m2: 0.012 })).toEqual({ m2: 0.012, known: true });
    expect(patternSurface(box).m2).toBeCloseTo(2 * 0.0036 + 0.26 * (30e-6 / 0.0036), 12);
    const plate = { shape: 'box' as const, length_m: 0.1, width_m: 0.02, height_m: 0.005 };
    expect(patternSurface({ ...box, solids: [plate] }).m2).toBe(solidSurface(plate));
    const hole = { shape: 'cylinder' as const, diameter_m: 0.004, height_m: 0.005, hole: true };
    expect(patternSurface({ ...box, solids: [plate, hole] }).known).toBe(false);
    expect(thinnestSolid([plate, hole])).toBe(0.005);
    expect(thinnestSolid([{ shape: 'ring', diameter_m: 0.05, inner_m: 0.04, height_m: 0.02 }])).toBeCloseTo(
      0.005,
      12
    );
  });
});
