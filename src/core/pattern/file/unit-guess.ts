import { MESH_UNITS, MESH_UNIT_NAMES, type MeshUnit } from './format';

/** How often patterns are drawn in each unit, and how long a hand-rammed casting is: half of them between 65 and 220 mm (handbook default). */
const DRAWN_IN: Record<MeshUnit, number> = { mm: 0.75, in: 0.15, cm: 0.06, m: 0.04 };
const CASTING = { median_m: 0.12, ln_sd: 0.9 } as const;

/**
 * How likely each unit is for a body that is so long in it, 1 together: how often people draw in it, times how often a
 * casting is of that length (Bayes' rule, lengths log-normal).
 */
export function unitChances(longest: number): Record<MeshUnit, number> {
  const { median_m, ln_sd } = CASTING;
  const logs = MESH_UNIT_NAMES.map((unit) => {
    const z = Math.log((longest * MESH_UNITS[unit]) / median_m) / ln_sd;
    return Math.log(DRAWN_IN[unit]) - z ** 2 / 2;
  });
  // Of a body as long as a street all are next to nothing: against the best of them they still compare.
  const best = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - best));
  const sum = weights.reduce((total, weight) => total + weight, 0);
  return Object.fromEntries(MESH_UNIT_NAMES.map((unit, i) => [unit, weights[i]! / sum])) as Record<
    MeshUnit,
    number
  >;
}

/** What a body was most likely drawn in that is so long. */
export function guessUnit(longest: number): MeshUnit {
  const chances = unitChances(longest);
  return MESH_UNIT_NAMES.reduce((best, unit) => (chances[unit] > chances[best] ? unit : best));
}
