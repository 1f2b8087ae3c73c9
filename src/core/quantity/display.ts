import { rounded } from './rounded';
import { PA_PER_PSI, UNITS, type UnitSystem } from './unit';

/** A figure ready to show: the digits and, apart from them, the unit (set smaller in the interface). */
export interface Figure {
  value: string;
  unit: string;
}

const POUND = UNITS.mass.lb!;
const OUNCE = UNITS.mass.oz!;
const MINUS = '−';

/** Fixed decimals with a true minus sign; −0 shows as 0. */
export function fixed(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  if (Number(text) === 0) return (0).toFixed(decimals);
  return text.replace('-', MINUS);
}

/**
 * A mass as a kitchen scale would show it: grams below 1 kg, kilograms above; ounces below 1 lb, else
 * pounds with hundredths. Digits follow the size, so that no figure claims more than a scale can read.
 */
export function massFigure(kg: number, system: UnitSystem): Figure {
  const size = Math.abs(kg);
  // Nothing is nothing, to no decimals.
  if (size < 5e-5) return { value: '0', unit: system === 'us' ? 'oz' : 'g' };
  // What stands there decides, not what it was rounded from: 15.98 oz are a pound, and 9.998 lb are ten.
  const below = (value: number, decimals: number, limit: number) => rounded(value, decimals) < limit;
  const signed = Math.sign(kg);
  if (system === 'us') {
    const [oz, lb] = [size / OUNCE, size / POUND];
    if (below(oz, 1, 16)) return { value: fixed(signed * oz, below(oz, 2, 1) ? 2 : 1), unit: 'oz' };
    return { value: fixed(signed * lb, below(lb, 2, 10) ? 2 : 1), unit: 'lb' };
  }
  const g = size * 1000;
  if (below(g, 0, 1000)) return { value: fixed(signed * g, below(g, 1, 20) ? 1 : 0), unit: 'g' };
  return { value: fixed(kg, below(size, 2, 10) ? 2 : 1), unit: 'kg' };
}

/** A length in millimetres, or inches to the nearest hundredth. */
export function lengthFigure(m: number, system: UnitSystem): Figure {
  return system === 'us'
    ? { value: fixed(m / UNITS.length.in!, 2), unit: 'in' }
    : { value: fixed(m * 1000, 0), unit: 'mm' };
}

/** Units that are written otherwise than they are named. */
const WRITTEN: Record<string, string> = { floz: 'fl oz', l: 'L' };

/**
 * A volume of a liquid, m³, as a jug shows it: ml and L, or tablespoons, fluid ounces, cups and gallons.
 *
 * @example volumeText(250e-6, 'metric') // '250 ml'
 */
export function volumeText(m3: number, system: UnitSystem): string {
  const of = (unit: string, step: number) => Math.round(m3 / UNITS.volume[unit]! / step) * step;
  const text = (unit: string, step: number, decimals: number) =>
    `${rounded(of(unit, step), decimals)} ${WRITTEN[unit] ?? unit}`;
  if (system === 'us') {
    const floz = m3 / UNITS.volume.floz!;
    if (floz < 2) return text('tbsp', 0.5, 1);
    if (floz < 16) return text('floz', 0.5, 1);
    if (floz < 128) return `${text('cup', 0.25, 2)}s`;
    return text('gal', 0.1, 1);
  }
  const ml = m3 * 1e6;
  // A measuring jug is marked in tens of millilitres, a syringe or spoon in single ones.
  if (ml < 100) return text('ml', 1, 0);
  if (ml < 1000) return text('ml', 5, 0);
  return text('l', 0.05, 2);
}

/** A fraction as a percentage. */
function percentFigure(fraction: number, decimals = 1): Figure {
  return { value: fixed(fraction * 100, decimals), unit: '%' };
}

/** A stay in minutes, hours or days, in words short enough for a list. */
export function durationText(seconds: number): string {
  if (seconds < 90) return `${Math.round(seconds)} s`;
  if (seconds < 90 * 60) return `${Math.round(seconds / 60)} min`;
  if (seconds < 36 * 3600) return `${Math.round(seconds / 3600)} h`;
  return `${Math.round(seconds / 86400)} days`;
}

/** A figure as one text, a thin no-break space between digits and unit. */
export function figureText(figure: Figure): string {
  return `${figure.value}\u202f${figure.unit}`;
}

/** A mass as one text in the reader's units. */
export function massText(kg: number, system: UnitSystem): string {
  return figureText(massFigure(kg, system));
}

/**
 * A mass that a ticket proposes, as a field holds it: with the digits that a scale shows, and worth just what they say,
 * so that what is logged is what was read.
 *
 * @example weighable(0.39027, 'metric') // { text: '390 g', kg: 0.39 }
 */
export function weighable(kg: number, system: UnitSystem): { text: string; kg: number } {
  const { value, unit } = massFigure(kg, system);
  return { text: `${value} ${unit}`, kg: Number((Number(value) * UNITS.mass[unit]!).toPrecision(12)) };
}

/** Water to active clay, as a page shows it; a dash where there is no clay. */
export const ratioText = (ratio: number | null): string => (ratio === null ? '–' : fixed(ratio, 2));

/** A fraction as one percentage text. */
export function percentText(fraction: number, decimals = 1): string {
  return figureText(percentFigure(fraction, decimals));
}

/** The unit that a bare number in a mass field is taken in: small things in g or oz, heaps in kg or lb. */
export function bareMassUnit(size: 'small' | 'large', system: UnitSystem): string {
  if (system === 'us') return size === 'small' ? 'oz' : 'lb';
  return size === 'small' ? 'g' : 'kg';
}

/** A value as text to prefill an editable mass field: exact enough to survive a round trip to 0.1 g. */
export function editableMass(kg: number, size: 'small' | 'large', system: UnitSystem): string {
  const unit = bareMassUnit(size, system);
  const decimals = unit === 'g' ? 1 : unit === 'oz' ? 2 : unit === 'kg' ? 3 : 3;
  return `${rounded(kg / UNITS.mass[unit]!, decimals)} ${unit}`;
}

/** A length as a field shows it for editing; reads back as itself. */
export function editableLength(m: number, system: UnitSystem): string {
  return system === 'us'
    ? `${rounded(m / UNITS.length.in!, 3)} in`
    : `${Number((m * 1000).toPrecision(9))} mm`;
}

/** An area as text to prefill a field. */
export function editableArea(m2: number, system: UnitSystem): string {
  return system === 'us' ? `${rounded(m2 / UNITS.area.ft2!, 3)} ft²` : `${m2} m²`;
}

/** A fraction as percent without the float noise of multiplying by 100 (0.038 → 3.8). */
export function asPercent(fraction: number): number {
  return Number((fraction * 100).toPrecision(14));
}

/** Pounds a cubic foot in a kilogram a litre. */
export const LB_FT3_PER_KG_L = (1000 * UNITS.length.ft! ** 3) / POUND;

/** A temperature in whole degrees; °F for who thinks so. */
export function temperatureText(celsius: number, system: UnitSystem): string {
  return system === 'us' ? `${fixed(celsius * 1.8 + 32, 0)}\u202f°F` : `${fixed(celsius, 0)}\u202f°C`;
}

/** What stands in metric in a sentence, in the other habit: number by number, with as many digits as it has earned. */
const IN_US: readonly (readonly [unit: string, say: (value: number) => string])[] = [
  ['kg/L', (value) => `${fixed(value * LB_FT3_PER_KG_L, 0)}\u202flb/ft³`],
  ['kg', (value) => massText(value, 'us')],
  ['kPa', (value) => `${fixed((value * 1000) / PA_PER_PSI, 1)}\u202fpsi`],
  ['°C', (value) => temperatureText(value, 'us')],
  ['m²', (value) => `${Number((value / UNITS.area.ft2!).toPrecision(2))}\u202fsq ft`],
  ['cm³', (value) => `${Number((value / 1e6 / UNITS.length.in! ** 3).toPrecision(2))}\u202fin³`],
  ['mm', (value) => `${Number((value / 1000 / UNITS.length.in!).toPrecision(2))}\u202fin`],
  ['cm', (value) => `${Number((value / 100 / UNITS.length.in!).toPrecision(3))}\u202fin`]
];

/** A sentence of ours whose figures stand in metric units, in the reader's own; what he typed himself is left alone. */
export function inUnits(sentence: string, system: UnitSystem): string {
  if (system === 'metric') return sentence;
  return IN_US.reduce(
    (said, [unit, say]) =>
      said.replace(
        new RegExp(`(?<![\\w.])(\\d+(?:\\.\\d+)?)[ \\u202f]${unit}(?![\\w/²³])`, 'g'),
        (_, figure: string) => say(Number(figure))
      ),
    sentence
  );
}
