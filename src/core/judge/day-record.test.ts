import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CAUSES, CAUSE_NAMES, DEFECTS, DEFECT_NAMES } from '../reference/defects';
import { MEASURED, SEEN, against, inWindow } from './day-record';
import { signsOf } from './diagnosis';

const some = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('readings made comparable', () => {
  it('0 in the middle of a window, 1 and −1 at its ends', () => {
    expect(inWindow(3.6, 0.2, 3.2, 4)).toEqual({ at: expect.closeTo(0, 12), sd: expect.closeTo(0.5, 12) });
    expect(inWindow(4, 0, 3.2, 4).at).toBeCloseTo(1, 12);
    expect(inWindow(3.2, 0, 3.2, 4).at).toBeCloseTo(-1, 12);
  });
  it('at a limit 1 (or −1), each doubling past it one more, and 0 well on the right side', () => {
    expect(against('most', 0.5, 0.5).at).toBeCloseTo(1, 12);
    expect(against('most', 1, 0.5).at).toBeCloseTo(2, 12);
    expect(against('most', 0.2, 0.5).at).toBe(0);
    expect(against('least', 35, 35).at).toBeCloseTo(-1, 12);
    expect(against('least', 17.5, 35).at).toBeCloseTo(-2, 12);
    expect(against('least', 80, 35).at).toBe(0);
    expect(against('least', 0, 35).at).toBe(-4);
  });
  it('more of it never lies lower on the scale, however it is measured', () => {
    fc.assert(
      fc.property(some(0.01, 50), some(1, 4), some(0.1, 20), (value, times, limit) => {
        for (const what of ['most', 'least'] as const)
          expect(against(what, value * times, limit).at).toBeGreaterThanOrEqual(
            against(what, value, limit).at - 1e-12
          );
        expect(inWindow(value * times, 1, 1, 9).at).toBeGreaterThanOrEqual(
          inWindow(value, 1, 1, 9).at - 1e-12
        );
      })
    );
  });
});

describe('defects and causes', () => {
  it('every cause is suspected of something and said in words, every sign tells of a cause', () => {
    const suspected = new Set(
      DEFECT_NAMES.flatMap((name) => [...DEFECTS[name].sand, ...DEFECTS[name].elsewhere])
    );
    expect([...suspected].sort()).toEqual([...CAUSE_NAMES].sort());
    for (const cause of CAUSE_NAMES) expect(CAUSES[cause].length).toBeGreaterThan(10);
    const told = new Set(CAUSE_NAMES.flatMap((cause) => signsOf(cause)));
    expect([...told].sort()).toEqual([...MEASURED, ...SEEN].sort());
  });
});
