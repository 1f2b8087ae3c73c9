import { describe, expect, it } from 'vitest';
import { solveProgramme, type Programme } from '$core/mix/linear-programme';
import { linearSolver } from './linear-solver';

const solve = await linearSolver();
const values = (programme: Programme) => {
  const answer = solveProgramme(programme, solve);
  return answer.feasible ? answer.values : null;
};

describe('textbook programmes', () => {
  it('two paints: 3 and 1.5 tonnes, worth 21', () => {
    const answer = values({
      variables: [
        { name: 'x', most: Infinity, price: -5 },
        { name: 'y', most: 2, price: -4 }
      ],
      constraints: [
        { window: 'raw 1', weights: { x: 6, y: 4 }, most: 24 },
        { window: 'raw 2', weights: { x: 1, y: 2 }, most: 6 },
        { window: 'demand', weights: { x: -1, y: 1 }, most: 1 }
      ]
    })!;
    expect(answer.x).toBeCloseTo(3, 8);
    expect(answer.y).toBeCloseTo(1.5, 8);
  });
  it('doors and windows of three plants: 2 and 6', () => {
    const answer = values({
      variables: [
        { name: 'doors', most: 4, price: -3 },
        { name: 'windows', most: 6, price: -5 }
      ],
      constraints: [{ window: 'plant 3', weights: { doors: 3, windows: 2 }, most: 18 }]
    })!;
    expect(answer.doors).toBeCloseTo(2, 8);
    expect(answer.windows).toBeCloseTo(6, 8);
  });
  it('the paints in whole tonnes: 4 and none', () => {
    const answer = values({
      variables: [
        { name: 'x', most: 4, price: -5, lump: 1 },
        { name: 'y', most: 2, price: -4, lump: 1 }
      ],
      constraints: [
        { window: 'raw 1', weights: { x: 6, y: 4 }, most: 24 },
        { window: 'raw 2', weights: { x: 1, y: 2 }, most: 6 }
      ]
    })!;
    expect([answer.x, answer.y]).toEqual([4, 0]);
  });
});

describe('lumps and goals', () => {
  it('gives lumps back in kilograms', () => {
    const answer = values({
      variables: [{ name: 'x', most: 50, price: 1, lump: 12.5 }],
      constraints: [{ window: 'mass', weights: { x: 1 }, least: 20 }]
    })!;
    expect(answer.x).toBe(25);
  });
  it('names the window when no whole number of lumps fits', () =>
    expect(
      solveProgramme(
        {
          variables: [{ name: 'x', most: 50, price: 1, lump: 12.5 }],
          constraints: [{ window: 'mass', weights: { x: 1 }, least: 13, most: 24 }]
        },
        solve
      )
    ).toMatchObject({ feasible: false, conflicts: ['mass'] }));
  it('comes as near to a goal as the windows let it, and never breaks one', () => {
    const withGoal = (most: number) =>
      values({
        variables: [
          { name: 'a', most: 10, price: 0.01 },
          { name: 'b', most: 10, price: 0.01 }
        ],
        constraints: [
          { window: 'a', weights: { a: 1 }, least: 4, most: 4 },
          { window: 'b', weights: { b: 1 }, most }
        ],
        goals: [{ weights: { b: 1, a: -2 }, price: 5 }]
      })!.b;
    expect(withGoal(10)).toBeCloseTo(8, 6);
    expect(withGoal(6)).toBeCloseTo(6, 6);
  });
});
