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
  return tidy(taken).reduce(less, [...spans]);
}

/** Tidy stretches and one more, which touches or overlaps whatever it does. */
export function joined(spans: readonly Span[], { from, to }: Span): Span[] {
  if (to <= from) return [...spans];
  const first = endingAfter(spans, from);
  let [begins, ends, next] = [from, to, first];
  for (; next < spans.length && spans[next]!.from <= to; next++) {
    begins = Math.min(begins, spans[next]!.from);
    ends = Math.max(ends, spans[next]!.to);
  }
  return [...spans.slice(0, first), { from: begins, to: ends }, ...spans.slice(next)];
}

/** Tidy stretches less one. */
export function less(spans: readonly Span[], { from, to }: Span): Span[] {
  if (to <= from) return [...spans];
  const first = endingAfter(spans, from);
  const left: Span[] = [];
  let next = first;
  for (; next < spans.length && spans[next]!.from < to; next++) {
    if (spans[next]!.from < from) left.push({ from: spans[next]!.from, to: from });
    if (spans[next]!.to > to) left.push({ from: to, to: spans[next]!.to });
  }
  return [...spans.slice(0, first), ...left, ...spans.slice(next)];
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
    for (let i = 0; i < lists.length; i++) {
      const spans = lists[i]!;
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
