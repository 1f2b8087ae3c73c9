/** Where the marks of a mold that cools stand on its strip, and where it is now, percent from the left. */
export interface WaitPlaces {
  marks: { says: 'solid' | 'open' | 'by hand'; at: number }[];
  now: number;
}

const SOLID = 8;
const OPEN = 56;
const HAND = 92;

/**
 * Each stretch of the wait is drawn as long as it matters, not as long as it lasts: overnight would leave nothing to see
 * of the first half hour.
 *
 * @param of when it was poured, and when it is solid, open and to be held, ms; null where that is not known
 */
export function shakenPlaces(
  of: { at: number; solid: number | null; open: number | null; hand: number | null },
  now: number
): WaitPlaces {
  const stops: { ms: number; at: number; says?: WaitPlaces['marks'][number]['says'] }[] = [
    { ms: of.at, at: 0 }
  ];
  if (of.solid !== null) stops.push({ ms: of.solid, at: SOLID, says: 'solid' });
  if (of.open !== null) stops.push({ ms: of.open, at: OPEN, says: 'open' });
  if (of.hand !== null) stops.push({ ms: of.hand, at: HAND, says: 'by hand' });
  const marks = stops.flatMap(({ says, at }) => (says ? [{ says, at }] : []));
  const last = stops.at(-1)!;
  if (now >= last.ms) return { marks, now: stops.length > 1 ? Math.min(99, last.at + 4) : 0 };
  const i = Math.max(
    1,
    stops.findIndex(({ ms }) => now < ms)
  );
  const [from, to] = [stops[i - 1]!, stops[i]!];
  const share = to.ms > from.ms ? Math.max(0, (now - from.ms) / (to.ms - from.ms)) : 1;
  return { marks, now: from.at + share * (to.at - from.at) };
}
