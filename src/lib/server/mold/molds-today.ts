import { flaskOf } from '$lib/schema/flask';
import { nowIso } from '$core/time/now';
import { castingOf, type CastingBox } from '$core/mold/casting';
import { NotFinished, type LinearSolver } from '$core/mix/linear-programme';
import { moldsToday, type MoldsToday, type PossibleMold } from '$core/mold/molds-today';
import type { possibleMixes } from '$core/mold/possible-mixes';
import { solidsOf } from '$core/mold/judge-flask';
import { sandDemand } from '$core/mold/sand-demand';
import { usualGating } from '$core/mold/mold-gating';
import { ALLOYS, type Alloy } from '$core/reference/alloys';
import type { MoldsTodayQuestion } from '$lib/schema/mold';
import { solidOf, type MeshAnswer, type PatternRecord } from '$lib/schema/pattern';
import type { Database } from '../database/database';
import { listFlasks } from '../flask/flasks';
import { readLearned } from '../heap/learned';
import { readState } from '../heap/heap-state';
import { readMeshRecord } from '../pattern/meshes';
import { readPattern } from '../pattern/patterns';
import { impossible } from '../refusal';
import { linearSolver } from '../solver/linear-solver';
import { inThread, type Errand } from '../worker/crew';

/** What today's sand makes of what is wanted. */
export interface MoldsTodayAnswer {
  heap_id: number;
  there_kg: number;
  molds: {
    flask_id: number;
    patterns: { pattern_id: number; count: number }[];
    sand_kg: number;
    times: number;
  }[];
  sand_kg: number;
  left_kg: number;
  makes: { pattern_id: number; wanted: number; made: number }[];
  /** Sand that would have to be mixed for all of it, kg; 0 where there is enough; null where the flasks do not do for it. */
  new_sand_kg: number | null;
}

/** The wall that metal has to run through, m: one that was read before walls were told from edges is as most of it is. */
function wallOfMesh({ wall_mm: { wall, usual } }: MeshAnswer): number | null {
  const mm = wall ?? usual;
  return mm === null ? null : mm / 1000;
}

/** A pattern's casting, with what its mesh tells of it. */
export async function castingOfPattern(
  db: Database,
  pattern: PatternRecord,
  alloy: Alloy
): Promise<CastingBox> {
  const mesh = pattern.mesh_id === null ? null : await readMeshRecord(db, pattern.mesh_id);
  const { way } = mesh?.analysis.drawing ?? {};
  // What was worked out of the mesh holds for the way it was worked out for.
  const same = way && pattern.draw && way.every((each, i) => Math.abs(each - pattern.draw!.way[i]!) < 1e-3);
  return castingOf(
    {
      ...pattern,
      parts: pattern.solids?.map(solidOf) ?? null,
      ...(mesh && { mesh: { area_m2: mesh.analysis.area_cm2 / 1e4, wall_m: wallOfMesh(mesh.analysis) } }),
      projected_cm2: same ? mesh!.analysis.drawing.projected_cm2 : null,
      cope_share: same ? mesh!.analysis.drawing.cope_share : null
    },
    alloy
  );
}

/**
 * As `moldsToday`.
 *
 * @throws Refusal 422 when that took more work than a question is given: half a set of molds is no answer
 */
export async function bestMolds(
  possible: readonly PossibleMold[],
  wanted: ReadonlyMap<number, number>,
  sand_kg: number,
  solve: LinearSolver = linearSolver
): Promise<MoldsToday | null> {
  try {
    return await moldsToday(possible, wanted, sand_kg, solve);
  } catch (thrown) {
    if (!(thrown instanceof NotFinished)) throw thrown;
    const message = 'takes too much work to find the molds for: ask for fewer castings at a time';
    throw impossible([{ path: 'wanted', message }], thrown);
  }
}

/** How many of which molds a heap makes today, each flask rammed once. */
export async function readMoldsToday(
  db: Database,
  heap_id: number,
  { metal, wanted }: MoldsTodayQuestion,
  errand: Errand = {}
): Promise<MoldsTodayAnswer> {
  const { total_kg } = await readState(db, heap_id, nowIso());
  const castings = new Map<number, CastingBox>();
  for (const [i, { pattern_id }] of wanted.entries()) {
    if (castings.has(pattern_id))
      throw impossible([{ path: `wanted[${i}].pattern_id`, message: 'stands in the list already' }]);
    castings.set(pattern_id, await castingOfPattern(db, await readPattern(db, pattern_id), metal));
  }
  const possible = await possibleMolds(db, heap_id, metal, wanted, castings, errand);
  const asked = new Map(wanted.map(({ pattern_id, count }) => [pattern_id, count]));
  const today = await bestMolds(possible, asked, total_kg);
  const all = await bestMolds(possible, asked, Infinity);
  const complete = (makes: ReadonlyMap<number, number> | undefined) =>
    wanted.every(({ pattern_id, count }) => (makes?.get(pattern_id) ?? 0) >= count);
  return {
    heap_id,
    there_kg: total_kg,
    molds: (today?.chosen ?? []).map(({ mold, times }) => ({
      flask_id: mold.flask_id,
      patterns: [...mold.patterns],
      sand_kg: mold.sand_kg,
      times
    })),
    sand_kg: today?.sand_kg ?? 0,
    left_kg: today?.left_kg ?? total_kg,
    makes: wanted.map(({ pattern_id, count }) => ({
      pattern_id,
      wanted: count,
      made: today?.makes.get(pattern_id) ?? 0
    })),
    new_sand_kg: complete(today?.makes)
      ? 0
      : complete(all?.makes)
        ? Math.max(0, all!.sand_kg - total_kg)
        : null
  };
}

/**
 * Every mold of what is wanted that some flask on the rack takes, with the sand that it takes of a heap. Laying castings
 * into flasks is worked out in a thread of its own.
 */
export async function possibleMolds(
  db: Database,
  heap_id: number,
  metal: Alloy,
  wanted: readonly { pattern_id: number; count: number }[],
  castings: ReadonlyMap<number, CastingBox>,
  errand: Errand = {}
): Promise<PossibleMold[]> {
  const density =
    (await readLearned(db, heap_id)).items.find(({ of }) => of === 'rammed-density')!.value * 1000;
  const own = await listFlasks(db);
  const flasks = own.map(flaskOf);
  const asked = wanted.map(({ pattern_id, count }) => ({
    pattern_id,
    count,
    casting: castings.get(pattern_id)!
  }));
  const mixes = await inThread<typeof possibleMixes>('molds', { flasks, metal, wanted: asked }, errand);
  return mixes.flatMap((of_flask, i) =>
    of_flask.map((patterns) => {
      const boxes = patterns.flatMap(({ pattern_id, count }) =>
        Array.from({ length: count }, () => castings.get(pattern_id)!)
      );
      const way = usualGating(boxes, ALLOYS[metal], flasks[i]!);
      const sand = sandDemand(flasks[i]!, solidsOf(boxes, metal, way), density).with_allowance_kg;
      return { flask_id: own[i]!.id, patterns, sand_kg: sand };
    })
  );
}
