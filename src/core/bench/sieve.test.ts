import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SIEVES, grading, meshOpening, multiplierOf, type Retained } from './sieve';

const caught = (grams: Record<string, number>): Retained[] =>
  Object.entries(grams).map(([sieve, g]) => ({ sieve, grams: g }));
const published = caught({
  '40': 0.4,
  '50': 1.3,
  '70': 2.4,
  '100': 4.5,
  '140': 17.1,
  '200': 22.1,
  '270': 21.8,
  pan: 18.6
});

describe('grading', () => {
  it('gives 172.8 for the published sand, 88.2 % of it retained', () => {
    const { fineness_number, washed_off } = grading(published, 100);
    expect(fineness_number).toBeCloseTo(172.8, 1);
    expect(washed_off).toBeCloseTo(0.118, 10);
  });
  it('finds one sieve too full', () => {
    const { findings } = grading(caught({ '30': 1, '40': 8, '50': 55, '70': 25, '100': 9, pan: 2 }));
    expect(findings).toContain('uniform');
    expect(findings).not.toContain('well-graded');
  });
  it('finds a gap between two loaded sieves', () => {
    expect(grading(caught({ '40': 30, '50': 25, '70': 1, '100': 25, '140': 15, pan: 4 })).findings).toContain(
      'gap'
    );
  });
  it('finds too many fines and too few', () => {
    expect(grading(published).findings).toContain('too-many-fines');
    expect(grading(caught({ '40': 20, '50': 30, '70': 30, '100': 19, '140': 1, pan: 0 })).findings).toContain(
      'too-few-fines'
    );
  });
  it('knows a good molding sand', () => {
    const { findings } = grading(
      caught({ '40': 5, '50': 18, '70': 30, '100': 28, '140': 13, '200': 3, pan: 3 })
    );
    expect(findings).toEqual(['well-graded']);
  });
  it('says how rough a short stack is', () => {
    expect(grading(caught({ '50': 40, '100': 50, pan: 10 })).findings).toContain('rough-stack');
  });
  it.each<[Retained[], number | undefined, RegExp]>([
    [caught({ '41': 3 }), undefined, /no sieve 41/],
    [[...published, ...published], undefined, /given twice/],
    [caught({ '40': 0, pan: 0 }), undefined, /caught nothing/],
    [published, 50, /more than the sample/]
  ])('refuses what cannot be', (sieves, sample, message) =>
    expect(() => grading(sieves, sample)).toThrow(message)
  );

  it('lies between the finest and the coarsest multiplier, whatever is caught, and scales with nothing', () => {
    const anyCatch = fc
      .uniqueArray(fc.constantFrom(...SIEVES.map((sieve) => sieve.name)), { minLength: 1 })
      .chain((names) =>
        fc.tuple(
          ...names.map((sieve) =>
            fc.double({ min: 0.1, max: 50, noNaN: true }).map((grams) => ({ sieve, grams }))
          )
        )
      );
    fc.assert(
      fc.property(anyCatch, fc.double({ min: 0.1, max: 10, noNaN: true }), (sieves, factor) => {
        const { fineness_number } = grading(sieves);
        expect(fineness_number).toBeGreaterThanOrEqual(3 - 1e-9);
        expect(fineness_number).toBeLessThanOrEqual(300 + 1e-9);
        expect(
          grading(sieves.map(({ sieve, grams }) => ({ sieve, grams: grams * factor }))).fineness_number
        ).toBeCloseTo(fineness_number, 8);
      })
    );
  });
  it('mixes by mass: a blend’s number is the mean of the two', () => {
    const coarse = caught({ '40': 40, '50': 60 });
    const fine = caught({ '100': 30, '140': 70 });
    const together = grading([...coarse, ...fine]).fineness_number;
    expect(together).toBeCloseTo((grading(coarse).fineness_number + grading(fine).fineness_number) / 2, 10);
  });
});

describe('household meshes', () => {
  it('have the opening that the wires leave', () => {
    expect(meshOpening(10, 0.4)).toBeCloseTo(0.6, 12);
    expect(() => meshOpening(20, 0.6)).toThrow(RangeError);
  });
  it('fall between the standard sieves on log size', () => {
    expect(multiplierOf(0.6)).toBe(20);
    expect(multiplierOf(0.5)).toBeGreaterThan(20);
    expect(multiplierOf(0.5)).toBeLessThan(30);
    expect(multiplierOf(9)).toBe(3);
    expect(multiplierOf(0.01)).toBe(200);
    fc.assert(
      fc.property(
        fc.double({ min: 0.04, max: 4, noNaN: true }),
        fc.double({ min: 1.001, max: 2, noNaN: true }),
        (opening, factor) => {
          expect(multiplierOf(opening)).toBeGreaterThanOrEqual(multiplierOf(opening * factor));
        }
      )
    );
  });
});
