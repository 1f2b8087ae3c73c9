/** A stretch of time, ms since 1970: from, up to but not including to. */
export interface Span {
  from: number;
  to: number;
}

/** The same time, in order, none touching the next; empty stretches go. */
export function tidy(spans: readonly Span[]): Span[] {
  const sorted = spans.filter(({ from, to }) => to > from).sort((a, b) => a.from - b.from);
  const tidied: Span[] = [];
  for (const span of sorted) {
    const last = tidied.at(-1);
    if (last && span.from <= last.to) last.to = Math.max(last.to, span.to);
    else tidied.push({ ...span });
  }
  return tidied;
}

/** What is left of tidy stretches when others are taken out. */
export function without(spans: readonly Span[], taken: readonly Span[]): Span[] {
  let left: Span[] = [...spans];
  for (const { from, to } of tidy(taken))
    left = left.flatMap((span) =>
      span.to <= from || span.from >= to
        ? [span]
        : [
            { from: span.from, to: from },
            { from: to, to: span.to }
          ].filter((part) => part.to > part.from)
    );
  return left;
}

/** The same stretches seen from the other end of time: what came last comes first. */
export const mirrored = (spans: readonly Span[]): Span[] =>
  spans.map(({ from, to }) => ({ from: -to, to: -from })).reverse();

/**
 * The first time from which some stretch of it is free on all of some lists at once.
 *
 * @param lists free time, each tidy; none: always free
 * @returns null where there is none
 */
export function firstFree(lists: readonly (readonly Span[])[], at: number, length: number): number | null {
  let from = at;
  const places = lists.map((spans) => endingAfter(spans, at + length));
  for (let moved = true; moved;) {
    moved = false;
    for (const [i, spans] of lists.entries()) {
      while (places[i]! < spans.length && spans[places[i]!]!.to < from + length) places[i]! += 1;
      const span = spans[places[i]!];
      if (!span) return null;
      if (span.from > from) {
        from = span.from;
        moved = true;
      }
    }
  }
  return from;
}

/** Where in tidy stretches the first one is that ends at some time or later. */
function endingAfter(spans: readonly Span[], at: number): number {
  let [low, high] = [0, spans.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (spans[middle]!.to < at) low = middle + 1;
    else high = middle;
  }
  return low;
}
