import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compactability } from './compactability';
import { greenCompression } from './green-compression';
import { lossFraction } from './loss';
import { dyeFactor, dyeScatter } from './methylene-blue';
import { permeabilityNumber } from './permeability';
import { shatterIndex } from './shatter';
import { hardnessBand } from './surface-hardness';

describe('compactability', () => {
  it('is 44 % from 100 to 56 mm', () => expect(compactability(100, 56)).toBeCloseTo(0.44, 12));
  it.each([
    [100, 101],
    [100, 0],
    [0, 0],
    [-1, -2]
  ])('refuses %s to %s mm', (start, end) => expect(() => compactability(start, end)).toThrow(RangeError));
});

describe('greenCompression', () => {
  it('is 87.09 kPa for 18 kg on a 50.8 mm specimen', () =>
    expect(greenCompression(18, 50.8) / 1000).toBeCloseTo(87.09, 2));
  it('goes with the load and against the square of the diameter', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 200, noNaN: true }),
        fc.double({ min: 10, max: 200, noNaN: true }),
        (load, diameter) => {
          expect(greenCompression(2 * load, diameter) / greenCompression(load, diameter)).toBeCloseTo(2, 9);
          expect(greenCompression(load, diameter) / greenCompression(load, 2 * diameter)).toBeCloseTo(4, 9);
        }
      )
    );
  });
  it('refuses a specimen without a width', () => expect(() => greenCompression(18, 0)).toThrow(RangeError));
});

describe('permeabilityNumber', () => {
  const standard = { air_cm3: 2000, height_cm: 5.08, pressure_g_cm2: 10, area_cm2: 20.268, time_s: 30 };
  it('is 100.26 for the standard specimen in half a minute', () =>
    expect(permeabilityNumber(standard)).toBeCloseTo(100.26, 2));
  it('is 3007 over the seconds for the standard specimen, as the quick formula has it', () => {
    for (const time_s of [12, 30, 60, 95])
      expect((permeabilityNumber({ ...standard, time_s }) * time_s) / 3007.2).toBeCloseTo(1, 3);
  });
  it('does not depend on the rig: twice the area at half the time is the same sand', () => {
    expect(permeabilityNumber({ ...standard, area_cm2: 40.536, time_s: 15 })).toBeCloseTo(100.26, 2);
  });
  it('refuses no time at all', () =>
    expect(() => permeabilityNumber({ ...standard, time_s: 0 })).toThrow(RangeError));
});

describe('losses', () => {
  it('are of the dried sample', () => expect(lossFraction(50, 44.5)).toBeCloseTo(0.11, 12));
  it('cannot be gains', () => expect(() => lossFraction(50, 50.1)).toThrow(/cannot gain/));
});

describe('shatter index and surface hardness', () => {
  it('is what stays on the mesh', () => {
    expect(shatterIndex(120, 30)).toBeCloseTo(0.8, 12);
    expect(() => shatterIndex(0, 0)).toThrow(RangeError);
  });
  it('reads the gauge in words', () => {
    expect([50, 60, 74, 75, 85, 88, 95].map((reading) => hardnessBand(reading, 'water'))).toEqual([
      'too-soft',
      'soft',
      'soft',
      'good',
      'good',
      'hard',
      'too-hard'
    ]);
    expect(() => hardnessBand(101, 'water')).toThrow(RangeError);
  });
  it('lets oil-bonded sand be rammed harder, and no softer', () => {
    expect([60, 70, 75, 90, 96, 99].map((reading) => hardnessBand(reading, 'oil'))).toEqual([
      'too-soft',
      'soft',
      'good',
      'good',
      'hard',
      'too-hard'
    ]);
  });
});

describe('methylene blue', () => {
  it('fits one’s own standards through the origin', () => {
    const standards = [
      { active_clay: 0.05, ml: 5 },
      { active_clay: 0.1, ml: 10 }
    ];
    expect(dyeFactor(standards)).toBeCloseTo(0.01, 12);
    expect(dyeScatter(standards, 8)).toBeCloseTo(0, 12);
  });
  it('weighs scatter by least squares', () => {
    const standards = [
      { active_clay: 0.04, ml: 5 },
      { active_clay: 0.11, ml: 10 }
    ];
    expect(dyeFactor(standards)).toBeCloseTo((5 * 0.04 + 10 * 0.11) / 125, 12);
    expect(dyeScatter(standards, 8)).toBeGreaterThan(0.005);
    expect(dyeScatter(standards.slice(1), 8)).toBeNull();
  });
  it('needs a standard that took dye', () =>
    expect(() => dyeFactor([{ active_clay: 0, ml: 0 }])).toThrow(RangeError));
});
