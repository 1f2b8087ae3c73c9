import type { PatternRecord } from '$lib/schema/pattern';
import type { FlaskRecord } from '$lib/schema/flask';
import { castingOf } from '$core/mold/casting';
import { figureId, type FigureName } from '$core/quantity/figure-id';
import { USUAL_ALLOY } from '$core/reference/alloys';
import type { HeapState } from '$lib/schema/heap-state';
import { nextCasting } from '../casting/next-casting';
import type { Database } from '../database/database';
import { listFlasks } from '../flask/flasks';
import { readStates } from '../heap/heap-state';
import { listPatterns } from '../pattern/patterns';
import { gatingOf, pourMolds, type PourMold } from '../pour/pour-mold';
import { gatingKg, meltsByMetal } from '../pour/pours';
import { readSession } from '../session/sessions';
import { listLots, type LotRecord } from '../stock/stock';

/** Every figure of heaps, stock, flasks and patterns, and of the coming casting day by its identity, at this instant. */
export async function readFigures(db: Database): Promise<Record<string, number>> {
  const figures: Record<string, number> = {};
  const tell = (name: FigureName, id: number, value: number | null | undefined) => {
    if (value != null) figures[figureId(name, id)] = value;
  };
  for (const [id, { state }] of await readStates(db)) if (state) ofHeap(id, state, tell);
  for (const lot of await listLots(db)) ofLot(lot, tell);
  for (const flask of await listFlasks(db)) ofFlask(flask, tell);
  for (const pattern of await listPatterns(db)) ofPattern(pattern, tell);
  const casting = await nextCasting(db);
  if (!casting) return figures;
  const session = await readSession(db, casting.id);
  const molds = await pourMolds(db, session);
  for (const mold of molds) ofMold(mold, tell);
  const charge_kg = meltsByMetal(molds, session.melt).reduce((sum, plan) => sum + plan.charge_kg, 0);
  if (charge_kg > 0) tell('session.charge-kg', session.id, charge_kg);
  return figures;
}

type Tell = (name: FigureName, id: number, value: number | null | undefined) => void;

function ofHeap(id: number, state: HeapState, tell: Tell): void {
  const { prescription } = state;
  tell('heap.total-kg', id, state.total_kg);
  tell('heap.moisture-percent', id, state.moisture_percent.value);
  tell('heap.active-clay-percent', id, state.active_clay_percent.value);
  tell('heap.dead-clay-percent', id, state.dead_clay_percent.value);
  tell('heap.burnt-kg', id, state.burnt_kg);
  tell('heap.water-to-temper-kg', id, prescription.water_kg);
  tell('heap.clay-to-temper-kg', id, prescription.binder_kg);
  tell('heap.water-to-lose-kg', id, prescription.water_to_lose_kg);
}

function ofLot(lot: LotRecord, tell: Tell): void {
  tell('lot.on-hand-kg', lot.id, lot.on_hand_kg);
  tell('lot.bought-kg', lot.id, lot.bought_kg);
  tell('lot.moisture-percent', lot.id, lot.moisture_percent.value);
  if (lot.role === 'binder') tell('lot.active-percent', lot.id, lot.active_percent.value);
}

function ofFlask(flask: FlaskRecord, tell: Tell): void {
  tell('flask.length-mm', flask.id, flask.length_mm);
  if (flask.shape !== 'round') tell('flask.width-mm', flask.id, flask.width_mm);
  tell('flask.cope-mm', flask.id, flask.cope_mm);
  tell('flask.drag-mm', flask.id, flask.drag_mm);
}

function ofPattern(pattern: PatternRecord, tell: Tell): void {
  tell('pattern.length-mm', pattern.id, pattern.length_mm);
  tell('pattern.width-mm', pattern.id, pattern.width_mm);
  tell('pattern.height-mm', pattern.id, pattern.height_mm);
  tell('pattern.casting-kg', pattern.id, castingOf(pattern, pattern.metal ?? USUAL_ALLOY).kg);
}

function ofMold(of: PourMold, tell: Tell): void {
  const { id } = of.mold;
  const gating_kg = gatingKg(of);
  tell('mold.castings-kg', id, of.castings_kg);
  tell('mold.gating-kg', id, gating_kg);
  tell('mold.metal-kg', id, of.castings_kg + gating_kg);
  tell('mold.hold-down-kg', id, of.hold_down_kg);
  tell('mold.pour-c', id, of.pour_c);
  tell('mold.pour-s', id, gatingOf(of)?.pour_s);
  tell('mold.sand-kg', id, of.judged?.demand?.sand_kg);
  tell('mold.sand-with-allowance-kg', id, of.judged?.demand?.with_allowance_kg);
  for (const what of ['drag', 'cope', 'closed', 'poured'] as const)
    tell(`mold.${what}-kg`, id, of.judged?.lifts.find((lift) => lift.what === what)?.kg);
}
