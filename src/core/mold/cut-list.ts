import { BOARDS, CLAMP_EVERY_M } from '$core/reference/mold';
import type { LeastFlask } from './fit';

/** A piece to be cut: how many of it, and its sizes, m. */
export interface Piece {
  what: 'cope side' | 'cope end' | 'drag side' | 'drag end' | 'bar' | 'molding board' | 'bottom board';
  count: number;
  length_m: number;
  width_m: number;
  thick_m: number;
}

export interface CutList {
  /** Inside, rounded up to what one cuts, m. */
  inside: LeastFlask;
  pieces: Piece[];
  pins: number;
  clamps: number;
}

/** Up to what one cuts by; a length that is on the mark stays there. */
const up = (m: number): number => Math.ceil(m / BOARDS.step_m - 1e-6) * BOARDS.step_m;

/**
 * What a flask is sawn from: sides that reach over the ends, a molding board and a bottom board that stand out all round,
 * bars where the cope's sand would not span it, pins to find its place and clamps to hold it.
 *
 * @param bars across the cope
 */
export function cutList(least: LeastFlask, bars: number): CutList {
  const inside = {
    length_m: up(least.length_m),
    width_m: up(least.width_m),
    cope_m: up(least.cope_m),
    drag_m: up(least.drag_m)
  };
  const { thick_m, board_over_m } = BOARDS;
  const side = (what: Piece['what'], length_m: number, width_m: number): Piece => ({
    what,
    count: 2,
    length_m,
    width_m,
    thick_m
  });
  const long = inside.length_m + 2 * thick_m;
  const board = (what: Piece['what']): Piece => ({
    what,
    count: 1,
    length_m: long + 2 * board_over_m,
    width_m: inside.width_m + 2 * thick_m + 2 * board_over_m,
    thick_m
  });
  return {
    inside,
    pieces: [
      side('cope side', long, inside.cope_m),
      side('cope end', inside.width_m, inside.cope_m),
      side('drag side', long, inside.drag_m),
      side('drag end', inside.width_m, inside.drag_m),
      ...(bars > 0
        ? [
            {
              what: 'bar' as const,
              count: bars,
              length_m: inside.width_m,
              // A bar stops short of the parting.
              width_m: Math.max(BOARDS.step_m, inside.cope_m - 2 * BOARDS.board_over_m),
              thick_m
            }
          ]
        : []),
      board('molding board'),
      board('bottom board')
    ],
    pins: 2,
    clamps: 2 * Math.max(1, Math.ceil(long / CLAMP_EVERY_M))
  };
}
