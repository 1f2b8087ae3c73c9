import { testFigure, type HeapTest } from '$core/bench/heap-test';
import { readingOfHeap } from '$core/heap/entry';
import type { OwnFigures } from '$core/handbook/formula/formulas';
import { patternSurface } from '$core/pattern/surface';
import { ALLOYS, USUAL_ALLOY } from '$core/reference/alloys';
import { solidOf } from '$lib/schema/pattern';
import type { Database } from '../database/database';
import { listFlasks } from '../flask/flasks';
import { readState } from '../heap/heap-state';
import { heapRow, listHeaps } from '../heap/heaps';
import { entriesOf } from '../heap/heap-ledger';
import { ledgerFor } from '../heap/ledger-cache';
import { castingOfPattern } from '../mold/molds-today';
import { moldSands } from '../mold/mold-page';
import { listPatterns } from '../pattern/patterns';
import { readLongView } from '../recondition/long-view';
import { listLots } from '../stock/stock';
import { listTrials } from '../trial/trials';

/** Of the reader's own, what the formulas of the handbook are shown with: the first of each that there is. */
export async function ownFigures(db: Database): Promise<OwnFigures> {
  const [heaps, flasks, patterns, sands] = await Promise.all([
    listHeaps(db),
    listFlasks(db),
    listPatterns(db),
    moldSands(db)
  ]);
  const sand = sands[0];
  const [trial] = await listTrials(db);
  const heap = heaps.find(({ id }) => id === sand?.id);
  const state = heap ? await readState(db, heap.id) : null;
  const flask = flasks.find(({ shape }) => shape === 'rectangular');
  const pattern = patterns.find(({ volume_l }) => volume_l !== null);
  const alloy = pattern?.metal ?? USUAL_ALLOY;
  const box = pattern ? await castingOfPattern(db, pattern, alloy) : null;
  const volume_m3 = box ? box.kg / ALLOYS[alloy].solid_kg_m3 : 0;
  const tests = heap ? await testsOf(db, heap.id) : [];
  const drying = tests
    .filter(({ kind }) => kind === 'moisture')
    .slice(-MOST_READINGS)
    .flatMap((test) => testFigure(test) ?? []);
  const long = heap ? await readLongView(db, heap.id) : null;
  const lots = await listLots(db);
  const lot = lots.find(({ moisture_percent }) => moisture_percent.value > 0);
  return {
    heap:
      heap && sand && state
        ? {
            name: heap.name,
            total_kg: state.total_kg,
            moisture: state.moisture_percent.value / 100,
            aim: state.prescription.aim.moisture_percent / 100,
            parts: state.composition_kg,
            green_pa: sand.green_kpa === null ? null : sand.green_kpa * 1000,
            density_kg_m3: sand.density_kg_l * 1000,
            oil: heap.system === 'oil'
          }
        : null,
    flask: flask
      ? {
          name: flask.name,
          length_m: flask.length_mm / 1000,
          width_m: flask.width_mm / 1000,
          cope_m: flask.cope_mm / 1000,
          drag_m: flask.drag_mm / 1000
        }
      : null,
    casting:
      pattern && box
        ? {
            name: pattern.name,
            kg: box.kg,
            volume_m3,
            area_m2: patternSurface({
              mesh_m2: null,
              solids: pattern.solids?.map(solidOf) ?? null,
              length_m: box.length_m,
              width_m: box.width_m,
              volume_m3
            }).m2,
            length_m: box.length_m,
            above_m: box.above_m,
            below_m: box.below_m,
            alloy
          }
        : null,
    // The later of a kind takes the place of the one before; each stands under its own kind.
    tests: Object.fromEntries(tests.map((test) => [test.kind, test])) as OwnFigures['tests'],
    readings: heap && drying.length > 0 ? { name: 'Moisture', heap: heap.name, of: drying } : null,
    standing:
      heap && state
        ? {
            name: heap.name,
            exposed_area_m2: state.container.exposed_area_m2,
            cover: state.container.cover
          }
        : null,
    wear:
      heap && state && long && state.total_kg > 0
        ? {
            ...long.wear,
            name: heap.name,
            mass_kg: state.total_kg,
            clay_per_sand: long.clay_per_sand
          }
        : null,
    trial: trial
      ? {
          name: trial.name,
          pairs: trial.answer.pairs,
          planned: trial.pairs,
          by_chance: trial.answer.by_chance
        }
      : null,
    lot: lot ? { name: lot.name, moisture: lot.moisture_percent.value / 100 } : null
  };
}

/** Every test that counts for a heap as it is, the first first, with its readings as they are kept. */
async function testsOf(db: Database, heap_id: number): Promise<HeapTest[]> {
  return entriesOf(await ledgerFor(db, await heapRow(db, heap_id))).flatMap(({ event }) => {
    const test = readingOfHeap(event);
    return test ? [test] : [];
  });
}

/** Readings of one kind of test that tell a run of a heap, at most. */
const MOST_READINGS = 20;
