import { parseQuantity } from './parse';

/**
 * Several lengths typed at once, as one reads them off: `180 x 120 x 20`, `7 × 5 in`, `350*250 mm`. A unit at the end is
 * that of all.
 *
 * @param unit what bare numbers mean
 * @returns metres in their order; null where it is one length, or none
 * @example parseSides('180 x 120 x 20', 'mm') // [0.18, 0.12, 0.02]
 */
export function parseSides(text: string, unit: string): number[] | null {
  const parts = text.split(/\s*[x×*]\s*/i).map((part) => part.trim());
  if (parts.length < 2 || parts.some((part) => part === '')) return null;
  const own = /[a-z"']+$/i.exec(parts.at(-1)!)?.[0] ?? unit;
  const read = parts.map((part) => parseQuantity(part, 'length', own));
  return read.every((each) => each.ok) ? read.map((each) => (each.ok ? each.si : 0)) : null;
}
