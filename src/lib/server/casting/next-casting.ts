import { nowMs } from '$core/time/now';
import { dueNow, type Due, type MoldUnderway } from '$core/session/due';
import { isSandAlone, whichCasting } from '$core/session/which-casting';
import { Op } from 'sequelize';
import type { Database } from '../database/database';
import type { MoldRow, SessionRow } from '../database/tables';

/** A casting day as every page knows it. */
export interface CastingRecord {
  id: number;
  name: string | null;
  at: string;
  stage: string;
  version: number;
  /** What it waits for, once it has begun: its day is there, or a mold of it is rammed; null before. */
  due: Due | null;
  /** The mold that is due, by its place in the day; null where none is. */
  due_mold: number | null;
}

interface Underway {
  id: number;
  name: string | null;
  at: string;
  stage: string;
  version: number;
  /** Heaps whose sand is put right on it. */
  sand_of: number[];
  molds: MoldUnderway[];
}

const BEGUN = ['rammed', 'closed', 'poured', 'shaken-out'];
/** A casting set for later today is on. */
const TODAY_MS = 12 * 3_600_000;

/** The casting that is on, or that comes next; null without any. */
export async function nextCasting(db: Database): Promise<CastingRecord | null> {
  return (await chosenCasting(db, null)).casting;
}

/** A casting, and the others that are open beside it. */
export interface ChosenCasting {
  casting: CastingRecord | null;
  others: Pick<CastingRecord, 'id' | 'name' | 'at' | 'stage' | 'version'>[];
}

/** The casting that somebody asks for, where it is open; else the one that is on or comes next. */
export async function chosenCasting(db: Database, asked: number | null): Promise<ChosenCasting> {
  const open = await openDays(db);
  const now = nowMs();
  const chosen = open.find((day) => day.id === asked) ?? open[whichCasting(open, now)];
  return {
    casting: chosen ? recordOf(chosen, now) : null,
    others: open
      .filter((day) => day !== chosen && !isSandAlone(day))
      .map(({ id, name, at, stage, version }) => ({ id, name, at, stage, version }))
  };
}

/** The casting day that an address asks for, `day=29`; null where it asks for none. */
export const dayAsked = (query: URLSearchParams): number | null =>
  Number(/^[1-9]\d{0,14}$/.exec(query.get('day') ?? '')?.[0] ?? 0) || null;

function recordOf({ molds, sand_of: _, ...casting }: Underway, now: number): CastingRecord {
  const begun = Date.parse(casting.at) < now + TODAY_MS || molds.some(({ state }) => BEGUN.includes(state));
  const due = begun ? dueNow(casting.stage, molds, now) : null;
  const i = due && 'mold_id' in due ? molds.findIndex(({ id }) => id === due.mold_id) : -1;
  return { ...casting, due, due_mold: i < 0 ? null : i + 1 };
}

/** What else is open: castings that are not the next, and sand that is put right by itself. */
export interface AlsoOpen {
  id: number;
  name: string | null;
  at: string;
  stage: string;
  version: number;
  /** Its heap, of sand that is put right by itself. */
  heap_id: number | null;
}

/** Whatever is not over beside the casting that is on or comes next, the earliest first. */
export async function alsoOpen(db: Database): Promise<AlsoOpen[]> {
  const open = await openDays(db);
  const next = whichCasting(open, nowMs());
  return open
    .filter((_, i) => i !== next)
    .map(({ molds, sand_of, ...day }) => ({
      ...day,
      heap_id: isSandAlone({ ...day, molds }) ? (sand_of[0] ?? null) : null
    }));
}

/** The running day on which the sand of a heap is put right; null without one. */
export async function sandDayOf(db: Database, heap_id: number): Promise<number | null> {
  const open = await openDays(db);
  return open.findLast(({ sand_of }) => sand_of.includes(heap_id))?.id ?? null;
}

const openDays = (db: Database): Promise<Underway[]> => db.sinceLastWrite('open days', () => underway(db));

async function underway(db: Database): Promise<Underway[]> {
  const rows = await db.tables.sessions.findAll({
    where: { removed_at: null, stage: { [Op.ne]: 'done' } },
    order: ['at', 'id']
  });
  const molds = await db.tables.molds.findAll({
    where: { session_id: rows.map(({ id }) => id), removed_at: null },
    order: ['id']
  });
  return rows.map((row) => dayOf(row, molds));
}

function dayOf(
  { id, name, at, stage, version, steps, sand }: SessionRow,
  molds: readonly MoldRow[]
): Underway {
  const opened = (mold_id: number) =>
    steps.some((step) => step.id === `${mold_id}:open` && step.state === 'done');
  return {
    id,
    name,
    at,
    stage,
    version,
    sand_of: Object.keys(sand ?? {}).map(Number),
    molds: molds
      .filter(({ session_id, state }) => session_id === id && state !== 'broken')
      .map((mold) => {
        const { poured } = mold;
        const opens = poured?.heat.open_s;
        return {
          id: mold.id,
          state: mold.state,
          opens: poured && opens != null ? Date.parse(poured.at) + opens * 1000 : null,
          opened: opened(mold.id)
        };
      })
  };
}
