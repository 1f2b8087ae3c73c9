import { sum } from 'simple-statistics';
/**
 * Splits water into splashes: half of it in the first two, then ever smaller ones, so that the sand is
 * crept up on rather than drowned. Squeeze before each of the last two.
 *
 * @param kg water to add; nothing to split gives no splashes
 * @param count 1 to 8, default by amount: water under 30 g goes in at once, under 120 g in three, else in five
 * @returns masses that add up to `kg` exactly (the last takes the rounding)
 * @source workshop practice: four to six splashes, half of the water in the first two
 * @example splashes(1, 5) // [0.26, 0.24, 0.19, 0.17, 0.14]
 */
export function splashes(kg: number, count = usualCount(kg)): number[] {
  if (!(kg > 0)) return [];
  const shares = splashShares(count);
  const parts = shares.slice(0, -1).map((share) => kg * share);
  return [...parts, kg - sum(parts)];
}

function usualCount(kg: number): number {
  if (kg < 0.03) return 1;
  return kg < 0.12 ? 3 : 5;
}

function splashShares(count: number): number[] {
  if (count <= 1) return [1];
  if (count === 2) return [0.6, 0.4];
  if (count === 3) return [0.4, 0.35, 0.25];
  const later = count - 2;
  // The later splashes share the other half, each smaller than the one before by an equal step; with two
  // of them an equal step down from a quarter is impossible, so they are quarters too.
  if (later === 2) return [0.25, 0.25, 0.25, 0.25];
  const mean = 0.5 / later;
  const step = mean / (2 * later);
  const tail = Array.from({ length: later }, (_, i) => mean + step * ((later - 1) / 2 - i));
  return [0.26, 0.24, ...tail];
}

/** However sure the dose, so much of it waits for a squeeze: pouring and mixing stray. */
const ALWAYS_ASKED = 0.03;
/** A smaller rest is asked for at once, kg. */
const ONE_REST_KG = 0.06;

export interface Ticket {
  splashes_kg: number[];
  /** How many of them, from the first, go in without asking; the others only if a squeeze still says short. */
  sure_splashes: number;
}

/**
 * Splashes for a dose that is not sure: where it could already be enough the asking begins.
 *
 * @param doubt_kg what the whole may be too much by
 * @returns masses that add up to `kg`
 */
export function splashesBySure(kg: number, doubt_kg: number): Ticket {
  if (!(kg > 0)) return { splashes_kg: [], sure_splashes: 0 };
  const asked = Math.min(kg, Math.max(doubt_kg, ALWAYS_ASKED * kg));
  const sure = splashes(kg - asked);
  const rest = asked > ONE_REST_KG ? [0.55 * asked, 0.45 * asked] : [asked];
  return { splashes_kg: [...sure, ...rest], sure_splashes: sure.length };
}
