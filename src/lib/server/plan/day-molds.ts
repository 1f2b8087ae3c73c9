import { flaskOf } from '$lib/schema/flask';
import { peopleWait } from '$core/reference/heat';
import { ALLOYS } from '$core/reference/alloys';
import type { CastingBox } from '$core/mold/casting';
import { solidsOf } from '$core/mold/judge-flask';
import { gatingMass, usualGating } from '$core/mold/mold-gating';
import { sandDemand } from '$core/mold/sand-demand';
import type { GatingPlan } from '$core/metal/gating-plan';
import type { PouredMold } from '$lib/schema/pour';
import type { Database } from '../database/database';
import type { listFlasks } from '../flask/flasks';
import { readLearned } from '../heap/learned';
import { castingOfPattern } from '../mold/molds-today';
import type { listPatterns } from '../pattern/patterns';
import { gatingOf, pourMolds } from '../pour/pour-mold';
import type { SessionRecord } from '../session/sessions';
import type { PlanRecord } from './plans';

/** A mold of a casting day, set out already or only planned. */
export interface MoldInPlan {
  number: number;
  mold_id: number | null;
  flask_id: number | null;
  patterns: readonly { pattern_id: number; count: number }[];
  heap_id: number;
  sand_kg: number;
  round: number;
  rammed: boolean;
  poured: boolean;
  /** When it may be opened, once it is poured, as far as anybody can tell. */
  opens_at: number | null;
}

function opensAt(poured: PouredMold | null): number | null {
  if (!poured || poured.heat.open_s === null) return null;
  return Date.parse(poured.at) + poured.heat.open_s * 1000;
}

/** The molds of the day where somebody set them out, else those that the plan takes; a second use of a flask is a later round. */
export function moldsOf(plan: PlanRecord, session: SessionRecord): MoldInPlan[] {
  const standing = session.molds.filter(({ state }) => state !== 'broken' && state !== 'shaken-out');
  if (session.molds.length === 0)
    return plan.molds.map(({ flask_id, patterns, sand_kg, round }, i) => ({
      number: i + 1,
      mold_id: null,
      flask_id,
      patterns,
      heap_id: plan.heap_id,
      sand_kg,
      round,
      rammed: false,
      poured: false,
      opens_at: null
    }));
  // One that was shaken out had its round too: what is rammed in its flask now is the next.
  const rammed_once = session.molds.filter(({ state }) => state !== 'broken');
  return standing.map((mold) => {
    const before = rammed_once.slice(0, rammed_once.indexOf(mold));
    const round =
      mold.flask_id === null ? 1 : before.filter(({ flask_id }) => flask_id === mold.flask_id).length + 1;
    return {
      number: session.molds.indexOf(mold) + 1,
      mold_id: mold.id,
      flask_id: mold.flask_id,
      patterns: mold.patterns,
      heap_id: mold.backing_heap_id,
      sand_kg: (plan.molds.find(({ flask_id }) => flask_id === mold.flask_id) ?? plan.molds[0])?.sand_kg ?? 0,
      round,
      rammed: mold.state !== 'planned',
      poured: mold.state === 'poured',
      opens_at: opensAt(mold.poured)
    };
  });
}

/** A mold of the day with what it weighs and takes, kg, and how long people leave castings like its heaviest shut, min. */
export interface WeighedMold extends MoldInPlan {
  castings_kg: number;
  gating_kg: number;
  /** What its metal runs in by, as its own page sizes it. */
  way: { sprue_m: number; riser_m: number | null } | null;
  people_min: number;
}

/** What the molds of a day weigh: each that is set out as its own page says, each that is only planned as it would usually. */
export async function weighedMolds(
  db: Database,
  plan: PlanRecord,
  session: SessionRecord,
  {
    patterns,
    flasks
  }: {
    patterns: Awaited<ReturnType<typeof listPatterns>>;
    flasks: Awaited<ReturnType<typeof listFlasks>>;
  }
): Promise<WeighedMold[]> {
  const alloy = ALLOYS[plan.metal];
  const poured = await pourMolds(db, session);
  return Promise.all(
    moldsOf(plan, session).map(async (mold) => {
      const boxes: CastingBox[] = [];
      for (const { pattern_id, count } of mold.patterns) {
        const of = patterns.find(({ id }) => id === pattern_id);
        if (!of) continue;
        const box = await castingOfPattern(db, of, plan.metal);
        boxes.push(...Array.from({ length: count }, () => box));
      }
      const flask = flasks.find(({ id }) => id === mold.flask_id);
      const own = poured.find(({ mold: { id } }) => id === mold.mold_id);
      const castings_kg = own?.castings_kg ?? boxes.reduce((sum, { kg }) => sum + kg, 0);
      const way = own ? gatingOf(own) : flask ? usualGating(boxes, alloy, flaskOf(flask)) : null;
      return {
        ...mold,
        castings_kg,
        gating_kg: gatingMass(way, castings_kg),
        way: way && { sprue_m: way.sprue.bottom_m, riser_m: way.riser?.diameter_m ?? null },
        people_min: peopleWait(Math.max(0, ...boxes.map(({ kg }) => kg))) / 60,
        sand_kg: flask ? await sandFor(db, plan, mold, flask, boxes, way) : mold.sand_kg
      };
    })
  );
}

/** What a mold takes of its heap: as it was planned, or as its flask and its patterns say. */
async function sandFor(
  db: Database,
  plan: PlanRecord,
  mold: MoldInPlan,
  flask: Parameters<typeof flaskOf>[0],
  boxes: readonly CastingBox[],
  way: GatingPlan | null
): Promise<number> {
  if (mold.mold_id === null) return mold.sand_kg;
  const learned = (await readLearned(db, mold.heap_id)).items;
  const density = learned.find(({ of }) => of === 'rammed-density')!.value * 1000;
  try {
    return sandDemand(flaskOf(flask), solidsOf(boxes, plan.metal, way), density).with_allowance_kg;
  } catch (thrown) {
    // More pattern than flask: the mold's own page says so.
    if (thrown instanceof RangeError) return mold.sand_kg;
    throw thrown;
  }
}
