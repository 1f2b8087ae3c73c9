import { SIEVES, SIEVE_NAMES, meshName, meshOpening, type Mesh } from './sieve';

/** What one sieve caught: a sieve of the standard series by name, or a household mesh. */
export interface Retained {
  sieve?: string | undefined;
  mesh?: Mesh | undefined;
  grams: number;
}

/** A sieve of the stack that was used and its share of the sample, 0–1. */
export interface Tray {
  sieve: string;
  opening_mm: number;
  share: number;
}

export interface Grading {
  /** By the standard's sum over the sieves that were used. */
  fineness_number: number;
  /** What a whole stack would likely have given: the same where no sieve is missing. */
  likely_fineness_number: number;
  /** The least and the most that a whole stack could have given. */
  fineness_range: [number, number];
  /** The stack as it was used, coarse to fine. */
  retained: Tray[];
  /** The same on the whole standard series, what lies between interpolated on log size; shares of what was caught. */
  standard: Tray[];
  /** Share of what was caught that passes each opening, coarse to fine. */
  passing: { opening_mm: number; share: number }[];
  /** Size, mm, that half of what was caught passes; null where it lies outside the stack. */
  median_mm: number | null;
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
  'rough-stack': 'Sieves are missing from the stack, so the fineness number is rough: see its range.'
};

/** A pan below a stack that ends coarser than 75 µm is taken to reach down to this, mm. */
const PAN_DOWN_TO_MM = 0.04;
/** A stack that ends this fine, mm, leaves to the pan what belongs there. */
const FINE_ENOUGH_MM = 0.075;
/** Openings this near each other, as a ratio, are one size: no mesh is woven more evenly. */
const SAME_SIZE = 1.01;
/** A fineness number that could be off by more than this is called rough. */
const ROUGH = 10;

/**
 * Grading and fineness number from what each sieve caught: any subset of the standard series, household
 * meshes among them.
 *
 * The standard's sum takes what a stack with gaps caught for as fine as the sieve it lies on. So the grains
 * between two sieves that are not neighbours in the series are also shared out over those that are missing,
 * evenly on the logarithm of size, which gives the likelier number; of a whole stack the two are the same.
 *
 * @param sample_g dry sample before washing; what the sieves lack of it was washed off. Without it, nothing was
 * A mesh of a sieve's own size counts as that sieve.
 *
 * @throws RangeError on an unknown or repeated sieve, nothing caught, or more caught than there was
 * @example 30–pan with 40: 0.4, 50: 1.3, 70: 2.4, 100: 4.5, 140: 17.1, 200: 22.1, 270: 21.8, pan: 18.6 → 172.8
 */
export function grading(caught: readonly Retained[], sample_g?: number): Grading {
  const stack = stackOf(caught);
  const total = stack.reduce((sum, { grams }) => sum + grams, 0);
  if (!(total > 0)) throw new RangeError('The sieves caught nothing.');
  const sample = sample_g ?? total;
  if (total > sample * 1.005) throw new RangeError('The sieves caught more than the sample weighed.');
  const trays = stack.map(({ sieve, opening_mm, grams }) => ({ sieve, opening_mm, share: grams / total }));
  const standard = onStandardSeries(trays);
  const of = (share: number) => (share * total) / sample;
  const fines = of(shareOf(standard, '270') + shareOf(standard, 'pan'));
  const fineness_range = finenessRange(trays);
  const rough = trays.length < 5 || fineness_range[1] - fineness_range[0] > ROUGH;
  const passing = passingOf(trays);
  return {
    fineness_number: trays.reduce((sum, tray) => sum + tray.share * multiplierOf(tray.opening_mm), 0),
    likely_fineness_number: standard.reduce((sum, { share }, i) => sum + share * SIEVES[i]!.multiplier, 0),
    fineness_range,
    retained: trays.map((tray) => ({ ...tray, share: of(tray.share) })),
    standard,
    passing,
    median_mm: sizePassing(passing, 0.5),
    washed_off: Math.max(0, 1 - total / sample),
    fines,
    findings: findingsOf(standard, fines, rough)
  };
}

/** The sieves that were used, coarse to fine, each once. */
function stackOf(caught: readonly Retained[]): { sieve: string; opening_mm: number; grams: number }[] {
  const stack = caught.map(({ sieve, mesh, grams }) => {
    if (mesh) return { sieve: meshName(mesh), opening_mm: meshOpening(mesh), grams };
    const known = SIEVES.find(({ name }) => name === sieve);
    if (!known) throw new RangeError(`There is no sieve ${sieve}; the series is ${SIEVE_NAMES.join(', ')}.`);
    return { sieve: known.name, opening_mm: known.opening_mm, grams };
  });
  stack.sort((a, b) => b.opening_mm - a.opening_mm);
  const named = caught.flatMap(({ sieve }) => sieve ?? []);
  const twice = named.find((sieve, i) => named.indexOf(sieve) !== i);
  if (twice) throw new RangeError(`Sieve ${twice} is given twice.`);
  const apart: typeof stack = [];
  for (const each of stack) {
    const above = apart.at(-1);
    // A mesh under a sieve of its own size has nothing to hold back: what it caught is one tray with it.
    if (above && above.opening_mm <= each.opening_mm * SAME_SIZE) {
      above.grams += each.grams;
      if (SIEVE_NAMES.includes(each.sieve)) [above.sieve, above.opening_mm] = [each.sieve, each.opening_mm];
    } else apart.push({ ...each });
  }
  return apart;
}

/** The opening that the grains on a tray passed: the tray's above, or the next coarser of the series. */
function openingAbove(trays: readonly Tray[], i: number): number {
  if (i > 0) return trays[i - 1]!.opening_mm;
  const coarser = SIEVES.filter(({ opening_mm }) => opening_mm > trays[i]!.opening_mm);
  return coarser.at(-1)?.opening_mm ?? 2 * trays[i]!.opening_mm;
}

/** Multiplier of a sieve or mesh by its opening, mm; between two of the series interpolated on log size. */
export function multiplierOf(opening_mm: number): number {
  const finer = SIEVES.findIndex((sieve) => sieve.opening_mm <= opening_mm);
  const fine = SIEVES[finer]!;
  if (fine.opening_mm === opening_mm || finer === 0) return fine.multiplier;
  const coarse = SIEVES[finer - 1]!;
  // Finer than the finest sieve there is only the pan, which has no size to interpolate to.
  if (fine.opening_mm === 0) return coarse.multiplier;
  const along = Math.log(coarse.opening_mm / opening_mm) / Math.log(coarse.opening_mm / fine.opening_mm);
  return coarse.multiplier + along * (fine.multiplier - coarse.multiplier);
}

/** The shares that the whole standard series would have caught. */
function onStandardSeries(trays: readonly Tray[]): Tray[] {
  const standard = SIEVES.map(({ name, opening_mm }) => ({ sieve: name, opening_mm, share: 0 }));
  trays.forEach(({ opening_mm, share }, i) => {
    const above = openingAbove(trays, i);
    if (opening_mm === 0 && above <= FINE_ENOUGH_MM) {
      standard.at(-1)!.share += share;
      return;
    }
    const below = opening_mm === 0 ? PAN_DOWN_TO_MM : opening_mm;
    const length = Math.log(above / below);
    let from = above;
    for (const each of standard) {
      if (each.opening_mm >= from || from <= below) continue;
      const to = Math.max(each.opening_mm, below);
      each.share += (share * Math.log(from / to)) / length;
      from = to;
    }
  });
  return standard;
}

/** The fineness number if each tray's grains were all as coarse, or all as fine, as its place allows. */
function finenessRange(trays: readonly Tray[]): [number, number] {
  let [least, most] = [0, 0];
  trays.forEach(({ opening_mm, share }, i) => {
    const above = openingAbove(trays, i);
    const caughtBy = SIEVES.filter((sieve) => sieve.opening_mm < above);
    const finest = caughtBy.find((sieve) => sieve.opening_mm <= opening_mm)!;
    least += share * caughtBy[0]!.multiplier;
    most += share * finest.multiplier;
  });
  return [least, most];
}

function passingOf(trays: readonly Tray[]): Grading['passing'] {
  let left = 1;
  return trays
    .filter(({ opening_mm }) => opening_mm > 0)
    .map(({ opening_mm, share }) => ({ opening_mm, share: Math.max(0, (left -= share)) }));
}

/** The size that a share passes, interpolated on log size; null outside the openings that were used. */
export function sizePassing(passing: Grading['passing'], share: number): number | null {
  for (let i = 1; i < passing.length; i++) {
    const [coarse, fine] = [passing[i - 1]!, passing[i]!];
    if (coarse.share < share || fine.share > share || coarse.share === fine.share) continue;
    const along = (coarse.share - share) / (coarse.share - fine.share);
    return coarse.opening_mm * (fine.opening_mm / coarse.opening_mm) ** along;
  }
  return null;
}

const shareOf = (trays: readonly Tray[], name: string) =>
  trays.find(({ sieve }) => sieve === name)?.share ?? 0;

/** Findings from the shares on the standard series. */
function findingsOf(standard: readonly Tray[], fines: number, rough: boolean): Finding[] {
  const shares = standard.map(({ share }) => share);
  const findings: Finding[] = [];
  if (rough) findings.push('rough-stack');
  if (Math.max(...shares) > 0.475) findings.push('uniform');
  const loaded = shares.map((share) => share > 0.1);
  const first = loaded.indexOf(true);
  const last = loaded.lastIndexOf(true);
  const gap = shares.some((share, i) => i > first && i < last && share < 0.04);
  if (gap) findings.push('gap');
  if (fines > 0.09) findings.push('too-many-fines');
  if (fines < 0.015) findings.push('too-few-fines');
  let [run, longest] = [0, 0];
  for (const each of loaded) longest = Math.max(longest, (run = each ? run + 1 : 0));
  if (longest >= 3 && !gap && !findings.includes('uniform')) findings.push('well-graded');
  return findings;
}
