import type { CastingFacts } from './steps/casting-facts';
import { subsets } from './slips';

/** So many ways to leave patterns out are looked through, the fewest first. */
const MOST_WAYS = 30;

/**
 * Which patterns to leave out if the day must stand, as one whose varnish is not dry holds up every mold that it lies in: the
 * others keep their places.
 *
 * @param in_time whether the day of such facts comes in time
 * @returns null where that helps in no way that was looked at
 */
export function patternsToLeaveOut(
  facts: CastingFacts,
  in_time: (left: CastingFacts) => boolean
): number[] | null {
  const all = [...new Set(facts.molds.flatMap(({ pattern_ids }) => pattern_ids))];
  let ways = 0;
  for (let size = 1; size < all.length; size++)
    for (const out of subsets(all, size)) {
      if (++ways > MOST_WAYS) return null;
      if (in_time(withoutPatterns(facts, new Set(out)))) return out;
    }
  return null;
}

/** The day without some patterns: a mold that holds nothing else is not rammed; what is melted for the others is left as it was. */
export function withoutPatterns(facts: CastingFacts, out: ReadonlySet<number>): CastingFacts {
  const stays = (id: number) => !out.has(id);
  const molds = facts.molds
    .filter(({ pattern_ids, poured, rammed }) => rammed || poured || pattern_ids.some(stays))
    .map((mold) => ({ ...mold, pattern_ids: mold.pattern_ids.filter(stays) }));
  const left = new Set(molds.map(({ number }) => number));
  return {
    ...facts,
    patterns: facts.patterns.filter(({ id }) => stays(id)),
    molds,
    melts: facts.melts
      .map((melt) => ({ ...melt, molds: melt.molds.filter((number) => left.has(number)) }))
      .filter((melt) => melt.molds.length > 0)
  };
}
