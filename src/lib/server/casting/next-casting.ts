import { nowMs } from '$core/time/now';
import { dueNow, type Due, type MoldUnderway } from '$core/session/due';
import type { Database } from '../database/database';

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
  molds: MoldUnderway[];
}

const BEGUN = ['rammed', 'closed', 'poured', 'shaken-out'];
/** A casting set for later today is on. */
const TODAY_MS = 12 * 3_600_000;

/** The casting that is on, or that comes next: the earliest that is not over; null without any. */
export async function nextCasting(db: Database): Promise<CastingRecord | null> {
  const next = await db.sinceLastWrite('next casting', () => underway(db));
  if (!next) return null;
  const { molds, ...casting } = next;
  const now = nowMs();
  const begun = Date.parse(casting.at) < now + TODAY_MS || molds.some(({ state }) => BEGUN.includes(state));
  const due = begun ? dueNow(casting.stage, molds, now) : null;
  const i = due && 'mold_id' in due ? molds.findIndex(({ id }) => id === due.mold_id) : -1;
  return { ...casting, due, due_mold: i < 0 ? null : i + 1 };
}

async function underway(db: Database): Promise<Underway | null> {
  const rows = await db.tables.sessions.findAll({ where: { removed_at: null }, order: ['at', 'id'] });
  const next = rows.find(({ stage }) => stage !== 'done');
  if (!next) return null;
  const molds = await db.tables.molds.findAll({
    where: { session_id: next.id, removed_at: null },
    order: ['id']
  });
  const opened = (id: number) => next.steps.some((step) => step.id === `${id}:open` && step.state === 'done');
  const { id, name, at, stage, version } = next;
  return {
    id,
    name,
    at,
    stage,
    version,
    molds: molds
      .filter(({ state }) => state !== 'broken')
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
