import { airIn } from '$core/heap/state/place';
import type { CastingFacts } from '$core/plan/steps/casting-facts';
import { INGREDIENTS, type MaterialKind } from '$core/reference/ingredients';
import { DELIVERY_DAYS, FROST_C, TEMPERED_BEFORE_H } from '$core/reference/plan';
import type { HeapState } from '$lib/schema/heap-state';
import type { Database } from '../database/database';
import { handbookAir } from '../device/weather-station';
import { stationOf } from '../heap/air';
import { entriesOf } from '../heap/heap-ledger';
import { readStates } from '../heap/heap-state';
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

/** What the heaps of a day want until its sand is rammed, and what is to be bought for them. */
export async function dayHeaps(
  db: Database,
  plan: PlanRecord,
  session: SessionRecord,
  molds: readonly WeighedMold[],
  now: number
): Promise<Pick<CastingFacts, 'heaps' | 'buy'>> {
  // The sand is tempered the evening before; from then on the plan and the heap's own page tell one dose.
  const tempered_ms = Math.max(now, Date.parse(session.at) - TEMPERED_BEFORE_H * HOUR_MS);
  const [heaps, lots, station, states, at_temper] = await Promise.all([
    listHeaps(db),
    listLots(db),
    stationOf(db),
    readStates(db, new Date(now).toISOString()),
    readStates(db, new Date(tempered_ms).toISOString())
  ]);
  // Of molds that were shaken out the sand is still to be put right.
  const shaken = session.molds.filter(({ state }) => state === 'shaken-out');
  const ids = new Set([
    ...molds.map(({ heap_id }) => heap_id),
    ...shaken.map((mold) => mold.backing_heap_id)
  ]);
  const found: { heaps: CastingFacts['heaps'][number][]; buy: CastingFacts['buy'][number][] } = {
    heaps: [],
    buy: []
  };
  for (const id of ids) {
    const heap = heaps.find((each) => each.id === id);
    const state = states.get(id)?.state;
    const tempered = at_temper.get(id)?.state;
    if (!heap || !state || !tempered) continue;
    const wants = molds.filter((mold) => mold.heap_id === id && mold.round === 1 && !mold.rammed);
    const short_kg = wants.reduce((sum, { sand_kg }) => sum + sand_kg, 0) - state.total_kg;
    const long = await readLongView(db, id);
    found.buy.push(...toBuy(id, tempered, short_kg, long, lots, plan.delivery_days ?? DELIVERY_DAYS));
    const { water_kg, binder_kg, water_to_lose_kg, need } = tempered.prescription;
    found.heaps.push({
      id,
      name: heap.name,
      water_kg,
      binder_kg,
      dry_off_kg: water_to_lose_kg,
      unknown: need === 'test',
      renew: (long.policy?.new_sand_kg ?? 0) > 0 || short_kg > 0,
      short_kg: Math.max(0, short_kg),
      back_at: await leftToPutRight(db, id, session, shaken),
      ...frostOf(heap, station, now, Date.parse(session.at))
    });
  }
  return found;
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

/** When sand of some molds last came back to a heap, ms; null where none did, or it was put right since. */
async function leftToPutRight(
  db: Database,
  heap_id: number,
  { sand }: SessionRecord,
  shaken: readonly { id: number }[]
): Promise<number | null> {
  const entries = entriesOf(await ledgerFor(db, await heapRow(db, heap_id)));
  const back = entries.findLast(
    ({ event, mold_id }) => event.kind === 'returned' && shaken.some(({ id }) => id === mold_id)
  );
  if (!back) return null;
  const begun = sand[String(heap_id)]?.begun_at;
  return begun && begun > back.at ? null : Date.parse(back.at);
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
