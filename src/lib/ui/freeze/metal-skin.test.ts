import { describe, expect, it } from 'vitest';
import { measure } from '$core/pattern/mesh/measure';
import type { Picture } from '$core/freeze/picture';
import { metalSkin, skinColours } from './metal-skin';

const even = (cells: number) => Float64Array.from({ length: cells + 1 }, (_, i) => i / 100);
const picture = (holds: number[], nx: number, ny: number, nz: number): Picture => ({
  x_m: even(nx),
  y_m: even(ny),
  z_m: even(nz),
  holds: Uint8Array.from(holds),
  begins_s: new Float32Array(holds.length).fill(2),
  solid_s: Float32Array.from(holds, (_, i) => 10 + i),
  boils_s: new Float32Array(holds.length).fill(Infinity)
});

describe('the outside of the metal', () => {
  it('closes about it: as much volume and surface as its cells have', () => {
    // An L of three cells of 1 cm, at the corner of a grid of 2 by 2 by 1.
    const { positions, cells } = metalSkin(picture([1, 1, 2, 0], 2, 2, 1));
    const { volume_m3, area_m2 } = measure(positions);
    expect(volume_m3).toBeCloseTo(3e-6, 12);
    expect(area_m2).toBeCloseTo(14e-4, 9);
    expect(cells).toHaveLength(28);
  });
  it('has the colour of how far each cell is frozen', () => {
    const of = picture([1, 0, 0, 1], 4, 1, 1);
    const skin = metalSkin(of);
    const shades = (s: number) => {
      const colours = skinColours(skin, of, s);
      return [0, 3].map((cell) => colours[9 * skin.cells.indexOf(cell)]);
    };
    expect(shades(1)).toEqual([255, 255]);
    expect(shades(3)).toEqual([224, 224]);
    expect(shades(7)).toEqual([180, 224]);
    expect(shades(11)).toEqual([122, 180]);
    expect(shades(13)).toEqual([122, 122]);
  });
});
