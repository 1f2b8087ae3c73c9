import { QueryTypes } from 'sequelize';
import type { PourYield } from '$core/metal/pour-yield';
import type { CastingRecord } from '../shake-out/castings';
import { castingsOfSession } from '../shake-out/castings';
import type { Database } from '../database/database';
import { readState } from '../heap/heap-state';
import { listHeaps } from '../heap/heaps';
import { memberNames } from '../member/members';
import { pourMolds } from '../pour/pour-mold';
import { yieldOfDay } from '../shake-out/day-yield';
import { readSession, type MoldRecord, type SessionRecord } from '../session/sessions';

/** How a heap stood, shares in percent of what is usual for it. */
export interface HeapThen {
  at: string;
  total_kg: number;
  moisture_percent: { value: number; sd: number } | null;
  active_clay_percent: number;
  dead_clay_percent: number;
  fines_percent: number;
}

export interface SessionSheet {
  day: SessionRecord;
  members: string[];
  heaps: { id: number; name: string; before: HeapThen; after: HeapThen; entries: number }[];
  molds: {
    mold: MoldRecord;
    number: number;
    name: string;
    flask: string | null;
    alloy: string;
    castings: (CastingRecord & { name: string })[];
  }[];
  /** Of the molds that were poured and judged; null where there are none. */
  yield: PourYield | null;
}

/** A moment before the first thing that happened, ms. */
const JUST_BEFORE_MS = 1000;

/** A whole turn of the wheel: each heap before and after, molds, metal, times and what came out. */
export async function readSessionSheet(db: Database, id: number): Promise<SessionSheet> {
  const day = await readSession(db, id);
  const [castings, facts, heaps, members, spans] = await Promise.all([
    castingsOfSession(db, id),
    pourMolds(db, day),
    listHeaps(db),
    memberNames(db),
    db.sequelize.query<{ heap_id: number; first: string; last: string; entries: number }>(
      `SELECT e.heap_id, min(v.at) AS first, max(v.at) AS last, count(*) AS entries
       FROM entries e JOIN entry_versions v ON v.entry_id = e.id AND v.version = e.version
       WHERE v.session_id = :id AND e.undone_at IS NULL GROUP BY e.heap_id`,
      { type: QueryTypes.SELECT, replacements: { id } }
    )
  ]);
  const then = async (heap_id: number, at: string): Promise<HeapThen> => {
    const state = await readState(db, heap_id, at);
    const { moisture_percent, active_clay_percent, dead_clay_percent, fines_percent } = state;
    return {
      at,
      total_kg: state.total_kg + state.out_kg,
      moisture_percent: state.seen ? { value: moisture_percent.value, sd: moisture_percent.sd } : null,
      active_clay_percent: active_clay_percent.value,
      dead_clay_percent: dead_clay_percent.value,
      fines_percent: fines_percent.value
    };
  };
  const of_heaps = await Promise.all(
    spans.flatMap(({ heap_id, first, last, entries }) => {
      const heap = heaps.find((each) => each.id === heap_id);
      if (!heap) return [];
      const before = new Date(Date.parse(first) - JUST_BEFORE_MS).toISOString();
      return [
        (async () => ({
          id: heap.id,
          name: heap.name,
          before: await then(heap.id, before),
          after: await then(heap.id, last),
          entries
        }))()
      ];
    })
  );
  return {
    day,
    members: members.filter((member) => day.members.includes(member.id)).map(({ name }) => name),
    heaps: of_heaps,
    yield: yieldOfDay(facts, castings),
    molds: facts.map((of, i) => ({
      mold: of.mold,
      number: i + 1,
      name: of.name,
      flask: of.flask,
      alloy: of.alloy.name,
      castings: castings
        .filter(({ mold_id }) => mold_id === of.mold.id)
        .map((casting) => ({
          ...casting,
          name: of.castings.find(({ pattern_id }) => pattern_id === casting.pattern_id)?.name ?? 'a casting'
        }))
    }))
  };
}
