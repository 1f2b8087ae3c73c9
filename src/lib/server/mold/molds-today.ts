import { nowIso } from '$core/time/now';
import { setImmediate as turn } from 'node:timers/promises';
import { castingOf, type CastingBox } from '$core/mold/casting';
import { fit } from '$core/mold/fit';
import type { Flask } from '$core/mold/flask';
import { NotFinished, type LinearSolver } from '$core/mix/linear-programme';
import { moldsToday, type MoldsToday, type PossibleMold } from '$core/mold/molds-today';
import { solidsOf } from '$core/mold/judge-flask';
import { keptLayout } from '$core/mold/placement';
import { sandDemand } from '$core/mold/sand-demand';
import type { Alloy } from '$core/reference/alloys';
import type { MoldsTodayQuestion } from '$lib/schema/mold';
import type { Database } from '../database/database';
import { listFlasks, type FlaskRecord } from '../flask/flasks';
import { readLearned } from '../heap/learned';
import { readState } from '../heap/heap-state';
import { readMeshRecord } from '../pattern/meshes';
import { readPattern, type PatternRecord } from '../pattern/patterns';
import { impossible } from '../refusal';
import { linearSolver } from '../solver/linear-solver';

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

const LOOKS = 10_000;
/** Castings of one pattern in a mold are tried up to so many. */
const MOST_IN_MOLD = 24;

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
      projected_cm2: same ? mesh!.analysis.drawing.projected_cm2 : null,
      cope_share: same ? mesh!.analysis.drawing.cope_share : null
    },
    alloy
  );
}

export const flaskOf = ({ shape, length_mm, width_mm, cope_mm, drag_mm }: FlaskRecord): Flask => ({
  shape,
  length_m: length_mm / 1000,
  width_m: width_mm / 1000,
  cope_m: cope_mm / 1000,
  drag_m: drag_mm / 1000
});

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
  { metal, wanted }: MoldsTodayQuestion
): Promise<MoldsTodayAnswer> {
  const { total_kg } = await readState(db, heap_id, nowIso());
  const castings = new Map<number, CastingBox>();
  for (const [i, { pattern_id }] of wanted.entries()) {
    if (castings.has(pattern_id))
      throw impossible([{ path: `wanted[${i}].pattern_id`, message: 'stands in the list already' }]);
    castings.set(pattern_id, await castingOfPattern(db, await readPattern(db, pattern_id), metal));
  }
  const possible = await possibleMolds(db, heap_id, metal, wanted, castings);
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

/** Every mold of what is wanted that some flask on the rack takes, with the sand that it takes of a heap. */
export async function possibleMolds(
  db: Database,
  heap_id: number,
  metal: Alloy,
  wanted: readonly { pattern_id: number; count: number }[],
  castings: ReadonlyMap<number, CastingBox>
): Promise<PossibleMold[]> {
  const density =
    (await readLearned(db, heap_id)).items.find(({ of }) => of === 'rammed-density')!.value * 1000;
  const possible: PossibleMold[] = [];
  for (const own of await listFlasks(db))
    for (const patterns of await mixesIn(flaskOf(own), wanted, castings, metal)) {
      const boxes = patterns.flatMap(({ pattern_id, count }) =>
        Array.from({ length: count }, () => castings.get(pattern_id)!)
      );
      const sand = sandDemand(flaskOf(own), solidsOf(boxes, metal), density).with_allowance_kg;
      possible.push({ flask_id: own.id, patterns, sand_kg: sand });
    }
  return possible;
}

type Mix = { pattern_id: number; count: number }[];

const isPartOf = (less: Mix, mix: Mix): boolean =>
  less.every(({ pattern_id, count }) =>
    mix.some((each) => each.pattern_id === pattern_id && each.count >= count)
  );

/** What a flask takes: of each pattern alone one, two and so on as long as they fit, and of all together in turn. */
async function mixesIn(
  flask: Flask,
  wanted: readonly { pattern_id: number; count: number }[],
  castings: ReadonlyMap<number, CastingBox>,
  metal: Alloy
): Promise<Mix[]> {
  const found = new Map<string, Mix>();
  const too_much: Mix[] = [];
  const keep = (mix: Mix) => found.set(JSON.stringify(mix), mix);
  const takes = async (mix: Mix): Promise<boolean> => {
    if (found.has(JSON.stringify(mix))) return true;
    // What did not go in does not with more beside it.
    if (too_much.some((less) => isPartOf(less, mix))) return false;
    // Others have their turn between two looks.
    await turn();
    const boxes = mix.flatMap(({ pattern_id, count }) =>
      Array.from({ length: count }, () => castings.get(pattern_id)!)
    );
    const taken = keptLayout(boxes, metal, flask, LOOKS) !== null;
    if (!taken) too_much.push(mix);
    return taken;
  };
  const tall = (box: CastingBox) =>
    fit([box], metal, flask).short.some(({ side }) => side === 'cope' || side === 'drag');
  const usable = wanted.filter(({ pattern_id }) => !tall(castings.get(pattern_id)!));
  const alone = new Map<number, number>();
  for (const { pattern_id, count } of usable)
    for (let n = 1; n <= Math.min(count, MOST_IN_MOLD); n++) {
      if (!(await takes([{ pattern_id, count: n }]))) break;
      alone.set(pattern_id, n);
      keep([{ pattern_id, count: n }]);
    }
  // Mixed: one of each in turn, as long as one more goes in; begun with each of them.
  for (const first of usable) {
    const counts = new Map<number, number>();
    const order = [first, ...usable.filter((each) => each !== first)];
    for (let more = true; more;) {
      more = false;
      for (const { pattern_id, count } of order) {
        const now = counts.get(pattern_id) ?? 0;
        if (now >= Math.min(count, alone.get(pattern_id) ?? 0)) continue;
        const next = new Map(counts).set(pattern_id, now + 1);
        const mix = [...next]
          .map(([id, n]) => ({ pattern_id: id, count: n }))
          .sort((a, b) => a.pattern_id - b.pattern_id);
        if (!(await takes(mix))) continue;
        counts.set(pattern_id, now + 1);
        keep(mix);
        more = true;
      }
    }
  }
  return [...found.values()];
}
