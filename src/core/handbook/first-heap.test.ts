import { describe, expect, it } from 'vitest';
import { TARGETS } from '../reference/targets';
import { firstHeap } from './first-heap';

describe('a first heap', () => {
  it('of 20 kg weighs what goes into it, and its water tempers its clay to 0.43', () => {
    const heap = firstHeap(null);
    expect(heap.sand_kg + heap.clay_kg + heap.water_kg).toBeCloseTo(20, 9);
    expect(heap.total_kg).toBeCloseTo(20, 9);
    expect(heap.phs).toBe(8);
    // 8 of active clay on 100 of sand: 8/(0.9 · 0.91) = 9.768 of clay as it comes from its bag, with 0.879 of water in it.
    expect(heap.clay_kg / heap.sand_kg).toBeCloseTo(0.09768, 5);
    // 0.43 of the active clay is water, and a little that its inert rest holds.
    const water_kg = heap.water_kg + 0.09 * heap.clay_kg;
    expect(water_kg / (0.08 * heap.sand_kg)).toBeGreaterThan(0.43);
    expect(water_kg / (0.08 * heap.sand_kg)).toBeLessThan(0.44);
    // It is not short of clay by the windows that it is judged by.
    expect((0.08 * heap.sand_kg) / (heap.total_kg - water_kg)).toBeGreaterThan(
      TARGETS['sodium-bentonite'].active_clay.min
    );
  });
  it('is enough for a mold in the flask, and a third over', () => {
    const board = {
      shape: 'rectangular' as const,
      length_m: 0.35,
      width_m: 0.25,
      cope_m: 0.09,
      drag_m: 0.07
    };
    // 14 L at 1.6 kg/L, 12 % and 30 % more.
    expect(firstHeap(board).total_kg).toBe(Math.round(1.3 * 1.12 * 0.35 * 0.25 * 0.16 * 1600));
  });
});
