import type { Variable } from './linear-programme';

/** A stock that may have to be taken in whole bags. */
export interface Bagged {
  available_kg: number;
  /** It is taken in whole bags of this much; weighed out freely when left out. */
  bag_kg?: number | undefined;
}

/** A variable of a programme that is an amount of one stock. */
export interface Amount extends Omit<Variable, 'price'> {
  /** Index of the stock. */
  of: number;
}

/** Shares of a bag below this are what a scale does not show. */
const CRUMBS = 1e-6;

/**
 * The variables that stand for amounts of each stock. Freely weighed stock is one; bagged stock is one of whole bags
 * and, where a bag has been opened, one that is the rest of it or nothing.
 */
export function amountsFrom(stock: readonly Bagged[]): Amount[] {
  return stock.flatMap(({ available_kg, bag_kg }, of): Amount[] => {
    if (bag_kg === undefined) return [{ name: `x${of}`, of, most: available_kg }];
    const bags = Math.floor(available_kg / bag_kg + CRUMBS);
    const open_kg = available_kg - bags * bag_kg;
    return [
      { name: `x${of}`, of, most: bags * bag_kg, lump: bag_kg },
      ...(open_kg > CRUMBS * bag_kg ? [{ name: `o${of}`, of, most: open_kg, lump: open_kg }] : [])
    ];
  });
}

/** Kilograms of each stock that the values of a programme mean. */
export function takenOf(
  stock: readonly Bagged[],
  amounts: readonly Amount[],
  values: Readonly<Record<string, number>>
): number[] {
  const taken = stock.map(() => 0);
  for (const { name, of } of amounts) taken[of]! += Math.max(0, values[name] ?? 0);
  return taken;
}

/** Weights of a constraint for every amount, each by its stock. */
export function weightsOf(amounts: readonly Amount[], of: (stock: number) => number): Record<string, number> {
  return Object.fromEntries(amounts.map((amount) => [amount.name, of(amount.of)]));
}

/**
 * Amounts rounded to what a scale shows so that their sum stays the sum rounded: those that were cut most get a step
 * more. Whole bags are left as they are.
 *
 * @source the method of largest remainders
 */
export function roundedTogether(kg: readonly number[], step_kg: number, fixed: readonly boolean[]): number[] {
  const free = kg.map((each, i) => (fixed[i] ? 0 : each / step_kg));
  const whole = free.map((each) => Math.floor(each + CRUMBS));
  const sum = (of: readonly number[]) => of.reduce((total, each) => total + each, 0);
  let missing = Math.round(sum(free)) - sum(whole);
  const byRemainder = [...free.keys()]
    .filter((i) => !fixed[i])
    .sort((a, b) => free[b]! - whole[b]! - (free[a]! - whole[a]!));
  for (const i of byRemainder) {
    if (missing <= 0) break;
    whole[i]! += 1;
    missing -= 1;
  }
  return kg.map((each, i) => (fixed[i] ? each : Number((whole[i]! * step_kg).toPrecision(12))));
}
