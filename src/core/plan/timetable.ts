import { MINUTE_MS, type Placed, type PlanStep } from './steps/step';
import { firstFree, joined, less, type Span } from './spans';

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
    const lists = namesOf(step, who).map((name) => this.freeOf(name));
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

  /**
   * The first place for a step that what it waits for allows: where that may not lie so long, it is moved later, up to the
   * step; null where there is none.
   */
  firstWithin(
    step: PlanStep,
    who: string | null,
    ready: number,
    steps: ReadonlyMap<string, PlanStep>
  ): Fit | null {
    const bound = step.after.find(({ most_min }) => most_min !== undefined);
    let place = this.firstPlace(step, who, ready);
    const before = bound && steps.get(bound.id);
    if (!bound || !before || !place) return place && { place, moved: null };
    const [lag, most] = [bound.lag_min * MINUTE_MS, bound.most_min! * MINUTE_MS];
    const was = this.placed.get(bound.id)!;
    if (place.from - was.to <= most) return { place, moved: null };
    const back = this.takeOut(before, was);
    try {
      for (let tries = 0; tries < MOST_MOVES; tries++) {
        const later = this.firstPlace(before, was.who, place.from - most - (was.to - was.from));
        if (!later) return null;
        // It comes after the other one, and so never into its way.
        place = this.firstPlace(step, who, Math.max(ready, later.to + lag));
        if (!place) return null;
        if (place.from - later.to <= most) return { place, moved: { step: before, place: later } };
      }
      return null;
    } finally {
      back();
    }
  }

  /** Puts a step in, and what it waits for where that had to move; what is handed back puts all back as it was. */
  fit(step: PlanStep, { place, moved }: Fit): () => void {
    if (!moved) return this.put(step, place);
    const back = this.takeOut(moved.step, this.placed.get(moved.step.id)!);
    const undo = this.put(moved.step, moved.place);
    const out = this.put(step, place);
    return () => {
      out();
      undo();
      back();
    };
  }

  /** Takes a step out of its place; what is handed back puts it in again. */
  takeOut(step: PlanStep, place: Placed): () => void {
    const names = namesOf(step, place.who);
    const before = names.map((name) => [name, this.freeOf(name)] as const);
    for (const name of names) this.free.set(name, joined(this.freeOf(name), place));
    this.placed.delete(step.id);
    return () => {
      for (const [name, spans] of before) this.free.set(name, spans);
      this.placed.set(step.id, place);
    };
  }

  /** Puts a step in; what is handed back takes it out again. */
  put(step: PlanStep, place: Placed): () => void {
    const names = namesOf(step, place.who);
    const before = names.map((name) => [name, this.freeOf(name)] as const);
    for (const name of names) this.free.set(name, less(this.freeOf(name), place));
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

/** A place for a step, and where what it waits for has to go for it. */
export interface Fit {
  place: Placed;
  moved: { step: PlanStep; place: Placed } | null;
}

/** Openings of the two that may not fit together before one gives up. */
const MOST_MOVES = 400;

const namesOf = ({ uses }: PlanStep, who: string | null) => (who === null ? uses : [...uses, who]);
