import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALLOY_NAMES } from '$core/reference/alloys';
import { filletSuits, wantedFillet } from './fillet';
import { castingLength, castingMass, masterLength, patternLength, volumeByMass } from './shrinkage';
import { solidVolume, solidsBox, solidsVolume } from './solids';

describe('simple solids', () => {
  it('hold what geometry says', () => {
    expect(solidVolume({ shape: 'box', length_m: 0.1, width_m: 0.05, height_m: 0.02 })).toBeCloseTo(1e-4, 12);
    expect(solidVolume({ shape: 'cylinder', diameter_m: 0.1, height_m: 0.1 })).toBeCloseTo(
      7.853981634e-4,
      12
    );
    expect(solidVolume({ shape: 'sphere', diameter_m: 0.1 })).toBeCloseTo(5.235987756e-4, 12);
    expect(solidVolume({ shape: 'ring', diameter_m: 0.1, inner_m: 0.05, height_m: 0.02 })).toBeCloseTo(
      1.1780972451e-4,
      12
    );
    // A cone is a third of its cylinder, and a frustum without taper is one.
    expect(solidVolume({ shape: 'frustum', diameter_m: 0.1, top_m: 0, height_m: 0.1 })).toBeCloseTo(
      2.617993878e-4,
      12
    );
    expect(solidVolume({ shape: 'frustum', diameter_m: 0.1, top_m: 0.1, height_m: 0.1 })).toBeCloseTo(
      7.853981634e-4,
      12
    );
  });

  it('are put together, holes taken away, and measured by the largest', () => {
    const latch = [
      { shape: 'box', length_m: 0.12, width_m: 0.04, height_m: 0.01 },
      { shape: 'cylinder', diameter_m: 0.03, height_m: 0.02 },
      { shape: 'cylinder', diameter_m: 0.01, height_m: 0.01, count: 2, hole: true }
    ] as const;
    expect(solidsVolume(latch)).toBeCloseTo(4.8e-5 + 1.41371669e-5 - 2 * 7.853981634e-7, 12);
    expect(solidsBox(latch)).toEqual([0.12, 0.04, 0.02]);
    expect(() => solidsVolume([{ ...latch[0], hole: true }])).toThrow(RangeError);
    expect(() => solidVolume({ shape: 'ring', diameter_m: 0.05, inner_m: 0.05, height_m: 0.1 })).toThrow(
      RangeError
    );
  });
});

describe('fillets', () => {
  it('are a quarter to a third of the wall, two millimetres at least', () => {
    expect(wantedFillet(0.012)).toEqual([0.003, 0.004]);
    expect(wantedFillet(0.004)).toEqual([0.002, 0.002]);
    expect([0.002, 0.003, 0.0043, 0.006].map((m) => filletSuits(m, 0.012))).toEqual([
      'small',
      'right',
      'right',
      'large'
    ]);
  });
});

describe('shrinkage', () => {
  it('a 100 mm casting in 7 Si aluminium wants a pattern of 101.3 mm', () => {
    expect(patternLength(0.1, 'aluminium')).toBeCloseTo(0.1013171, 6);
    expect(castingMass(0.001, 'aluminium')).toBeCloseTo(2.5768, 3);
    expect(volumeByMass(0.5, 500)).toBe(0.001);
  });

  it('a casting that becomes a pattern shrinks twice: 1.3 % each of aluminium, 102.65 mm for 100', () => {
    expect(masterLength(0.1, 'aluminium', 'aluminium')).toBeCloseTo(0.1 / 0.987 ** 2, 9);
    // Stock is machined off the last casting alone.
    expect(masterLength(0.1, 'aluminium', 'aluminium', 0.002)).toBeCloseTo(0.102 / 0.987 ** 2, 9);
    fc.assert(
      fc.property(fc.constantFrom(...ALLOY_NAMES), fc.constantFrom(...ALLOY_NAMES), (alloy, of) => {
        expect(castingLength(castingLength(masterLength(0.1, alloy, of), of), alloy)).toBeCloseTo(0.1, 12);
      })
    );
  });

  it('goes there and back, machining allowance included', () => {
    const length = fc.double({ min: 0.001, max: 1, noNaN: true });
    const machined = fc.double({ min: 0, max: 0.01, noNaN: true });
    fc.assert(
      fc.property(length, machined, fc.constantFrom(...ALLOY_NAMES), (wanted, off, alloy) => {
        const pattern = patternLength(wanted, alloy, off);
        expect(castingLength(pattern, alloy, off)).toBeCloseTo(wanted, 12);
        expect(pattern).toBeGreaterThan(wanted);
      })
    );
  });
});
