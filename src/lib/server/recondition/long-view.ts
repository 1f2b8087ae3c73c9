import { GRINDING_SHARE } from '$core/reference/wear';
import type { LongViewStart } from '$lib/schema/recondition';
import { dayIn, daysFrom, type Day } from '$core/time/day';
import type { Database } from '../database/database';
import { shedZone } from '../day/shed-zone';
import { readState } from '../heap/heap-state';
import { readHeap } from '../heap/heaps';
import { readLearned } from '../heap/learned';
import { listEntries } from '../heap/ledger';
import { listLots } from '../stock/stock';

/** Casting days that tell how a heap is used. */
const LOOK_BACK = 8;
/** A day's metal where nobody poured yet, kg (a guess). */
const GUESSED_METAL_KG = 2;
/** Prices where nothing in stock has one, per kg (a guess). */
const GUESSED_PRICE = { sand: 0.3, clay: 1.2 } as const;

export async function readLongView(db: Database, heap_id: number): Promise<LongViewStart> {
  const [heap, state, learned, lots] = await Promise.all([
    readHeap(db, heap_id),
    readState(db, heap_id),
    readLearned(db, heap_id),
    listLots(db)
  ]);
  const figure = (of: string) => learned.items.find((each) => each.of === of)!.value;
  const poured = (await listEntries(db, heap_id, { kind: 'poured', limit: 60 })).items;
  const here = heap.zone ?? (await shedZone(db));
  const by_day = new Map<Day, number>();
  for (const { at, ...entry } of poured) {
    const burnt = Number((entry as { burnt_kg?: number }).burnt_kg ?? 0);
    const day = dayIn(at, (entry as { zone?: string | null }).zone ?? here);
    by_day.set(day, (by_day.get(day) ?? 0) + burnt);
  }
  const days = [...by_day].sort(([a], [b]) => b.localeCompare(a)).slice(0, LOOK_BACK);
  const burnt_kg =
    days.length > 0
      ? days.reduce((sum, [, kg]) => sum + kg, 0) / days.length
      : GUESSED_METAL_KG * figure('burn');
  const first = days.at(-1);
  const last = days[0];
  const { grain, active_clay, dead_clay, fines } = state.composition_kg;
  const of = (role: 'sand' | 'binder') => lots.filter((lot) => lot.role === role);
  const price = (role: 'sand' | 'binder') => {
    const priced = of(role).filter(({ cost, bought_kg }) => cost !== null && bought_kg > 0);
    const kg = priced.reduce((sum, { bought_kg }) => sum + bought_kg, 0);
    return kg > 0 ? priced.reduce((sum, { cost }) => sum + cost!, 0) / kg : null;
  };
  const there = (role: 'sand' | 'binder') => of(role).reduce((sum, { on_hand_kg }) => sum + on_hand_kg, 0);
  const [sand_price, clay_price] = [price('sand'), price('binder')];
  const good = await goodEachDay(db);
  const aim = (heap.targets.active_clay_percent.min + heap.targets.active_clay_percent.max) / 200;
  return {
    parts: { sand: grain, live_clay: active_clay, dead_clay, fines },
    wear: { burnt_kg, spill: figure('spill') / 100, grinding: GRINDING_SHARE },
    days: days.length,
    days_between: first && last && first !== last ? daysFrom(first[0], last[0]) / (days.length - 1) : null,
    // Its aim is a share of the dry mix; kept on each kilogram of grains.
    clay_per_sand: grain > 0 ? (aim * (grain + active_clay + dead_clay + fines)) / grain : aim,
    prices: {
      sand_per_kg: sand_price ?? GUESSED_PRICE.sand,
      clay_per_kg: clay_price ?? GUESSED_PRICE.clay,
      known: sand_price !== null && clay_price !== null
    },
    currency: lots.find(({ cost }) => cost !== null)?.currency ?? 'GBP',
    stock: { sand_kg: there('sand'), clay_kg: there('binder') },
    good_kg_each: good,
    policy: heap.policy
  };
}

/** Castings that were not scrapped, kg a casting day. */
async function goodEachDay(db: Database): Promise<number> {
  const rows = await db.tables.castings.findAll({ where: { removed_at: null }, raw: true });
  const days = new Set(rows.map(({ session_id }) => session_id));
  const kg = rows
    .filter(({ result, kg: weight }) => result !== 'scrap' && weight !== null)
    .reduce((sum, { kg: weight }) => sum + weight!, 0);
  return days.size > 0 ? kg / days.size : 0;
}
