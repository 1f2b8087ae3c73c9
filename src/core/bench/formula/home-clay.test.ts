import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  combined,
  grindingYield,
  settledActiveSd,
  settledActiveShare,
  trialActiveSd,
  trialActiveShare
} from './home-clay';

const height = fc.double({ min: 0, max: 200, noNaN: true });

describe('a clay from one’s own ground', () => {
  it('is told by its layers in a jar', () => {
    // 15 of sand, 13 of silt and 24 of clay, by mass: 24 of 52, of which 0.85 binds.
    expect(settledActiveShare({ sand_mm: 10, silt_mm: 20, all_mm: 60 })).toBeCloseTo((0.85 * 24) / 52, 9);
    // How dense the mud lies, how much of it binds, a millimetre of reading: 0.0634, 0.0692 and 0.0142.
    expect(settledActiveSd({ sand_mm: 10, silt_mm: 20, all_mm: 60 })).toBeCloseTo(0.0949, 4);
    expect(settledActiveShare({ sand_mm: 40, silt_mm: 60, all_mm: 60 })).toBe(0);
    expect(settledActiveShare({ sand_mm: 0, silt_mm: 0, all_mm: 30 })).toBeCloseTo(0.85, 9);
    expect(() => settledActiveShare({ sand_mm: 10, silt_mm: 5, all_mm: 60 })).toThrow(RangeError);
    expect(() => settledActiveShare({ sand_mm: 0, silt_mm: 0, all_mm: 0 })).toThrow(RangeError);
  });
  it('the times are Stokes’ for 50 µm and 4 µm over 100 mm', () => {
    const seconds = (m: number) => 0.1 / ((1650 * 9.81 * m * m) / (18 * 1.0e-3));
    expect(seconds(50e-6)).toBeLessThan(60);
    expect(seconds(4e-6) / 3600).toBeCloseTo(1.93, 1);
  });
  it('its share lies between nothing and all, grows with the clay layer, and is never told without doubt', () => {
    fc.assert(
      fc.property(
        height,
        height,
        fc.double({ min: 1, max: 200, noNaN: true }),
        height,
        (sand, silt, clay, more) => {
          const layers = { sand_mm: sand, silt_mm: sand + silt, all_mm: sand + silt + clay };
          const share = settledActiveShare(layers);
          expect(share).toBeGreaterThanOrEqual(0);
          expect(share).toBeLessThanOrEqual(0.85 + 1e-12);
          expect(settledActiveShare({ ...layers, all_mm: layers.all_mm + more })).toBeGreaterThanOrEqual(
            share - 1e-12
          );
          expect(settledActiveSd(layers)).toBeGreaterThan(0);
        }
      )
    );
  });
  it('is told by cylinders beside those of a known clay', () => {
    const trial = { load_kg: 9, reference_load_kg: 15, reference_active: 0.81 };
    expect(trialActiveShare(trial)).toBeCloseTo(0.486, 9);
    expect(trialActiveSd(trial) / 0.486).toBeCloseTo(Math.sqrt(0.1 ** 2 + 0.1 ** 2 + 0.15 ** 2), 9);
    expect(trialActiveShare({ ...trial, load_kg: 40 })).toBe(1);
    expect(() => trialActiveShare({ ...trial, reference_load_kg: 0 })).toThrow(RangeError);
  });
  it('yields what comes through the sieve', () => {
    expect(grindingYield(10, 6.2)).toBeCloseTo(0.62, 9);
    expect(() => grindingYield(0, 0)).toThrow(RangeError);
    expect(() => grindingYield(1, 2)).toThrow(RangeError);
  });
  it('findings count by their doubt', () => {
    expect(combined([{ value: 0.4, sd: 0.1 }])).toEqual({
      value: expect.closeTo(0.4, 12),
      sd: expect.closeTo(0.1, 12)
    });
    const both = combined([
      { value: 0.4, sd: 0.1 },
      { value: 0.5, sd: 0.2 }
    ]);
    expect(both.value).toBeCloseTo(0.42, 9);
    expect(both.sd).toBeCloseTo(1 / Math.sqrt(125), 9);
    expect(() => combined([])).toThrow(RangeError);
  });
});
