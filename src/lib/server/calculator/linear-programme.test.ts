import { describe, expect, it } from 'vitest';
import { solveProgramme, type Programme } from '$core/mix/linear-programme';
import { linearSolver } from '../solver/linear-solver';

const solve = linearSolver;
const values = async (programme: Programme) => {
  const answer = await solveProgramme(programme, solve);
  return answer.feasible ? answer.values : null;
};

describe('textbook programmes', () => {
  it('two paints: 3 and 1.5 tonnes, worth 21', async () => {
    const answer = (await values({
      variables: [
        { name: 'x', most: Infinity, price: -5 },
        { name: 'y', most: 2, price: -4 }
      ],
      constraints: [
        { window: 'raw 1', weights: { x: 6, y: 4 }, most: 24 },
        { window: 'raw 2', weights: { x: 1, y: 2 }, most: 6 },
        { window: 'demand', weights: { x: -1, y: 1 }, most: 1 }
      ]
    }))!;
    expect(answer.x).toBeCloseTo(3, 8);
    expect(answer.y).toBeCloseTo(1.5, 8);
  });
  it('doors and windows of three plants: 2 and 6', async () => {
    const answer = (await values({
      variables: [
        { name: 'doors', most: 4, price: -3 },
        { name: 'windows', most: 6, price: -5 }
      ],
      constraints: [{ window: 'plant 3', weights: { doors: 3, windows: 2 }, most: 18 }]
    }))!;
    expect(answer.doors).toBeCloseTo(2, 8);
    expect(answer.windows).toBeCloseTo(6, 8);
  });
  it('the paints in whole tonnes: 4 and none', async () => {
    const answer = (await values({
      variables: [
        { name: 'x', most: 4, price: -5, lump: 1 },
        { name: 'y', most: 2, price: -4, lump: 1 }
      ],
      constraints: [
        { window: 'raw 1', weights: { x: 6, y: 4 }, most: 24 },
        { window: 'raw 2', weights: { x: 1, y: 2 }, most: 6 }
      ]
    }))!;
    expect([answer.x, answer.y]).toEqual([4, 0]);
  });
});

describe('lumps and goals', () => {
  it('gives lumps back in kilograms', async () => {
    const answer = (await values({
      variables: [{ name: 'x', most: 50, price: 1, lump: 12.5 }],
      constraints: [{ window: 'mass', weights: { x: 1 }, least: 20 }]
    }))!;
    expect(answer.x).toBe(25);
  });
  it('names the window when no whole number of lumps fits', async () =>
    expect(
      await solveProgramme(
        {
          variables: [{ name: 'x', most: 50, price: 1, lump: 12.5 }],
          constraints: [{ window: 'mass', weights: { x: 1 }, least: 13, most: 24 }]
        },
        solve
      )
    ).toMatchObject({ feasible: false, conflicts: ['mass'] }));
  it('comes as near to a goal as the windows let it, and never breaks one', async () => {
    const withGoal = async (most: number) =>
      (await values({
        variables: [
          { name: 'a', most: 10, price: 0.01 },
          { name: 'b', most: 10, price: 0.01 }
        ],
        constraints: [
          { window: 'a', weights: { a: 1 }, least: 4, most: 4 },
          { window: 'b', weights: { b: 1 }, most }
        ],
        goals: [{ weights: { b: 1, a: -2 }, price: 5 }]
      }))!.b;
    expect(await withGoal(10)).toBeCloseTo(8, 6);
    expect(await withGoal(6)).toBeCloseTo(6, 6);
  });
  it('takes the best that was found when the time is up, if it keeps to every window', async () => {
    const programme: Programme = {
      variables: [{ name: 'x', most: 50, price: 1 }],
      constraints: [{ window: 'mass', weights: { x: 1 }, least: 20 }]
    };
    const late = (x: number) =>
      solveProgramme(programme, async () => ({ status: 'Time limit reached', values: { x } }));
    expect(await late(24)).toEqual({ feasible: true, values: { x: 24 }, proven: false });
    expect(await late(19)).toMatchObject({ feasible: false, nearest: { x: 19 } });
    const silent = solveProgramme(programme, async () => ({ status: 'Time limit reached', values: {} }));
    expect(await silent).toEqual({ feasible: false, conflicts: [], nearest: null });
  });
  it('is answered in time however hard it is, and others are served meanwhile', async () => {
    // Fifty sands in bags of every size: a knapsack that no solver finishes.
    const variables = Array.from({ length: 50 }, (_, i) => ({
      name: `x${i}`,
      most: 400,
      price: 1 + ((i * 7919) % 101) / 977,
      lump: 7 + ((i * 104729) % 1009) / 613
    }));
    const weights = Object.fromEntries(variables.map(({ name }, i) => [name, 1 + ((i * 31) % 17) / 1e3]));
    let beats = 0;
    const beat = setInterval(() => beats++, 20);
    const began = performance.now();
    await solveProgramme(
      { variables, constraints: [{ window: 'mass', weights, least: 333.3331, most: 333.3332 }] },
      solve
    );
    clearInterval(beat);
    expect(performance.now() - began).toBeLessThan(6000);
    expect(beats).toBeGreaterThan(2);
  });
});
