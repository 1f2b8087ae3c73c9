import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { grading, multiplierOf, sizePassing, type Retained } from './grading';
import { SIEVES, meshOpening } from './sieve';

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
  it('mixes by mass: with whole stacks a blend’s number is the mean of the two', () => {
    const coarse = caught({ '40': 40, '50': 50, '70': 10, '100': 0, '140': 0 });
    const fine = caught({ '40': 0, '50': 0, '70': 5, '100': 30, '140': 65 });
    const sum = coarse.map(({ sieve, grams }, i) => ({ sieve, grams: grams + fine[i]!.grams }));
    expect(grading(sum).fineness_number).toBeCloseTo(
      (grading(coarse).fineness_number + grading(fine).fineness_number) / 2,
      10
    );
  });
  it('leaves a whole stack as the standard counts it, with nothing open', () => {
    const { fineness_number, likely_fineness_number, fineness_range, standard, retained } =
      grading(published);
    expect(likely_fineness_number).toBeCloseTo(fineness_number, 10);
    expect(fineness_range[0]).toBeCloseTo(fineness_number, 10);
    expect(fineness_range[1]).toBeCloseTo(fineness_number, 10);
    for (const { sieve, share } of retained)
      expect(standard.find((each) => each.sieve === sieve)!.share).toBeCloseTo(share, 12);
  });
});

describe('a stack with sieves missing', () => {
  it('shares out what lies between, evenly on log size', () => {
    // Between 0.425 and 0.212 mm lies the 50 sieve, 0.300 mm.
    const { standard, fineness_number, likely_fineness_number } = grading(caught({ '40': 0, '70': 100 }));
    const on50 = Math.log(0.425 / 0.3) / Math.log(0.425 / 0.212);
    const share = (name: string) => standard.find(({ sieve }) => sieve === name)!.share;
    expect(share('50')).toBeCloseTo(on50, 12);
    expect(share('70')).toBeCloseTo(1 - on50, 12);
    expect(likely_fineness_number).toBeCloseTo(40 * on50 + 50 * (1 - on50), 10);
    expect(fineness_number).toBe(50);
  });
  it('loses nothing, stays inside its range, and the range closes as sieves are added', () => {
    const names = SIEVES.map(({ name }) => name);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.1, max: 50, noNaN: true }), { minLength: 12, maxLength: 12 }),
        fc.subarray(names.slice(0, -1), { minLength: 1 }),
        (grams, kept) => {
          // What a missing sieve would have caught lies on the next finer one that is there, or in the pan.
          const stack: Record<string, number> = {};
          for (const i of names.keys()) {
            const on = names.slice(i).find((each) => kept.includes(each) || each === 'pan')!;
            stack[on] = (stack[on] ?? 0) + grams[i]!;
          }
          const whole = grading(names.map((sieve, i) => ({ sieve, grams: grams[i]! })));
          const part = grading(caught(stack));
          expect(part.standard.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 10);
          const [least, most] = part.fineness_range;
          expect(part.likely_fineness_number).toBeGreaterThanOrEqual(least - 1e-9);
          expect(part.likely_fineness_number).toBeLessThanOrEqual(most + 1e-9);
          const coarsestThere = kept.includes(names[0]!);
          if (coarsestThere) {
            expect(whole.fineness_number).toBeGreaterThanOrEqual(least - 1e-9);
            expect(whole.fineness_number).toBeLessThanOrEqual(most + 1e-9);
          }
        }
      )
    );
  });
  it('takes household meshes among the sieves', () => {
    const flour = { wires_per_10_mm: 16, wire_mm: 0.2 };
    const found = grading([
      { sieve: '30', grams: 2 },
      { mesh: flour, grams: 20 },
      { sieve: '70', grams: 50 },
      { sieve: 'pan', grams: 28 }
    ]);
    expect(found.retained.map(({ sieve }) => sieve)).toEqual(['30', 'mesh 0.42 mm', '70', 'pan']);
    expect(found.findings).toContain('rough-stack');
    expect(found.fineness_range[1] - found.fineness_range[0]).toBeGreaterThan(10);
    // A mesh as open as a sieve of the series counts as that sieve, but for its rounding.
    const like40 = grading([{ mesh: { wires_per_10_mm: 10 / 0.625, wire_mm: 0.2 }, grams: 100 }]);
    expect(like40.likely_fineness_number).toBeCloseTo(30, 9);
    expect(like40.fineness_number).toBeCloseTo(30, 9);
    const pooled = grading([
      { mesh: flour, grams: 1 },
      { mesh: flour, grams: 2 }
    ]);
    expect(pooled.retained).toHaveLength(1);
  });
  it('takes a mesh of a sieve’s own size for that sieve, however finely it is wired', () => {
    // 25 wires in 10 mm, 0.1 mm thick: 0.3 mm but for the last bit, as sieve 50.
    for (const mesh of [
      { wires_per_10_mm: 25, wire_mm: 0.1 },
      { wires_per_10_mm: 25, wire_mm: 0.102 }
    ]) {
      const graded = grading([
        { sieve: '50', grams: 30 },
        { mesh, grams: 10 },
        { sieve: '100', grams: 60 }
      ]);
      expect(graded.retained.map(({ sieve }) => sieve)).toEqual(['50', '100']);
      expect(graded.fineness_number).toBeCloseTo(0.4 * 40 + 0.6 * 70, 12);
      expect(graded.likely_fineness_number).toBeGreaterThan(0);
    }
  });
});

describe('the cumulative curve', () => {
  const { passing, median_mm } = grading(caught({ '40': 10, '50': 30, '70': 40, '100': 15, pan: 5 }));
  it('falls from the coarsest opening to the finest', () => {
    expect(passing.map(({ share }) => Number(share.toFixed(10)))).toEqual([0.9, 0.6, 0.2, 0.05]);
    expect(passing.map(({ opening_mm }) => opening_mm)).toEqual([0.425, 0.3, 0.212, 0.15]);
  });
  it('finds the middle size on its logarithm', () => {
    expect(median_mm).toBeCloseTo(0.3 * (0.212 / 0.3) ** 0.25, 12);
    expect(sizePassing(passing, 0.9)).toBeCloseTo(0.425, 12);
    expect(sizePassing(passing, 0.01)).toBeNull();
  });
});

describe('household meshes', () => {
  it('have the opening that the wires leave', () => {
    expect(meshOpening({ wires_per_10_mm: 10, wire_mm: 0.4 })).toBeCloseTo(0.6, 12);
    expect(() => meshOpening({ wires_per_10_mm: 20, wire_mm: 0.6 })).toThrow(RangeError);
  });
  it('count between the sieves beside them, on log size', () => {
    expect(multiplierOf(0.6)).toBe(20);
    expect(multiplierOf(0.5)).toBeCloseTo(20 + (10 * Math.log(0.6 / 0.5)) / Math.log(0.6 / 0.425), 12);
    expect(multiplierOf(9)).toBe(3);
    expect(multiplierOf(0.01)).toBe(200);
    expect(multiplierOf(0)).toBe(300);
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
