import { MINUTE_MS, type Placed, type PlanStep } from './step';
import { firstFree, type Span } from './spans';

/** Who has time when: tidy stretches by person. */
export type People = Readonly<Record<string, readonly Span[]>>;

/** Steps that have found their place; more are put in one by one, and taken out again. */
export class Timetable {
  readonly placed = new Map<string, Placed>();
  private readonly free = new Map<string, Span[]>();

  constructor(
    private readonly people: People,
    /** Nothing before this, ms since 1970. */
    private readonly from: number
  ) {}

  /** When all that a step waits for is over; null while some of it has no place. */
  ready({ after, not_before }: PlanStep): number | null {
    let at = Math.max(this.from, not_before ?? -Infinity);
    for (const { id, lag_min } of after) {
      const before = this.placed.get(id);
      if (!before) return null;
      at = Math.max(at, before.to + lag_min * MINUTE_MS);
    }
    return at;
  }

  /** The first place for a step in somebody's hands; null where there is none. */
  firstPlace(step: PlanStep, who: string | null, ready: number): Placed | null {
    const lists = step.uses.map((name) => this.freeOf(name));
    if (who !== null) lists.push(this.freeOf(who));
    const length = step.minutes * MINUTE_MS;
    const from = firstFree(lists, ready, length);
    return from === null ? null : { from, to: from + length, who };
  }

  /** The soonest of the places that any of its people has. */
  soonest(step: PlanStep, ready: number): Placed | null {
    let best: Placed | null = null;
    for (const who of step.by.length > 0 ? step.by : [null]) {
      const place = this.firstPlace(step, who, ready);
      if (place && (!best || place.from < best.from)) best = place;
    }
    return best;
  }

  /** Puts a step in; what is handed back takes it out again. */
  put(step: PlanStep, place: Placed): () => void {
    const names = [...step.uses, ...(place.who === null ? [] : [place.who])];
    const before = names.map((name) => [name, this.freeOf(name)] as const);
    for (const name of names) this.free.set(name, taken(this.freeOf(name), place));
    this.placed.set(step.id, place);
    return () => {
      for (const [name, spans] of before) this.free.set(name, spans);
      this.placed.delete(step.id);
    };
  }

  private freeOf(name: string): Span[] {
    let spans = this.free.get(name);
    if (!spans)
      // What is nobody's, such as the furnace, is always there.
      this.free.set(name, (spans = [...(this.people[name] ?? [{ from: -Infinity, to: Infinity }])]));
    return spans;
  }
}

/** Free time less one place that lies within it. */
function taken(spans: readonly Span[], { from, to }: Span): Span[] {
  if (to <= from) return [...spans];
  const left: Span[] = [];
  for (const span of spans) {
    if (span.to <= from || span.from >= to) {
      left.push(span);
      continue;
    }
    if (span.from < from) left.push({ from: span.from, to: from });
    if (span.to > to) left.push({ from: to, to: span.to });
  }
  return left;
}
