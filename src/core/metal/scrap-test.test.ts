import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SCRAP_METALS, SCRAP_METAL_NAMES, type ScrapMetal } from '../reference/scrap-metals';
import { densityByWater, tellMetal } from './scrap-test';

const gram = (air: number, water: number, step = 1) => ({
  air_kg: air / 1000,
  water_kg: water / 1000,
  step_kg: step / 1000
});

describe('weighing scrap in water', () => {
  it('270 g that weigh 170 g under water are aluminium; half a kilogram of brass', () => {
    // 998.2 · 270/100; the scale's 0.4934 g on both weighings: 998.2 · 0.4934/100² · √(170² + 270²) = 15.71.
    const found = densityByWater(gram(270, 170));
    expect(found.kg_m3).toBeCloseTo(2695.14, 2);
    expect(found.sd_kg_m3).toBeCloseTo(15.71, 1);
    expect(tellMetal(gram(270, 170))).toMatchObject({ verdict: 'told', may_be: ['aluminium'] });
    // 998.2 · 500/59 = 8459.
    expect(tellMetal(gram(500, 441, 0.1))).toMatchObject({ verdict: 'told', may_be: ['brass'] });
  });
  it('magnesium is named, and a small piece that may be magnesium is not let by', () => {
    expect(tellMetal(gram(178, 78)).verdict).toBe('never');
    // A dozen grams on a kitchen scale: 998.2 · 12/5 = 2396, and 0.4934 g weighed twice make ± 274 of it: either may be.
    const small = tellMetal(gram(12, 7));
    expect(small.sd_kg_m3).toBeCloseTo(273.7, 0);
    expect(small).toMatchObject({ verdict: 'never', may_be: ['aluminium', 'magnesium'] });
    expect(tellMetal(gram(120, 75)).may_be).toEqual(['aluminium']);
  });
  it('what lies between magnesium and aluminium is neither: hollow, or bubbles', () => {
    expect(tellMetal(gram(220, 120, 0.1))).toMatchObject({ verdict: 'unknown', may_be: [] });
  });
  it('a magnet parts iron from what weighs as much', () => {
    // 998.2 · 715/100 = 7137: zinc, tin or cast iron.
    const heavy = gram(715, 615);
    expect(tellMetal(heavy).may_be).toEqual(expect.arrayContaining(['pure-zinc', 'grey-iron']));
    expect(tellMetal(heavy, true).may_be).toEqual(['grey-iron']);
    expect(tellMetal(heavy, false).may_be).not.toContain('grey-iron');
  });
  it('lead is named as what never goes in', () => {
    expect(tellMetal(gram(1120, 1020))).toMatchObject({ verdict: 'never', may_be: ['lead'] });
  });
  it('what floats, weighs nothing, or no less under water is refused', () => {
    expect(() => densityByWater(gram(0, 0))).toThrow('weighs something');
    expect(() => densityByWater(gram(10, -1))).toThrow('floats');
    expect(() => densityByWater(gram(10, 10))).toThrow('less under water');
  });
  it('a piece of any metal, weighed well, may be that metal', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SCRAP_METAL_NAMES),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0.05, max: 5, noNaN: true }),
        (name, at, air_kg) => {
          const metal: ScrapMetal = SCRAP_METALS[name];
          const kg_m3 = metal.kg_m3[0] + at * (metal.kg_m3[1] - metal.kg_m3[0]);
          const water_kg = air_kg * (1 - 998.2 / kg_m3);
          expect(tellMetal({ air_kg, water_kg, step_kg: 1e-4 }, metal.magnetic ?? false).may_be).toContain(
            name
          );
        }
      )
    );
  });
});
