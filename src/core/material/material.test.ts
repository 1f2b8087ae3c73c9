import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { INGREDIENTS, MATERIAL_KINDS, ROLES } from '$core/reference/ingredients';
import { arrivalOf } from './arrival';
import {
  composition,
  dryMass,
  dryShare,
  minus,
  moistureFraction,
  plus,
  portion,
  scaled,
  temperRatio,
  totalMass
} from './composition';

const share = fc.double({ min: 0, max: 1, noNaN: true });
const mass = fc.double({ min: 0.001, max: 1000, noNaN: true });

describe('arrivalOf', () => {
  it('splits damp clay into active clay, inert fines and water', () => {
    const parts = arrivalOf({ role: 'binder', kg: 1, moisture_fraction: 0.09, active_fraction: 0.9 });
    expect(parts.water).toBeCloseTo(0.09, 12);
    expect(parts.active_clay).toBeCloseTo(0.819, 12);
    expect(parts.fines).toBeCloseTo(0.091, 12);
  });
  it('brings exactly what was weighed, whatever it is', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ROLES),
        mass,
        share,
        share,
        (role, kg, moisture_fraction, active_fraction) => {
          const total = totalMass(arrivalOf({ role, kg, moisture_fraction, active_fraction }));
          expect(Math.abs(total - kg)).toBeLessThanOrEqual(1e-12 * kg);
        }
      )
    );
  });
  it('counts water as water, however it is described', () => {
    expect(arrivalOf({ role: 'water', kg: 2, moisture_fraction: 0, active_fraction: 0 }).water).toBe(2);
  });
});

describe('composition', () => {
  const heap = composition({ grain: 30, active_clay: 2.5, dead_clay: 1, water: 1.2, fines: 0.5 });
  it('takes shares on the basis that each is named for', () => {
    expect(moistureFraction(heap)).toBeCloseTo(1.2 / 35.2, 14);
    expect(dryShare(heap, 'active_clay')).toBeCloseTo(2.5 / 34, 14);
    // Free water: less 0.10 of the dead clay and 0.03 of the fines.
    expect(temperRatio(heap)).toBeCloseTo((1.2 - 0.1 - 0.015) / 2.5, 14);
    expect(dryMass(heap)).toBe(34);
  });
  it('has harmless answers for no sand', () => {
    expect(moistureFraction(composition())).toBe(0);
    expect(dryShare(composition(), 'fines')).toBe(0);
    expect(temperRatio(composition())).toBeNull();
    expect(totalMass(portion(composition(), 3))).toBe(0);
  });
  it('a portion has the same shares and the asked mass, and what is left balances', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 35, noNaN: true }), (kg) => {
        const taken = portion(heap, kg);
        expect(totalMass(taken)).toBeCloseTo(kg, 10);
        expect(moistureFraction(taken)).toBeCloseTo(moistureFraction(heap), 12);
        expect(totalMass(plus(minus(heap, taken), taken))).toBeCloseTo(totalMass(heap), 10);
      })
    );
  });
  it('scales every part', () => expect(totalMass(scaled(heap, 2))).toBeCloseTo(70.4, 12));
});

describe('handbook ingredients', () => {
  it('covers every role, with shares that are shares', () => {
    expect(new Set(MATERIAL_KINDS.map((kind) => INGREDIENTS[kind].role))).toEqual(new Set(ROLES));
    for (const kind of MATERIAL_KINDS) {
      const { active_fraction, moisture_fraction, loose_kg_per_l } = INGREDIENTS[kind];
      expect(active_fraction).toBeGreaterThanOrEqual(0);
      expect(active_fraction).toBeLessThanOrEqual(1);
      expect(moisture_fraction).toBeLessThanOrEqual(1);
      expect(loose_kg_per_l).toBeGreaterThan(0.2);
    }
  });
});
