import { volumeText } from './display';
import type { UnitSystem } from './unit';

/**
 * Household measures, so that an answer means something without a scale.
 *
 * Sizes (m³) are handbook defaults for common vessels: teaspoon 5 ml, tea cup 200 ml, mug 300 ml,
 * builder's shovel of loose sand 2.4 l, bucket filled to its working mark 10 l.
 */
const VESSELS = [
  { one: 'teaspoon', many: 'teaspoons', m3: 5e-6, upTo: 6 },
  { one: 'tea cup', many: 'tea cups', m3: 200e-6, upTo: 1.2 },
  { one: 'mug', many: 'mugs', m3: 300e-6, upTo: 6 },
  { one: 'shovel', many: 'shovels', m3: 2.4e-3, upTo: 11 },
  { one: 'bucket', many: 'buckets', m3: 10e-3, upTo: Infinity }
] as const;

/**
 * A mass as a household measure, rounded to what such a measure can tell (quarters up to 3, then halves,
 * then wholes).
 *
 * @param kg mass
 * @param loose_kg_per_l loose bulk density of the stuff, kg/L
 * @param liquid liquids are not shovelled: mugs, then buckets
 * @example handMeasure(0.31, 1, true) // 'about 1 mug'
 */
export function handMeasure(kg: number, loose_kg_per_l: number, liquid: boolean): string {
  if (!(kg > 0) || !(loose_kg_per_l > 0)) return '';
  const m3 = kg / (loose_kg_per_l * 1000);
  const fitting = VESSELS.filter((vessel) => !(liquid && vessel.one === 'shovel'));
  const vessel = fitting.find((each) => m3 / each.m3 <= each.upTo) ?? fitting.at(-1)!;
  const count = m3 / vessel.m3;
  const step = count < 3 ? 0.25 : count < 8 ? 0.5 : 1;
  const rounded = Math.max(step, Math.round(count / step) * step);
  return `about ${mixedNumber(rounded)} ${rounded > 1 ? vessel.many : vessel.one}`;
}

const QUARTERS = ['', '¼', '½', '¾'];

function mixedNumber(value: number): string {
  const whole = Math.floor(value);
  const quarter = QUARTERS[Math.round((value - whole) * 4)] ?? '';
  return whole === 0 ? quarter : `${whole}${quarter}`;
}

/**
 * A mass of a liquid by the jug and by the mug.
 *
 * @param kg_per_l density
 * @example liquidMeasure(0.31, 1, 'metric') // '310 ml, about 1 mug'
 */
export const liquidMeasure = (kg: number, kg_per_l: number, system: UnitSystem): string =>
  kg > 0 ? `${volumeText(kg / kg_per_l / 1000, system)}, ${handMeasure(kg, kg_per_l, true)}` : '';
