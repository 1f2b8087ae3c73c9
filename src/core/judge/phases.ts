import { controlChart, type Signal } from './control-chart';

/** A reading of one property. */
export interface Reading {
  /** ms since 1970. */
  at: number;
  value: number;
}

/** A time from which readings are another matter: the heap was renewed, say. */
export interface Boundary {
  at: number;
  /** What began it, as in "since the new clay". */
  since: string;
}

export interface Phase {
  since: string | null;
  /** When that was, ms; null of the first. */
  from: number | null;
  readings: Reading[];
  /** Null where there are too few readings for limits. */
  chart: {
    mean: number;
    limits: [number, number];
    moving_range_mean: number;
    moving_range_limit: number;
    /** Readings that set the limits. */
    baseline: number;
  } | null;
  signals: (Signal & { at: number })[];
}

/** Fewer readings set no limits worth the name. */
export const FEWEST_READINGS = 6;
/** The first of a phase set its limits; what comes later is held against them. */
const BASELINE = 20;

/**
 * Readings in the phases that renewals begin, each with limits of its own: the first readings of a phase set them, and all
 * are held against them.
 *
 * @param readings in order of time
 */
export function phasesOf(readings: readonly Reading[], boundaries: readonly Boundary[]): Phase[] {
  const sorted = [...boundaries].sort((a, b) => a.at - b.at);
  const starts = [{ at: -Infinity, since: null as string | null }, ...sorted];
  return starts.flatMap(({ at, since }, i): Phase[] => {
    const end = starts[i + 1]?.at ?? Infinity;
    const of = readings.filter((reading) => reading.at >= at && reading.at < end);
    if (of.length === 0) return [];
    const from = Number.isFinite(at) ? at : null;
    if (of.length < FEWEST_READINGS) return [{ since, from, readings: of, chart: null, signals: [] }];
    const baseline = Math.min(BASELINE, of.length);
    const { signals, ...chart } = controlChart(
      of.map(({ value }) => value),
      baseline
    );
    return [
      {
        since,
        from,
        readings: of,
        chart: { ...chart, baseline },
        signals: signals.map((signal) => ({ ...signal, at: of[signal.index]!.at }))
      }
    ];
  });
}

/** A signal in words: "eight readings on one side since the new clay". */
export function signalWords({ rule }: Pick<Signal, 'rule'>, since: string | null): string {
  const when = since ? ` ${since}` : '';
  switch (rule) {
    case 'beyond-limits':
      return `one reading beyond what chance does${when}`;
    case 'two-of-three':
      return `two of three readings far to one side${when}`;
    case 'eight-on-one-side':
      return `eight readings on one side${when}`;
    case 'six-in-one-direction':
      return `six readings rising or falling one after the other${when}`;
    case 'range-beyond-limit':
      return `a jump between two readings that chance does not make${when}`;
  }
}
