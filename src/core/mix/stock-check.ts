/** One lot's share of a batch. */
export interface Demand {
  lot_id: number;
  needed_kg: number;
  on_hand_kg: number;
}

export interface StockLine extends Demand {
  /** What is left in the lot after the batch, kg; 0 when it is short. */
  left_kg: number;
  short_kg: number;
}

export interface StockCheck {
  lines: StockLine[];
  enough: boolean;
  /** Largest batch of this recipe that the stock would make, as a multiple of the one asked for. */
  largest_factor: number;
}

/**
 * Holds a batch against what is on hand. Demands on one lot are added up first.
 *
 * @returns `largest_factor` Infinity when nothing is drawn from stock
 */
export function stockCheck(demands: readonly Demand[]): StockCheck {
  const byLot = new Map<number, Demand>();
  for (const demand of demands) {
    const sum = byLot.get(demand.lot_id);
    byLot.set(demand.lot_id, { ...demand, needed_kg: demand.needed_kg + (sum?.needed_kg ?? 0) });
  }
  const lines = [...byLot.values()].map((demand) => ({
    ...demand,
    left_kg: Math.max(0, demand.on_hand_kg - demand.needed_kg),
    short_kg: Math.max(0, demand.needed_kg - demand.on_hand_kg)
  }));
  const factors = lines
    .filter((line) => line.needed_kg > 0)
    .map((line) => Math.max(0, line.on_hand_kg) / line.needed_kg);
  return {
    lines,
    enough: lines.every((line) => line.short_kg <= 1e-9),
    largest_factor: Math.min(Infinity, ...factors)
  };
}

/** Money by currency (ISO 4217), since stock bought in two currencies has no one price. */
export type Cost = Record<string, number>;

export interface Priced {
  kg: number;
  bought_kg: number;
  cost: number | null;
  currency: string;
}

/** What the amounts cost at the price of their lots; lots without a price are left out and counted. */
export function costOf(parts: readonly Priced[]): { cost: Cost; unpriced: number } {
  const cost: Cost = {};
  let unpriced = 0;
  for (const { kg, bought_kg, cost: paid, currency } of parts) {
    if (paid === null || !(bought_kg > 0)) unpriced += 1;
    else cost[currency] = (cost[currency] ?? 0) + (paid / bought_kg) * kg;
  }
  return { cost, unpriced };
}
