import { nowIso } from '$core/time/now';
import type { HeapState } from '$lib/schema/heap-state';
import { NINE_IN_TEN } from '$core/judge/normal';
import type { Database } from '../database/database';
import { readState } from './heap-state';
import { readHeap, type HeapRecord } from './heaps';

/** A figure of two heaps side by side. */
export interface ComparedFigure {
  name: string;
  unit: string;
  /** Null: the figure means nothing for that heap. */
  values: [Compared | null, Compared | null];
  /** Second less first; null where one of them has none. */
  difference: number | null;
  /** The difference is larger than chance makes it nine times in ten; null where nobody knows the spread. */
  surely: boolean | null;
}

export interface Compared {
  value: number;
  /** One standard deviation; null where it carries none. */
  sd: number | null;
}

export interface Comparison {
  heaps: [HeapRecord, HeapRecord];
  states: [HeapState, HeapState];
  figures: ComparedFigure[];
}

/** Two heaps at one time, figure by figure, real differences told from doubt. */
export async function compareHeaps(
  db: Database,
  first: number,
  second: number,
  at = nowIso()
): Promise<Comparison> {
  const [a, b] = [await readHeap(db, first), await readHeap(db, second)];
  const [now, then] = [await readState(db, first, at), await readState(db, second, at)];
  // What neither heap has is no figure to compare.
  const figures = FIGURES.map(({ name, unit, read }) => compared(name, unit, [read(now), read(then)])).filter(
    ({ values }) => values.some((each) => each && (each.value > 0 || each.sd))
  );
  return { heaps: [a, b], states: [now, then], figures };
}

interface FigureOf {
  name: string;
  unit: string;
  read(state: HeapState): Compared | null;
}

const FIGURES: readonly FigureOf[] = [
  { name: 'moisture', unit: '%', read: (state) => state.moisture_percent },
  { name: 'active clay', unit: '%', read: (state) => state.active_clay_percent },
  { name: 'dead clay', unit: '%', read: (state) => state.dead_clay_percent },
  { name: 'water : clay', unit: '', read: ({ temper_ratio }) => only(temper_ratio) },
  { name: 'oil', unit: '%', read: (state) => present(state.oil_percent) },
  { name: 'combustibles', unit: '%', read: (state) => present(state.combustibles_percent) },
  { name: 'fines', unit: '%', read: (state) => state.fines_percent },
  { name: 'on hand', unit: 'kg', read: ({ total_kg }) => only(total_kg) },
  { name: 'drying, × the handbook', unit: '', read: ({ learned }) => only(learned.drying_factor) }
];

/** A part that a heap holds none of, and surely so, is left out. */
const present = (part: Compared): Compared | null => (part.value > 0 || part.sd ? part : null);

const only = (value: number | null): Compared | null => (value === null ? null : { value, sd: null });

function compared(name: string, unit: string, values: ComparedFigure['values']): ComparedFigure {
  const [a, b] = values;
  const difference = a && b ? b.value - a.value : null;
  const spread = a && b && a.sd !== null && b.sd !== null ? Math.hypot(a.sd, b.sd) : null;
  const surely = difference === null || spread === null ? null : Math.abs(difference) > NINE_IN_TEN * spread;
  return { name, unit, values, difference, surely };
}
