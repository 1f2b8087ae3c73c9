import { describe, expect, it } from 'vitest';
import { perKg, readyMixedPerKg } from './made-or-bought';

describe('what a kilogram in temper costs', () => {
  it('is the cost over the mass', () => expect(perKg(6, 24)).toBe(0.25));
  it('counts the water that tempers what is sold dry', () => {
    expect(readyMixedPerKg(20, 25, 0, 0.04)).toBeCloseTo(0.768, 12);
    expect(readyMixedPerKg(20, 25, 0.04, 0.04)).toBeCloseTo(0.8, 12);
  });
  it('takes nothing off for a bag that is too wet', () =>
    expect(readyMixedPerKg(20, 25, 0.06, 0.04)).toBeCloseTo(0.8, 12));
});
