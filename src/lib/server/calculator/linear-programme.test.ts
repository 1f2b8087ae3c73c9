import { describe, expect, it } from 'vitest';
import { solveProgramme, type Programme, type LinearSolution } from '$core/mix/linear-programme';
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
  it('takes the best that was found at the end of its work, if it keeps to every window; else it knows nothing', async () => {
    const programme: Programme = {
      variables: [{ name: 'x', most: 50, price: 1 }],
      constraints: [{ window: 'mass', weights: { x: 1 }, least: 20 }]
    };
    const stopped = (values: Record<string, number>) =>
      solveProgramme(programme, async () => ({ status: 'unfinished', values }));
    expect(await stopped({ x: 24 })).toEqual({ feasible: true, values: { x: 24 }, proven: false });
    expect(await stopped({ x: 19 })).toEqual({ feasible: false, finished: false, nearest: { x: 19 } });
    expect(await stopped({})).toEqual({ feasible: false, finished: false, nearest: null });
    // Where the first was not finished, the second one's end proves no conflict; a mix that keeps to all is one.
    const second = (x: number) =>
      solveProgramme(programme, async (written): Promise<LinearSolution> =>
        written.includes('under0')
          ? { status: 'optimal', values: { x, under0: Math.max(0, 20 - x) } }
          : { status: 'unfinished', values: {} }
      );
    expect(await second(19)).toMatchObject({ feasible: false, finished: false, nearest: { x: 19 } });
    expect(await second(21)).toMatchObject({ feasible: true, values: { x: 21 }, proven: false });
    // There is surely none, but which window is in the way was not found out.
    const half = solveProgramme(programme, async (written): Promise<LinearSolution> =>
      written.includes('under0')
        ? { status: 'unfinished', values: { x: 18 } }
        : { status: 'infeasible', values: {} }
    );
    expect(await half).toEqual({ feasible: false, finished: false, nearest: { x: 18 } });
  });
  it('comes to an end however hard it is, the same at every time, and others are served meanwhile', async () => {
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
    const ask = (least: number, most: number) =>
      solveProgramme({ variables, constraints: [{ window: 'mass', weights, least, most }] }, solve);
    const mass = (values: Record<string, number>) =>
      variables.reduce((sum, { name }) => sum + weights[name]! * values[name]!, 0);
    const answer = await ask(333.3331, 333.3332);
    // Found by giving way less than rounding does: a millionth of all that is weighed.
    if (!answer.feasible) throw new Error('a mix is wanted');
    expect(answer.proven).toBe(false);
    expect(Math.abs(mass(answer.values) - 333.33315)).toBeLessThan(0.0005);
    expect(await ask(333.3331, 333.3332)).toEqual(answer);
    // A window ten times as wide: a mix is found, though not shown to be the cheapest.
    const found = await ask(333.33, 333.331);
    if (!found.feasible) throw new Error('the best so far is wanted');
    expect(found.proven).toBe(false);
    expect(mass(found.values)).toBeGreaterThanOrEqual(333.33 - 1e-6);
    expect(mass(found.values)).toBeLessThanOrEqual(333.331 + 1e-6);
    clearInterval(beat);
    expect(beats).toBeGreaterThan(2);
  });
});
