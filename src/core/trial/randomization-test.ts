/** More pairs than these are not tried: each doubles the work, and no keeper pours more molds for one question. */
export const MOST_PAIRS = 16;

/**
 * How often chance alone, had the lot fallen otherwise, would have shown at least as much: the share of all ways of dealing
 * the two out within pairs whose differences come to no less. It asks nothing of how the figures are spread.
 *
 * @param differences of each pair, above 0 where the new way was better; 1 to 16 of them
 * @source randomization test for matched pairs (Fisher 1935, Pitman 1937), exact, one-sided
 * @example five pairs, all better → 1/32
 * @throws RangeError of more pairs than can be gone through
 */
export function chanceByLot(differences: readonly number[]): number {
  if (differences.length > MOST_PAIRS) throw new RangeError(`More than ${MOST_PAIRS} pairs.`);
  // A pair that came out even stays even whichever way it is dealt.
  const told = differences.filter((each) => each !== 0).map(Math.abs);
  const observed = differences.reduce((sum, each) => sum + each, 0);
  const near = 1e-9 * told.reduce((sum, each) => sum + each, 1);
  const signs = told.map(() => 1);
  let sum = told.reduce((all, each) => all + each, 0);
  const ways = 2 ** told.length;
  let as_good = 0;
  for (let way = 1; ; way++) {
    if (sum >= observed - near) as_good += 1;
    if (way === ways) return as_good / ways;
    // One sign turns from each way to the next: the Gray code.
    const turned = 31 - Math.clz32(way & -way);
    sum -= 2 * signs[turned]! * told[turned]!;
    signs[turned] = -signs[turned]!;
  }
}
