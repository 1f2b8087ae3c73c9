import {
  against,
  beside,
  inWindow,
  type DayRecord,
  type Measured,
  type Placed,
  type Seen
} from '$core/judge/day-record';
import { diagnose, type Diagnosis } from '$core/judge/diagnosis';
import type { NotedStep } from '$core/session/noted-step';
import { HARDNESS } from '$core/bench/formula/surface-hardness';
import { TARGETS, type HeapBinder, type System } from '$core/reference/targets';
import type { Cause, DefectName } from '$core/reference/defects';
import type { Database } from '../database/database';
import { readState } from '../heap/heap-state';
import { readHeap } from '../heap/heaps';
import { latestTest } from '../heap/tests';
import { readMeshRecord } from '../pattern/meshes';
import { readPattern } from '../pattern/patterns';
import { gatingOf, pourMolds, type PourMold } from '../pour/pour-mold';
import { readSession, type SessionRecord } from '../session/sessions';
import { readCasting, type CastingRecord } from './castings';

/** How castings with one cause fared, and those of the same pattern after them. */
export interface CauseHistory {
  castings: number;
  scrapped: number;
  /** Later castings of the same patterns, and how many of them were good. */
  after: number;
  after_good: number;
}

export interface CastingDiagnosis {
  defect: DefectName;
  diagnosis: Diagnosis;
  /** What the record says, for the words beside each suspect. */
  record: DayRecord;
  history: Partial<Record<Cause, CauseHistory>>;
}

/** What is right of sand and pour beside the heap's own windows (handbook default). */
const RIGHT = {
  // From halfway through soft on: a face below it is felt.
  hardness: (system: System): readonly [number, number] => [
    (HARDNESS[system].soft + HARDNESS[system].good.min) / 2,
    HARDNESS[system].good.max
  ],
  combustibles_percent: [0, 4],
  closed_h: 8,
  sand_c: [0, 45],
  gate_m_s: 0.5,
  head_m: 0.2,
  draft_deg: 1
} as const;
/** Grain fineness that a metal and a binder are right with; natural and oil-bonded sands are finer (handbook default). */
const fineEnough = (binder: HeapBinder, metal: string | null): readonly [number, number] =>
  metal === 'iron' ? [45, 90] : binder === 'oil' || binder === 'natural' ? [90, 190] : [50, 140];
/** A test tells of a pour when it is no older than this, ms. */
const OF_THE_DAY_MS = 3 * 86_400_000;
/** How unsure a single test of each kind is, in its own unit. */
const TEST_SD = {
  compactability: 2.5,
  permeability: 12,
  fineness: 5,
  hardness: 4,
  pour_c: 12,
  sand_c: 3
} as const;

/** Why each defect of a casting is likely there, by what the day's record says. */
export async function diagnoseCasting(db: Database, id: number): Promise<{ items: CastingDiagnosis[] }> {
  const casting = await readCasting(db, id);
  const record = await recordOf(db, casting);
  const items: CastingDiagnosis[] = [];
  for (const defect of new Set(casting.defects.map((each) => each.defect))) {
    const diagnosis = diagnose(defect, record);
    const history: CastingDiagnosis['history'] = {};
    for (const { cause } of diagnosis.suspects) {
      const found = await historyOf(db, cause);
      if (found.castings > 0) history[cause] = found;
    }
    items.push({ defect, diagnosis, record, history });
  }
  return { items };
}

/** The day's record as it bears on one casting. */
export async function recordOf(db: Database, casting: CastingRecord): Promise<DayRecord> {
  const session = await readSession(db, casting.session_id);
  const of = (await pourMolds(db, session)).find(({ mold }) => mold.id === casting.mold_id);
  if (!of) return { measured: {}, seen: casting.seen };
  const measured: Partial<Record<Measured, Placed>> = {
    ...(await sandThatDay(db, of)),
    ...metalThatDay(of),
    ...(await draftOf(db, casting.pattern_id))
  };
  return { measured, seen: { ...seenInSteps(of, session), ...casting.seen } };
}

async function sandThatDay(db: Database, of: PourMold): Promise<Partial<Record<Measured, Placed>>> {
  const { poured } = of.mold;
  if (!poured || !of.heap) return {};
  const found: Partial<Record<Measured, Placed>> = {};
  const heap = await readHeap(db, of.heap.id);
  const state = await readState(db, of.heap.id, poured.at);
  const targets = TARGETS[heap.binder];
  if (state.seen && state.total_kg > 0) {
    const { min, max } = state.window_percent;
    found.moisture = inWindow(state.moisture_percent.value, state.moisture_percent.sd, min, max);
    const clay = heap.targets.active_clay_percent;
    if (heap.system === 'water')
      found.clay = inWindow(
        state.active_clay_percent.value,
        state.active_clay_percent.sd,
        clay.min,
        clay.max
      );
    if (state.combustibles_percent.value > 0.2 && heap.system === 'water')
      found.smoke = inWindow(
        state.combustibles_percent.value,
        state.combustibles_percent.sd,
        ...RIGHT.combustibles_percent
      );
  }
  const near = async (kind: Parameters<typeof latestTest>[2]) => {
    const test = await latestTest(db, heap.id, kind);
    if (!test || Math.abs(Date.parse(test.at) - Date.parse(poured.at)) > OF_THE_DAY_MS) return null;
    return test.result as Record<string, number>;
  };
  const [compact, permeable, hard] = [
    await near('compactability'),
    await near('permeability'),
    await near('hardness')
  ];
  const sieved = await latestTest(db, heap.id, 'sieve');
  if (compact?.compactability_percent !== undefined && targets.compactability) {
    const { min, max } = targets.compactability;
    found.compactability = inWindow(
      compact.compactability_percent,
      TEST_SD.compactability,
      100 * min,
      100 * max
    );
  }
  const number = permeable?.permeability_number;
  if (number !== undefined)
    found.permeability = inWindow(
      number,
      TEST_SD.permeability,
      targets.permeability.min,
      targets.permeability.max
    );
  // A grading changes slowly: the last one holds.
  const fineness = (sieved?.result as { fineness_number?: number | null } | undefined)?.fineness_number;
  if (fineness != null)
    found.fineness = inWindow(fineness, TEST_SD.fineness, ...fineEnough(heap.binder, of.mold.metal));
  const hardness = of.mold.gating?.hardness ?? hard?.reading;
  if (hardness !== undefined)
    found.hardness = inWindow(hardness, TEST_SD.hardness, ...RIGHT.hardness(heap.system));
  return found;
}

function metalThatDay(of: PourMold): Partial<Record<Measured, Placed>> {
  const { poured, gating } = of.mold;
  const found: Partial<Record<Measured, Placed>> = {};
  const plan = gatingOf(of);
  if (poured) {
    const [low, high] = of.alloy.pour_range_c;
    // Thin work is meant to be poured at the top of the range: it is hot beside that, not beside the middle.
    const [meant, half] = [Math.min(high, Math.max(low, of.pour_c)), (high - low) / 2];
    found['pour-heat'] = inWindow(poured.pour_c, TEST_SD.pour_c, meant - half, meant + half);
    if (of.closed_at)
      found['closed-for'] = against(
        'most',
        Math.max(0.05, (Date.parse(poured.at) - Date.parse(of.closed_at)) / 3_600_000),
        RIGHT.closed_h
      );
    if (poured.seconds !== null && plan) {
      // Metal goes through the ingates as fast as it really was poured.
      const speed = (plan.ingates.speed_m_s * plan.pour_s) / poured.seconds;
      found['gate-speed'] = beside('most', speed, RIGHT.gate_m_s);
      const most = plan.window_s.most ?? 2 * plan.pour_s;
      found['fill-time'] = against('most', poured.seconds, Math.min(most, 3 * plan.pour_s));
    }
  }
  if (of.margin !== null) found.margin = beside('least', of.margin, 1);
  if (gating?.sand_c !== undefined)
    found['sand-heat'] = inWindow(gating.sand_c, TEST_SD.sand_c, ...RIGHT.sand_c);
  if (gating?.riser_mm !== undefined && of.gate) {
    const wants = gatingOf({
      gate: of.gate,
      mold: { ...of.mold, gating: { ...gating, riser_mm: undefined } }
    });
    if (wants?.riser)
      found.riser = beside('least', Math.max(1e-4, gating.riser_mm / 1000), wants.riser.diameter_m);
  }
  if (gating?.held_kg !== undefined && of.hold_down_kg > 0)
    found.hold = beside('least', Math.max(0.01, gating.held_kg), of.hold_down_kg);
  if (of.gate) found.head = against('most', of.gate.sprue_m, RIGHT.head_m);
  if (of.wall_m !== null) found.wall = against('least', of.wall_m, of.alloy.runs_m);
  return found;
}

/** Draft of the steepest quarter of a pattern's walls, where its mesh tells. */
async function draftOf(db: Database, pattern_id: number): Promise<Partial<Record<Measured, Placed>>> {
  const pattern = await readPattern(db, pattern_id).catch(() => null);
  if (!pattern?.mesh_id) return {};
  const { degrees_cm2 } = (await readMeshRecord(db, pattern.mesh_id)).analysis.drawing;
  const all = degrees_cm2.reduce((sum, cm2) => sum + cm2, 0);
  if (!(all > 0)) return {};
  let [taken, sum] = [0, 0];
  for (const [degree, cm2] of degrees_cm2.entries()) {
    const takes = Math.min(cm2, all / 4 - taken);
    if (takes <= 0) continue;
    taken += takes;
    sum += takes * degree;
  }
  return { draft: against('least', Math.max(0.05, sum / taken), RIGHT.draft_deg) };
}

/** What the steps of the day say of what was seen. */
function seenInSteps(of: PourMold, session: SessionRecord): Partial<Record<Seen, boolean>> {
  // What is stored of a step was held against its schema.
  const steps = session.steps as unknown as NotedStep[];
  const state = (id: string) => steps.find((step) => step.id === id)?.state;
  const seen: Partial<Record<Seen, boolean>> = {};
  const skipped = (sign: Seen, id: string) => {
    const was = state(id);
    if (was === 'done' || was === 'skipped') seen[sign] = was === 'skipped';
  };
  skipped('few-vents', `${of.mold.id}:vent`);
  skipped('grains-left', `${of.mold.id}:blow-out`);
  skipped('damp-tools', 'check:tools-warm');
  if (of.mold.poured) seen['stream-broke'] = of.mold.poured.interrupted;
  return seen;
}

async function historyOf(db: Database, cause: Cause): Promise<CauseHistory> {
  const with_it = await db.tables.castings.findAll({ where: { cause, removed_at: null }, raw: true });
  let [after, after_good] = [0, 0];
  for (const { pattern_id, id } of with_it) {
    const later = await db.tables.castings.findAll({ where: { pattern_id, removed_at: null }, raw: true });
    const next = later.filter((each) => each.id > id);
    after += next.length;
    after_good += next.filter(({ result }) => result === 'good').length;
  }
  return {
    castings: with_it.length,
    scrapped: with_it.filter(({ result }) => result === 'scrap').length,
    after,
    after_good
  };
}
