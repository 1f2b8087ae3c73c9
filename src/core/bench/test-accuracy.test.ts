import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { HeapTest } from './heap-test';
import { meanSd, testSd } from './test-accuracy';

const oven = (sample_g: number): HeapTest => ({
  kind: 'moisture',
  method: 'oven',
  scale_g: 0.1,
  pan_g: 100,
  wet_g: 100 + sample_g,
  dry_g: 100 + sample_g * 0.97
});
const sieved = (grams: Record<string, number>): HeapTest => ({
  kind: 'sieve',
  sample_g: null,
  retained: Object.entries(grams).map(([sieve, g]) => ({ sieve, grams: g }))
});

describe('how far one reading strays', () => {
  it('is a tenth of a percent for an oven test on a fair sample, and more on a small one', () => {
    // A tenth by the oven, a scoop's scatter of 4 % of 3 %, and half a step of the scale at each of three weighings.
    expect(testSd(oven(100))).toBeCloseTo(Math.hypot(0.001, 0.0012, (0.049_329 * 1.3934) / 100), 6);
    expect(testSd(oven(20))).toBeGreaterThan(1.2 * testSd(oven(100)));
  });
  it('is two points of compactability, whatever it reads', () =>
    expect(testSd({ kind: 'compactability', start_mm: 100, end_mm: 56 })).toBe(0.02));
  it('grows with the strength read', () => {
    const at = (load_kg: number) => testSd({ kind: 'green-compression', load_kg, diameter_mm: 50.8 });
    expect(at(20)).toBeCloseTo(2 * at(10), 8);
  });
  it('takes in how the dye standards scatter', () => {
    const dyed = (ml: number): HeapTest => ({
      kind: 'methylene-blue',
      ml: 15,
      standards: [
        { active_clay: 0.05, ml: 10 },
        { active_clay: 0.1, ml }
      ]
    });
    expect(testSd(dyed(20))).toBeCloseTo(0.005, 6);
    expect(testSd(dyed(26))).toBeGreaterThan(0.007);
  });
  it('is wide for a fineness number from a stack with sieves missing', () => {
    const whole = testSd(sieved({ '50': 20, '70': 40, '100': 30, '140': 10 }));
    const gapped = testSd(sieved({ '50': 20, '140': 80 }));
    expect(gapped).toBeGreaterThan(3 * whole);
  });
  it('of a mean falls with the root of the repeats, but not below what they show', () => {
    expect(meanSd(0.02, null, 1)).toBe(0.02);
    expect(meanSd(0.02, 0.001, 4)).toBeCloseTo(0.01, 12);
    expect(meanSd(0.02, 0.06, 4)).toBeCloseTo(0.03, 12);
    fc.assert(
      fc.property(
        fc.double({ min: 1e-4, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 20 }),
        (sd, n) => meanSd(sd, sd / 2, n + 1) < meanSd(sd, sd / 2, n)
      )
    );
  });
});
