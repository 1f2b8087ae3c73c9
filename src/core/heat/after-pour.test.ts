import { describe, expect, it } from 'vitest';
import { HEAP_BINDERS } from '$core/reference/targets';
import { afterPour } from './after-pour';

const latch = (binder: (typeof HEAP_BINDERS)[number], thick_m = 0.05, volume = 1e-4) =>
  afterPour('aluminium', volume, 0.016, 720, 0.03, binder, thick_m);

describe('after a pour', () => {
  it('it is solid before it is under 400 °C, and that before it can be held', () => {
    const { solid_s, below_400_s, below_60_s } = latch('sodium-bentonite');
    expect(solid_s).toBeGreaterThan(5);
    expect(below_400_s).toBeGreaterThan(solid_s!);
    expect(below_60_s).toBeGreaterThan(below_400_s!);
  });
  it('oil burns furthest, sodium bentonite least; the sand that burns goes with the surface', () => {
    const [oil, sodium, calcium] = [latch('oil'), latch('sodium-bentonite'), latch('calcium-bentonite')];
    expect(oil.burnt_m).toBeGreaterThan(calcium.burnt_m);
    expect(calcium.burnt_m).toBeGreaterThanOrEqual(sodium.burnt_m);
    expect(oil.burnt_kg).toBeCloseTo(oil.burnt_m * 0.016 * 1600, 12);
  });
  it('little sand heats through: a thin flask lets the casting cool otherwise than a thick one', () => {
    const [thin, thick] = [latch('oil', 0.012, 2e-4), latch('oil', 0.08, 2e-4)];
    expect(thin.run.peak_c.at(-1)).toBeGreaterThan(thick.run.peak_c.at(-1)!);
    expect(thin.burnt_m).toBeLessThanOrEqual(0.012 + 1e-9);
  });
  it('pewter is under 400 °C as soon as it is solid', () => {
    const { solid_s, below_400_s } = afterPour('pewter', 5e-5, 0.01, 330, 0.03, 'oil', 0.04);
    expect(below_400_s).toBe(solid_s);
  });
});
