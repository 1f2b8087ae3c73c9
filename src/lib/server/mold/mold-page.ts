import type { PatternRecord } from '$lib/schema/pattern';
import type { FlaskRecord } from '$lib/schema/flask';
import type { CastingBox } from '$core/mold/casting';
import type { HeapBinder } from '$core/reference/targets';
import type { Verdict } from '$core/judge/temper-verdict';
import { nowMs } from '$core/time/now';
import { ALLOY_NAMES, type Alloy } from '$core/reference/alloys';
import type { Database } from '../database/database';
import { listFlasks } from '../flask/flasks';
import { entriesOf } from '../heap/heap-ledger';
import { readStates } from '../heap/heap-state';
import { heapRow, listHeaps } from '../heap/heaps';
import { ledgerFor } from '../heap/ledger-cache';
import { readLearned } from '../heap/learned';
import { latestTest } from '../heap/tests';
import { readMeshRecord } from '../pattern/meshes';
import { listPatterns } from '../pattern/patterns';
import { castingOfPattern } from './molds-today';

/** A heap's sand as a mold sees it. */
export interface MoldSand {
  id: number;
  name: string;
  total_kg: number;
  density_kg_l: number;
  /** Of its last green compression test; null where none was made. */
  green_kpa: number | null;
  binder: HeapBinder;
  verdict: Verdict;
  seen: boolean;
  says_mud: boolean;
  /** Since sand came back to it out of a mold, h; null where none did within half a day. */
  back_h: number | null;
}

/** The sand that there is to ram, by heap; heaps that hold none are left out. */
export async function moldSands(db: Database): Promise<MoldSand[]> {
  const [heaps, states] = await Promise.all([listHeaps(db), readStates(db)]);
  const sands = await Promise.all(
    heaps.map(async ({ id, name, binder }) => {
      const state = states.get(id)?.state;
      if (!state || !(state.total_kg > 0)) return [];
      const learned = (await readLearned(db, id)).items.find((each) => each.of === 'rammed-density')!;
      const broken = await latestTest(db, id, 'green-compression');
      return [
        {
          id,
          name,
          total_kg: state.total_kg,
          density_kg_l: learned.value,
          // A green compression's result is its strength.
          green_kpa: broken ? (broken.result as { strength_kpa: number }).strength_kpa : null,
          binder,
          verdict: state.verdict,
          seen: state.seen,
          says_mud: state.says_mud,
          back_h: await hoursSinceBack(db, id)
        }
      ];
    })
  );
  return sands.flat();
}

/** Longer ago than this, sand that came out of a mold is cold. */
const COOLS_H = 12;

async function hoursSinceBack(db: Database, heap_id: number): Promise<number | null> {
  const entries = entriesOf(await ledgerFor(db, await heapRow(db, heap_id)));
  const back = entries.findLast(({ event }) => event.kind === 'returned');
  const hours = back ? (nowMs() - Date.parse(back.at)) / 3_600_000 : Infinity;
  return hours >= 0 && hours < COOLS_H ? hours : null;
}

/** What holds a pattern in the sand as it is drawn. */
const HELD_BY = ['undercut', 'stepped', 'no-draft'];

async function lacksDraft(db: Database, { mesh_id }: PatternRecord): Promise<boolean | null> {
  if (mesh_id === null) return null;
  const { findings } = (await readMeshRecord(db, mesh_id)).analysis;
  return findings.some(({ is }) => HELD_BY.includes(is));
}

export interface MoldShelf {
  flasks: FlaskRecord[];
  sands: MoldSand[];
  /** Each pattern with its casting in every metal that it may be asked for. */
  patterns: {
    pattern: PatternRecord;
    castings: Record<Alloy, CastingBox>;
    /** By its mesh: something holds it in the sand; null where none was looked at. */
    lacks_draft: boolean | null;
  }[];
}

/** All that a mold is planned from. */
export async function moldShelf(db: Database): Promise<MoldShelf> {
  const [flasks, sands, patterns] = await Promise.all([listFlasks(db), moldSands(db), listPatterns(db)]);
  return {
    flasks,
    sands,
    patterns: await Promise.all(
      patterns.map(async (pattern) => {
        const each = await Promise.all(
          ALLOY_NAMES.map(async (alloy) => [alloy, await castingOfPattern(db, pattern, alloy)] as const)
        );
        // Every name of the list is there.
        const castings = Object.fromEntries(each) as Record<Alloy, CastingBox>;
        return { pattern, castings, lacks_draft: await lacksDraft(db, pattern) };
      })
    )
  };
}
