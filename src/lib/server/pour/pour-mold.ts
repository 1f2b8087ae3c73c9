import { flaskOf } from '$lib/schema/flask';
import type { CastingBox } from '$core/mold/casting';
import { castingSurface, gatingFor, moldToGate } from '$core/mold/mold-gating';
import type { Flask } from '$core/mold/flask';
import type { Layout } from '$core/mold/layout';
import type { Solid } from '$core/pattern/solids';
import type { FlaskJudgement } from '$core/mold/judge-flask';
import { sandFrom } from '$core/mold/green-strength';
import { planMold } from '$core/mold/plan-mold';
import { gatingBodies } from '$core/heat/gating-bodies';
import type { HotMold } from '$core/heat/mold-after-pour';
import { spreadOf, type Spread } from '$core/heat/shape';
import type { GatingPlan, MoldToGate } from '$core/metal/gating-plan';
import type { Verdict } from '$core/judge/temper-verdict';
import { USUAL_ALLOY, type AlloyFigures } from '$core/reference/alloys';
import type { HeapBinder } from '$core/reference/targets';
import type { HeapState } from '$lib/schema/heap-state';
import { layoutOf } from '$lib/schema/kept-layout';
import { gatingHabit, ownGating } from '$lib/schema/own-gating';
import { solidOf, type PatternDraw } from '$lib/schema/pattern';
import { figuresOf, listAlloys } from '../alloy/alloys';
import type { Database } from '../database/database';
import { listFlasks } from '../flask/flasks';
import { readStates } from '../heap/heap-state';
import { listHeaps } from '../heap/heaps';
import { castingOfPattern } from '../mold/molds-today';
import { moldSands } from '../mold/mold-page';
import { drawnSands, sandAsDrawn } from '../mold/sand-rammed';
import { listPatterns } from '../pattern/patterns';
import type { MoldRecord, SessionRecord } from '../session/sessions';

/** Castings of one pattern in a mold. */
export interface PourCasting {
  pattern_id: number;
  name: string;
  count: number;
  kg: number;
  volume_m3: number;
  area_m2: number;
  /** How the sand about it widens. */
  around: Spread;
  /** The surface is its mesh's, not a guess. */
  area_known: boolean;
  /** As it lies; its mesh and how that is drawn, and the one solid that it is made of, where it is known by them. */
  box: CastingBox;
  mesh: { id: number; draw: PatternDraw } | null;
  solid: Solid | null;
}

/** Metal on such sand spits, smokes or breaks it. */
const NOT_TO_BE_POURED_ON: readonly Verdict[] = [
  'too-wet',
  'probably-wet',
  'too-oily',
  'falls-apart',
  'lifeless'
];

/** So little left in a heap is none, kg. */
const CRUMBS_KG = 0.1;

/** All that a pour needs to know of one mold. */
export interface PourMold {
  mold: MoldRecord;
  name: string;
  flask: string | null;
  alloy: AlloyFigures;
  castings: PourCasting[];
  castings_kg: number;
  /** Null where its flask or its patterns are gone. */
  gate: MoldToGate | null;
  pour_c: number;
  /** Thinnest wall, and whether somebody or a mesh told it. */
  wall_m: number | null;
  /** The sand that meets the metal: its facing, else its backing. */
  heap: { id: number; name: string; binder: HeapBinder } | null;
  /** Of the wetter of its sands, shares; null while nobody looked. */
  moisture: { value: number; sd: number; min: number; wettest: number } | null;
  wettest: number;
  /** A look at one of its sands says that it is not to be poured on, whatever the estimate. */
  denied: boolean;
  thick_m: number | null;
  /** Least gap over what it should be; null where it is not laid out. */
  margin: number | null;
  hold_down_kg: number;
  /** What it weighs and takes; null where its flask or its patterns are gone. */
  judged: FlaskJudgement | null;
  /** Its flask, and where its castings lie in it, in their order; null where it is not laid out. */
  laid: { flask: Flask; layout: Layout } | null;
  closed_at: string | null;
}

/** The whole way in of a mold; null where it cannot be worked out. */
export const gatingOf = ({ gate, mold }: Pick<PourMold, 'gate' | 'mold'>): GatingPlan | null =>
  gate && gatingFor(gate, ownGating(mold.gating));

/** A mold as its heat is worked out; null where too little is known of it. */
export function hotMold(of: PourMold, plan: GatingPlan | null, pour_c: number): HotMold | null {
  const { heap, thick_m, castings, alloy, moisture, wettest } = of;
  // Without its way in nobody knows when the last of it is solid.
  if (!heap || !thick_m || !plan || castings.length === 0) return null;
  return {
    alloy,
    castings: castings.map(({ volume_m3, area_m2, around, count }) => ({
      volume_m3,
      area_m2,
      around,
      count
    })),
    gating: gatingBodies(plan),
    pour_c,
    // Sand that nobody looked at is taken as it should be.
    moisture: moisture?.value ?? 0.8 * wettest,
    binder: heap.binder,
    thick_m
  };
}

/** What the molds of a day are made of, read once for all of them. */
interface Shed {
  patterns: Awaited<ReturnType<typeof listPatterns>>;
  flasks: Awaited<ReturnType<typeof listFlasks>>;
  heaps: Awaited<ReturnType<typeof listHeaps>>;
  alloys: Awaited<ReturnType<typeof listAlloys>>;
  sands: Awaited<ReturnType<typeof moldSands>>;
  /** The sand of a mold: of one that is rammed as it was then, where its heap was changed or used up since. */
  sandOf(mold_id: number, heap_id: number): Promise<HeapState | null>;
}

/** Every mold of a casting day as a pour sees it. */
export async function pourMolds(db: Database, session: SessionRecord): Promise<PourMold[]> {
  const shed = await readShed(db, session);
  return Promise.all(
    session.molds
      .filter(({ state }) => state !== 'broken')
      .map((mold) => pourMoldOf(db, shed, mold, closedAt(session, mold.id)))
  );
}

async function readShed(db: Database, session: SessionRecord): Promise<Shed> {
  const standing = session.molds.filter(({ state }) => state === 'rammed' || state === 'closed');
  const [patterns, flasks, heaps, states, sands, alloys, drawn] = await Promise.all([
    listPatterns(db),
    listFlasks(db),
    listHeaps(db),
    readStates(db),
    moldSands(db),
    listAlloys(db),
    drawnSands(
      db,
      standing.map(({ id }) => id)
    )
  ]);
  return {
    patterns,
    flasks,
    heaps,
    alloys,
    sands,
    async sandOf(mold_id, heap_id) {
      const now = states.get(heap_id)?.state ?? null;
      const went = drawn.find((each) => each.mold_id === mold_id && each.heap_id === heap_id);
      return went && (went.changed || !now || now.total_kg < CRUMBS_KG) ? sandAsDrawn(db, went) : now;
    }
  };
}

function closedAt(session: SessionRecord, mold_id: number): string | null {
  const closed = session.steps.find(({ id, state }) => id === `${mold_id}:close` && state === 'done') as
    { at?: string } | undefined;
  return closed?.at ?? null;
}

async function pourMoldOf(
  db: Database,
  shed: Shed,
  mold: MoldRecord,
  closed_at: string | null
): Promise<PourMold> {
  const metal = mold.metal ?? USUAL_ALLOY;
  const alloy = figuresOf(metal, shed.alloys.find(({ id }) => id === mold.alloy_id) ?? null);
  const castings = await castingsOf(db, shed, mold, alloy);
  const boxes = castings.flatMap(({ box, count }) => Array<CastingBox>(count).fill(box));
  const flask = shed.flasks.find(({ id }) => id === mold.flask_id) ?? null;
  const own = flask ? flaskOf(flask) : null;
  const gate = own && boxes.length > 0 ? moldToGate(boxes, alloy, own, gatingHabit(mold.gating)) : null;
  const sand = shed.sands.find(({ id }) => id === mold.backing_heap_id);
  const plan =
    own && flask && boxes.length > 0
      ? planMold(
          boxes,
          metal,
          own,
          flask,
          sandFrom(sand ?? null),
          layoutOf(mold.layout, boxes.length) ?? undefined,
          gate && gatingFor(gate, ownGating(mold.gating))
        )
      : null;
  const walled = plan?.clearances.filter(({ between }) => between === 'wall') ?? [];
  const gaps = [
    ...walled.map(({ gap_m }) => gap_m),
    ...(own ? boxes.map(({ below_m }) => own.drag_m - below_m) : []),
    ...(own ? boxes.map(({ above_m }) => own.cope_m - above_m) : [])
  ];
  const ratios = walled.map(({ gap_m, wants_m }) => gap_m / wants_m);
  const facing = shed.heaps.find(({ id }) => id === (mold.facing_heap_id ?? mold.backing_heap_id));
  return {
    mold,
    name:
      castings.map(({ name, count }) => (count > 1 ? `${count} × ${name}` : name)).join(', ') ||
      (mold.note ?? `mold ${mold.id}`),
    flask: flask?.name ?? null,
    alloy,
    castings,
    castings_kg: castings.reduce((sum, { kg, count }) => sum + kg * count, 0),
    gate,
    pour_c: gate?.pour_c ?? alloy.pour_c,
    wall_m: gate?.wall_m ?? null,
    heap: facing ? { id: facing.id, name: facing.name, binder: facing.binder } : null,
    ...(await wetnessOf(shed, mold)),
    thick_m: gaps.length > 0 ? Math.max(0.008, Math.min(...gaps)) : null,
    margin: ratios.length > 0 ? Math.min(...ratios) : null,
    hold_down_kg: plan?.judged.cope_lift?.hold_down_kg ?? 0,
    judged: plan?.judged ?? null,
    laid: plan && own ? { flask: own, layout: plan.layout } : null,
    closed_at
  };
}

/** The castings of a mold by its patterns, in its own alloy. */
async function castingsOf(
  db: Database,
  { patterns }: Shed,
  mold: MoldRecord,
  alloy: AlloyFigures
): Promise<PourCasting[]> {
  const metal = mold.metal ?? USUAL_ALLOY;
  const castings: PourCasting[] = [];
  for (const { pattern_id, count } of mold.patterns) {
    const pattern = patterns.find(({ id }) => id === pattern_id);
    if (!pattern) continue;
    const handbook = await castingOfPattern(db, pattern, metal);
    // A casting weighs by its own alloy.
    const volume_m3 = handbook.kg / figuresOf(metal, null).solid_kg_m3;
    const kg = volume_m3 * alloy.solid_kg_m3;
    const box = { ...handbook, kg };
    const surface = castingSurface(box, alloy);
    castings.push({
      pattern_id,
      name: pattern.name,
      count,
      kg,
      volume_m3,
      area_m2: surface.m2,
      around: spreadOf(surface.m2, [box.length_m, box.width_m, box.above_m + box.below_m]),
      area_known: surface.known,
      box,
      mesh: pattern.mesh_id !== null && pattern.draw ? { id: pattern.mesh_id, draw: pattern.draw } : null,
      solid: pattern.solids?.length === 1 ? solidOf(pattern.solids[0]!) : null
    });
  }
  return castings;
}

/** How wet the wetter of a mold's sands is, and whether a look at one of them forbids to pour on it. */
async function wetnessOf(
  { sandOf }: Shed,
  mold: MoldRecord
): Promise<Pick<PourMold, 'moisture' | 'wettest' | 'denied'>> {
  const ids = [mold.facing_heap_id, mold.backing_heap_id].filter((id) => id !== null);
  const looked = (await Promise.all(ids.map((id) => sandOf(mold.id, id)))).filter((state) => state !== null);
  const seen = looked.filter((state) => state.seen && state.total_kg > 0);
  // One sand that nobody looked at is enough not to know: it may be the one that meets the metal.
  const all_seen = seen.length === ids.length;
  const wetter = [...seen].sort(
    (a, b) =>
      b.moisture_percent.value / b.window_percent.max - a.moisture_percent.value / a.window_percent.max
  )[0];
  const window = wetter?.window_percent ?? looked[0]?.window_percent;
  return {
    moisture:
      all_seen && wetter
        ? {
            value: wetter.moisture_percent.value / 100,
            sd: wetter.moisture_percent.sd / 100,
            min: wetter.window_percent.min / 100,
            wettest: wetter.window_percent.max / 100
          }
        : null,
    wettest: (window?.max ?? 4.5) / 100,
    denied: looked.some(({ verdict, says_mud }) => says_mud || NOT_TO_BE_POURED_ON.includes(verdict))
  };
}
