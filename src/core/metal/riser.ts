import type { AlloyFigures } from '../reference/alloys';

/** Where a riser stands: open at the top of the cope on its casting or beside it, or beside it with sand all round. */
export const RISER_KINDS = ['on-top', 'beside', 'blind'] as const;
export type RiserKind = (typeof RISER_KINDS)[number];

/** A reservoir that freezes after what it feeds: an upright cylinder. */
export interface Riser {
  /** One for each casting. */
  count: number;
  /** On the casting, or beside it on the parting where the cope has no room above it. */
  stands: RiserKind;
  diameter_m: number;
  height_m: number;
  modulus_m: number;
  kg: number;
  /** What the casting asks of it, and what it can give before it is hollow, m³. */
  asks_m3: number;
  gives_m3: number;
  /** False where the cope is too low for one that feeds; how high it would have to be, m. */
  fits: boolean;
  wants_height_m: number;
}

/** What a riser is worked out from. Lengths m. */
export interface ToFeed {
  /** Of the heaviest casting: volume over surface. */
  modulus_m: number;
  castings_kg: number;
  castings: number;
  alloy: AlloyFigures;
  /** From the parting to the level in the basin, and how far the casting reaches up into that. */
  sprue_m: number;
  in_cope_m: number;
}

/**
 * A riser has 1.2 times the modulus of what it feeds, gives this share of itself, and is no wider than twice its height
 * (handbook default).
 */
const RISER = { modulus: 1.2, gives: 0.14, widest: 2 } as const;
/** Castings thinner than this feed themselves through their gates. */
const FED_BY_ITS_GATE_M = 0.004;
/** Ends of the cylinder that sand cools: standing on its casting only the top, beside it both. */
const ENDS = { 'on-top': 1, beside: 2, blind: 2 } as const;
/** A blind riser is so many times as high as it is wide, under so much sand, m (handbook default). */
const BLIND = { height: 1.5, under_m: 0.02 } as const;

const volume = (d: number, h: number) => (Math.PI / 4) * d * d * h;
/** Volume over cooled surface of a cylinder, m. */
const modulusOf = (d: number, h: number, ends: number) => (d * h) / (4 * h + ends * d);

/** A riser of one's own: how wide it is, m, nought for none, and where it stands; what is left out is worked out. */
export interface OwnRiser {
  diameter_m?: number | undefined;
  stands?: RiserKind | undefined;
}

/**
 * The riser of a mold. Open at the top, it fills to the level in the basin, so it stands as high as its cope has room, and is
 * as wide as that asks: on the casting, or beside it, where it has the whole cope, if there is too little above. A blind one
 * takes less metal, and is only made where somebody asks for it.
 *
 * @returns the riser that is made, null for none, and the one that is wanted, null for thin castings, which feed themselves
 * @source modulus rule and feed metal, foundry textbooks
 */
export function riserFor(of: ToFeed, own: OwnRiser = {}): { riser: Riser | null; wants: Riser | null } {
  const { diameter_m, stands } = own;
  const feeds_itself = of.modulus_m < FED_BY_ITS_GATE_M;
  const wanted = stands === undefined ? wantedRiser(of) : sized(of, stands);
  const wants = feeds_itself ? null : wanted;
  if (diameter_m === undefined) return { riser: wants, wants };
  if (diameter_m === 0) return { riser: null, wants };
  const kind = stands ?? (of.sprue_m > of.in_cope_m ? 'on-top' : 'beside');
  return { riser: riserOf(of, kind, diameter_m, heightOf(of, kind, diameter_m), true), wants: wanted };
}

/** How high the cope lets one be. */
const roomFor = (of: ToFeed, stands: RiserKind): number =>
  ({
    'on-top': of.sprue_m - of.in_cope_m,
    beside: of.sprue_m,
    blind: Math.max(0, of.sprue_m - BLIND.under_m)
  })[stands];

const heightOf = (of: ToFeed, stands: RiserKind, diameter_m: number): number =>
  stands === 'blind' ? Math.min(BLIND.height * diameter_m, roomFor(of, stands)) : roomFor(of, stands);

/** One of a kind that feeds, or as much as there is room for; what it lacks is said. */
function sized(of: ToFeed, stands: RiserKind): Riser {
  const room_m = roomFor(of, stands);
  if (stands === 'blind') {
    // d·h over 4·h + 2·d, of one half as high again as it is wide.
    const { height } = BLIND;
    const by_modulus = (RISER.modulus * of.modulus_m * (4 * height + ENDS.blind)) / height;
    const diameter_m = Math.max(by_modulus, Math.cbrt(feedVolume(of) / volume(1, height)));
    if (height * diameter_m <= room_m) return riserOf(of, stands, diameter_m, height * diameter_m, true);
  }
  const diameter_m = diameterFor(of, stands, room_m);
  const fits = diameter_m <= RISER.widest * room_m;
  return riserOf(of, stands, fits ? diameter_m : RISER.widest * room_m, room_m, fits);
}

function wantedRiser(of: ToFeed): Riser {
  const on_top = sized(of, 'on-top');
  if (on_top.fits) return on_top;
  // Where neither stands, the lower of both is the one on the casting.
  return { ...sized(of, 'beside'), wants_height_m: on_top.wants_height_m };
}

const castingVolume = ({ castings_kg, castings, alloy }: ToFeed) =>
  castings_kg / Math.max(1, castings) / alloy.solid_kg_m3;
/** Metal that it must hold so that 14 % of it makes up for what casting and riser lose, m³. */
const feedVolume = (of: ToFeed) => (of.alloy.shrinks * castingVolume(of)) / (RISER.gives - of.alloy.shrinks);

/** As wide as one of this height has to be, by its modulus and by its metal; infinite where none is wide enough. */
function diameterFor(of: ToFeed, stands: RiserKind, height_m: number): number {
  const modulus_m = RISER.modulus * of.modulus_m;
  const left = height_m - ENDS[stands] * modulus_m;
  if (!(left > 0)) return Infinity;
  const by_modulus = (4 * height_m * modulus_m) / left;
  return Math.max(by_modulus, Math.sqrt(feedVolume(of) / volume(1, height_m)));
}

/** How high one of a kind has to be so that twice its height is wide enough. */
const leastHeight = (of: ToFeed, stands: RiserKind): number =>
  Math.max(
    (RISER.modulus * of.modulus_m * (4 + ENDS[stands] * RISER.widest)) / RISER.widest,
    Math.cbrt(feedVolume(of) / volume(RISER.widest, 1))
  );

function riserOf(of: ToFeed, stands: RiserKind, diameter_m: number, height_m: number, fits: boolean): Riser {
  const modulus_m = modulusOf(diameter_m, height_m, ENDS[stands]);
  const holds_m3 = volume(diameter_m, height_m);
  return {
    count: Math.max(1, of.castings),
    stands,
    diameter_m,
    height_m,
    modulus_m,
    kg: holds_m3 * of.alloy.solid_kg_m3,
    asks_m3: of.alloy.shrinks * (castingVolume(of) + holds_m3),
    // One that freezes first gives nothing.
    gives_m3: modulus_m < RISER.modulus * of.modulus_m * 0.999 ? 0 : RISER.gives * holds_m3,
    fits,
    wants_height_m: leastHeight(of, stands)
  };
}
