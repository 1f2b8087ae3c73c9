import { nowIso } from '$core/time/now';
import { conditionAt, type Condition } from '$core/heap/condition';
import { believedDrying, moldsOf, type Belief, type Believed, type Look } from '$core/heap/state/belief';
import { TEST_NAMES } from '$core/heap/names';
import { learnedDrying } from '$core/heap/state/lessons';
import { standUntil } from '$core/heap/standing';
import { bestTest, testsWorth, worthTestingClay, worthWeighing, type TestWorth } from '$core/heap/next-test';
import {
  PARTS,
  dryShare,
  moistureFraction,
  temperRatio,
  totalMass,
  type Composition
} from '$core/material/composition';
import { usualMoistureCheck } from '$core/judge/temper-window';
import { prescribe, type Prescription, type Stock, type StockAtHand } from '$core/mix/prescription';
import { asPercent } from '$core/quantity/display';
import { INGREDIENTS, type MaterialKind } from '$core/reference/ingredients';
import { BINDER_MATERIAL } from '$core/reference/targets';
import type { BelievedPercent, HeapState, LookFields, MixFields } from '$lib/schema/heap-state';
import type { Database } from '../database/database';
import type { HeapRow } from '../database/tables';
import { RecordsTrouble } from '../database/trouble';
import { listLots, type LotRecord } from '../stock/stock';
import { beliefAt } from './heap-ledger';
import { heapRow, heapRows } from './heaps';
import { ledgerFor } from './ledger-cache';

/** The lots that a prescription would draw on. */
type DosingLots = Record<'binder' | 'sand' | 'oil' | 'fines', LotRecord | null>;

/**
 * The condition of a heap at a time and what it needs, the drying since its last entry included.
 *
 * @param at ISO time; later than now it is a forecast
 */
export async function readState(db: Database, heap_id: number, at = nowIso()): Promise<HeapState> {
  const heap = await heapRow(db, heap_id);
  const lots = await listLots(db);
  return stateOf(db, heap, lots, at);
}

/** A heap as it stands, or why its ledger cannot be read. */
export type StateOrTrouble = { state: HeapState; trouble: null } | { state: null; trouble: string };

/** The states of every heap, for the bench; one that cannot be read does not take the others with it. */
export async function readStates(db: Database, at = nowIso()): Promise<Map<number, StateOrTrouble>> {
  const heaps = await heapRows(db);
  const lots = await listLots(db);
  const states = new Map<number, StateOrTrouble>();
  for (const heap of heaps) {
    try {
      states.set(heap.id, { state: await stateOf(db, heap, lots, at), trouble: null });
    } catch (thrown) {
      if (!(thrown instanceof RecordsTrouble)) throw thrown;
      states.set(heap.id, { state: null, trouble: thrown.message });
    }
  }
  return states;
}

async function stateOf(db: Database, heap: HeapRow, lots: LotRecord[], at: string): Promise<HeapState> {
  const ledger = await ledgerFor(db, heap);
  const { nature } = ledger;
  const then = standUntil(nature, beliefAt(ledger, at), at);
  const condition = conditionAt(nature, then, at);
  const dosing = dosingLots(heap, lots);
  const stock = doseStock(heap, dosing);
  const prescription = prescribe({ ...condition, system: nature.system, targets: nature.targets }, stock);
  const check = usualMoistureCheck(nature.targets, condition.sand);
  return stateRecord(heap, condition, prescription, dosing, testsWorth(nature, then), then, check);
}

/** Of each kind of stock the fullest lot that suits; the heap's own binder before any other clay. */
export function dosingLots(heap: Pick<HeapRow, 'binder'>, lots: LotRecord[]): DosingLots {
  const fullest = (suits: (lot: LotRecord) => boolean) =>
    lots.filter((lot) => suits(lot) && lot.on_hand_kg > 0).sort((a, b) => b.on_hand_kg - a.on_hand_kg)[0] ??
    null;
  const own = BINDER_MATERIAL[heap.binder];
  return {
    // A clay of one's own stands in for fire clay, which it is likest.
    binder:
      fullest((lot) => lot.kind === own) ??
      (own === 'fire-clay' ? fullest((lot) => lot.kind === 'home-clay') : null),
    sand: fullest((lot) => lot.role === 'sand'),
    oil: fullest((lot) => lot.role === 'oil'),
    fines: fullest((lot) => lot.role === 'fines')
  };
}

/** What those lots put at the disposal of a dose. */
export const doseStock = ({ binder }: Pick<HeapRow, 'binder'>, lots: DosingLots): StockAtHand => ({
  binder: stockOf(lots.binder, BINDER_MATERIAL[binder]),
  sand: stockOf(lots.sand, 'washed-silica'),
  oil: stockOf(lots.oil, 'light-oil'),
  fines: stockOf(lots.fines, 'inert-fines')
});

function stockOf(lot: LotRecord | null, kind: MaterialKind): Stock {
  if (!lot) {
    const { moisture_fraction, active_fraction } = INGREDIENTS[kind];
    return { moisture_fraction, active_fraction, available_kg: 0 };
  }
  return {
    moisture_fraction: lot.moisture_percent.value / 100,
    active_fraction: lot.active_percent.value / 100,
    available_kg: lot.on_hand_kg
  };
}

function stateRecord(
  heap: HeapRow,
  condition: Condition,
  prescription: Prescription,
  dosing: DosingLots,
  worth: TestWorth[],
  belief: Belief,
  usual: ReturnType<typeof usualMoistureCheck>
): HeapState {
  const percent = ({ value, sd }: Believed): BelievedPercent => ({
    value: asPercent(value),
    sd: asPercent(sd)
  });
  const { dry_mix } = prescription;
  const { log, sd } = believedDrying(belief);
  const drying = learnedDrying(log, sd);
  return {
    at: condition.at,
    heap_version: heap.version,
    container: belief.container,
    total_kg: condition.total_kg,
    total_sd_kg: condition.total_sd_kg,
    out_kg: condition.out_kg,
    molds: moldsOf(belief).map(({ mold, kg }) => ({ mold_id: mold === '' ? null : Number(mold), kg })),
    burnt_kg: condition.burnt_kg,
    moisture_percent: percent(condition.moisture),
    active_clay_percent: percent(condition.active_clay),
    dead_clay_percent: percent(condition.dead_clay),
    combustibles_percent: percent(condition.combustibles),
    oil_percent: percent(condition.oil),
    fines_percent: percent(condition.fines),
    temper_ratio: condition.temper_ratio,
    window_percent: { min: asPercent(condition.window.min), max: asPercent(condition.window.max) },
    verdict: condition.verdict,
    chance_in_window: condition.chance_in_window,
    seen: condition.seen,
    latest_look: condition.latest_look && lookFields(condition.latest_look),
    latest_squeeze: condition.latest_squeeze && lookFields(condition.latest_squeeze),
    doubted_look: condition.doubted_look && lookFields(condition.doubted_look),
    says_wet: condition.says_wet,
    says_mud: condition.says_mud,
    usual_moisture_check: usual,
    short_of_clay: condition.short_of_clay,
    composition_kg: compositionFields(condition.sand),
    prescription: {
      need: prescription.need,
      water_kg: prescription.water_kg,
      binder_kg: prescription.binder_kg,
      oil_kg: prescription.oil_kg,
      fines_kg: prescription.fines_kg,
      dry_mix_kg: dry_mix ? dry_mix.sand_kg + dry_mix.binder_kg : 0,
      dry_mix,
      water_to_lose_kg: prescription.water_to_lose_kg,
      dry_off_s: Number.isFinite(prescription.dry_off_s) ? prescription.dry_off_s : null,
      splashes_kg: prescription.splashes_kg,
      sure_splashes: prescription.sure_splashes,
      weigh_first:
        prescription.need !== 'sand' &&
        (condition.doubted_look !== null || worthWeighing(worth, condition.off_aim_sd)),
      clay_first: prescription.need !== 'sand' && worthTestingClay(worth, condition.off_aim_sd),
      reason: prescription.reason,
      aim: {
        moisture_percent: asPercent(prescription.aim.moisture),
        active_clay_percent: asPercent(prescription.aim.active_clay)
      },
      result: mixFields(prescription.after),
      missing: prescription.missing,
      mull_s: prescription.mull_s,
      rest_s: prescription.rest_s,
      lots: dosing
    },
    best_next_test: bestTest(worth, belief),
    tests_worth: worth,
    rests_on: [...belief.rests_on].sort((a, b) => b.weight - a.weight).slice(0, 4),
    questioned_tests: belief.questioned.map(questionedFields),
    learned: {
      drying_factor: drying.value,
      drying_range: drying.range,
      drying_learned: drying.source !== 'handbook'
    }
  };
}

/** A questioned reading; a temper ratio stays a ratio, everything else is a percentage. */
const lookFields = ({ entry_id, kind, at, grade, lifeless }: Look): LookFields => ({
  entry_id,
  kind,
  name: TEST_NAMES[kind],
  at,
  grade,
  lifeless
});

function questionedFields({ entry_id, kind, expected, read, sd }: Belief['questioned'][number]) {
  const ratio = kind === 'squeeze' || kind === 'compactability';
  const shown = (value: number) => (ratio ? value : asPercent(value));
  return {
    entry_id,
    kind,
    unit: ratio ? 'water : clay' : '%',
    expected: shown(expected),
    read: shown(read),
    sd: shown(sd)
  };
}

function compositionFields(of: Composition): Composition {
  // `fromEntries` forgets the names of its keys: they are all the parts.
  return Object.fromEntries(PARTS.map((part) => [part, of[part]])) as unknown as Composition;
}

/** A sand in the words of a condition report. */
export function mixFields(sand: Composition): MixFields {
  return {
    total_kg: totalMass(sand),
    moisture_percent: asPercent(moistureFraction(sand)),
    active_clay_percent: asPercent(dryShare(sand, 'active_clay')),
    temper_ratio: temperRatio(sand)
  };
}
