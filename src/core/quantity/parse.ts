import { readNumber } from './number';
import { DIMENSION_WORDS, UNITS, dimensionOfUnit, type Dimension } from './unit';

/** A quantity in SI (kg, m, m², m³, fraction 0–1, s), or a message to show at the field. */
export type QuantityReading = { ok: true; si: number } | { ok: false; message: string };

/** One number and the unit word behind it; the number may be `1 1/2`, `3/8`, `0,5`, `1.25` or `½`. */
const PART =
  /([-+−]?(?:\d+\s+)?\d+\/\d+|[-+−]?[\d.,]*[½¼¾⅛⅜⅝⅞]|[-+−]?\d+\s+[½¼¾⅛⅜⅝⅞]|[-+−]?[\d.,]+)\s*(%|"|'|[a-zµ]+[²³23]?)?\s*/giy;

/**
 * Reads what a caster types into a field: `350 g`, `2 lb 6 oz`, `1 1/2 in`, `3,8`, `12 %`.
 *
 * @param text what was typed
 * @param dimension what the field holds
 * @param bareUnit the unit a number without one is in (the unit shown beside the field)
 * @returns the SI value, or why not and what would be right; never throws
 * @param kg_per_l of a liquid, whose mass may be typed by the measure: 250 ml, 1 cup, half a mug
 * @example parseQuantity('2 lb 6 oz', 'mass', 'g') // { ok: true, si: 1.0772818787… }
 */
export function parseQuantity(
  text: string,
  dimension: Dimension,
  bareUnit: string,
  kg_per_l?: number
): QuantityReading {
  const words = DIMENSION_WORDS[dimension];
  // Units of two words.
  const typed = text
    .trim()
    .replace(/fl\.?\s*oz\b\.?/gi, 'floz')
    .replace(/sq\.?\s*(ft|in)\b\.?/gi, '$1²');
  if (typed === '') return { ok: false, message: `Enter ${words.name}, for example ${words.example}.` };

  let si = 0;
  let parts = 0;
  let smallest = Infinity;
  let at = 0;
  while (at < typed.length) {
    PART.lastIndex = at;
    const match = PART.exec(typed);
    if (!match || match[0] === '') {
      return { ok: false, message: `“${typed}” is not ${words.name}: try ${words.example}.` };
    }
    at = PART.lastIndex;
    const number = readNumber(match[1]!);
    if (!number.ok) return number;
    if (match[2] === undefined && parts === 0 && FRACTION.test(match[1]!) && bareUnit in WHOLE_UNITS)
      return { ok: false, message: fractionOfWhat(typed, bareUnit, kg_per_l) };
    const unit = match[2]?.toLowerCase() ?? (dimension === 'count' ? undefined : parts === 0 ? bareUnit : '');
    if (unit === undefined) return at < typed.length ? manyNumbers(typed) : { ok: true, si: number.value };
    if (unit === '') return manyNumbers(typed);
    const factor = factorOf(unit, dimension, kg_per_l);
    if (factor === undefined) return { ok: false, message: wrongUnit(unit, dimension) };
    if (parts > 0 && (factor >= smallest || number.value < 0)) {
      return { ok: false, message: `“${typed}”: write the larger unit first, as in 2 lb 6 oz.` };
    }
    smallest = factor;
    si += number.value * factor;
    parts += 1;
  }
  return { ok: true, si };
}

/** A half of a unit that nobody halves is a half of another one: which, has to be said. */
const FRACTION = /[/½¼¾⅛⅜⅝⅞]/;
const WHOLE_UNITS: Readonly<Record<string, string>> = { g: '½ kg', ml: '½ cup', mm: '½ in' };
const fractionOfWhat = (typed: string, bareUnit: string, kg_per_l: number | undefined): string =>
  `“${typed}” of what? Write its unit, as in ${kg_per_l === undefined ? WHOLE_UNITS[bareUnit] : '½ cup'}.`;

/** How much of SI one of a unit is. */
function factorOf(unit: string, dimension: Dimension, kg_per_l: number | undefined): number | undefined {
  const own = UNITS[dimension][unit];
  if (own !== undefined || dimension !== 'mass' || kg_per_l === undefined) return own;
  const m3 = UNITS.volume[unit];
  return m3 === undefined ? undefined : m3 * 1000 * kg_per_l;
}

function manyNumbers(typed: string): QuantityReading {
  return { ok: false, message: `“${typed}” holds more than one number: write one, with its unit.` };
}

function wrongUnit(unit: string, wanted: Dimension): string {
  const { name, example } = DIMENSION_WORDS[wanted];
  const other = dimensionOfUnit(unit);
  return other
    ? `“${unit}” is ${DIMENSION_WORDS[other].name.replace(/^an? /, 'a unit of ')}; this needs ${name}, such as ${example}.`
    : `“${unit}” is no unit known here; this needs ${name}, such as ${example}.`;
}
