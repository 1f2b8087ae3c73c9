import { describe, expect, it } from 'vitest';
import { freezeMold } from '$core/freeze/mold-freezing';
import { gatingBodies } from '$core/heat/gating-bodies';
import { spreadOf } from '$core/heat/shape';
import { gatingFor, moldToGate } from '$core/mold/mold-gating';
import { layOut } from '$core/mold/placement';
import { ALLOYS } from '$core/reference/alloys';
import { moldHeat, type MoldToHeat } from './heat-job';

const alloy = ALLOYS.aluminium;
const [length_m, width_m, height_m] = [0.06, 0.06, 0.05];
const volume_m3 = length_m * width_m * height_m;
const area_m2 = 2 * (length_m * width_m + (length_m + width_m) * height_m);
const box = {
  length_m,
  width_m,
  above_m: 0,
  below_m: height_m,
  kg: volume_m3 * alloy.solid_kg_m3,
  surface: { m2: area_m2, known: true },
  wall_m: height_m
};
const flask = { shape: 'rectangular', length_m: 0.25, width_m: 0.2, cope_m: 0.09, drag_m: 0.08 } as const;
const way = gatingFor(moldToGate([box], alloy, flask))!;
const common = { alloy, pour_c: 700, moisture: 0.035 };
const input: MoldToHeat = {
  hot: {
    ...common,
    castings: [{ volume_m3, area_m2, around: spreadOf(area_m2, [length_m, width_m, height_m]), count: 1 }],
    gating: gatingBodies(way),
    binder: 'sodium-bentonite',
    thick_m: 0.03
  },
  laid: {
    ...common,
    flask,
    castings: [
      {
        box,
        volume_m3,
        modulus_m: volume_m3 / area_m2,
        solid: { shape: 'box', length_m, width_m, height_m },
        mesh: null
      }
    ],
    layout: layOut([box], 'aluminium', flask).layout,
    way,
    cells: { usual: 8000, most: 8000 }
  }
};
const quiet = () => undefined;

describe('the heat of a mold that is laid out', () => {
  it('is likely by what it is, and opens by metal 30 °C hotter, half the water and a flask that lets nothing out', () => {
    const { after, freezing, picture } = moldHeat(input, quiet);
    const likely = freezeMold(input.laid!);
    const slow = freezeMold({ ...input.laid!, pour_c: 730, moisture: 0.0175, shut: true });
    expect([after.solid_s, after.likely_s, after.last]).toEqual([
      likely.all_solid_s,
      likely.open_s,
      likely.last
    ]);
    expect(after.open_s).toBe(slow.open_s);
    expect(after.open_s!).toBeGreaterThan(1.1 * after.likely_s!);
    expect(after.by_hand_s!).toBeGreaterThanOrEqual(after.open_s!);
    expect(freezing!.cells).toBe(likely.cells);
    expect(picture).not.toBeNull();
  });
  it('not laid out, or too fine for the grid, it is worked out body by body', () => {
    const alone = moldHeat({ ...input, laid: null }, quiet);
    expect(alone).toMatchObject({ freezing: null, picture: null });
    expect(alone.after.open_s).toBeGreaterThan(alone.after.solid_s!);
    const many = { ...input.laid!, castings: Array.from({ length: 300 }, () => input.laid!.castings[0]!) };
    const places = many.castings.map(() => input.laid!.layout.places[0]!);
    const crowded = moldHeat({ ...input, laid: { ...many, layout: { ...many.layout, places } } }, quiet);
    expect(crowded).toEqual(alone);
  });
});
