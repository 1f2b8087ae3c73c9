import { dryMass, dryShare, moistureFraction, totalMass, type Composition } from '$core/material/composition';
import { OIL_SAND_REJECT_MOISTURE, middle, type System, type Targets } from '$core/reference/targets';
import { aimMoisture, moistureAtRatio, temperWindow } from './temper-window';

export type Verdict =
  | 'empty'
  | 'not-known'
  | 'dry'
  | 'a-little-dry'
  | 'probably-dry'
  | 'in-temper'
  | 'probably-in-temper'
  | 'probably-wet'
  | 'a-little-wet'
  | 'too-wet'
  | 'lifeless'
  | 'short-of-clay'
  | 'short-of-oil'
  | 'falls-apart'
  | 'too-oily';

export const VERDICT_WORDS: Record<Verdict, string> = {
  empty: 'Empty',
  'not-known': 'Not known yet',
  dry: 'Dry',
  'a-little-dry': 'A little dry',
  'probably-dry': 'Probably dry',
  'in-temper': 'In temper',
  'probably-in-temper': 'Probably in temper',
  'probably-wet': 'Probably wet',
  'a-little-wet': 'A little wet',
  'too-wet': 'Too wet to pour on',
  lifeless: 'Moist but lifeless',
  'short-of-clay': 'Short of clay',
  'short-of-oil': 'Short of oil',
  'falls-apart': 'Falls apart',
  'too-oily': 'Too oily'
};

/** What a verdict rests on. */
export interface Judged {
  system: System;
  targets: Targets;
  sand: Composition;
  /** Of lying below, inside and above its moisture window. */
  chances: { below: number; inside: number; above: number };
  /** This sand was looked at; false: only weighed, bought or supposed. */
  seen: boolean;
  /** The latest squeeze of it as it is. */
  squeeze: { grade: 1 | 2 | 3 | 4 | 5 | null; lifeless: boolean } | null;
  short_of_clay: boolean;
  /** A look at it that stands far off the estimate and is not settled yet: which way it strays. */
  doubt: 'wet' | 'dry' | null;
  /** The wettest that a drying test of it as it is has read, whether that is in question or not; null without one. */
  wettest_read: number | null;
}

/** As sure as this it is said outright; as likely as this it is said to be probable; else it is not known. */
const SURE = 0.8;
const PROBABLE = 0.6;
/** From this multiple of the aimed temper ratio up, sand is mud; below the other, it runs. */
const WET_FACTOR = 1.4;
const DRY_FACTOR = 0.65;

/**
 * What the sand is like, in a few words, by how likely it lies in its window.
 *
 * What nobody looked at is not known, whatever was weighed. The latest squeeze rules: where it contradicts the estimate
 * the sand is never called in temper. A look that strays and is not settled forbids to call it the opposite. Graded like
 * the squeeze: below 0.65 of the aimed ratio dry, from 1.4 up too wet.
 * Oil-bonded: water is the enemy.
 */
export function temperVerdict(judged: Judged): Verdict {
  const { system, sand, squeeze } = judged;
  if (!(totalMass(sand) > 1e-6)) return 'empty';
  if (system === 'oil') return oilVerdict(judged);
  if (squeeze?.lifeless) return 'lifeless';
  if (!judged.seen) return 'not-known';
  return doubtRules(squeezeRules(byChance(judged), squeeze?.grade ?? null), judged);
}

/** What a sand known for sure is like, for whoever has only its composition. */
export function verdictOf(system: System, targets: Targets, sand: Composition): Verdict {
  const window = temperWindow(targets, sand);
  const moisture = moistureFraction(sand);
  const [below, above] = [moisture < window.min ? 1 : 0, moisture > window.max ? 1 : 0];
  const short_of_clay = totalMass(sand) > 0 && dryShare(sand, 'active_clay') < targets.active_clay.min;
  return temperVerdict({
    system,
    targets,
    sand,
    chances: { below, above, inside: 1 - below - above },
    seen: true,
    squeeze: null,
    short_of_clay,
    doubt: null,
    wettest_read: null
  });
}

function oilVerdict({ targets, sand, chances, seen, squeeze, wettest_read }: Judged): Verdict {
  const moisture = moistureFraction(sand);
  // A danger is said even where it is only likely, or in question.
  if (moisture > OIL_SAND_REJECT_MOISTURE) return seen ? 'too-wet' : 'probably-wet';
  if (wettest_read !== null && wettest_read > OIL_SAND_REJECT_MOISTURE) return 'probably-wet';
  // Sand that smears or falls apart is not in temper, whatever its water.
  const grade = squeeze?.grade ?? null;
  if (grade === 4 || grade === 5) return 'too-oily';
  if (grade === 1 || grade === 2)
    return targets.oil && dryShare(sand, 'oil') < targets.oil.min ? 'short-of-oil' : 'falls-apart';
  if (chances.above >= SURE && seen) return 'a-little-wet';
  if (chances.above >= 0.5) return 'probably-wet';
  if (targets.oil && dryShare(sand, 'oil') < targets.oil.min) return 'short-of-oil';
  if (dryShare(sand, 'active_clay') < targets.active_clay.min) return 'short-of-clay';
  if (!seen) return chances.inside >= SURE ? 'probably-in-temper' : 'not-known';
  return chances.inside >= SURE
    ? 'in-temper'
    : chances.inside >= PROBABLE
      ? 'probably-in-temper'
      : 'not-known';
}

function byChance({ targets, sand, chances, short_of_clay }: Judged): Verdict {
  const { below, inside, above } = chances;
  // Wet only for the little clay that it has: with what it lacks, the same water tempers it.
  if (short_of_clay && above >= PROBABLE && !wetWithClay(targets, sand)) return 'short-of-clay';
  if (inside >= SURE) return short_of_clay ? 'short-of-clay' : 'in-temper';
  if (below >= SURE) return factorOf(targets, sand) < DRY_FACTOR ? 'dry' : 'a-little-dry';
  if (above >= SURE) return factorOf(targets, sand) >= WET_FACTOR ? 'too-wet' : 'a-little-wet';
  if (short_of_clay && inside >= PROBABLE) return 'short-of-clay';
  const likeliest = Math.max(below, inside, above);
  if (likeliest < PROBABLE) return 'not-known';
  return likeliest === below ? 'probably-dry' : likeliest === inside ? 'probably-in-temper' : 'probably-wet';
}

/** Whether it would be wet of the aim even with as much clay as it should have; the clay brings a little water itself. */
function wetWithClay(targets: Targets, sand: Composition): boolean {
  const lacking = targets.active_clay.min * dryMass(sand) - sand.active_clay;
  const mended = { ...sand, active_clay: sand.active_clay + Math.max(0, lacking) };
  return moistureFraction(sand) > aimMoisture(targets, mended);
}

const DRY: readonly Verdict[] = ['dry', 'a-little-dry', 'probably-dry'];
const WET: readonly Verdict[] = ['probably-wet', 'a-little-wet', 'too-wet'];
const FIT: readonly Verdict[] = ['in-temper', 'probably-in-temper', 'short-of-clay'];

/** The hand had it last: where it and the estimate differ, it is not called what the hand denies. */
function squeezeRules(estimated: Verdict, grade: number | null): Verdict {
  if (grade === null) return estimated;
  if (grade === 5) return WET.includes(estimated) ? 'too-wet' : 'probably-wet';
  // One grade beside the middle is evidence, which the estimate has taken up, and no veto.
  if (grade === 2 || grade === 4) {
    if (estimated === 'in-temper') return 'probably-in-temper';
    return (grade === 2 ? WET : DRY).includes(estimated) ? 'not-known' : estimated;
  }
  const against =
    (grade === 1 && (FIT.includes(estimated) || WET.includes(estimated))) ||
    (grade === 3 && !FIT.includes(estimated));
  return against ? 'not-known' : estimated;
}

/** While a look says wet, sand is not called dry or fit, and the other way round. */
function doubtRules(estimated: Verdict, { doubt }: Judged): Verdict {
  if (doubt === null) return estimated;
  const denied = doubt === 'wet' ? DRY : WET;
  return denied.includes(estimated) || FIT.includes(estimated) ? 'not-known' : estimated;
}

/** Moisture on the dry mix as a multiple of what is aimed for; the temper ratio goes as it. */
function factorOf({ temper_ratio, moisture }: Targets, sand: Composition): number {
  const onDry = (w: number) => w / (1 - w);
  const aim =
    temper_ratio && sand.active_clay > 0 ? moistureAtRatio(sand, middle(temper_ratio)) : middle(moisture);
  return onDry(moistureFraction(sand)) / onDry(aim);
}
