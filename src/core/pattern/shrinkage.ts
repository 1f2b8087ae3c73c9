import { ALLOYS, type Alloy } from '$core/reference/alloys';

/**
 * How long a pattern has to be for a casting of a wanted length: the metal shrinks as it cools, and what is machined off
 * is cast first.
 *
 * @param casting_m finished, m
 * @param machined_m stock to be machined off along it, both ends together, m
 * @source linear contraction: casting = pattern × (1 − contraction)
 * @example patternLength(0.1, 'aluminium') // 0.10132 m
 */
export const patternLength = (casting_m: number, alloy: Alloy, machined_m = 0): number =>
  (casting_m + machined_m) / (1 - ALLOYS[alloy].contraction);

/**
 * How long a master has to be where its casting becomes the pattern: both metals shrink, one after the other.
 *
 * @param casting_m finished, m
 * @param pattern_alloy what the pattern is cast in
 * @source linear contraction, twice
 * @example masterLength(0.1, 'aluminium', 'aluminium') // 0.10265 m
 */
export const masterLength = (casting_m: number, alloy: Alloy, pattern_alloy: Alloy, machined_m = 0): number =>
  patternLength(patternLength(casting_m, alloy, machined_m), pattern_alloy);

/** What a pattern of this length gives, finished, m; below 0 where more is machined off than is cast. */
export const castingLength = (pattern_m: number, alloy: Alloy, machined_m = 0): number =>
  pattern_m * (1 - ALLOYS[alloy].contraction) - machined_m;

/**
 * Mass of a casting from its pattern's volume.
 *
 * @example castingMass(0.001, 'aluminium') // a litre of pattern: 2.577 kg
 */
export const castingMass = (pattern_m3: number, alloy: Alloy): number =>
  pattern_m3 * (1 - ALLOYS[alloy].contraction) ** 3 * ALLOYS[alloy].solid_kg_m3;

/** What a solid pattern of one material holds, m³, by its mass. */
export const volumeByMass = (pattern_kg: number, pattern_kg_m3: number): number => pattern_kg / pattern_kg_m3;
