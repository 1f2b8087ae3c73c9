/**
 * What is put into a crucible: how much room it takes before it melts, how much of it is lost, and what it can do to whoever
 * melts it.
 *
 * Source: usual hobby figures for hand-charged crucibles; losses of aluminium: metal that was cast before 2 to 6 %, wrought and
 * extruded 4 to 10 %, drink cans 15 to 35 %, chips 5 to 15 % (handbook default).
 */
export interface ScrapKind {
  name: string;
  /** Share of the room it lies in that is metal. */
  packs: number;
  /** Where its loss lies, least and most, in the alloy's own range: 0 at its clean end, 1 at its dirty one, and past it. */
  dirty: readonly [number, number];
  /** How it is charged, and what it costs. */
  says: string;
  /** What it can do, where it can do more than metal does. */
  harms: readonly ScrapHarm[];
  /** Only of aluminium. */
  light_only?: boolean;
}

export const SCRAP_HARMS = ['chips', 'hollow', 'cans', 'coated', 'unknown', 'not-for-food'] as const;
export type ScrapHarm = (typeof SCRAP_HARMS)[number];

export const SCRAP = {
  ingot: {
    name: 'ingot',
    packs: 0.6,
    dirty: [0, 0.25],
    says: 'clean and of known make: the best there is; warm it before it goes in',
    harms: []
  },
  cast: {
    name: 'cast scrap',
    packs: 0.4,
    dirty: [0, 1],
    says: 'metal that was cast before casts again; break it small, take steel out, cut hollows open',
    harms: ['hollow', 'not-for-food']
  },
  returns: {
    name: 'own sprues and scrap castings',
    packs: 0.4,
    dirty: [0, 1],
    says: 'knock the sand off: it goes into the dross and into the castings',
    harms: []
  },
  extruded: {
    name: 'wrought, extruded or sheet',
    packs: 0.2,
    dirty: [0.5, 2],
    says: 'made to be pressed, not cast: it runs badly and feeds badly; push it under a pool',
    harms: ['not-for-food']
  },
  chips: {
    name: 'chips and swarf',
    packs: 0.12,
    dirty: [0.75, 3.25],
    says: 'washed, dried and pressed; under the surface of a melt that is there already, never damp',
    harms: ['chips', 'not-for-food']
  },
  cans: {
    name: 'drink cans',
    packs: 0.1,
    dirty: [3.25, 8.25],
    says: 'a sixth to a third goes as dross; crushed and dry, under a pool',
    harms: ['cans', 'not-for-food'],
    light_only: true
  },
  coated: {
    name: 'painted, plated or galvanised',
    packs: 0.3,
    dirty: [0.5, 3],
    says: 'leave it out if you can; strip it first, and stay upwind of the fume',
    harms: ['coated', 'not-for-food']
  },
  unknown: {
    name: 'unknown scrap',
    packs: 0.3,
    dirty: [0, 3.25],
    says: 'weigh it in air and in water before it goes anywhere near the crucible',
    harms: ['unknown', 'hollow', 'not-for-food']
  }
} as const satisfies Record<string, ScrapKind>;

export type Scrap = keyof typeof SCRAP;
export const SCRAP_NAMES = Object.keys(SCRAP) as Scrap[];

/** The heel that stays in a crucible, share of the charge (handbook default: 5 to 10 %). */
export const USUAL_HEEL = 0.08;
