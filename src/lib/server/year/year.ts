import { nowIso } from '$core/time/now';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/database';
import { readState } from '../heap/heap-state';
import { listHeaps } from '../heap/heaps';

/** A month of casting, or a year of it. Masses kg. */
export interface Span {
  castings: number;
  good: number;
  usable: number;
  scrap: number;
  /** Castings that were not scrapped, kg, of those that were weighed. */
  good_kg: number;
  metal_kg: number;
  /** Sand thrown out and spilled. */
  lost_kg: number;
  /** Sand and clay of the stock that went in. */
  new_kg: number;
  /** What that cost, by currency; lots without a price are left out. */
  cost: Record<string, number>;
}

/** A span of the year, and what a kilogram of good casting cost in it. */
export interface MonthRecord extends Span {
  /** As 2026-04. */
  month: string;
  cost_per_good_kg: Record<string, number>;
}

/** A year beside the others. */
export interface WholeYear extends Span {
  year: number;
  /** As `YearRecord` has it. */
  cost_per_good_kg: Record<string, number>;
  /** The defect of most castings; null where none was noted. */
  commonest_defect: { defect: string; castings: number } | null;
  /** How each heap stood at its end, or now. */
  heaps: (Omit<HeapMonth, 'month'> & { id: number; name: string })[];
}

export interface HeapMonth {
  month: string;
  total_kg: number;
  active_clay_percent: number;
  dead_clay_percent: number;
  fines_percent: number;
}

export interface YearRecord {
  year: number;
  /** Years that have anything in them. */
  years: number[];
  months: MonthRecord[];
  total: Span;
  /** All years, the first first. */
  by_year: WholeYear[];
  /** Cost of the months of which good castings were weighed, over those, by currency; empty where either is not known. */
  cost_per_good_kg: Record<string, number>;
  scrap_by_defect: { defect: string; castings: number; months: Record<string, number> }[];
  heaps: { id: number; name: string; months: HeapMonth[] }[];
  lessons: { id: number; name: string | null; at: string; lessons: string }[];
}

const empty = (): Span => ({
  castings: 0,
  good: 0,
  usable: 0,
  scrap: 0,
  good_kg: 0,
  metal_kg: 0,
  lost_kg: 0,
  new_kg: 0,
  cost: {}
});

/**
 * A year of casting, by its months.
 *
 * @param asked the latest year with anything in it, where it is left out
 * @param now ISO time that counts as now: a heap dries on between two readings. What was read once stands for its day,
 *   until something is written
 */
export async function readYear(db: Database, asked: number | undefined, now = nowIso()): Promise<YearRecord> {
  return db.sinceLastWrite(`year ${asked ?? ''} ${now.slice(0, 10)}`, () => yearOf(db, asked, now));
}

async function yearOf(db: Database, asked: number | undefined, now: string): Promise<YearRecord> {
  const rows = <T extends object>(sql: string, replacements: object = {}) =>
    db.sequelize.query<T>(sql, { type: QueryTypes.SELECT, replacements: { ...replacements } });
  const found = await rows<{ year: string }>(
    `SELECT DISTINCT substr(at, 1, 4) AS year FROM journal ORDER BY year`
  );
  const years = found.map(({ year }) => Number(year));
  const year =
    asked ?? years.filter((each) => each <= Number(now.slice(0, 4))).at(-1) ?? Number(now.slice(0, 4));
  const of_year = { from: `${year}-01-01`, to: `${year + 1}-01-01` };
  const months = monthsOf(year);
  const by_month = new Map<string, Span>();
  const span = (month: string) => {
    const found_span = by_month.get(month) ?? empty();
    by_month.set(month, found_span);
    return found_span;
  };

  const castings = await rows<{
    month: string;
    result: 'good' | 'usable' | 'scrap';
    n: number;
    kg: number | null;
  }>(
    `SELECT substr(s.at, 1, 7) AS month, c.result, count(*) AS n, sum(c.kg) AS kg
     FROM castings c JOIN sessions s ON s.id = c.session_id
     WHERE c.removed_at IS NULL AND s.removed_at IS NULL GROUP BY 1, 2`
  );
  for (const { month, result, n, kg } of castings) {
    const of = span(month);
    of.castings += n;
    of[result] += n;
    if (result !== 'scrap') of.good_kg += kg ?? 0;
  }
  const metal = await rows<{ month: string; kg: number | null; kind: string }>(
    `SELECT substr(v.at, 1, 7) AS month, v.kind,
       sum(coalesce(json_extract(v.event, CASE v.kind WHEN 'poured' THEN '$.metal_kg' ELSE '$.kg' END), 0)) AS kg
     FROM entries e JOIN entry_versions v ON v.entry_id = e.id AND v.version = e.version
     WHERE e.undone_at IS NULL AND v.kind IN ('poured', 'discarded', 'spilled')
     GROUP BY 1, 2`
  );
  for (const { month, kg, kind } of metal) span(month)[kind === 'poured' ? 'metal_kg' : 'lost_kg'] += kg ?? 0;
  const used = await rows<{ month: string; kg: number; cost: number | null; currency: string }>(
    `SELECT substr(v.at, 1, 7) AS month, sum(u.kg) AS kg, l.currency,
       sum(CASE WHEN l.bought_kg > 0 THEN u.kg * l.cost / l.bought_kg END) AS cost
     FROM lot_uses u JOIN entries e ON e.id = u.entry_id
       JOIN entry_versions v ON v.entry_id = e.id AND v.version = e.version JOIN lots l ON l.id = u.lot_id
     WHERE e.undone_at IS NULL GROUP BY 1, 3`
  );
  for (const { month, kg, cost, currency } of used) {
    const of = span(month);
    of.new_kg += kg;
    if (cost !== null) of.cost[currency] = (of.cost[currency] ?? 0) + cost;
  }
  const defects = await rows<{ month: string; defect: string; n: number }>(
    `SELECT substr(s.at, 1, 7) AS month, json_extract(d.value, '$.defect') AS defect, count(DISTINCT c.id) AS n
     FROM castings c JOIN sessions s ON s.id = c.session_id, json_each(c.defects) d
     WHERE c.removed_at IS NULL AND s.removed_at IS NULL AND c.result <> 'good'
     GROUP BY 1, 2`
  );
  const lessons = await rows<YearRecord['lessons'][number]>(
    `SELECT id, name, at, lessons FROM sessions
     WHERE removed_at IS NULL AND lessons IS NOT NULL AND lessons <> '' AND at >= :from AND at < :to ORDER BY at`,
    of_year
  );
  const of_months = (which: number) => [...by_month].filter(([month]) => Number(month.slice(0, 4)) === which);
  const shown = months.filter((month) => month <= now.slice(0, 7));
  const by_year: WholeYear[] = [];
  for (const each of years.filter((which) => which <= Number(now.slice(0, 4)))) {
    const spans = of_months(each).map(([, of]) => of);
    const worst = defectsOf(each, defects)[0];
    by_year.push({
      year: each,
      ...spans.reduce(added, empty()),
      cost_per_good_kg: costPerGoodKg(spans),
      commonest_defect: worst ? { defect: worst.defect, castings: worst.castings } : null,
      heaps: await heapsAt(db, endOf(`${each}-12`), now)
    });
  }
  return {
    year,
    years,
    months: shown.map((month) => ({
      month,
      ...span(month),
      cost_per_good_kg: costPerGoodKg([span(month)])
    })),
    total: of_months(year)
      .map(([, of]) => of)
      .reduce(added, empty()),
    by_year,
    cost_per_good_kg: costPerGoodKg(of_months(year).map(([, of]) => of)),
    scrap_by_defect: defectsOf(year, defects),
    heaps: await heapMonths(db, shown, now),
    lessons
  };
}

const monthsOf = (year: number) =>
  Array.from({ length: 12 }, (_, i) => `${year}-${String(i + 1).padStart(2, '0')}`);

/** What was spent in months of which nobody judged a casting is no part of what the judged ones cost. */
function costPerGoodKg(spans: readonly Span[]): Record<string, number> {
  const judged = spans.filter(({ good_kg }) => good_kg > 0).reduce(added, empty());
  return Object.fromEntries(
    Object.entries(judged.cost).map(([currency, cost]) => [currency, cost / judged.good_kg])
  );
}

/** The defects of a year, the commonest first. */
function defectsOf(
  year: number,
  noted: readonly { month: string; defect: string; n: number }[]
): YearRecord['scrap_by_defect'] {
  const by_defect = new Map<string, YearRecord['scrap_by_defect'][number]>();
  for (const { month, defect, n } of noted) {
    if (!month.startsWith(`${year}-`)) continue;
    const of = by_defect.get(defect) ?? { defect, castings: 0, months: {} };
    of.castings += n;
    of.months[month] = n;
    by_defect.set(defect, of);
  }
  return [...by_defect.values()].sort((a, b) => b.castings - a.castings);
}

function added(a: Span, b: Span): Span {
  const cost = { ...a.cost };
  for (const [currency, more] of Object.entries(b.cost)) cost[currency] = (cost[currency] ?? 0) + more;
  return {
    castings: a.castings + b.castings,
    good: a.good + b.good,
    usable: a.usable + b.usable,
    scrap: a.scrap + b.scrap,
    good_kg: a.good_kg + b.good_kg,
    metal_kg: a.metal_kg + b.metal_kg,
    lost_kg: a.lost_kg + b.lost_kg,
    new_kg: a.new_kg + b.new_kg,
    cost
  };
}

/** The last moment of a month, as 2026-04. */
function endOf(month: string): string {
  const [year, number] = month.split('-').map(Number) as [number, number];
  return new Date(Date.UTC(year, number, 1) - 1).toISOString();
}

/** How the heaps that were there stood at a time, or now where that is sooner. */
async function heapsAt(db: Database, at: string, now: string): Promise<WholeYear['heaps']> {
  const found: WholeYear['heaps'] = [];
  for (const { id, name } of await listHeaps(db)) {
    const state = await readState(db, id, at < now ? at : now);
    const total_kg = state.total_kg + state.out_kg;
    if (!(total_kg > 0)) continue;
    found.push({
      id,
      name,
      total_kg,
      active_clay_percent: state.active_clay_percent.value,
      dead_clay_percent: state.dead_clay_percent.value,
      fines_percent: state.fines_percent.value
    });
  }
  return found;
}

/** How each heap stood at the end of each month in which it was there. */
async function heapMonths(
  db: Database,
  months: readonly string[],
  now: string
): Promise<YearRecord['heaps']> {
  const heaps = new Map<number, YearRecord['heaps'][number]>();
  for (const month of months)
    for (const { id, name, ...state } of await heapsAt(db, endOf(month), now)) {
      const of = heaps.get(id) ?? { id, name, months: [] };
      of.months.push({ month, ...state });
      heaps.set(id, of);
    }
  return [...heaps.values()].sort((a, b) => a.id - b.id);
}
