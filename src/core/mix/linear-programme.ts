/**
 * A linear programme in words: variables with bounds and a price, and windows that weighted sums of them must
 * keep to. It is written in the CPLEX LP format, so that any solver of that format can be handed in; the core
 * itself depends on none.
 */
export interface Variable {
  name: string;
  most: number;
  price: number;
  /** It comes only in whole lumps of this much. */
  lump?: number | undefined;
}

/** least ≤ Σ weight·variable ≤ most; either side may be open. */
export interface Constraint {
  /** What a conflict is called. Several constraints may share a window. */
  window: string;
  weights: Record<string, number>;
  least?: number | undefined;
  most?: number | undefined;
  /** What a unit of giving way costs in the search for the nearest answer; 1 unless said. */
  penalty?: number | undefined;
}

/** Σ weight·variable should be zero; every unit that it is off costs `price`. */
export interface Goal {
  weights: Record<string, number>;
  price: number;
}

export interface Programme {
  variables: readonly Variable[];
  constraints: readonly Constraint[];
  /** What is wanted besides, but never at the cost of a window. */
  goals?: readonly Goal[] | undefined;
}

/** What a solver of LP files answers: nothing is cheaper, nothing keeps to all of it, or its work was at an end before. */
export interface LinearSolution {
  status: 'optimal' | 'infeasible' | 'unfinished';
  /** The best it found; empty where it found none. */
  values: Record<string, number>;
}

/** A solver of LP files; where variables come in lumps, of mixed-integer ones. */
export type LinearSolver = (programme: string) => Promise<LinearSolution>;

export type ProgrammeAnswer =
  | {
      feasible: true;
      values: Record<string, number>;
      /** Nothing is cheaper; false: the best that was found in the work a question is given. */
      proven: boolean;
    }
  | NotReached<string, Record<string, number>>;

/** No answer in all windows: there is none, or none was found before the work was at an end. */
export type NotReached<Window, Answer> =
  /** The windows that have to give way, and the answer that gives way least. */
  | { feasible: false; finished: true; conflicts: Window[]; nearest: Answer }
  /** Whether there is one is not known; the nearest that was found, if any was. */
  | { feasible: false; finished: false; nearest: Answer | null };

/** A question that took more work than it is given, where half an answer would be taken for a whole one. */
export class NotFinished extends Error {}

/** Give-way below this is rounding, as a share of the largest bound. */
const ROUNDING = 1e-7;

/**
 * The cheapest values in all windows. When there are none, every window may give way at a price (elastic
 * programme), which finds the ones in conflict and the nearest answer.
 *
 * @source linear (with lumps, mixed-integer) programming; elastic filtering of infeasible programmes
 */
export async function solveProgramme(programme: Programme, solve: LinearSolver): Promise<ProgrammeAnswer> {
  const strict = await solve(written(programme, false));
  const found = inKilograms(programme, strict.values);
  if (strict.status === 'optimal') return { feasible: true, values: found, proven: true };
  // Not at its end: what was found so far counts where it keeps to every window.
  if (strict.status === 'unfinished' && keeps(programme, found))
    return { feasible: true, values: found, proven: false };
  const elastic = await solve(written(programme, true));
  const nearest = Object.keys(elastic.values).length > 0 ? inKilograms(programme, elastic.values) : null;
  // The way round found what the straight way did not: it gives way nowhere.
  if (strict.status === 'unfinished' && nearest && keeps(programme, nearest))
    return { feasible: true, values: nearest, proven: false };
  // Which windows conflict is known only where there is surely no answer, and surely none that gives way less.
  if (strict.status !== 'infeasible' || elastic.status !== 'optimal' || !nearest)
    return { feasible: false, finished: false, nearest };
  const scale = Math.max(
    1,
    ...programme.variables.map((variable) => (Number.isFinite(variable.most) ? variable.most : 1))
  );
  const gave = programme.constraints.filter((_, i) =>
    [`under${i}`, `over${i}`].some((slack) => (elastic.values[slack] ?? 0) > ROUNDING * scale)
  );
  return {
    feasible: false,
    finished: true,
    conflicts: [...new Set(gave.map((each) => each.window))],
    nearest
  };
}

/** Whether values, of which there must be some, keep to every window as closely as rounding lets them. */
function keeps({ variables, constraints }: Programme, values: Record<string, number>): boolean {
  if (!variables.some(({ name }) => (values[name] ?? 0) > 0)) return false;
  return constraints.every(({ weights, least, most }) => {
    const terms = Object.entries(weights).map(([name, weight]) => weight * (values[name] ?? 0));
    const sum = terms.reduce((total, term) => total + term, 0);
    const forgiven = 1e-6 * (1 + terms.reduce((total, term) => total + Math.abs(term), 0));
    return (least === undefined || sum >= least - forgiven) && (most === undefined || sum <= most + forgiven);
  });
}

/** A variable in lumps is solved for as their number. */
function inKilograms({ variables }: Programme, values: Record<string, number>): Record<string, number> {
  const lumps = variables.filter(({ lump }) => lump !== undefined);
  if (lumps.length === 0) return values;
  const counted = lumps.map(({ name, lump }) => [name, Math.max(0, Math.round(values[name] ?? 0)) * lump!]);
  return { ...values, ...Object.fromEntries(counted) };
}

function written({ variables, constraints, goals = [] }: Programme, elastic: boolean): string {
  const lumps = new Map(variables.map(({ name, lump = 1 }) => [name, lump]));
  const sum = (weights: Record<string, number>) =>
    Object.entries(weights)
      .map(([name, weight]) => term(weight * lumps.get(name)!, name))
      .join(' ') || '0';
  const prices = variables.map(({ name, price, lump = 1 }) =>
    term((elastic ? price * 1e-6 : price) * lump, name)
  );
  const slackPrices = elastic
    ? constraints.flatMap(({ penalty = 1 }, i) => [term(penalty, `under${i}`), term(penalty, `over${i}`)])
    : [];
  const rows = constraints.flatMap(({ weights, least, most }, i) => {
    const under = elastic ? ` + under${i}` : '';
    const over = elastic ? ` - over${i}` : '';
    return [
      ...(least !== undefined ? [` least${i}: ${sum(weights)}${under} >= ${figure(least)}`] : []),
      ...(most !== undefined ? [` most${i}: ${sum(weights)}${over} <= ${figure(most)}`] : [])
    ];
  });
  const cheap = elastic ? 1e-6 : 1;
  const goalPrices = goals.flatMap(({ price }, i) => [
    term(price * cheap, `short${i}`),
    term(price * cheap, `past${i}`)
  ]);
  const goalRows = goals.map(({ weights }, i) => ` goal${i}: ${sum(weights)} + short${i} - past${i} = 0`);
  const bounds = variables.map(({ name, most, lump }) => {
    const top = lump === undefined ? most : Math.round(most / lump);
    return Number.isFinite(most) ? ` 0 <= ${name} <= ${figure(top)}` : ` ${name} >= 0`;
  });
  const whole = variables.filter(({ lump }) => lump !== undefined).map(({ name }) => ` ${name}`);
  return [
    'Minimize',
    ` obj: ${[...prices, ...goalPrices, ...slackPrices].join(' ')}`,
    'Subject To',
    ...rows,
    ...goalRows,
    'Bounds',
    ...bounds,
    ...(whole.length > 0 ? ['General', ...whole] : []),
    'End'
  ].join('\n');
}

const figure = (value: number) => value.toPrecision(15);
const term = (weight: number, name: string) =>
  `${weight < 0 ? '-' : '+'} ${figure(Math.abs(weight))} ${name}`;
