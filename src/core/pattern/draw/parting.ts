import { DRAFT_FROM, draftAngle, draftClass, type DraftClass } from './draft';
import type { Samples } from './samples';
import type { Vector } from '../mesh/triangles';

/**
 * What of the surface can leave along a pull: out into the cope, out into the drag. A wall beside the pull may do either.
 * Sand that lies on a face leaves with its own half: the cope along the pull, the drag against it.
 */
export interface Ways {
  up: Uint8Array;
  down: Uint8Array;
}

/** How a parting is laid through a body. */
export interface Parting {
  /** Height of a flat parting along the pull, m from the origin. */
  height_m: number;
  /** Area that a flat parting there cannot release, m². */
  flat_m2: number;
  /** Area that cannot leave however the parting is stepped along the widest line, m². */
  stepped_m2: number;
  /** Wall without draft, in a stepped parting, m². */
  no_draft_m2: number;
}

/** Heights within this share of the body's reach are one. */
export const LEVEL = 1e-5;

/** Cosine of the normal with the pull below which a face is a wall beside it. */
const WALL = Math.sin(DRAFT_FROM.scant);

/**
 * The flat parting that holds least back, and what any parting holds back. Among heights as good the lowest part in the
 * cope wins: a pattern that can lie flat in the drag does.
 *
 * @param ways which samples see out
 * @param along least and most of the body along the pull, m
 * @param heights how many are tried
 */
export function bestParting(
  samples: Samples,
  pull: Vector,
  ways: Ways,
  { least, most }: { least: number; most: number },
  heights = 256
): Parting {
  const { count, at, normal, area_m2 } = samples;
  // By height: what is lost when the parting lies below it (it is in the cope), and when above (in the drag).
  const in_cope = new Float64Array(heights);
  const in_drag = new Float64Array(heights);
  const span = most - least || 1;
  const [px, py, pz] = pull;
  let stepped = 0;
  let walls = 0;
  for (let i = 0, k = 0; i < count; i++, k += 3) {
    const facing = normal[k]! * px + normal[k + 1]! * py + normal[k + 2]! * pz;
    const height = at[k]! * px + at[k + 1]! * py + at[k + 2]! * pz;
    const bin = Math.max(0, Math.min(heights - 1, Math.floor(((height - least) / span) * heights)));
    const up = ways.up[i] === 1 && facing > -WALL;
    const down = ways.down[i] === 1 && facing < WALL;
    // What looks out where the body ends lies on the parting there, and hinders neither half.
    if (!up && !(facing < -WALL && height - least < span * LEVEL)) in_cope[bin]! += 1;
    if (!down && !(facing > WALL && most - height < span * LEVEL)) in_drag[bin]! += 1;
    if (!up && !down) stepped += 1;
    else if (Math.abs(facing) < WALL) walls += 1;
  }
  // The parting lies under bin p: bins from p up are in the cope, those below it in the drag.
  let held = in_cope.reduce((sum, each) => sum + each, 0);
  let best = { held, p: 0 };
  for (let p = 1; p <= heights; p++) {
    held += in_drag[p - 1]! - in_cope[p - 1]!;
    if (held <= best.held) best = { held, p };
  }
  // What is counted up and down again comes out a rounding beside nothing.
  const flat = Math.round(best.held);
  return {
    height_m: best.p === heights ? most : least + (best.p / heights) * span,
    flat_m2: flat * area_m2,
    stepped_m2: stepped * area_m2,
    no_draft_m2: walls * area_m2
  };
}

/**
 * The class of a face in the half that it lies in.
 *
 * @param facing cosine of its outward normal with the pull
 * @param in_cope it lies above the parting; null where the parting is stepped and it goes whichever way it can
 */
export function classOf(facing: number, up: boolean, down: boolean, in_cope: boolean | null): DraftClass {
  const cope = in_cope ?? (facing > WALL || (facing > -WALL && up));
  if (!(cope ? up : down)) return 'undercut';
  return draftClass(draftAngle(cope ? facing : -facing));
}
