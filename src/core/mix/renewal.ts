import { arrivalOf, type Weighed } from '$core/material/arrival';
import {
  composition,
  dryMass,
  heldWater,
  plus,
  scaled,
  temperRatio,
  totalMass,
  type Composition
} from '$core/material/composition';
import { middle, type Window } from '$core/reference/targets';
import { amountsFrom, takenOf, weightsOf, type Bagged } from './bags';
import { solveProgramme, type Constraint, type LinearSolver, type NotReached } from './linear-programme';

/** A stock that could go into a heap: per kilogram as weighed. */
export interface RenewalStock extends Omit<Weighed, 'kg'>, Bagged {
  cost_per_kg: number;
  fineness_number: number | null;
}

/** Where the renewed heap should land. Shares 0–1: moisture of the wet sand, the others of the dry mix. */
export interface RenewalWindows {
  total_kg: Window;
  /** Of the user's own; left out, the temper ratio's window decides. */
  moisture?: Window | undefined;
  active_clay: Window;
  dead_clay?: Window | undefined;
  fines?: Window | undefined;
  /** Only where the heap and every sand have a number. */
  fineness_number?: Window | undefined;
}

export type RenewalWindow = keyof RenewalWindows;

export interface RenewalProblem {
  heap: Composition;
  heap_fineness_number: number | null;
  stock: readonly RenewalStock[];
  windows: RenewalWindows;
  least: 'cost' | 'material';
  /**
   * Free water : active clay that tempers it. Its window is held unless a moisture window is; water is cheap, so it is
   * brought to the middle rather than to an edge.
   */
  temper_ratio?: Window | undefined;
  /** What the scale can show, kg; amounts are rounded to it and checked again. */
  resolution_kg: number;
}

export interface Renewal {
  /** kg of each stock, as weighed, rounded. */
  parts_kg: number[];
  discard_kg: number;
  result: Composition;
  fineness_number: number | null;
}

export type RenewalAnswer =
  | {
      feasible: true;
      renewal: Renewal;
      off_after_rounding: RenewalWindow[];
      /** Nothing is cheaper; false: the best that was found. */ proven: boolean;
    }
  | NotReached<RenewalWindow, Renewal>;

/** Throwing sand out is work and waste: it costs as much as a little new sand. */
const DISCARD_PRICE = 0.05;
/**
 * A kilogram of water off temper is held to cost so many kilograms of the dearest sand: water must not stand in for
 * sand, nor clay be wasted on what drying off would do.
 */
const OFF_TEMPER_SANDS = 2;
/** Sand that cost nothing, or is not in stock, is still worth something. */
const LEAST_SAND_PRICE = 0.2;
/** Rounding may leave a window by this share of its width without being called off. */
const FORGIVEN = 0.02;

/**
 * The general prescription: what to add from stock, and how much of the heap to throw out, so that moisture,
 * clays, fines, fineness and mass land inside their windows at least cost or with least new material.
 *
 * Each window is linear in the amounts once multiplied by the mass it is a share of: with F the final mass
 * and D = F − W its dry part, w_min·F ≤ W ≤ w_max·F and c_min·D ≤ C ≤ c_max·D.
 *
 * @source linear programming over mass balances
 */
export async function renew(problem: RenewalProblem, solve: LinearSolver): Promise<RenewalAnswer> {
  const { heap, stock, windows, temper_ratio } = problem;
  const heap_kg = totalMass(heap);
  const per_kg = stock.map((each) => arrivalOf({ ...each, kg: 1 }));
  const kept = heap_kg > 0 ? scaled(heap, 1 / heap_kg) : composition();
  const amounts = amountsFrom(stock);
  const weights = (of: (body: Composition) => number) => ({
    kept: of(kept),
    ...weightsOf(amounts, (i) => of(per_kg[i]!))
  });
  const share = (
    window: RenewalWindow,
    range: Window | undefined,
    part: (body: Composition) => number,
    whole: (body: Composition) => number
  ): Constraint[] =>
    range
      ? [
          {
            window,
            weights: weights((body) => part(body) - range.min * whole(body)),
            least: 0,
            penalty: 100
          },
          { window, weights: weights((body) => part(body) - range.max * whole(body)), most: 0, penalty: 100 }
        ]
      : [];
  const { fineness_number } = windows;
  const known =
    problem.heap_fineness_number !== null &&
    stock.every((each) => each.role !== 'sand' || each.fineness_number !== null);
  const grains = (edge: number) => ({
    kept: kept.grain * ((problem.heap_fineness_number ?? edge) - edge),
    ...weightsOf(amounts, (i) => per_kg[i]!.grain * ((stock[i]!.fineness_number ?? edge) - edge))
  });
  // Water is no material to be spared; a trifle keeps it from being added for nothing.
  const price = ({ cost_per_kg, role }: RenewalStock) =>
    problem.least === 'cost' ? cost_per_kg + 1e-4 : role === 'water' ? 1e-4 : 1;
  const sandPrices = stock.filter(({ role }) => role === 'sand').map(price);
  const read = (values: Record<string, number>) =>
    renewalOf(problem, values.kept ?? 0, takenOf(stock, amounts, values));
  const answer = await solveProgramme(
    {
      variables: [
        { name: 'kept', most: heap_kg, price: -DISCARD_PRICE },
        ...amounts.map((amount) => ({ ...amount, price: price(stock[amount.of]!) }))
      ],
      goals:
        temper_ratio === undefined
          ? []
          : [
              {
                weights: weights((body) => freeWater(body) - middle(temper_ratio) * body.active_clay),
                price: OFF_TEMPER_SANDS * Math.max(LEAST_SAND_PRICE, ...sandPrices)
              }
            ],
      constraints: [
        {
          window: 'total_kg',
          weights: weights(totalMass),
          least: windows.total_kg.min,
          most: windows.total_kg.max,
          penalty: 10
        },
        ...(windows.moisture || !temper_ratio
          ? share('moisture', windows.moisture, (body) => body.water, totalMass)
          : share('moisture', temper_ratio, freeWater, (body) => body.active_clay)),
        ...share('active_clay', windows.active_clay, (body) => body.active_clay, dryMass),
        ...share('dead_clay', windows.dead_clay, (body) => body.dead_clay, dryMass),
        ...share('fines', windows.fines, (body) => body.fines, dryMass),
        ...(fineness_number && known
          ? [
              { window: 'fineness_number', weights: grains(fineness_number.min), least: 0 },
              { window: 'fineness_number', weights: grains(fineness_number.max), most: 0 }
            ]
          : [])
      ]
    },
    solve
  );
  if (!answer.feasible) {
    if (!answer.finished) return { ...answer, nearest: answer.nearest && read(answer.nearest) };
    return { ...answer, conflicts: answer.conflicts as RenewalWindow[], nearest: read(answer.nearest) };
  }
  const renewal = read(answer.values);
  return {
    feasible: true,
    renewal,
    off_after_rounding: offAfterRounding(renewal, problem),
    proven: answer.proven
  };
}

/** Water that dead clay and fines do not hold. */
const freeWater = (body: Composition) => body.water - heldWater(body);

/** The amounts rounded to what the scale shows, whole bags as they are, and what they make. */
function renewalOf(problem: RenewalProblem, kept_kg: number, taken_kg: readonly number[]): Renewal {
  const { heap, stock, resolution_kg: step } = problem;
  const rounded = (kg: number) => Math.round(Math.max(0, kg) / step) * step;
  const heap_kg = totalMass(heap);
  const parts_kg = stock.map((each, i) =>
    each.bag_kg === undefined ? Math.min(each.available_kg, rounded(taken_kg[i]!)) : taken_kg[i]!
  );
  const arrivals = stock.map((each, i) => arrivalOf({ ...each, kg: parts_kg[i]! }));
  const discard_kg = discardOf(
    problem,
    kept_kg,
    parts_kg.reduce((sum, kg) => sum + kg, 0),
    rounded
  );
  const kept = heap_kg > 0 ? scaled(heap, (heap_kg - discard_kg) / heap_kg) : composition();
  const result = arrivals.reduce(plus, kept);
  const grain = (of: (i: number) => number, own: number) =>
    arrivals.reduce((sum, body, i) => sum + body.grain * of(i), kept.grain * own);
  const known =
    problem.heap_fineness_number !== null &&
    stock.every((each, i) => arrivals[i]!.grain === 0 || each.fineness_number !== null);
  return {
    parts_kg,
    discard_kg,
    result,
    fineness_number:
      known && result.grain > 0
        ? grain((i) => stock[i]!.fineness_number ?? 0, problem.heap_fineness_number!) / result.grain
        : null
  };
}

/** What is thrown out, rounded; a step more where the rest would no longer fit the bin. */
function discardOf(
  { heap, windows, resolution_kg: step }: RenewalProblem,
  kept_kg: number,
  added_kg: number,
  rounded: (kg: number) => number
): number {
  const heap_kg = totalMass(heap);
  const nearest = rounded(heap_kg - kept_kg);
  const over_kg = heap_kg - nearest + added_kg - windows.total_kg.max;
  const more = over_kg > 1e-9 && over_kg < 20 * step ? Math.ceil(over_kg / step - 1e-9) * step : 0;
  return Math.min(heap_kg, nearest + more);
}

/** The windows that the rounded amounts no longer keep to. */
function offAfterRounding(
  { result, fineness_number }: Renewal,
  { windows, temper_ratio, resolution_kg }: RenewalProblem
): RenewalWindow[] {
  const dry = dryMass(result);
  const by_ratio = windows.moisture === undefined && temper_ratio !== undefined;
  const landed: [RenewalWindow, number | null][] = [
    ['total_kg', totalMass(result)],
    ['moisture', by_ratio ? temperRatio(result) : result.water / totalMass(result)],
    ['active_clay', result.active_clay / dry],
    ['dead_clay', result.dead_clay / dry],
    ['fines', result.fines / dry],
    ['fineness_number', fineness_number]
  ];
  return landed.flatMap(([window, value]) => {
    const range = window === 'moisture' && by_ratio ? temper_ratio : windows[window];
    if (!range || value === null) return [];
    const forgiven = window === 'total_kg' ? 20 * resolution_kg : FORGIVEN * (range.max - range.min);
    return value < range.min - forgiven || value > range.max + forgiven ? [window] : [];
  });
}
