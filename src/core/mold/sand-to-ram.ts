import type { Verdict } from '../judge/temper-verdict';

/** A heap's sand as a mold is about to be rammed of it. */
export interface SandToRam {
  verdict: Verdict;
  /** Somebody looked at it as it is. */
  seen: boolean;
  /** Some look at it says that it is mud. */
  says_mud: boolean;
  total_kg: number;
  /** What this mold takes of it, kg; null where that cannot be worked out. */
  wants_kg: number | null;
  /** Since sand came back to it out of a mold, h; null where none did lately. */
  back_h: number | null;
}

export type SandTrouble =
  | 'wet'
  | 'a-little-wet'
  | 'dry'
  | 'a-little-dry'
  | 'lifeless'
  | 'falls-apart'
  | 'too-oily'
  | 'short-of-clay'
  | 'short-of-oil'
  | 'not-known'
  | 'unsettled'
  | 'short'
  | 'warm';

/** Something to see to before the first grain is rammed. */
export interface SandRemark {
  is: SandTrouble;
  /** It is not rammed as it is: the mold would break, or could not be poured. */
  stops: boolean;
  /** How much is lacking, kg. */
  short_kg?: number;
}

const BY_VERDICT: Record<Verdict, readonly [SandTrouble, boolean] | null> = {
  empty: null,
  'not-known': ['not-known', false],
  dry: ['dry', true],
  'a-little-dry': ['a-little-dry', false],
  'probably-dry': ['a-little-dry', false],
  'in-temper': null,
  'probably-in-temper': null,
  'probably-wet': ['wet', true],
  'a-little-wet': ['a-little-wet', true],
  'too-wet': ['wet', true],
  lifeless: ['lifeless', true],
  'short-of-clay': ['short-of-clay', false],
  'short-of-oil': ['short-of-oil', false],
  'falls-apart': ['falls-apart', true],
  'too-oily': ['too-oily', true]
};
/** Sand that lay in a hot mold is felt before it is rammed for so long after, h (handbook default). */
const FEEL_FOR_H = 4;

/**
 * What speaks against ramming a mold of some sand now, what stops it first; empty where nothing does.
 *
 * Sand that crumbles breaks its mold, wet sand is refused at the pour: both are said before the work, not after it.
 */
export function sandRemarks({
  verdict,
  seen,
  says_mud,
  total_kg,
  wants_kg,
  back_h
}: SandToRam): SandRemark[] {
  const remarks: SandRemark[] = [];
  const told = BY_VERDICT[verdict];
  // A look that says mud stops it; where the verdict does not call it wet, the two are settled first.
  if (says_mud) remarks.push({ is: told?.[0] === 'wet' ? 'wet' : 'unsettled', stops: true });
  // What was looked at and is not known yet: looks and ledger disagree.
  else if (verdict === 'not-known' && seen) remarks.push({ is: 'unsettled', stops: false });
  else if (told) remarks.push({ is: told[0], stops: told[1] });
  if (wants_kg !== null && total_kg < wants_kg)
    remarks.push({ is: 'short', stops: true, short_kg: wants_kg - total_kg });
  if (back_h !== null && back_h < FEEL_FOR_H) remarks.push({ is: 'warm', stops: false });
  return remarks.sort((a, b) => Number(b.stops) - Number(a.stops));
}
