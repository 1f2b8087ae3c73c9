import { describe, expect, it } from 'vitest';
import { arrivalOf } from '$core/material/arrival';
import { ROLES } from '$core/reference/ingredients';
import { toVector } from './bodies';
import { arrivalMove, type Ingredient } from './ingredient';
import { weighingSd } from './kind';

const SCALE_G = 10;
const arriving = (role: (typeof ROLES)[number], kg = 4): Ingredient => ({
  ingredient: role,
  role,
  kg,
  moisture_fraction: role === 'water' ? 1 : 0.05,
  active_fraction: role === 'binder' ? 0.85 : 1,
  moisture_stated: false,
  active_stated: false
});
const noiseOf = (ingredient: Ingredient, amount_sd?: number) => {
  const move = arrivalMove(ingredient, SCALE_G, amount_sd);
  if (move.do !== 'arrive') throw new Error('it arrives');
  return move.noise;
};
const sum = (of: readonly number[]) => of.reduce((total, value) => total + value, 0);

describe.each(ROLES)('%s on its way into a heap', (role) => {
  it('is as unsure in all as its weighing is, along what a kilogram of it brings', () => {
    const [amount, ...others] = noiseOf(arriving(role));
    const [direction, sd] = amount!;
    expect(sd).toBe(weighingSd(4, SCALE_G));
    // A step of 10 g is uniform, 10/√12 g at the least; sand settles, and a scale is a little off.
    expect(sd).toBeGreaterThan(0.01 / Math.sqrt(12));
    expect(sd).toBeLessThan(0.03);
    toVector(arrivalOf(arriving(role, 1))).forEach((value, i) => expect(direction[i]).toBeCloseTo(value, 12));
    // Moisture, strength and fines move mass from one part to another, and add none.
    for (const [along] of others) expect(sum(along)).toBeCloseTo(0, 9);
  });
  it('grows surer on a finer scale, and takes the doubt that it is given where it was not weighed', () => {
    const coarse = noiseOf(arriving(role, 0.05))[0]![1];
    const fine = arrivalMove(arriving(role, 0.05), 0.1);
    if (fine.do !== 'arrive') throw new Error('it arrives');
    expect(fine.noise[0]![1]).toBeLessThan(coarse);
    expect(noiseOf(arriving(role), 0.7)[0]![1]).toBe(0.7);
  });
});
