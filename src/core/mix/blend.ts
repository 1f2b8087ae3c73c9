/**
 * Blending stock to windows as a linear programme. The programme is written in the CPLEX LP format, so that
 * any solver of that format can be handed in; the core itself depends on none.
 */

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

/** What a solver of LP files answers. */
export interface LinearSolution {
  status: string;
  values: Record<string, number>;
}

export type LinearSolver = (programme: string) => LinearSolution;

/** Standing for a cost where none was given, so that equal mixes prefer less of what is dear. */
const NOMINAL_COST = 1e-6;

/**
 * The cheapest mix of the stock that weighs `total_kg` and lands in the windows.
 *
 * Fineness and fines mix by mass, so both windows are linear in the masses: Σ(f_i − max)·x_i ≤ 0 and so on.
 * When nothing fits, the windows are given way at a price (elastic programme) to find which of them conflict
 * and which mix comes nearest.
 *
 * @source linear programming; grading mixes by mass
 */
export function blend(problem: BlendProblem, solve: LinearSolver): BlendAnswer {
  const strict = solve(programme(problem, false));
  if (strict.status === 'Optimal') return { feasible: true, blend: readBlend(problem, strict.values) };
  const elastic = solve(programme(problem, true));
  if (elastic.status !== 'Optimal') return { feasible: false, conflicts: ['total_kg'], nearest: null };
  const gives = (...slacks: string[]) =>
    slacks.some((slack) => (elastic.values[slack] ?? 0) > 1e-7 * problem.total_kg);
  const conflicts: BlendWindow[] = [];
  if (gives('short')) conflicts.push('total_kg');
  if (gives('coarse', 'fine')) conflicts.push('fineness_number');
  if (gives('few', 'many')) conflicts.push('fines_percent');
  return { feasible: false, conflicts, nearest: readBlend(problem, elastic.values) };
}

function programme({ stock, total_kg, fineness_number, fines }: BlendProblem, elastic: boolean): string {
  const sum = (weight: (each: BlendStock) => number) =>
    stock.map((each, i) => term(weight(each), `x${i}`)).join(' ');
  const give = (text: string) => (elastic ? ` ${text}` : '');
  const cost = stock
    .map((each, i) => term(elastic ? NOMINAL_COST : (each.cost_per_kg ?? 0) + NOMINAL_COST, `x${i}`))
    .join(' ');
  // Slacks in units of their windows: a fineness number is a hundred to a fines share of one.
  const price = elastic ? ' + 1000 short + coarse + fine + 100 few + 100 many' : '';
  const lines = [
    'Minimize',
    ` obj: ${cost}${price}`,
    'Subject To',
    ` total: ${sum(() => 1)}${give('+ short')} = ${figure(total_kg)}`,
    ` coarsest: ${sum((each) => each.fineness_number - fineness_number.min)}${give('+ coarse')} >= 0`,
    ` finest: ${sum((each) => each.fineness_number - fineness_number.max)}${give('- fine')} <= 0`,
    ...(fines
      ? [
          ` fewest: ${sum((each) => each.fines - fines.min)}${give('+ few')} >= 0`,
          ` most: ${sum((each) => each.fines - fines.max)}${give('- many')} <= 0`
        ]
      : []),
    'Bounds',
    ...stock.map((each, i) => ` 0 <= x${i} <= ${figure(each.available_kg)}`),
    'End'
  ];
  return lines.join('\n');
}

function readBlend({ stock }: BlendProblem, values: Record<string, number>): Blend {
  const parts_kg = stock.map((_, i) => Math.max(0, values[`x${i}`] ?? 0));
  const total = parts_kg.reduce((sum, kg) => sum + kg, 0) || 1;
  const mean = (weight: (each: BlendStock) => number) =>
    stock.reduce((sum, each, i) => sum + weight(each) * parts_kg[i]!, 0);
  return {
    parts_kg,
    fineness_number: mean((each) => each.fineness_number) / total,
    fines: mean((each) => each.fines) / total,
    cost: mean((each) => each.cost_per_kg ?? 0)
  };
}

const figure = (value: number) => value.toPrecision(15);
const term = (weight: number, name: string) =>
  `${weight < 0 ? '-' : '+'} ${figure(Math.abs(weight))} ${name}`;
