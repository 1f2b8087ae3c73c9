/** One sieve of the standard series. */
export interface Sieve {
  name: string;
  /** mm; the pan has none. */
  opening_mm: number;
  /** What a grain caught here counts in the fineness number. */
  multiplier: number;
}

/**
 * The standard series, coarse to fine.
 *
 * @source grain fineness number: weighted mean of the multipliers by the percentage caught
 */
export const SIEVES: readonly Sieve[] = [
  { name: '6', opening_mm: 3.35, multiplier: 3 },
  { name: '12', opening_mm: 1.7, multiplier: 5 },
  { name: '20', opening_mm: 0.85, multiplier: 10 },
  { name: '30', opening_mm: 0.6, multiplier: 20 },
  { name: '40', opening_mm: 0.425, multiplier: 30 },
  { name: '50', opening_mm: 0.3, multiplier: 40 },
  { name: '70', opening_mm: 0.212, multiplier: 50 },
  { name: '100', opening_mm: 0.15, multiplier: 70 },
  { name: '140', opening_mm: 0.106, multiplier: 100 },
  { name: '200', opening_mm: 0.075, multiplier: 140 },
  { name: '270', opening_mm: 0.053, multiplier: 200 },
  { name: 'pan', opening_mm: 0, multiplier: 300 }
];

export const SIEVE_NAMES = SIEVES.map((sieve) => sieve.name);

/** What one sieve caught. */
export interface Retained {
  sieve: string;
  grams: number;
}

export interface Grading {
  fineness_number: number;
  /** Share of the sample caught, 0–1, coarse to fine. */
  retained: { sieve: string; opening_mm: number; share: number }[];
  /** Share of the sample that was washed off before sieving, 0–1. */
  washed_off: number;
  /** Share caught finer than the 200 sieve's 75 µm, 0–1 of the sample. */
  fines: number;
  findings: Finding[];
}

export type Finding = 'uniform' | 'gap' | 'too-many-fines' | 'too-few-fines' | 'well-graded' | 'rough-stack';

export const FINDING_WORDS: Record<Finding, string> = {
  uniform:
    'One sieve holds nearly half: a uniform sand packs badly and expands all at once. Blend it with a neighbour size.',
  gap: 'A size is missing between two that are there: blend in a sand that fills the gap.',
  'too-many-fines': 'Too many fines choke the vents: thin it with clean sand or wash some out.',
  'too-few-fines':
    'Hardly any fines: it feels lifeless and does not pack. A percent or two of inert fines helps.',
  'well-graded': 'Three or more neighbouring sieves share the load: a good molding sand.',
  'rough-stack': 'Few sieves were used, so the fineness number is rough, by ten or more.'
};

/**
 * Grading and fineness number from what each sieve caught; any subset of the standard series.
 *
 * @param sample_g dry sample before washing; what the sieves lack of it was washed off. Without it, nothing was
 * @throws RangeError on an unknown or repeated sieve, nothing caught, or more caught than there was
 * @example 30–pan with 40: 0.4, 50: 1.3, 70: 2.4, 100: 4.5, 140: 17.1, 200: 22.1, 270: 21.8, pan: 18.6 → 172.8
 */
export function grading(caught: readonly Retained[], sample_g?: number): Grading {
  const byName = new Map<string, number>();
  for (const { sieve, grams } of caught) {
    if (!SIEVE_NAMES.includes(sieve))
      throw new RangeError(`There is no sieve ${sieve}; the series is ${SIEVE_NAMES.join(', ')}.`);
    if (byName.has(sieve)) throw new RangeError(`Sieve ${sieve} is given twice.`);
    byName.set(sieve, grams);
  }
  const total = [...byName.values()].reduce((sum, grams) => sum + grams, 0);
  if (!(total > 0)) throw new RangeError('The sieves caught nothing.');
  const sample = sample_g ?? total;
  if (total > sample * 1.005) throw new RangeError('The sieves caught more than the sample weighed.');
  const used = SIEVES.filter((sieve) => byName.has(sieve.name));
  const share = (name: string) => (byName.get(name) ?? 0) / sample;
  const fines = share('270') + share('pan');
  const retained = used.map(({ name, opening_mm }) => ({ sieve: name, opening_mm, share: share(name) }));
  return {
    fineness_number:
      used.reduce((sum, { name, multiplier }) => sum + byName.get(name)! * multiplier, 0) / total,
    retained,
    washed_off: Math.max(0, 1 - total / sample),
    fines,
    findings: findingsOf(
      used.map((sieve) => byName.get(sieve.name)! / total),
      fines
    )
  };
}

/** Findings from the shares of what was caught, coarse to fine. */
function findingsOf(shares: readonly number[], fines: number): Finding[] {
  const findings: Finding[] = [];
  if (shares.length < 5) findings.push('rough-stack');
  if (shares.length >= 5 && Math.max(...shares) > 0.475) findings.push('uniform');
  const loaded = shares.map((share) => share > 0.1);
  const first = loaded.indexOf(true);
  const last = loaded.lastIndexOf(true);
  const gap = shares.some((share, i) => i > first && i < last && share < 0.04);
  if (gap) findings.push('gap');
  if (fines > 0.09) findings.push('too-many-fines');
  if (fines < 0.015) findings.push('too-few-fines');
  const longest = loaded.reduce(
    (run, each) => (each ? { now: run.now + 1, most: Math.max(run.most, run.now + 1) } : { ...run, now: 0 }),
    {
      now: 0,
      most: 0
    }
  ).most;
  if (longest >= 3 && !gap && !findings.includes('uniform')) findings.push('well-graded');
  return findings;
}

/**
 * Opening of a household mesh, mm, from its wires per 10 mm and the wire's thickness.
 *
 * @throws RangeError when the wires leave no opening
 */
export function meshOpening(wires_per_10_mm: number, wire_mm: number): number {
  const opening = 10 / wires_per_10_mm - wire_mm;
  if (!(opening > 0)) throw new RangeError('Wires that thick leave no opening.');
  return opening;
}

/** Multiplier of an opening between two sieves of the series, interpolated on its logarithm. */
export function multiplierOf(opening_mm: number): number {
  const graded = SIEVES.filter((sieve) => sieve.opening_mm > 0);
  if (opening_mm >= graded[0]!.opening_mm) return graded[0]!.multiplier;
  const finest = graded.at(-1)!;
  if (opening_mm <= finest.opening_mm) return finest.multiplier;
  const below = graded.findIndex((sieve) => sieve.opening_mm <= opening_mm);
  const [coarse, fine] = [graded[below - 1]!, graded[below]!];
  const along = Math.log(coarse.opening_mm / opening_mm) / Math.log(coarse.opening_mm / fine.opening_mm);
  return coarse.multiplier + along * (fine.multiplier - coarse.multiplier);
}
