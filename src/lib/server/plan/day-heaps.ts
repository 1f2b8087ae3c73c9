import { airIn } from '$core/heap/state/place';
import type { CastingFacts } from '$core/plan/steps/casting-facts';
import { INGREDIENTS, type MaterialKind } from '$core/reference/ingredients';
import { foretellDay, type DayAhead } from '$core/forecast/day-sand';
import { pouredIn, ramId, renewId, shakenId, temperId } from '$core/plan/steps/ids';
import {
  DELIVERY_DAYS,
  FROST_C,
  LEFT_SHUT_MIN,
  RAMMED_KEEPS_H,
  TEMPERED_BEFORE_H
} from '$core/reference/plan';
import type { HeapState } from '$lib/schema/heap-state';
import type { Database } from '../database/database';
import { handbookAir } from '../device/weather-station';
import { stationOf } from '../heap/air';
import type { LedgerEntry } from '$core/heap/entry';
import { beliefAt, entriesOf } from '../heap/heap-ledger';
import { doseStock, dosingLots, readStates } from '../heap/heap-state';
import { heapRow, listHeaps, type HeapRecord } from '../heap/heaps';
import { ledgerFor } from '../heap/ledger-cache';
import { readLongView } from '../recondition/long-view';
import type { SessionRecord } from '../session/sessions';
import { listLots } from '../stock/stock';
import type { WeighedMold } from './day-molds';
import type { PlanRecord } from './plans';

const HOUR_MS = 3_600_000;
/** Days ahead that a forecast of frost is worth something. */
const FORECAST_DAYS = 10;
/** Less is not worth an errand, kg. */
const WORTH_BUYING_KG = 0.05;
/** What is bought of a role where nothing of it is in stock yet (handbook default). */
const USUAL_KIND: Partial<Record<string, MaterialKind>> = {
  sand: 'washed-silica',
  binder: 'sodium-bentonite',
  oil: 'light-oil'
};

type Lots = Awaited<ReturnType<typeof listLots>>;
type Station = Awaited<ReturnType<typeof stationOf>>;

/** When the steps of a day begin and end, as somebody laid them out, ms by their names. */
export type StepHours = ReadonlyMap<string, { from: number; to: number }>;

type DayHeaps = Pick<CastingFacts, 'heaps' | 'buy'>;

/**
 * What the heaps of a day want until its sand is rammed, and what is to be bought for them.
 *
 * @returns by when the steps of the day lie; without any, as they usually lie before a pour
 */
export async function dayHeaps(
  db: Database,
  plan: PlanRecord,
  session: SessionRecord,
  molds: readonly WeighedMold[],
  melts: CastingFacts['melts'],
  now: number
): Promise<(hours?: StepHours) => DayHeaps> {
  const usual_temper = Math.max(now, Date.parse(session.at) - TEMPERED_BEFORE_H * HOUR_MS);
  const [heaps, lots, station, at_temper] = await Promise.all([
    listHeaps(db),
    listLots(db),
    stationOf(db),
    readStates(db, new Date(usual_temper).toISOString())
  ]);
  // Of molds that were shaken out the sand is still to be put right.
  const shaken = session.molds.filter(({ state }) => state === 'shaken-out');
  const ids = new Set([
    ...molds.map(({ heap_id }) => heap_id),
    ...shaken.map((mold) => mold.backing_heap_id)
  ]);
  const known: ((hours: StepHours) => DayHeaps)[] = [];
  for (const id of ids) {
    const heap = heaps.find((each) => each.id === id);
    const tempered = at_temper.get(id)?.state;
    if (!heap || !tempered) continue;
    const ledger = await ledgerFor(db, await heapRow(db, id));
    const belief = beliefAt(ledger, new Date(now).toISOString());
    const long = await readLongView(db, id);
    const left = leftToPutRight(entriesOf(ledger), id, session, shaken);
    const frost = frostOf(heap, station, now, Date.parse(session.at));
    const of_heap = molds.filter(({ heap_id }) => heap_id === id);
    const stock = doseStock(heap, dosingLots(heap, lots));
    const policy_kg = long.policy?.new_sand_kg ?? 0;
    // Sand that was renewed already has its new sand in it.
    const renewed = plan.notes.some((note) => note.id === renewId(id) && note.done_at);
    const new_sand_kg = renewed ? 0 : policy_kg;
    known.push((hours) => {
      const day: DayAhead = {
        ...hoursOf(id, of_heap, melts, Date.parse(session.at), hours, now),
        alloy: plan.metal,
        new_sand_kg,
        back: left?.untempered ? left : null
      };
      const sand = foretellDay(ledger.nature, belief, now, day, stock);
      const first = sand.temperings.find(({ back }) => back === null);
      const renew = policy_kg > 0 || sand.short_kg > 0;
      // What new sand is added to has to be looked at anew anyway: whether anybody knows it is asked of it as it is.
      const need = renew ? tempered.prescription.need : first?.need;
      return {
        heaps: [
          {
            id,
            name: heap.name,
            keeps_h: RAMMED_KEEPS_H[ledger.nature.system],
            water_kg: first?.water_kg ?? 0,
            binder_kg: first?.binder_kg ?? 0,
            dry_off_kg: first?.dry_off_kg ?? 0,
            unknown: need === 'test',
            renew,
            short_kg: sand.short_kg,
            again: sand.temperings.flatMap(({ need: _, back, ...each }) =>
              back ? [{ ...each, ...back }] : []
            ),
            cools_min: sand.cools_min,
            back_at: left?.at ?? null,
            ...frost
          }
        ],
        buy: toBuy(id, tempered, sand.short_kg, long, lots, plan.delivery_days ?? DELIVERY_DAYS)
      };
    });
  }
  return (hours = new Map()) => {
    const found = known.map((of) => of(hours));
    return { heaps: found.flatMap((each) => each.heaps), buy: found.flatMap(({ buy }) => buy) };
  };
}

/** Before the pour a mold is rammed so long, and sand is renewed so long before it is tempered (handbook default). */
const USUAL_H = { rammed: 3, renewed: 1, next_round: 2 } as const;

/** When the sand of a heap is worked, by the steps of the day where they are laid out, else as usual. */
function hoursOf(
  heap_id: number,
  molds: readonly WeighedMold[],
  melts: CastingFacts['melts'],
  pour: number,
  hours: StepHours,
  now: number
): Pick<DayAhead, 'molds' | 'renew_at' | 'temper_at'> {
  const begins = (id: string, usual: number) => Math.max(now, hours.get(id)?.from ?? usual);
  const temper = begins(temperId(heap_id), pour - TEMPERED_BEFORE_H * HOUR_MS);
  const to_come = [...new Set(molds.filter(({ rammed }) => !rammed).map(({ round }) => round))];
  const first = Math.min(...to_come);
  return {
    renew_at: begins(renewId(heap_id), temper - USUAL_H.renewed * HOUR_MS),
    temper_at: new Map(
      to_come.flatMap((round) => {
        const from = hours.get(temperId(heap_id, round))?.from ?? (round === first ? temper : undefined);
        return from === undefined ? [] : [[round, from] as const];
      })
    ),
    molds: molds.map((mold) => {
      const usual_pour = pour + (mold.round - 1) * USUAL_H.next_round * HOUR_MS;
      const pour_at = hours.get(pouredIn({ melts }, mold))?.from ?? usual_pour;
      const shut_min = Math.max(LEFT_SHUT_MIN, mold.people_min);
      return {
        id: mold.mold_id ?? -mold.number,
        round: mold.round,
        sand_kg: mold.sand_kg,
        metal_kg: mold.castings_kg + mold.gating_kg,
        rammed: mold.rammed,
        poured: mold.poured,
        ram_at: hours.get(ramId(mold))?.from ?? usual_pour - USUAL_H.rammed * HOUR_MS,
        pour_at,
        shaken_at: hours.get(shakenId(mold))?.to ?? mold.opens_at ?? pour_at + shut_min * 60_000
      };
    })
  };
}

/** What is missing for a heap: what its dose lacks, what its molds lack, and what the long view takes, less what is there. */
function toBuy(
  heap_id: number,
  { prescription }: HeapState,
  short_kg: number,
  long: Awaited<ReturnType<typeof readLongView>>,
  lots: Lots,
  days: number
): CastingFacts['buy'][number][] {
  const missing = new Map<string, number>(prescription.missing.map(({ what, short_kg: kg }) => [what, kg]));
  // This time and the next.
  const new_kg = Math.max(0, short_kg) + 2 * (long.policy?.new_sand_kg ?? 0);
  const more = (what: 'sand' | 'binder', kg: number) =>
    kg > WORTH_BUYING_KG && missing.set(what, Math.max(kg, missing.get(what) ?? 0));
  more('sand', new_kg - long.stock.sand_kg);
  more('binder', new_kg * long.clay_per_sand - long.stock.clay_kg);
  return [...missing].map(([role, kg]) => {
    const known = lots.filter((lot) => lot.role === role);
    const priced = known.filter(({ cost, bought_kg }) => cost !== null && bought_kg > 0).at(-1);
    const kind = known.at(-1)?.kind ?? USUAL_KIND[role] ?? null;
    return {
      what: kind ? INGREDIENTS[kind].name : role,
      kind,
      kg,
      cost: priced ? (kg * priced.cost!) / priced.bought_kg : null,
      currency: priced?.currency ?? long.currency,
      days,
      heap_id
    };
  });
}

/** Entries that temper a heap anew: after them what came back is in the sand that is known. */
const TEMPERS: ReadonlySet<string> = new Set(['water', 'dried', 'mixed']);

/** Sand of some molds that came back to a heap, when the last of it did, and with it the metal that lay in it. */
interface CameBack {
  at: number;
  sand_kg: number;
  metal_kg: number;
  /** Neither water went in since, nor was it dried off. */
  untempered: boolean;
}

/** What came back of some molds; null where none did, or it was put right since. */
function leftToPutRight(
  entries: readonly LedgerEntry[],
  heap_id: number,
  { sand }: SessionRecord,
  shaken: readonly { id: number }[]
): CameBack | null {
  const of_day = entries.filter(({ mold_id }) => shaken.some(({ id }) => id === mold_id));
  const back = of_day.findLast(({ event }) => event.kind === 'returned');
  if (!back) return null;
  const begun = sand[String(heap_id)]?.begun_at;
  if (begun && begun > back.at) return null;
  const sum = (of: (entry: LedgerEntry) => number) => of_day.reduce((all, entry) => all + of(entry), 0);
  return {
    at: Date.parse(back.at),
    sand_kg: sum(({ event }) => (event.kind === 'returned' ? event.kg : 0)),
    metal_kg: sum(({ event }) => (event.kind === 'poured' ? (event.metal_kg ?? 0) : 0)),
    untempered: !entries.some(({ at, event }) => at > back.at && TEMPERS.has(event.kind))
  };
}

/** Whether frost is forecast for where a heap stands before the day, and whether anybody can tell. */
function frostOf(
  { container }: Pick<HeapRecord, 'container'>,
  station: Station,
  now: number,
  day_ms: number
): Pick<CastingFacts['heaps'][number], 'frost_c' | 'frost_known'> {
  return {
    frost_c: frostBefore(container.place ?? 'shed', station, now, day_ms),
    frost_known:
      container.place === 'indoors' ||
      day_ms < now ||
      (station !== handbookAir && day_ms - now <= FORECAST_DAYS * 24 * HOUR_MS)
  };
}

/** The coldest hour that is forecast where a heap stands before the day; null where it stays above freezing sand. */
function frostBefore(
  place: 'shed' | 'indoors' | 'outdoors',
  station: { at(time: Date): Parameters<typeof airIn>[1] },
  now: number,
  day: number
): number | null {
  const from = Math.max(now, day - 3 * 24 * HOUR_MS);
  if (place === 'indoors' || day < now || from > now + FORECAST_DAYS * 24 * HOUR_MS) return null;
  let coldest = Infinity;
  for (let ms = from; ms <= day; ms += 3 * HOUR_MS)
    coldest = Math.min(coldest, airIn(place, station.at(new Date(ms))).air_c);
  return coldest < FROST_C ? coldest : null;
}
