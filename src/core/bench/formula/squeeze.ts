import type { System } from '$core/reference/targets';

/** What the hand found, each asked for itself; the grade is derived, never asked. */
export interface SqueezeReading {
  /** Does the lump hold when the hand opens? */
  holds: boolean;
  /** Did it shrink in the fist? */
  shrinks: boolean;
  breaks: 'crumbles' | 'ragged' | 'crisp' | 'bends';
  palm: 'clean' | 'film' | 'smeared';
  prints: 'none' | 'blurred' | 'sharp';
}

export type Suspect = 'water' | 'binder' | 'fines' | 'oil' | 'burnt-grains';

export interface SqueezeResult {
  grade: 1 | 2 | 3 | 4 | 5;
  /** Temper ratio as a multiple of the target's; about 1 at temper. */
  temper_factor: number;
  /** Whether the squeeze says anything of the water: a lifeless sand does not. */
  tells_water: boolean;
  suspects: Suspect[];
  /** What the hand found, in a word or two. */
  finding: string;
  /** The same, and what that alone would want: who knows more of the sand than this squeeze weighs it with the rest. */
  advice: string;
}

/**
 * Limits between the five grades, multiples of the aimed temper ratio: grade n lies between the (n−1)th and the nth.
 *
 * @source between the workshop grades: below about 0.65, about 0.8, 1, about 1.2, from 1.4 up
 */
export const GRADE_LIMITS = [-Infinity, 0.68, 0.9, 1.1, 1.35, Infinity] as const;

/** Where a grade usually stands; the outer ones only where they begin. */
export const GRADE_MIDDLES = { 1: 0.65, 2: 0.8, 3: 1, 4: 1.2, 5: 1.4 } as const;

export const GRADE_NAMES = { 1: 'dry', 2: 'short', 3: 'temper', 4: 'soft', 5: 'wet' } as const;

/** What the hand finds of oil sand, where it does not speak of water. */
export const OIL_GRADE_NAMES = {
  1: 'falls apart',
  2: 'crumbles',
  3: 'good',
  4: 'soft',
  5: 'smears'
} as const;

/**
 * Grade and meaning of one squeeze.
 *
 * A sand that is moist, since it marks the palm, and yet neither shrinks nor holds lacks fines or clay, not
 * water; its squeeze tells nothing of the temper.
 *
 * @source workshop squeeze grades: 1 below about 0.65 of the target temper ratio, 2 about 0.8, 3 at it,
 *   4 about 1.2, 5 from 1.4 up
 */
export function squeeze(reading: SqueezeReading, system: System = 'water'): SqueezeResult {
  return system === 'oil' ? oilSqueeze(reading) : waterSqueeze(reading);
}

/** A squeeze while its questions are answered. */
export type PartSqueeze = { [K in keyof SqueezeReading]: SqueezeReading[K] | null };

/** What is still worth asking, given what was answered: a lump that fell apart has no break to look at. */
export function squeezeQuestions(
  { holds, breaks, palm }: PartSqueeze,
  system: System = 'water'
): (keyof SqueezeReading)[] {
  // Oil sand is not judged by whether it gives.
  const gives = system === 'oil' ? [] : (['shrinks'] as const);
  if (holds === false) return ['holds', ...gives, 'palm'];
  // Prints tell apart oil sand that breaks ragged, and green sand that breaks well and leaves the palm clean.
  const printed =
    system === 'oil'
      ? (breaks === null || breaks === 'ragged') && palm !== 'smeared'
      : breaks !== 'crumbles' && breaks !== 'bends' && (palm === null || palm === 'clean');
  return ['holds', ...gives, 'breaks', 'palm', ...(printed ? (['prints'] as const) : [])];
}

/** The whole reading once all that is worth asking was answered, the rest as it follows; null before. */
export function squeezed(part: PartSqueeze, system: System = 'water'): SqueezeReading | null {
  if (squeezeQuestions(part, system).some((question) => part[question] === null)) return null;
  const { holds, palm } = part;
  const breaks = holds ? part.breaks! : 'crumbles';
  const prints = part.prints ?? (breaks === 'crumbles' ? 'none' : 'blurred');
  return { holds: holds!, shrinks: part.shrinks ?? holds!, breaks, palm: palm!, prints };
}

function waterSqueeze({ holds, shrinks, breaks, palm, prints }: SqueezeReading): SqueezeResult {
  const moist = palm !== 'clean';
  const mud = palm === 'smeared' && (breaks === 'bends' || shrinks);
  if (mud) {
    return result(
      5,
      1.45,
      ['water'],
      'Wet',
      'do not pour on this. Add dry mix, or spread it and let it dry off.'
    );
  }
  if (moist && !shrinks && (!holds || breaks === 'crumbles')) {
    return {
      ...result(
        2,
        1,
        ['fines', 'binder'],
        'Moist but lifeless',
        'it lacks fines or clay, not water. Adding water only makes mud of it.'
      ),
      tells_water: false
    };
  }
  if (!holds) {
    return result(1, 0.6, ['water'], 'Dry', 'add water in splashes, mull, and squeeze again.');
  }
  if (palm === 'smeared') {
    return result(
      5,
      1.45,
      ['water'],
      'Wet',
      'do not pour on this. Add dry mix, or spread it and let it dry off.'
    );
  }
  if (breaks === 'bends' || palm === 'film') {
    const both = breaks === 'bends' && palm === 'film';
    return result(
      4,
      both ? 1.25 : 1.15,
      ['water'],
      'Soft',
      'a little too wet. Cut it over in the air, or add a little dry mix.'
    );
  }
  if (breaks === 'crumbles') {
    return shrinks
      ? result(2, 0.8, ['water'], 'Short of water', 'add the next splash, mull, and squeeze again.')
      : result(
          2,
          0.8,
          ['water', 'binder'],
          'Short',
          'a splash first; if it still crumbles when moist, it wants clay.'
        );
  }
  if (breaks === 'ragged') {
    return prints === 'sharp'
      ? result(3, 0.92, [], 'Nearly there', 'good to ram, on the dry side.')
      : result(2, 0.85, ['water'], 'A little short', 'one small splash, mull, and squeeze again.');
  }
  if (prints === 'none') {
    return result(
      2,
      0.85,
      ['water', 'fines'],
      'It breaks well but takes no prints',
      'a small splash, and riddle it finer.'
    );
  }
  return result(3, prints === 'sharp' ? 1 : 1.04, [], 'At temper', 'ram it.');
}

function oilSqueeze({ holds, breaks, palm, prints }: SqueezeReading): SqueezeResult {
  const told = (
    grade: SqueezeResult['grade'],
    factor: number,
    suspects: Suspect[],
    finding: string,
    remedy: string
  ): SqueezeResult => ({
    ...result(grade, factor, suspects, finding, remedy),
    tells_water: false
  });
  if (palm === 'smeared')
    return told(5, 1.45, ['oil'], 'Too oily', 'add dry fine sand and organoclay; it will smoke and gas.');
  if (!holds)
    return told(
      1,
      0.6,
      ['burnt-grains', 'oil'],
      'It will not hold',
      'cut out the black sand first, then add oil.'
    );
  if (breaks === 'crumbles')
    return told(2, 0.8, ['oil', 'binder'], 'Short', '0.3 parts of oil, mull long, and squeeze again.');
  if (breaks === 'bends') return told(4, 1.2, ['oil'], 'Soft', 'a little dry sand and organoclay.');
  if (breaks === 'ragged' && prints !== 'sharp') {
    return told(
      2,
      0.85,
      ['burnt-grains'],
      'Burnt grains in it break the edge',
      'sort out the black sand and mull again.'
    );
  }
  return told(3, 1, [], 'Good', 'ram it.');
}

function result(
  grade: SqueezeResult['grade'],
  temper_factor: number,
  suspects: Suspect[],
  finding: string,
  remedy: string
): SqueezeResult {
  return { grade, temper_factor, tells_water: true, suspects, finding, advice: `${finding}: ${remedy}` };
}
