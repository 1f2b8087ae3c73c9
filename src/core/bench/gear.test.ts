import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HEAP_TEST_KINDS } from './bench-tests';
import { GEAR_NAMES, RIGS, lacking } from './gear';

describe('gear', () => {
  it('a bare hand squeezes; a kitchen scale and a pan dry and weigh', () => {
    expect(HEAP_TEST_KINDS.filter((kind) => lacking(kind, []).length === 0)).toEqual(['squeeze']);
    expect(lacking('moisture', ['kitchen-scale'])).toEqual(['heat']);
    expect(lacking('moisture', ['pocket-scale', 'heat'])).toEqual([]);
    // Half a millilitre of dye asks for a finer scale than the kitchen's.
    expect(lacking('methylene-blue', ['kitchen-scale', 'dye'])).toEqual(['pocket-scale']);
  });
  it('more gear never takes a test away, all of it leaves none out, and every test has its household rig', () => {
    fc.assert(
      fc.property(
        fc.subarray(GEAR_NAMES),
        fc.constantFrom(...GEAR_NAMES),
        fc.constantFrom(...HEAP_TEST_KINDS),
        (owned, more, kind) => {
          expect(lacking(kind, [...owned, more]).length).toBeLessThanOrEqual(lacking(kind, owned).length);
        }
      )
    );
    for (const kind of HEAP_TEST_KINDS) {
      expect(lacking(kind, GEAR_NAMES)).toEqual([]);
      expect(RIGS[kind].household.length).toBeGreaterThan(20);
    }
    // Nothing is asked about that no test needs.
    for (const gear of GEAR_NAMES)
      expect(
        HEAP_TEST_KINDS.some(
          (kind) =>
            lacking(
              kind,
              GEAR_NAMES.filter((each) => each !== gear)
            ).length > 0 || RIGS[kind].needs.flat().includes(gear)
        )
      ).toBe(true);
  });
  it('the household blows and pressures are the standard’s', () => {
    expect(1 * 0.32).toBeCloseTo(6.35 * 0.0508, 2);
    expect(785 / ((Math.PI / 4) * 10 ** 2)).toBeCloseTo(10, 1);
    expect(RIGS.compactability.household).toContain('32 cm');
    expect(RIGS.permeability.household).toContain('785 g');
  });
});
