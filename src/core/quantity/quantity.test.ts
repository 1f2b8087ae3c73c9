import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countText } from './count';
import {
  asPercent,
  bareMassUnit,
  durationText,
  editableMass,
  fixed,
  inUnits,
  massText,
  ratioText,
  volumeText,
  weighable
} from './display';
import { rounded } from './rounded';
import { handMeasure, liquidMeasure } from './hand-measure';
import { readNumber } from './number';
import { parseQuantity } from './parse';

const kg = (text: string, bare = 'kg') => {
  const reading = parseQuantity(text, 'mass', bare);
  if (!reading.ok) throw new Error(reading.message);
  return reading.si;
};
const refusal = (text: string, dimension: Parameters<typeof parseQuantity>[1] = 'mass') => {
  const reading = parseQuantity(text, dimension, 'kg');
  if (reading.ok) throw new Error(`${text} was read as ${reading.si}`);
  return reading.message;
};

describe('parseQuantity', () => {
  it('reads pounds and ounces exactly', () => {
    expect(kg('2 lb 6 oz')).toBeCloseTo((2 + 6 / 16) * 0.45359237, 15);
    expect(kg('2lb6oz')).toBeCloseTo(1.07728187875, 12);
  });
  it.each([
    ['350 g', 0.35],
    ['350g', 0.35],
    ['0,35', 0.35],
    ['.35', 0.35],
    ['1.234,5 g', 1.2345],
    ['1,234.5 g', 1.2345],
    ['1 1/2 kg', 1.5],
    ['1½ kg', 1.5],
    ['½ kg', 0.5],
    ['  12.5  ', 12.5],
    ['1 kg 250 g', 1.25],
    ['-3', -3]
  ])('reads %s', (text, si) => expect(kg(text)).toBeCloseTo(si, 12));

  it('asks of what a bare fraction is where nobody halves the unit', () => {
    expect(parseQuantity('½', 'mass', 'g')).toEqual({
      ok: false,
      message: '“½” of what? Write its unit, as in ½ kg.'
    });
    expect(parseQuantity('1/2', 'mass', 'g', 1)).toMatchObject({ message: expect.stringContaining('½ cup') });
    expect(parseQuantity('1 1/2', 'length', 'mm')).toMatchObject({
      message: expect.stringContaining('½ in')
    });
    // Pounds, ounces and inches are halved every day, and a decimal is a number.
    expect(parseQuantity('½', 'mass', 'oz')).toMatchObject({ ok: true });
    expect(parseQuantity('1 1/2', 'length', 'in')).toMatchObject({ ok: true });
    expect(parseQuantity('0.5', 'mass', 'g')).toEqual({ ok: true, si: 0.0005 });
  });

  it('reads inches with fractions', () => {
    expect(parseQuantity('1 1/2 in', 'length', 'mm')).toEqual({ ok: true, si: expect.closeTo(0.0381, 12) });
    expect(parseQuantity('3/8"', 'length', 'mm')).toEqual({ ok: true, si: expect.closeTo(0.009525, 12) });
  });
  it('takes a bare number in the unit beside the field', () => {
    expect(kg('350', 'g')).toBeCloseTo(0.35, 12);
    expect(parseQuantity('3,8', 'fraction', '%')).toEqual({ ok: true, si: expect.closeTo(0.038, 12) });
  });
  it('says what was wrong and what would be right', () => {
    expect(refusal('')).toContain('Enter a weight');
    expect(refusal('3 in')).toMatch(/unit of length.*needs a weight/);
    expect(refusal('3 blorp')).toContain('no unit known');
    expect(refusal('a few')).toContain('not a weight');
    expect(refusal('6 oz 2 lb')).toContain('larger unit first');
    expect(refusal('1/0 kg')).toContain('divides by zero');
    expect(refusal('3 4 kg')).toContain('larger unit first');
    expect(refusal('1 2', 'count')).toContain('more than one');
  });
  it('refuses a thousandfold ambiguity instead of guessing', () => {
    expect(refusal('1,500 g')).toBe('“1,500” can be read two ways: write 1500 or 1.5.');
    expect(kg('0,500')).toBe(0.5);
    expect(kg('1.500')).toBe(1.5);
  });
  it('never throws and never yields anything but a finite number', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const reading = parseQuantity(text, 'mass', 'kg');
        return reading.ok ? Number.isFinite(reading.si) : reading.message.length > 0;
      })
    );
  });
  it('round-trips what it puts in an editable field', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 900, noNaN: true }),
        fc.constantFrom('metric', 'us'),
        (mass, system) => {
          const text = editableMass(mass, mass < 2 ? 'small' : 'large', system as 'metric' | 'us');
          expect(Math.abs(kg(text) - mass)).toBeLessThan(mass < 2 ? 2e-4 : 6e-4);
        }
      )
    );
  });
});

describe('readNumber', () => {
  it('reads true minus and plus signs', () => {
    expect(readNumber('−2.5')).toEqual({ ok: true, value: -2.5 });
    expect(readNumber('+2')).toEqual({ ok: true, value: 2 });
  });
  it('refuses two decimal signs and wrong groups', () => {
    expect(readNumber('1.2.3').ok).toBe(false);
    expect(readNumber('12,34,5.6').ok).toBe(false);
  });
});

describe('display', () => {
  it('shows masses at the resolution of a scale', () => {
    expect(inUnits('4.08 kg into 29 kg is far more', 'metric')).toBe('4.08 kg into 29 kg is far more');
    expect(inUnits('4.08 kg into 29 kg is far more', 'us')).toBe(
      `${massText(4.08, 'us')} into ${massText(29, 'us')} is far more`
    );
    expect(inUnits('x2 kg and 3 kgf', 'us')).toBe('x2 kg and 3 kgf');
    // 1 kg/L is 62.43 lb/ft³, 1 psi is 6.8948 kPa, a foot is 0.3048 m.
    expect(inUnits('1 kg/L, 70 kPa, 12 °C, 0.15 m², 6 mm and 38 cm', 'us')).toBe(
      '62\u202flb/ft³, 10.2\u202fpsi, 54\u202f°F, 1.6\u202fsq ft, 0.24\u202fin and 15\u202fin'
    );
    expect(massText(0, 'metric')).toBe('0\u202fg');
    expect(massText(0.00001, 'us')).toBe('0\u202foz');
    expect(massText(0.31, 'metric')).toBe('310\u202fg');
    expect(massText(0.0123, 'metric')).toBe('12.3\u202fg');
    expect(massText(5.4321, 'metric')).toBe('5.43\u202fkg');
    expect(massText(38.44, 'metric')).toBe('38.4\u202fkg');
    expect(massText(0.31, 'us')).toBe('10.9\u202foz');
    expect(massText(0.9999, 'metric')).toBe('1.00\u202fkg');
    expect(massText(38.4, 'us')).toBe('84.7\u202flb');
  });
  it('uses a true minus and never shows minus zero', () => {
    expect(fixed(-1.25, 1)).toBe('−1.3');
    expect(fixed(-0.001, 1)).toBe('0.0');
  });
  it('writes a ratio, a dash where there is none, and a count in groups of three', () => {
    expect([ratioText(0.4249), ratioText(null)]).toEqual(['0.42', '–']);
    expect([countText(999), countText(1_250_000)]).toEqual(['999', '1,250,000']);
  });
  it('rounds to a number, not to a text', () => {
    expect([rounded(2.00049, 3), rounded(1 / 3, 2), rounded(-0.0004, 3)]).toEqual([2, 0.33, -0]);
  });
  it('gives percent without float noise', () => expect(asPercent(0.038)).toBe(3.8));
  it('names the bare unit of a field', () => {
    expect(bareMassUnit('small', 'us')).toBe('oz');
    expect(bareMassUnit('large', 'metric')).toBe('kg');
  });
  it('says how long in the nearest handy unit', () => {
    expect([20, 300, 7200, 3 * 86400].map(durationText)).toEqual(['20 s', '5 min', '2 h', '3 days']);
  });
});

describe('handMeasure', () => {
  it('turns masses into vessels a caster has at hand', () => {
    expect(handMeasure(0.31, 1, true)).toBe('about 1 mug');
    expect(handMeasure(0.01, 1, true)).toBe('about 2 teaspoons');
    expect(handMeasure(25, 1.5, false)).toBe('about 7 shovels');
    expect(handMeasure(60, 1.5, false)).toBe('about 4 buckets');
    expect(handMeasure(0, 1, true)).toBe('');
  });
  it('is never shovelled when liquid', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 500, noNaN: true }),
        (mass) => !handMeasure(mass, 1, true).includes('shovel')
      )
    );
  });
});

describe('liquids', () => {
  it('are read by the measure, by their density', () => {
    const kg = (text: string, kg_per_l: number) => {
      const read = parseQuantity(text, 'mass', 'g', kg_per_l);
      return read.ok ? read.si : null;
    };
    expect(kg('250 ml', 1)).toBeCloseTo(0.25, 9);
    expect(kg('1 cup', 1)).toBeCloseTo(0.2365882365, 9);
    expect(kg('2 tbsp', 0.87)).toBeCloseTo(0.87 * 0.0295735, 6);
    expect(kg('3 fl oz', 1)).toBeCloseTo(0.0887206, 6);
    expect(kg('1/2 mug', 1)).toBeCloseTo(0.15, 9);
    expect(kg('250', 1)).toBeCloseTo(0.25, 9);
    // What is shovelled has no one density.
    expect(parseQuantity('250 ml', 'mass', 'g').ok).toBe(false);
  });
  it('are told by the jug and by the mug', () => {
    expect(liquidMeasure(0.31, 1, 'metric')).toBe('310 ml, about 1 mug');
    expect(liquidMeasure(0.31, 1, 'us')).toBe('10.5 fl oz, about 1 mug');
    expect(liquidMeasure(0.02, 0.87, 'metric')).toMatch(/^23 ml, about 4½ teaspoons$/);
    expect(volumeText(0.02e-3, 'us')).toBe('1.5 tbsp');
    expect(volumeText(1.2e-3, 'us')).toBe('5 cups');
    expect(volumeText(1.2e-3, 'metric')).toBe('1.2 L');
  });
});

describe('a proposed mass', () => {
  it('is worth what its digits say, and reads back as itself', () => {
    expect(weighable(0.39027, 'metric')).toEqual({ text: '390 g', kg: 0.39 });
    expect(weighable(22.846, 'metric')).toEqual({ text: '22.8 kg', kg: 22.8 });
    // Just below where the digits change, it is written as what it rounds to.
    expect([0.4522, 4.5431, 0.02829].map((kg) => massText(kg, 'us'))).toEqual([
      '1.00\u202flb',
      '10.0\u202flb',
      '1.0\u202foz'
    ]);
    expect([0.01998, 9.997, 0.9996].map((kg) => massText(kg, 'metric'))).toEqual([
      '20\u202fg',
      '10.0\u202fkg',
      '1.00\u202fkg'
    ]);
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 100, noNaN: true }),
        fc.constantFrom('metric' as const, 'us' as const),
        (kg, system) => {
          const proposed = weighable(kg, system);
          const read = parseQuantity(proposed.text, 'mass', 'g');
          expect(read.ok && read.si).toBeCloseTo(proposed.kg, 9);
          expect(Math.abs(proposed.kg - kg)).toBeLessThanOrEqual(Math.max(0.00143, 0.006 * kg));
          expect(massText(proposed.kg, system)).toBe(massText(kg, system));
        }
      )
    );
  });
});
