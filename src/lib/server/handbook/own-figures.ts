import { TESTS_OF_SAND } from '$core/bench/bench-tests';
import { testFigure, type HeapTest, type HeapTestKind } from '$core/bench/heap-test';
import type { OwnFigures } from '$core/handbook/formula/formulas';
import { patternSurface } from '$core/pattern/surface';
import { ALLOYS, USUAL_ALLOY } from '$core/reference/alloys';
import { solidOf } from '$lib/schema/pattern';
import type { Database } from '../database/database';
import { listFlasks } from '../flask/flasks';
import { readState } from '../heap/heap-state';
import { listHeaps } from '../heap/heaps';
import { latestTest, listTests } from '../heap/tests';
import { castingOfPattern } from '../mold/molds-today';
import { moldSands } from '../mold/mold-page';
import { listPatterns } from '../pattern/patterns';
import { readLongView } from '../recondition/long-view';
import { listLots } from '../stock/stock';

/** Of the reader's own, what the formulas of the handbook are shown with: the first of each that there is. */
export async function ownFigures(db: Database): Promise<OwnFigures> {
  const [heaps, flasks, patterns, sands] = await Promise.all([
    listHeaps(db),
    listFlasks(db),
    listPatterns(db),
    moldSands(db)
  ]);
  const sand = sands[0];
  const heap = heaps.find(({ id }) => id === sand?.id);
  const state = heap ? await readState(db, heap.id) : null;
  const flask = flasks.find(({ shape }) => shape === 'rectangular');
  const pattern = patterns.find(({ volume_l }) => volume_l !== null);
  const alloy = pattern?.metal ?? USUAL_ALLOY;
  const box = pattern ? await castingOfPattern(db, pattern, alloy) : null;
  const volume_m3 = box ? box.kg / ALLOYS[alloy].solid_kg_m3 : 0;
  const tests = heap ? await latestTests(db, heap.id) : {};
  const drying = heap ? await readings(db, heap.id, 'moisture') : [];
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
    tests,
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
    lot: lot ? { name: lot.name, moisture: lot.moisture_percent.value / 100 } : null
  };
}

/** The heap's latest of each kind of test. */
async function latestTests(db: Database, heap_id: number): Promise<OwnFigures['tests']> {
  const found: [HeapTestKind, unknown][] = [];
  for (const kind of TESTS_OF_SAND) {
    const test = await latestTest(db, heap_id, kind);
    if (test) found.push([kind, test]);
  }
  // A record of a test has the test's own readings on top.
  return Object.fromEntries(found) as OwnFigures['tests'];
}

/** Readings of one kind of test that tell a run of a heap, at most. */
const MOST_READINGS = 20;

/** What a kind of test read of a heap, fractions, the first first. */
async function readings(db: Database, heap_id: number, test_kind: HeapTestKind): Promise<number[]> {
  const { items } = await listTests(db, heap_id, { test_kind, limit: MOST_READINGS });
  return items
    .filter(({ excluded_reason, batch_entry_id }) => !excluded_reason && !batch_entry_id)
    .reverse()
    .flatMap((test) => {
      // As above: a record has the readings of its test.
      const figure = testFigure(test as unknown as HeapTest);
      return figure === null ? [] : [figure];
    });
}
