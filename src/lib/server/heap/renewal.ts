import { nowIso } from '$core/time/now';
import { grading } from '$core/bench/formula/grading';
import { conditionAt } from '$core/heap/condition';
import { readingOfHeap, type LedgerEntry } from '$core/heap/entry';
import { dryShare } from '$core/material/composition';
import { costOf } from '$core/mix/stock-check';
import { renew, type Renewal, type RenewalStock, type RenewalWindow } from '$core/mix/renewal';
import { asPercent } from '$core/quantity/display';
import type { Window } from '$core/reference/targets';
import type { RenewalRequest } from '$lib/schema/renewal';
import { linearSolver } from '../solver/linear-solver';
import type { Database } from '../database/database';
import { impossible } from '../refusal';
import { listLots, type LotRecord } from '../stock/stock';
import { mixFields } from './heap-state';
import { beliefAfter, entriesBy, entriesOf } from './heap-ledger';
import { heapRow } from './heaps';
import { ledgerFor } from './ledger-cache';

const WINDOW_FIELDS: Record<RenewalWindow, string> = {
  total_kg: 'total_kg',
  moisture: 'moisture_percent',
  active_clay: 'active_clay_percent',
  dead_clay: 'dead_clay_percent',
  fines: 'fines_percent',
  fineness_number: 'fineness_number'
};

/** What a renewed heap may weigh unless it is said: about what it does, and no more than its bin holds. */
function massWindow(total_kg: number, capacity_kg: number | undefined): Window {
  const max = capacity_kg ?? total_kg * 1.25 + 1;
  return { min: 0.9 * Math.min(total_kg, max), max };
}

/**
 * The general prescription for a heap from the stock there is: additions, water and what to throw out. It
 * changes nothing; carrying it out is an entry like any other.
 */
export async function readRenewal(db: Database, heap_id: number, request: RenewalRequest, at = nowIso()) {
  const heap = await heapRow(db, heap_id);
  const ledger = await ledgerFor(db, heap);
  const { nature } = ledger;
  const done = entriesBy(ledger, at);
  const belief = beliefAfter(ledger, done);
  const condition = conditionAt(nature, belief, at);
  const mass_kg = massWindow(condition.total_kg, belief.container.capacity_kg);
  const heap_fineness_number = lastFineness(entriesOf(ledger).slice(0, done));
  if (request.fineness_number && heap_fineness_number === null) {
    const message = 'cannot be held: this heap was never sieved. Make a sieve test first';
    throw impossible([{ path: 'fineness_number', message }]);
  }
  // A sand of unknown fineness cannot be counted on where fineness is held.
  const lots = (await listLots(db)).filter(
    (lot) =>
      suits(lot, heap.system, request.lot_ids) &&
      !(request.fineness_number && lot.role === 'sand' && lot.fineness_number === null)
  );
  const stock = [
    ...lots.map((lot) => stockOf(lot, request.whole_bags ?? false, perKg(lot) ?? likeliestPerKg(lot, lots))),
    ...(heap.system === 'water' ? [TAP] : [])
  ];
  // Prices in two currencies cannot be weighed against each other, nor none at all: then the least material is sought.
  const currencies = new Set(lots.flatMap(({ cost, currency }) => (cost === null ? [] : [currency])));
  const least: 'cost' | 'material' =
    request.least === 'material' || currencies.size !== 1 ? 'material' : 'cost';
  const own = (percent: { min: number; max: number } | undefined): Window | undefined =>
    percent && { min: percent.min / 100, max: percent.max / 100 };
  const answer = await renew(
    {
      heap: condition.sand,
      heap_fineness_number,
      stock,
      windows: {
        total_kg: request.total_kg ?? mass_kg,
        moisture:
          own(request.moisture_percent) ?? (nature.targets.temper_ratio ? undefined : condition.window),
        active_clay: own(request.active_clay_percent) ?? nature.targets.active_clay,
        dead_clay: own(request.dead_clay_percent),
        fines: own(request.fines_percent),
        fineness_number: request.fineness_number
      },
      least,
      temper_ratio: nature.targets.temper_ratio ?? undefined,
      resolution_kg: (request.resolution_g ?? 5) / 1000
    },
    linearSolver
  );
  const fields = (renewal: Renewal) => ({
    additions: renewal.parts_kg.flatMap((kg, i) => {
      const lot = lots[i];
      if (!(kg > 0)) return [];
      return [
        lot
          ? {
              ingredient: lot.kind,
              name: lot.name,
              supplier: lot.supplier,
              lot_id: lot.id,
              kg,
              ...(request.whole_bags && lot.bag_kg && { bags: kg / lot.bag_kg })
            }
          : { ingredient: 'water', name: 'Water', kg }
      ];
    }),
    discard_kg: renewal.discard_kg,
    result: {
      ...mixFields(renewal.result),
      dead_clay_percent: asPercent(dryShare(renewal.result, 'dead_clay')),
      fines_percent: asPercent(dryShare(renewal.result, 'fines')),
      fineness_number: renewal.fineness_number
    },
    /** By currency, and how many of the lots taken have no price. */
    ...costOf(
      lots.flatMap((lot, i) => (renewal.parts_kg[i]! > 0 ? [{ ...lot, kg: renewal.parts_kg[i]! }] : []))
    )
  });
  const named = (windows: readonly RenewalWindow[]) => windows.map((window) => WINDOW_FIELDS[window]);
  // What the page offers to hold or to take whole, and where it starts.
  const offers = {
    heap_fineness_number,
    mass_kg,
    /** What was sought; the least material also where stock was paid in several currencies, or has no prices. */
    least,
    /** Lots that count as dear as their like, as nobody priced them. */
    guessed_prices: least === 'cost' ? lots.filter(({ cost }) => cost === null).map(({ name }) => name) : [],
    currencies: [...currencies].sort(),
    in_bags: lots.some(({ bag_kg }) => bag_kg !== null)
  };
  return answer.feasible
    ? {
        ...offers,
        feasible: true as const,
        ...fields(answer.renewal),
        off_after_rounding: named(answer.off_after_rounding),
        /** Nothing is cheaper; false: the best that was found in the work a question is given. */
        proven: answer.proven
      }
    : {
        ...offers,
        feasible: false as const,
        /** There is none; false: none was found in the work a question is given. */
        finished: answer.finished,
        conflicts: answer.finished ? named(answer.conflicts) : [],
        nearest: answer.nearest && fields(answer.nearest)
      };
}

const TAP: RenewalStock = {
  role: 'water',
  moisture_fraction: 1,
  active_fraction: 0,
  available_kg: 50,
  cost_per_kg: 0,
  fineness_number: null
};

const perKg = ({ cost, bought_kg }: LotRecord): number | null => (cost === null ? null : cost / bought_kg);

/** What nobody priced is not free: it counts as dear as the dearest of its kind, or of all there is; 0 where nothing is priced. */
function likeliestPerKg({ role }: LotRecord, lots: readonly LotRecord[]): number {
  const priced = (of: readonly LotRecord[]) => of.flatMap((lot) => perKg(lot) ?? []);
  const like = priced(lots.filter((lot) => lot.role === role));
  return Math.max(0, ...(like.length > 0 ? like : priced(lots)));
}

function stockOf(lot: LotRecord, whole_bags: boolean, cost_per_kg: number): RenewalStock {
  return {
    role: lot.role,
    moisture_fraction: lot.moisture_percent.value / 100,
    active_fraction: lot.active_percent.value / 100,
    fines_fraction: lot.role === 'sand' ? (lot.fines_percent?.value ?? 0) / 100 : undefined,
    available_kg: Math.max(0, lot.on_hand_kg),
    bag_kg: whole_bags ? (lot.bag_kg ?? undefined) : undefined,
    cost_per_kg,
    fineness_number: lot.fineness_number
  };
}

/** Sand, clay of the right kind and fines; carbon and oil are dosed by recipe, not by window. */
function suits(lot: LotRecord, system: 'water' | 'oil', ids: readonly number[] | undefined): boolean {
  if (ids && !ids.includes(lot.id)) return false;
  if (!(lot.on_hand_kg > 0)) return false;
  if (lot.role === 'binder') return (lot.kind === 'organoclay') === (system === 'oil');
  return lot.role === 'sand' || lot.role === 'fines';
}

/** Fineness number of the latest sieve test of the whole heap that counts. */
function lastFineness(ledger: readonly LedgerEntry[]): number | null {
  for (const { event } of [...ledger].reverse()) {
    const test = readingOfHeap(event);
    if (test?.kind === 'sieve') {
      return grading(test.retained, test.sample_g ?? undefined).likely_fineness_number;
    }
  }
  return null;
}
