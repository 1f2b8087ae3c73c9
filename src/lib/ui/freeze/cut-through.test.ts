import { describe, expect, it } from 'vitest';
import type { Picture } from '$core/freeze/picture';
import { cutThrough, rowAt } from './cut-through';

/** Two rows of three cells, two high: in the row behind a bar of metal lies on sand. */
const picture: Picture = {
  x_m: Float64Array.of(-0.03, -0.01, 0.01, 0.03),
  y_m: Float64Array.of(-0.02, 0, 0.02),
  z_m: Float64Array.of(-0.01, 0, 0.02),
  holds: Uint8Array.of(0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 1, 1),
  begins_s: Float32Array.of(...Array<number>(9).fill(Infinity), 2, 4, 4),
  solid_s: Float32Array.of(...Array<number>(9).fill(Infinity), 10, 20, 20),
  boils_s: Float32Array.of(Infinity, Infinity, Infinity, 5, 6, Infinity, ...Array<number>(6).fill(Infinity))
};

describe('a cut through a mold as it freezes', () => {
  it('shows metal by how far it is frozen, cells of a kind as one box', () => {
    expect(cutThrough(picture, 1, 0, 1000)).toEqual({
      liquid: 'M0 0H60V20H0Z',
      mush: '',
      stiff: '',
      solid: '',
      boiled: '',
      chill: ''
    });
    expect(cutThrough(picture, 1, 3, 1000)).toMatchObject({
      mush: 'M0 0H20V20H0Z',
      liquid: 'M20 0H60V20H20Z'
    });
    expect(cutThrough(picture, 1, 10, 1000)).toMatchObject({
      solid: 'M0 0H20V20H0Z',
      mush: 'M20 0H60V20H20Z'
    });
  });
  it('shows how far water has boiled out of the sand', () => {
    expect(cutThrough(picture, 1, 5.5, 1000).boiled).toBe('M0 20H20V30H0Z');
    expect(cutThrough(picture, 1, 6, 1000).boiled).toBe('M0 20H40V30H0Z');
    expect(cutThrough(picture, 0, 60, 1000)).toEqual({
      liquid: '',
      mush: '',
      stiff: '',
      solid: '',
      boiled: '',
      chill: ''
    });
  });
  it('a chill is neither metal nor sand, whatever boils about it', () => {
    const chilled = { ...picture, holds: Uint8Array.of(0, 0, 0, 255, 255, 0, 0, 0, 0, 1, 1, 1) };
    expect(cutThrough(chilled, 1, 60, 1000)).toMatchObject({ chill: 'M0 20H40V30H0Z', boiled: '' });
  });
  it('finds the row that a place lies in, and the outermost beyond it', () => {
    expect([-0.5, -0.01, 0.001, 0.5].map((at) => rowAt(picture, at))).toEqual([0, 0, 1, 1]);
  });
});
