import { expect, it } from 'vitest';
import { roundedTogether } from './bags';
import { solveProgramme as solve } from './linear-programme';

it('what was cut most gets the step that is missing, and what is not taken stays out', () => {
  // 12.6, 12.4 and no steps of 100 g make 25: the first was cut by more.
  expect(roundedTogether([1.26, 1.24, 0], 0.1, [false, false, false])).toEqual([1.3, 1.2, 0]);
  expect(roundedTogether([1.24, 1.26, 0], 0.1, [false, false, false])).toEqual([1.2, 1.3, 0]);
  // Whole bags are no matter of a scale.
  expect(roundedTogether([7.53, 1.26], 0.1, [true, false])).toEqual([7.53, 1.3]);
});

it('a solver’s bags are whole, though it says 2.9999999 of them', async () => {
  const answer = await solve(
    {
      variables: [{ name: 'x0', most: 50, price: 1, lump: 12.5 }],
      constraints: [{ window: 'mass', weights: { x0: 1 }, least: 37.5, most: 37.5 }]
    },
    async () => ({ status: 'optimal', values: { x0: 2.9999999 } })
  );
  expect(answer).toMatchObject({ feasible: true, values: { x0: 37.5 } });
});
