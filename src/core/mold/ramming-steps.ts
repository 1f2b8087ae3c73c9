import type { Half } from './chill';
import { LAYER_M } from '$core/reference/mold';

/** What is dusted on the parting, and when one raps: schools differ, so they are chosen and not judged. */
export const DUSTS = ['cornstarch', 'commercial', 'talc'] as const;
export type Dust = (typeof DUSTS)[number];
export const RAPS = ['before-cope', 'after-cope'] as const;
export type Rap = (typeof RAPS)[number];

/** How a pattern lies that is rammed. */
export const LIES = ['flat', 'split', 'on-plate', 'up-in-cope', 'left-in'] as const;
/**
 * `flat`: on the board with its parting; `split`: half on the board, half on that; `on-plate`: mounted on a
 * plate, which is the board of both halves; `up-in-cope`: in one piece, past its parting
 * up into the cope, so that no board carries it; `left-in`: of foam, gone with the one casting.
 */
export type Lies = (typeof LIES)[number];

/** What carries a pattern that does not lie flat: schools differ. */
export const BEDDINGS = ['bed-in', 'false-cope', 'cope-down'] as const;
export type Bedding = (typeof BEDDINGS)[number];

/** Steps of ramming a mold, in the order in which they are usually done. */
export const RAMMING_STEPS = [
  'foam',
  'false-cope',
  'board',
  'dust-drag',
  'chill-drag',
  'face-drag',
  'ram-drag',
  'butt-drag',
  'strike-drag',
  'roll-over',
  'bed-in',
  'off-false-cope',
  'blow-out',
  'cope-down',
  'rap-first',
  'carry-over',
  'dust-parting',
  'cope-on',
  'sprue-pin',
  'chill-cope',
  'face-cope',
  'ram-cope',
  'butt-cope',
  'strike-cope',
  'vent',
  'basin',
  'lift-cope',
  'rap-last',
  'draw',
  'inspect',
  'gates',
  'wash',
  'trial-close',
  'close'
] as const;
export type RammingStep = (typeof RAMMING_STEPS)[number];

export interface MoldToRam {
  cope_m: number;
  drag_m: number;
  lies: Lies;
  /** Of one that stands up into the cope. */
  bedding: Bedding;
  /** Points of a split pattern that are marked on its other half. */
  carried_over: boolean;
  facing: boolean;
  rap: Rap;
  /** Metal so hot that it wets bare sand: the face gets a mold wash. */
  washed: boolean;
  /** Halves in which a chill lies against a casting. */
  chilled?: readonly Half[] | undefined;
}

export interface PlannedStep {
  kind: RammingStep;
  /** Layers of loose sand that are rammed one after the other. */
  layers?: number;
}

/** Layers that a half is rammed in: none thicker than 50 to 60 mm. */
export const layersOf = (half_m: number): number => Math.max(1, Math.ceil(half_m / LAYER_M - 1e-9));

/** Done only where a pattern leaves its mold. */
const ONLY_DRAWN: readonly RammingStep[] = [
  'dust-drag',
  'dust-parting',
  'rap-first',
  'rap-last',
  'lift-cope',
  'draw',
  'inspect',
  'gates',
  'wash',
  'trial-close'
];
/** Not done where the pattern is pressed into a drag that is rammed already. */
const NOT_BEDDED_IN: readonly RammingStep[] = [
  'board',
  'dust-drag',
  'face-drag',
  'butt-drag',
  'roll-over',
  'blow-out'
];

/** Whether a step is one of this mold's. */
function belongs(
  kind: RammingStep,
  { lies, bedding, carried_over, facing, washed, rap, chilled = [] }: MoldToRam
): boolean {
  const bedded = lies === 'up-in-cope' ? bedding : null;
  if (lies === 'left-in' && ONLY_DRAWN.includes(kind)) return false;
  if (bedded === 'bed-in' && NOT_BEDDED_IN.includes(kind)) return false;
  switch (kind) {
    case 'foam':
      return lies === 'left-in';
    case 'board':
      return bedded !== 'false-cope';
    case 'false-cope':
    case 'off-false-cope':
      return bedded === 'false-cope';
    case 'blow-out':
      // Of a plate the parting is the plate.
      return bedded !== 'false-cope' && lies !== 'on-plate';
    case 'bed-in':
      return bedded === 'bed-in';
    case 'cope-down':
      return bedded !== null;
    case 'carry-over':
      return lies === 'split' && carried_over;
    case 'face-drag':
    case 'face-cope':
      return facing;
    case 'chill-drag':
      // Pressed into a drag that is rammed, the pattern goes onto its chills then.
      return chilled.includes('drag') && bedded !== 'bed-in';
    case 'chill-cope':
      return chilled.includes('cope');
    case 'wash':
      return washed;
    case 'rap-first':
      return rap === 'before-cope';
    case 'rap-last':
      return rap === 'after-cope';
    default:
      return true;
  }
}

/**
 * The steps of a mold, in order: facing where there is facing sand, rapping before or after the cope as one is used to, and as
 * its pattern lies.
 *
 * Source: usual bench molding practice (handbook default).
 */
export const rammingSteps = (mold: MoldToRam): PlannedStep[] =>
  RAMMING_STEPS.filter((kind) => belongs(kind, mold)).map((kind) =>
    kind === 'ram-drag'
      ? { kind, layers: layersOf(mold.drag_m) }
      : kind === 'ram-cope'
        ? { kind, layers: layersOf(mold.cope_m) }
        : { kind }
  );

/** Why a mold breaks when its pattern is drawn, with what to look at first. */
export const BREAKAGES = {
  'no-draft': 'the pattern has no draft there, or is undercut',
  'not-rapped': 'it was not rapped loose enough',
  'too-dry': 'the sand is too dry: edges crumble',
  'too-wet': 'the sand is too wet: it sticks to the pattern',
  'soft-rammed': 'it is rammed too soft at the pattern',
  rough: 'the pattern is rough, or its coat was not dry',
  crooked: 'it was drawn crooked',
  'cope-dropped': 'the cope’s sand fell out as it was lifted'
} as const;
export type Breakage = keyof typeof BREAKAGES;
export const BREAKAGE_NAMES = Object.keys(BREAKAGES) as Breakage[];

/**
 * The likely cause of a broken mold, by what is known of the day, likeliest first.
 *
 * @param moisture where the sand stands to its window; null while nobody knows
 * @param draft whether the pattern was found to lack draft or be undercut; null while nobody looked
 * @param drop_out how often the cope's sand holds its weight; null while it is not known
 */
export function likelyBreakages(known: {
  moisture: 'dry' | 'in' | 'wet' | null;
  draft: boolean | null;
  coats_drying: boolean;
  drop_out: number | null;
}): Breakage[] {
  const weight: Record<Breakage, number> = {
    'no-draft': known.draft === true ? 5 : known.draft === null ? 2 : 0.5,
    'too-dry': known.moisture === 'dry' ? 4.5 : known.moisture === null ? 1.8 : 0.6,
    'too-wet': known.moisture === 'wet' ? 4.5 : known.moisture === null ? 1.2 : 0.5,
    'cope-dropped': known.drop_out !== null && known.drop_out < 1 ? 4 : 0.4,
    rough: known.coats_drying ? 4 : 0.8,
    'not-rapped': 1.5,
    'soft-rammed': 1.3,
    crooked: 1
  };
  return [...BREAKAGE_NAMES].sort((a, b) => weight[b] - weight[a]);
}
