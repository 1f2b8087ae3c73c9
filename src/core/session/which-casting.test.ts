import { describe, expect, it } from 'vitest';
import type { MoldState } from './mold-life';
import { whichCasting } from './which-casting';

const NOW = Date.parse('2026-05-09T09:00:00Z');
const day = (days: number, stage = 'mold', ...states: MoldState[]) => ({
  at: new Date(NOW + days * 86_400_000).toISOString(),
  stage,
  molds: states.map((state) => ({ state }))
});
const which = (...days: ReturnType<typeof day>[]) => whichCasting(days, NOW);

describe('which casting is on, or comes next', () => {
  it('sand that is put right by itself hides no casting', () => {
    expect(which(day(0, 'recondition'), day(2, 'mold', 'planned'))).toBe(1);
    expect(which(day(0, 'recondition'))).toBe(-1);
    expect(which()).toBe(-1);
  });
  it('a mold with sand or metal in it comes before whatever else is set', () => {
    expect(which(day(-4, 'mold', 'planned'), day(1, 'mold'), day(3, 'mold', 'planned', 'rammed'))).toBe(2);
    expect(which(day(-30, 'pour', 'poured'), day(1, 'mold'))).toBe(0);
  });
  it('the sand of a pour is put right before the next casting, for three days', () => {
    expect(which(day(-1, 'recondition', 'shaken-out'), day(2, 'mold'))).toBe(0);
    expect(which(day(-4, 'recondition', 'shaken-out'), day(2, 'mold'))).toBe(1);
    expect(which(day(-1, 'pour', 'shaken-out', 'broken'), day(2, 'mold'))).toBe(0);
  });
  it('one that was never begun and is past gives way to the next, and stands where there is none', () => {
    expect(which(day(-7, 'mold', 'planned'), day(2, 'mold'))).toBe(1);
    expect(which(day(-7, 'mold', 'planned'), day(-2, 'mold'))).toBe(1);
    // Set for half a day ago it is still meant; a day ago it is not.
    expect(which(day(-0.4, 'mold'), day(2, 'mold'))).toBe(0);
    expect(which(day(-0.6, 'mold'), day(2, 'mold'))).toBe(1);
  });
});
