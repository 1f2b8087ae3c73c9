import type { LeftOut, Wanted } from '$lib/schema/plan';

const list = new Intl.ListFormat('en-GB');

/** The castings that a way leaves out, in words. */
export const castingsOf = ({ castings }: LeftOut): string =>
  list.format(castings.map(({ count, name }) => `${count} × ${name}`));

/** The same, and what becomes of the molds. */
export function leftOutWords(way: LeftOut): string {
  const { molds } = way;
  const then =
    molds.length === 0
      ? 'the other castings keep their molds'
      : molds.length === 1
        ? `mold ${molds[0]} is not rammed`
        : `molds ${list.format(molds.map(String))} are not rammed`;
  return `${castingsOf(way)}: ${then}`;
}

/** What is still wanted of a plan without them; a pattern of which nothing is left goes with its coats. */
export const wantedWithout = (wanted: readonly Wanted[], { castings }: LeftOut): Wanted[] =>
  wanted.flatMap((each) => {
    const out = castings.find(({ pattern_id }) => pattern_id === each.pattern_id)?.count ?? 0;
    return each.count > out ? [{ ...each, count: each.count - out }] : [];
  });
