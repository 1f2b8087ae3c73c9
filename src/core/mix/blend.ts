import { solveProgramme, type LinearSolver, type Programme } from './linear-programme';

/** One sand that could go in. */
export interface BlendStock {
  name: string;
  available_kg: number;
  fineness_number: number;
  /** 0–1 */
  fines: number;
  cost_per_kg?: number | undefined;
}

export interface BlendProblem {
  stock: readonly BlendStock[];
  total_kg: number;
  fineness_number: { min: number; max: number };
  /** 0–1 */
  fines?: { min: number; max: number } | undefined;
}

export type BlendWindow = 'total_kg' | 'fineness_number' | 'fines_percent';

export interface Blend {
  parts_kg: number[];
  fineness_number: number;
  fines: number;
  cost: number;
}

export type BlendAnswer =
  | { feasible: true; blend: Blend }
  /** The windows that no mix of this stock can meet, and the mix that comes nearest. */
  | { feasible: false; conflicts: BlendWindow[]; nearest: Blend | null };

/** Standing for a cost where none was given, so that equal mixes prefer less of what is dear. */
const NOMINAL_COST = 1e-6;

/**
 * The cheapest mix of the stock that weighs `total_kg` and lands in the windows.
 *
 * Fineness and fines mix by mass, so both windows are linear in the masses: Σ(f_i − max)·x_i ≤ 0 and so on.
 *
 * @source linear programming; grading mixes by mass
 */
export function blend(problem: BlendProblem, solve: LinearSolver): BlendAnswer {
  const answer = solveProgramme(programme(problem), solve);
  if (answer.feasible) return { feasible: true, blend: readBlend(problem, answer.values) };
  const conflicts = answer.conflicts as BlendWindow[];
  return { feasible: false, conflicts, nearest: answer.nearest && readBlend(problem, answer.nearest) };
}

function programme({ stock, total_kg, fineness_number, fines }: BlendProblem): Programme {
  const weights = (of: (each: BlendStock) => number) =>
    Object.fromEntries(stock.map((each, i) => [`x${i}`, of(each)]));
  return {
    variables: stock.map((each, i) => ({
      name: `x${i}`,
      most: each.available_kg,
      price: (each.cost_per_kg ?? 0) + NOMINAL_COST
    })),
    constraints: [
      { window: 'total_kg', weights: weights(() => 1), least: total_kg, most: total_kg, dearness: 1000 },
      {
        window: 'fineness_number',
        weights: weights((each) => each.fineness_number - fineness_number.min),
        least: 0
      },
      {
        window: 'fineness_number',
        weights: weights((each) => each.fineness_number - fineness_number.max),
        most: 0
      },
      // A fines share of one is to a fineness number as a hundred to one.
      ...(fines
        ? [
            {
              window: 'fines_percent',
              weights: weights((each) => each.fines - fines.min),
              least: 0,
              dearness: 100
            },
            {
              window: 'fines_percent',
              weights: weights((each) => each.fines - fines.max),
              most: 0,
              dearness: 100
            }
          ]
        : [])
    ]
  };
}

function readBlend({ stock }: BlendProblem, values: Record<string, number>): Blend {
  const parts_kg = stock.map((_, i) => Math.max(0, values[`x${i}`] ?? 0));
  const total = parts_kg.reduce((sum, kg) => sum + kg, 0) || 1;
  const mean = (of: (each: BlendStock) => number) =>
    stock.reduce((sum, each, i) => sum + of(each) * parts_kg[i]!, 0);
  return {
    parts_kg,
    fineness_number: mean((each) => each.fineness_number) / total,
    fines: mean((each) => each.fines) / total,
    cost: mean((each) => each.cost_per_kg ?? 0)
  };
}
