import { describe, expect, it } from 'vitest';
import { blockBody, cutGating, lastToFreeze, trueLift, TRUE_METALS, type ToldGating } from './true-metal';

const told: ToldGating = {
  sprue: { top_m: 0.012, bottom_m: 0.009, length_m: 0.09 },
  basin: { depth_m: 0.03, length_m: 0.06, width_m: 0.03 },
  well: { diameter_m: 0.018, depth_m: 0.0125 },
  runner: { width_m: 0.012, height_m: 0.0085, length_m: 0.15 },
  ingates: { count: 2, width_m: 0.012, height_m: 0.006 },
  riser: null
};
const cube = (m: number) => ({ length_m: m, width_m: m, height_m: m, above_m: 0 });

describe('metal as it really is', () => {
  it('a cube of aluminium of 80 mm is solid after 366 s', () => {
    expect(lastToFreeze([blockBody(cube(0.08))], TRUE_METALS.aluminium).seconds).toBeCloseTo(366, 0);
  });
  it('what is cut as it was told weighs what its solids say', () => {
    const of = new Map(cutGating(told, () => 1).map(({ what, volume_m3 }) => [what, volume_m3 * 1e6]));
    // By hand: a cone's frustum, a box that slopes, a disc, two bars; mL.
    expect(of.get('sprue')).toBeCloseTo(7.846, 2);
    expect(of.get('basin')).toBeCloseTo(35.1, 3);
    expect(of.get('well')).toBeCloseTo(3.181, 2);
    expect(of.get('runner')).toBeCloseTo(15.3, 3);
    expect(of.get('gates')).toBeCloseTo(2.88, 3);
  });
  it('a plate wholly in the drag lifts by the head over its face', () => {
    const plate = { length_m: 0.2, width_m: 0.1, height_m: 0.01, above_m: 0 };
    const still = { ...told, runner: { width_m: 0, height_m: 0, length_m: 0 } };
    // 0.02 m² under 90 mm of metal of 2.39 kg/L.
    expect(trueLift([plate], still, TRUE_METALS.aluminium)).toBeCloseTo(4.302, 3);
  });
});
