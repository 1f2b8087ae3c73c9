import { describe, expect, it } from 'vitest';
import { ALLOY_RECIPES } from '../reference/alloy-recipes';
import { makeUp } from './make-up';

const grams = (charge_kg: number, alloy: keyof typeof ALLOY_RECIPES) =>
  makeUp(charge_kg, ALLOY_RECIPES[alloy]).map(({ name, kg }) => [name, Math.round(1e4 * kg) / 10]);

describe('an alloy made up of its metals', () => {
  it('nine of copper and one of tin, copper first', () => {
    expect(grams(2, 'tin-bronze')).toEqual([
      ['copper', 1800],
      ['tin', 200]
    ]);
  });
  it('brass gets 3 % more zinc for what fumes off: 60 and 43 of 103', () => {
    expect(grams(1.03, 'yellow-brass')).toEqual([
      ['copper', 600],
      ['zinc', 430]
    ]);
  });
  it('nine of copper and one of aluminium', () => {
    expect(grams(0.5, 'aluminium-bronze')).toEqual([
      ['copper', 450],
      ['aluminium', 50]
    ]);
  });
  it.each(Object.entries(ALLOY_RECIPES))(
    '%s is whole, and a charge of it weighs what was asked',
    (_, recipe) => {
      expect(recipe.parts.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 12);
      expect(makeUp(3.3, recipe).reduce((sum, { kg }) => sum + kg, 0)).toBeCloseTo(3.3, 12);
      const melts = makeUp(1, recipe).map(({ melts_c }) => melts_c);
      expect(melts).toEqual([...melts].sort((a, b) => b - a));
    }
  );
});
