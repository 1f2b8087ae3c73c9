import type { MoldState } from './mold-life';

/** What a running casting waits for. */
export type Due =
  | { do: 'plan' }
  | { do: 'ram' | 'pour' | 'open' | 'shake-out'; mold_id: number }
  /** Until the first of the poured molds may be opened, ms since 1970; null where that is not known. */
  | { do: 'wait'; mold_id: number; until: number | null }
  | { do: 'sand' }
  | { do: 'over' };

/** A mold as the wheel sees it. */
export interface MoldUnderway {
  id: number;
  state: MoldState;
  /** When it may be opened, ms since 1970; null where it was not poured, or nobody can tell. */
  opens: number | null;
  /** Somebody opened it. */
  opened: boolean;
}

/**
 * What is due now: an open mold first, then metal that waits for nobody, then sand that waits, and last the wait itself.
 *
 * @param stage of the session
 */
export function dueNow(stage: string, molds: readonly MoldUnderway[], now: number): Due {
  if (stage === 'done') return { do: 'over' };
  if (stage === 'recondition') return { do: 'sand' };
  const left = molds.filter(({ state }) => state !== 'broken');
  if (left.length === 0) return { do: 'plan' };
  const poured = left.filter(({ state }) => state === 'poured');
  const opened = poured.find((mold) => mold.opened);
  if (opened) return { do: 'shake-out', mold_id: opened.id };
  const ripe = poured.find(({ opens }) => opens !== null && opens <= now);
  if (ripe) return { do: 'open', mold_id: ripe.id };
  const closed = left.find(({ state }) => state === 'closed');
  if (closed) return { do: 'pour', mold_id: closed.id };
  const unrammed = left.find(({ state }) => state === 'planned' || state === 'rammed');
  if (unrammed) return { do: 'ram', mold_id: unrammed.id };
  if (poured.length > 0) {
    const first = [...poured].sort((a, b) => (a.opens ?? Infinity) - (b.opens ?? Infinity))[0]!;
    return { do: 'wait', mold_id: first.id, until: first.opens };
  }
  return { do: 'sand' };
}
