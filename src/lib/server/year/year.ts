import { nowIso } from '$core/time/now';
import { QueryTypes } from 'sequelize';
import {
  dayIn,
  monthEnds,
  monthIn,
  monthsOf,
  yearIn,
  yearOf as yearOfMonth,
  type Month
} from '$core/time/day';
import type { Database } from '../database/database';
import { shedZone } from '../day/shed-zone';
import { readState } from '../heap/heap-state';
import { listHeaps } from '../heap/heaps';
import { added, emptySpan, monthSpans, type DefectCount, type Span } from './month-spans';

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

/**
 * A year of casting, by its months.
 *
 * @param asked the latest year with anything in it, where it is left out
 * @param now ISO time that counts as now: a heap dries on between two readings. What was read once stands for its day,
 *   until something is written
 */
export async function readYear(db: Database, asked: number | undefined, now = nowIso()): Promise<YearRecord> {
  const zone = await shedZone(db);
  return db.sinceLastWrite(`year ${asked ?? ''} ${dayIn(now, zone)}`, () => yearOf(db, asked, now, zone));
}

async function yearOf(
  db: Database,
  asked: number | undefined,
  now: string,
  zone: string
): Promise<YearRecord> {
  const { months: spans, defects } = await monthSpans(db, zone);
  const years = [...new Set([...(await yearsOf(db, zone)), ...[...spans.keys()].map(yearOfMonth)])].sort(
    (a, b) => a - b
  );
  const this_year = yearIn(now, zone);
  const year = asked ?? years.filter((each) => each <= this_year).at(-1) ?? this_year;
  const of_year = (which: number) =>
    [...spans].filter(([month]) => yearOfMonth(month) === which).map(([, of]) => of);
  const shown = monthsOf(year).filter((month) => month <= monthIn(now, zone));
  const endOf = (month: Month) => new Date(monthEnds(month, zone)).toISOString();
  const by_year: WholeYear[] = [];
  for (const each of years.filter((which) => which <= this_year)) {
    const worst = defectsOf(each, defects)[0];
    by_year.push({
      year: each,
      ...of_year(each).reduce(added, emptySpan()),
      cost_per_good_kg: costPerGoodKg(of_year(each)),
      commonest_defect: worst ? { defect: worst.defect, castings: worst.castings } : null,
      heaps: await heapsAt(db, endOf(monthsOf(each).at(-1)!), now)
    });
  }
  return {
    year,
    years,
    months: shown.map((month) => {
      const of = spans.get(month) ?? emptySpan();
      return { month, ...of, cost_per_good_kg: costPerGoodKg([of]) };
    }),
    total: of_year(year).reduce(added, emptySpan()),
    by_year,
    cost_per_good_kg: costPerGoodKg(of_year(year)),
    scrap_by_defect: defectsOf(year, defects),
    heaps: await heapMonths(
      db,
      shown.map((month) => ({ month, at: endOf(month) })),
      now
    ),
    lessons: await lessonsOf(db, year)
  };
}

/** Years in which anything stands in the journal. */
async function yearsOf(db: Database, zone: string): Promise<number[]> {
  // Only of a day at the turn of a year does it matter where it was.
  const found = await db.sequelize.query<{ at: string }>(
    `SELECT DISTINCT CASE WHEN strftime('%m-%d', at) IN ('12-31', '01-01') THEN at ELSE strftime('%Y-06-15T12:00:00Z', at) END AS at
     FROM journal`,
    { type: QueryTypes.SELECT }
  );
  return found.map(({ at }) => yearIn(at, zone));
}

/** What was kept of the casting days of a year, the first first. */
async function lessonsOf(db: Database, year: number): Promise<YearRecord['lessons']> {
  const kept = await db.sequelize.query<YearRecord['lessons'][number] & { zone: string }>(
    `SELECT id, name, at, zone, lessons FROM sessions
     WHERE removed_at IS NULL AND lessons IS NOT NULL AND lessons <> '' ORDER BY at`,
    { type: QueryTypes.SELECT }
  );
  return kept.filter(({ at, zone }) => yearIn(at, zone) === year).map(({ zone: _, ...of }) => of);
}

/** What was spent in months of which nobody judged a casting is no part of what the judged ones cost. */
function costPerGoodKg(spans: readonly Span[]): Record<string, number> {
  const judged = spans.filter(({ good_kg }) => good_kg > 0).reduce(added, emptySpan());
  return Object.fromEntries(
    Object.entries(judged.cost).map(([currency, cost]) => [currency, cost / judged.good_kg])
  );
}

/** The defects of a year, the commonest first. */
function defectsOf(year: number, noted: readonly DefectCount[]): YearRecord['scrap_by_defect'] {
  const by_defect = new Map<string, YearRecord['scrap_by_defect'][number]>();
  for (const { month, defect, castings } of noted) {
    if (yearOfMonth(month) !== year) continue;
    const of = by_defect.get(defect) ?? { defect, castings: 0, months: {} };
    of.castings += castings;
    of.months[month] = castings;
    by_defect.set(defect, of);
  }
  return [...by_defect.values()].sort((a, b) => b.castings - a.castings);
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
  months: readonly { month: Month; at: string }[],
  now: string
): Promise<YearRecord['heaps']> {
  const heaps = new Map<number, YearRecord['heaps'][number]>();
  for (const { month, at } of months)
    for (const { id, name, ...state } of await heapsAt(db, at, now)) {
      const of = heaps.get(id) ?? { id, name, months: [] };
      of.months.push({ month, ...state });
      heaps.set(id, of);
    }
  return [...heaps.values()].sort((a, b) => a.id - b.id);
}
