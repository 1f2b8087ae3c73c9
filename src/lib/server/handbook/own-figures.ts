import type { OwnFigures } from '$core/handbook/formulas';
import { patternSurface } from '$core/pattern/surface';
import { ALLOYS, USUAL_ALLOY } from '$core/reference/alloys';
import { solidOf } from '$lib/schema/pattern';
import type { Database } from '../database/database';
import { listFlasks } from '../flask/flasks';
import { readState } from '../heap/heap-state';
import { listHeaps } from '../heap/heaps';
import { latestTest } from '../heap/tests';
import { castingOfPattern } from '../mold/molds-today';
import { moldSands } from '../mold/mold-page';
import { listPatterns } from '../pattern/patterns';

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
  const test = async (kind: Parameters<typeof latestTest>[2]) =>
    heap ? ((await latestTest(db, heap.id, kind)) as Record<string, unknown> | null) : null;
  const [rammed, broken] = [await test('compactability'), await test('green-compression')];
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
            alloy
          }
        : null,
    compactability: rammed ? { start_mm: Number(rammed.start_mm), end_mm: Number(rammed.end_mm) } : null,
    green: broken ? { load_kg: Number(broken.load_kg), diameter_mm: Number(broken.diameter_mm) } : null
  };
}
