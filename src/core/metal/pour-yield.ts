/** A mold that was poured, and what came out of it. */
export interface PouredForYield {
  poured_kg: number;
  /** Of its way in as it was sized, kg. */
  gating_kg: number;
  /** How many castings it has. */
  castings: number;
  /** Each casting that was judged: as weighed, else null; and what one like it should weigh. */
  out: readonly { kg: number | null; expected_kg: number; scrap: boolean }[];
}

export interface PourYield {
  poured_kg: number;
  /** Good or usable castings, kg. */
  kept_kg: number;
  /** Some of them were not weighed: taken as heavy as they should be. */
  guessed: boolean;
  /** Kept over poured, 0–1. */
  share: number;
  /** Where the rest went, kg: castings that were scrapped, the way in, and what is neither. */
  scrap_kg: number;
  gating_kg: number;
  other_kg: number;
  /** What took most of what was not kept; null where nearly all was kept. */
  raise: 'scrap' | 'gating' | 'other' | null;
}

/** Kept so much, there is little to raise (handbook default: hobby pours keep half to two thirds). */
const GOOD_SHARE = 0.75;

/**
 * How much of what was poured on a day was kept as castings, where the rest went, and what took most of it.
 *
 * @param molds poured; one of which not every casting was judged yet tells nothing
 * @returns null while there is none that tells
 * @source mass balance: poured = kept + scrapped + way in + what is neither (spilled, run out, fatter than planned)
 */
export function pourYield(molds: readonly PouredForYield[]): PourYield | null {
  const judged = molds.filter(({ out, castings }) => castings > 0 && out.length >= castings);
  const sum = (of: (mold: PouredForYield) => number) => judged.reduce((total, mold) => total + of(mold), 0);
  const poured_kg = sum((mold) => mold.poured_kg);
  if (!(poured_kg > 0)) return null;
  const weight = ({ kg, expected_kg }: PouredForYield['out'][number]) => kg ?? expected_kg;
  const of = (scrap: boolean) =>
    sum(({ out }) =>
      out.filter((each) => each.scrap === scrap).reduce((total, each) => total + weight(each), 0)
    );
  const [kept_kg, scrap_kg] = [of(false), of(true)];
  const gating_kg = Math.min(
    sum((mold) => mold.gating_kg),
    Math.max(0, poured_kg - kept_kg - scrap_kg)
  );
  const other_kg = Math.max(0, poured_kg - kept_kg - scrap_kg - gating_kg);
  const share = Math.min(1, kept_kg / poured_kg);
  const [[raise]] = (
    [
      ['scrap', scrap_kg],
      ['gating', gating_kg],
      ['other', other_kg]
    ] as const
  ).toSorted(([, a], [, b]) => b - a) as [['scrap' | 'gating' | 'other', number]];
  return {
    poured_kg,
    kept_kg,
    guessed: judged.some(({ out }) => out.some(({ kg }) => kg === null)),
    share,
    scrap_kg,
    gating_kg,
    other_kg,
    raise: share >= GOOD_SHARE ? null : raise
  };
}
