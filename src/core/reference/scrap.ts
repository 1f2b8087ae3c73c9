/**
 * What is put into a crucible: how much room it takes before it melts, and how much more of it is lost than of ingot.
 *
 * Source: usual hobby figures for hand-charged crucibles (handbook default).
 */
export interface ScrapKind {
  name: string;
  /** Share of the room it lies in that is metal. */
  packs: number;
  /** Where its loss lies in the alloy's own range, 0 at its clean end; above 1 it is worse than that. */
  dirty: number;
  says: string;
}

export const SCRAP = {
  ingot: { name: 'ingot', packs: 0.6, dirty: 0, says: 'clean and of known make: the best there is' },
  cast: {
    name: 'cast scrap',
    packs: 0.4,
    dirty: 0.4,
    says: 'metal that was cast before casts again; break it small, take out steel'
  },
  returns: {
    name: 'own sprues and scrap castings',
    packs: 0.4,
    dirty: 0.5,
    says: 'knock the sand off: it goes into the dross and into the castings'
  },
  chips: {
    name: 'chips and swarf',
    packs: 0.12,
    dirty: 1.6,
    says: 'washed, dried and pressed; under the surface of a melt that is there already, never damp'
  },
  extruded: {
    name: 'extruded or sheet',
    packs: 0.2,
    dirty: 1.2,
    says: 'made to be pressed and not to be cast: thick and sticky, it runs badly'
  }
} as const satisfies Record<string, ScrapKind>;

export type Scrap = keyof typeof SCRAP;
export const SCRAP_NAMES = Object.keys(SCRAP) as Scrap[];

/** The heel that stays in a crucible, share of the charge (handbook default: 5 to 10 %). */
export const USUAL_HEEL = 0.08;
