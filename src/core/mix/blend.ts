import { amountsFrom, roundedTogether, takenOf, weightsOf, type Amount, type Bagged } from './bags';
import { solveProgramme, type LinearSolver, type NotReached, type Programme } from './linear-programme';

/** One sand that could go in. */
export interface BlendStock extends Bagged {
  name: string;
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
  /** What the scale shows, kg; amounts are rounded to it and checked again. Exact without. */
  resolution_kg?: number | undefined;
}

export type BlendWindow = 'total_kg' | 'fineness_number' | 'fines_percent';

export interface Blend {
  parts_kg: number[];
  fineness_number: number;
  fines: number;
  cost: number;
}

export type BlendAnswer =
  /** `off_after_rounding`: windows that the rounded amounts no longer keep to. */
  | {
      feasible: true;
      blend: Blend;
      off_after_rounding: BlendWindow[];
      /** Nothing is cheaper; false: the best that was found. */ proven: boolean;
    }
  | NotReached<BlendWindow, Blend>;

/** Standing for a cost where none was given, so that equal mixes prefer less of what costs more. */
const NOMINAL_COST = 1e-6;

/**
 * The cheapest mix of the stock that weighs `total_kg` and lands in the windows.
 *
 * Fineness and fines mix by mass, so both windows are linear in the masses: Σ(f_i − max)·x_i ≤ 0 and so on.
 *
 * @source linear programming; grading mixes by mass
 */
export async function blend(problem: BlendProblem, solve: LinearSolver): Promise<BlendAnswer> {
  const amounts = amountsFrom(problem.stock);
  const read = (values: Record<string, number>) => {
    const exact = takenOf(problem.stock, amounts, values);
    const { resolution_kg, stock } = problem;
    const fixed = stock.map(({ bag_kg }) => bag_kg !== undefined);
    return blendOf(stock, resolution_kg ? roundedTogether(exact, resolution_kg, fixed) : exact);
  };
  const answer = await solveProgramme(programme(problem, amounts), solve);
  if (answer.feasible) {
    const mix = read(answer.values);
    return {
      feasible: true,
      blend: mix,
      off_after_rounding: offAfterRounding(problem, mix),
      proven: answer.proven
    };
  }
  if (!answer.finished) return { ...answer, nearest: answer.nearest && read(answer.nearest) };
  return { ...answer, conflicts: answer.conflicts as BlendWindow[], nearest: read(answer.nearest) };
}

/** Rounding may leave a window by this share of its width, and the mass by this share of itself. */
const FORGIVEN = 0.02;

function offAfterRounding({ total_kg, fineness_number, fines }: BlendProblem, mix: Blend): BlendWindow[] {
  const outside = (value: number, window: { min: number; max: number }) => {
    const forgiven = FORGIVEN * (window.max - window.min) + 1e-9;
    return value < window.min - forgiven || value > window.max + forgiven;
  };
  const sum = mix.parts_kg.reduce((total, kg) => total + kg, 0);
  return [
    ...(Math.abs(sum - total_kg) > FORGIVEN * total_kg ? (['total_kg'] as const) : []),
    ...(outside(mix.fineness_number, fineness_number) ? (['fineness_number'] as const) : []),
    ...(fines && outside(mix.fines, fines) ? (['fines_percent'] as const) : [])
  ];
}

function programme(
  { stock, total_kg, fineness_number, fines }: BlendProblem,
  amounts: readonly Amount[]
): Programme {
  const weights = (of: (each: BlendStock) => number) => weightsOf(amounts, (i) => of(stock[i]!));
  return {
    variables: amounts.map((amount) => ({
      ...amount,
      price: (stock[amount.of]!.cost_per_kg ?? 0) + NOMINAL_COST
    })),
    constraints: [
      { window: 'total_kg', weights: weights(() => 1), least: total_kg, most: total_kg, penalty: 1000 },
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
              penalty: 100
            },
            {
              window: 'fines_percent',
              weights: weights((each) => each.fines - fines.max),
              most: 0,
              penalty: 100
            }
          ]
        : [])
    ]
  };
}

function blendOf(stock: readonly BlendStock[], parts_kg: number[]): Blend {
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
