/**
 * What a day's record says of one casting, made comparable: 0 is as it should be, 1 at the upper end of what is right, −1
 * at its lower end. What nobody measured is not there.
 */
export const MEASURED = [
  'moisture',
  'compactability',
  'fineness',
  'permeability',
  'hardness',
  'clay',
  'smoke',
  'closed-for',
  'pour-heat',
  'gate-speed',
  'fill-time',
  'margin',
  'sand-heat',
  'riser',
  'hold',
  'head',
  'wall',
  'draft'
] as const;
export type Measured = (typeof MEASURED)[number];

/** What a person saw, answered with yes or no. */
export const SEEN = [
  'few-vents',
  'grains-left',
  'stream-broke',
  'sprue-emptied',
  'damp-tools',
  'held-hot',
  'dross-seen',
  'pins-play',
  'knocked',
  'thick-dust',
  'ridge-left',
  'flask-rocks',
  'coat-soft',
  'sharp-corner',
  'gate-thin',
  'no-bars',
  'edges-sharp',
  'thin-dust',
  'not-rapped',
  'bare-sand',
  'mixed-grains',
  'thick-there',
  'rapped-after',
  'crucible-emptied',
  'riser-unseen',
  'metal-outside',
  'vents-through'
] as const;
export type Seen = (typeof SEEN)[number];
export type Sign = Measured | Seen;

/** Where a reading lies on that scale, and how unsure it is there. */
export interface Placed {
  at: number;
  sd: number;
}

export interface DayRecord {
  measured: Partial<Record<Measured, Placed>>;
  seen: Partial<Record<Seen, boolean>>;
}

/** A reading placed within the window that is right for it. */
export function inWindow(value: number, sd: number, min: number, max: number): Placed {
  const half = Math.max((max - min) / 2, 1e-9);
  return { at: (value - (min + max) / 2) / half, sd: sd / half };
}

/**
 * A reading that should reach a least value, or stay under a most: 0 where it is comfortably right, and 1 (or −1) at the
 * limit, each doubling past it one more.
 *
 * @param limit what it should reach, or not pass
 * @example against('most', 0.75, 0.5) // half as fast again as it may be: about 1.6
 */
export function against(what: 'least' | 'most', value: number, limit: number): Placed {
  const ratio = Math.max(1e-3, value / limit);
  const off = what === 'most' ? 1 + Math.log2(ratio) : -1 + Math.log2(ratio);
  return { at: what === 'most' ? Math.max(0, Math.min(4, off)) : Math.min(0, Math.max(-4, off)), sd: 0.2 };
}

/**
 * A reading beside what was planned: 0 where it is as planned or on the safe side of it, 1.2 half as far again past it, 2 at
 * twice as far. Who does as the plan says gives no cause.
 *
 * @param what whether less than planned, or more, is what harms
 * @param sd of the reading, share of it
 */
export function beside(what: 'least' | 'most', value: number, planned: number, sd = 0.1): Placed {
  const past = 2 * Math.log2(Math.max(1e-3, value / planned));
  return {
    at: what === 'most' ? Math.max(0, Math.min(4, past)) : Math.min(0, Math.max(-4, past)),
    sd: (2 * sd) / Math.LN2
  };
}
