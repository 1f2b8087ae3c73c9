import { nowMs } from '$core/time/now';
import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { differenceInCalendarDays, format, getISOWeek, getISOWeekYear, parse } from 'date-fns';
import type { Database } from '../database/database';
import { backUp } from './backup';

/** Copies that are kept: of each of the last days, weeks and months the latest. */
export const KEPT = { days: 7, weeks: 8, months: 12 } as const;

const NAME = /^brunkel-(\d{4}-\d{2}-\d{2})\.sqlite$/;
const DAY = 'yyyy-MM-dd';

export interface Copy {
  file: string;
  /** The day it was made on. */
  day: string;
  bytes: number;
}

export const copiesFolder = (folder: string) => join(folder, 'copies');

/** The copies of a folder, latest first. */
export function listCopies(folder: string): Copy[] {
  const inside = copiesFolder(folder);
  if (!existsSync(inside)) return [];
  return readdirSync(inside)
    .flatMap((name): Copy[] => {
      const day = NAME.exec(name)?.[1];
      return day ? [{ file: join(inside, name), day, bytes: statSync(join(inside, name)).size }] : [];
    })
    .sort((a, b) => b.day.localeCompare(a.day));
}

/** Makes today's copy, unless it is there, and lets go of those that are too many. Whether it made one. */
export async function copyOfTheDay(db: Database, now = new Date(nowMs())): Promise<boolean> {
  const day = format(now, DAY);
  const file = join(copiesFolder(db.folder), `brunkel-${day}.sqlite`);
  if (existsSync(file)) return false;
  mkdirSync(copiesFolder(db.folder), { recursive: true, mode: 0o700 });
  await backUp(db.sequelize, file);
  const copies = listCopies(db.folder);
  const kept = keptDays(
    copies.map((copy) => copy.day),
    now
  );
  for (const copy of copies) if (!kept.has(copy.day)) rmSync(copy.file);
  return true;
}

/** The days of which copies are kept: the latest of each of the last 7 days, 8 weeks and 12 months. */
export function keptDays(days: readonly string[], now: Date): Set<string> {
  const kept = new Set<string>();
  const latest = [...days].sort().reverse();
  const each = (count: number, period: (day: Date) => string) => {
    const seen = new Set<string>();
    for (const day of latest) {
      const of = period(parse(day, DAY, now));
      if (seen.has(of) || seen.size >= count) continue;
      seen.add(of);
      kept.add(day);
    }
  };
  for (const day of latest)
    if (differenceInCalendarDays(now, parse(day, DAY, now)) < KEPT.days) kept.add(day);
  each(KEPT.weeks, (day) => `${getISOWeekYear(day)}-${getISOWeek(day)}`);
  each(KEPT.months, (day) => format(day, 'yyyy-MM'));
  return kept;
}

/** What a copy left behind that was not finished when the last server ended. */
function clearAway(folder: string): void {
  const inside = copiesFolder(folder);
  if (!existsSync(inside)) return;
  for (const name of readdirSync(inside))
    if (name.startsWith('.leaving-') || name.endsWith('.part')) rmSync(join(inside, name), { force: true });
}

const FIRST_AFTER_MS = 10_000;
const LOOKED_FOR_MS = 3_600_000;

/** What the last attempt came to, for the page that shows the copies. */
let failed: string | null = null;
export const lastFailure = () => failed;

/** Sees to a copy each day while the server runs. */
export function keepCopying(db: Database): () => void {
  clearAway(db.folder);
  const look = () =>
    copyOfTheDay(db).then(
      () => (failed = null),
      (thrown: unknown) => (failed = thrown instanceof Error ? thrown.message : String(thrown))
    );
  const first = setTimeout(look, FIRST_AFTER_MS);
  const later = setInterval(look, LOOKED_FOR_MS);
  first.unref();
  later.unref();
  return () => {
    clearTimeout(first);
    clearInterval(later);
  };
}
