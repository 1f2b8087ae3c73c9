import type { Alloy } from './alloys';

/** An alloy made up of its metals, by mass. */
export interface AlloyRecipe {
  /** Shares of what the alloy is; they make a whole. */
  parts: readonly { name: string; share: number; melts_c: number }[];
  /** What more of a part is charged than the alloy holds, because it fumes off: share of the alloy. */
  fumes_off?: { name: string; share: number };
  /** The order of work. */
  steps: readonly string[];
}

/**
 * Alloys that are made up in the crucible.
 *
 * Source: usual foundry recipes by mass: 90/10 bronze, 60/40 brass with 2 to 4 % of zinc for what fumes off, aluminium bronze of
 * nine parts copper and one of aluminium (handbook default).
 */
export const ALLOY_RECIPES = {
  'tin-bronze': {
    parts: [
      { name: 'copper', share: 0.9, melts_c: 1085 },
      { name: 'tin', share: 0.1, melts_c: 232 }
    ],
    steps: [
      'Melt all the copper, and skim it.',
      'Push the tin, warm and dry, under the surface.',
      'Stir with a hot dry rod, skim, and pour soon.'
    ]
  },
  'yellow-brass': {
    parts: [
      { name: 'copper', share: 0.6, melts_c: 1085 },
      { name: 'zinc', share: 0.4, melts_c: 420 }
    ],
    fumes_off: { name: 'zinc', share: 0.03 },
    steps: [
      'Melt all the copper, skim it, and let it cool until it only just stays liquid.',
      'Stand upwind: zinc boils at 907 °C and burns with white smoke.',
      'Push the zinc, in warm dry pieces, under the surface one at a time.',
      'Stir with a hot dry rod, skim, and pour at once.'
    ]
  },
  'aluminium-bronze': {
    parts: [
      { name: 'copper', share: 0.9, melts_c: 1085 },
      { name: 'aluminium', share: 0.1, melts_c: 660 }
    ],
    steps: [
      'Melt all the copper, and skim it.',
      'Turn the furnace down: copper and aluminium heat themselves as they join.',
      'Push the aluminium, warm and dry, under in small pieces, and wait after each.',
      'Stir gently so that no skin is folded in, skim, and pour.'
    ]
  }
} as const satisfies Partial<Record<Alloy, AlloyRecipe>>;

export type MadeUp = keyof typeof ALLOY_RECIPES;
export const MADE_UP = Object.keys(ALLOY_RECIPES) as MadeUp[];

/** How an alloy is made up; null where it is bought as it is. */
export const recipeOf = (alloy: Alloy): AlloyRecipe | null =>
  (ALLOY_RECIPES as Partial<Record<Alloy, AlloyRecipe>>)[alloy] ?? null;
