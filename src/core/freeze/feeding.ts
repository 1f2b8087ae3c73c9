import { METAL, isMetal } from './field';
import type { FreezingTimes } from './freezing';

/** Metal of a body that freezes after what is about it, shut off from what could feed it. */
export interface CutOff {
  /** The last cell of it to be solid. */
  at: number;
  body: number;
  /** Until then it is fed, and when the last of it is solid, s. */
  from_s: number;
  until_s: number;
  /** Metal that was still liquid as it was shut off, m³: of mush its liquid share. */
  liquid_m3: number;
}

/**
 * Places where metal is still liquid that nothing feeds: cells are taken from the last that feeds to the first; those that
 * touch grow together, and where a place without a feeder meets another it was cut off from then on.
 *
 * @param feeder whether a body gives metal to others, as a riser or a basin does
 * @param volume_m3 of a cell
 * @source merge tree of the times (components of superlevel sets), by union and find
 */
export function cutOffPlaces(
  [nx, ny, nz]: readonly [number, number, number],
  holds: Uint8Array,
  { begins_s, feeds_s, solid_s }: Pick<FreezingTimes, 'begins_s' | 'feeds_s' | 'solid_s'>,
  feeder: (body: number) => boolean,
  volume_m3: (at: number) => number
): CutOff[] {
  const metal: number[] = [];
  for (let at = 0; at < holds.length; at++) if (isMetal(holds[at]!)) metal.push(at);
  metal.sort((a, b) => feeds_s[b]! - feeds_s[a]!);
  const parent = new Int32Array(holds.length).fill(-1);
  const root = (at: number): number => {
    while (parent[at] !== at) {
      parent[at] = parent[parent[at]!]!;
      at = parent[at]!;
    }
    return at;
  };
  /** Of each place, by its root: its last cell, whether it is fed. */
  const last = new Map<number, number>();
  const fed = new Uint8Array(holds.length);
  const found: CutOff[] = [];
  const close = (at: number, from_s: number) => {
    for (const [body, { hot, liquid_m3 }] of liquidAbout(last.get(at)!, from_s))
      found.push({ at: hot, body, from_s, until_s: solid_s[hot]!, liquid_m3 });
  };
  const neighbours = (at: number): number[] => {
    const [i, j, k] = [at % nx, Math.floor(at / nx) % ny, Math.floor(at / (nx * ny))];
    return [
      ...(i > 0 ? [at - 1] : []),
      ...(i < nx - 1 ? [at + 1] : []),
      ...(j > 0 ? [at - nx] : []),
      ...(j < ny - 1 ? [at + nx] : []),
      ...(k > 0 ? [at - nx * ny] : []),
      ...(k < nz - 1 ? [at + nx * ny] : [])
    ];
  };
  /** What is liquid at a time about a cell, as far as metal passes on: of each body, with the last of it to be solid. */
  const liquidAbout = (from: number, at_s: number): Map<number, { hot: number; liquid_m3: number }> => {
    const seen = new Set([from]);
    const ahead = [from];
    const bodies = new Map<number, { hot: number; liquid_m3: number }>();
    for (let at = ahead.pop(); at !== undefined; at = ahead.pop()) {
      const share = (solid_s[at]! - at_s) / Math.max(1e-9, solid_s[at]! - begins_s[at]!);
      const of = bodies.get(holds[at]! - METAL) ?? { hot: at, liquid_m3: 0 };
      bodies.set(holds[at]! - METAL, {
        hot: solid_s[at]! > solid_s[of.hot]! ? at : of.hot,
        liquid_m3: of.liquid_m3 + volume_m3(at) * Math.max(0, Math.min(1, share))
      });
      for (const next of neighbours(at))
        if (isMetal(holds[next]!) && feeds_s[next]! > at_s && !seen.has(next)) {
          seen.add(next);
          ahead.push(next);
        }
    }
    return bodies;
  };
  for (const at of metal) {
    parent[at] = at;
    last.set(at, at);
    fed[at] = feeder(holds[at]! - METAL) ? 1 : 0;
    for (const next of neighbours(at)) {
      if (parent[next]! < 0) continue;
      let [a, b] = [root(at), root(next)];
      if (a === b) continue;
      // The one that goes on is the one that is fed, else the one that freezes later.
      const later = feeds_s[last.get(a)!]! >= feeds_s[last.get(b)!]!;
      if (fed[a] === fed[b] ? !later : fed[a] === 0) [a, b] = [b, a];
      if (fed[b] === 0 && fed[a] === 1 && feeds_s[last.get(b)!]! > feeds_s[at]!) close(b, feeds_s[at]!);
      parent[b] = a;
      last.delete(b);
    }
  }
  // What no feeder ever reaches was shut off from the first.
  for (const at of last.keys()) if (fed[at] === 0) close(at, 0);
  return found.sort((a, b) => b.liquid_m3 - a.liquid_m3);
}
