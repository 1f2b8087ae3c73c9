import type { Flask } from '$core/mold/flask';

/** A flask on the rack, as the interface gives it. */
export interface OwnFlask {
  id: number;
  name: string;
  shape: 'rectangular' | 'round';
  length_mm: number;
  width_mm: number;
  cope_mm: number;
  drag_mm: number;
  wall: 'plain' | 'grooved';
  wall_mm: number | null;
  material: 'wood' | 'steel' | 'aluminium' | 'other' | null;
  pins: 'drag' | 'cope' | 'none' | null;
  closing: 'clamps' | 'latches' | 'weights' | null;
  bars: boolean;
  cope_kg: number | null;
  drag_kg: number | null;
  version: number;
}

/** The same in the core's metres. */
export const inMetres = ({ shape, length_mm, width_mm, cope_mm, drag_mm }: OwnFlask): Flask => ({
  shape,
  length_m: length_mm / 1000,
  width_m: width_mm / 1000,
  cope_m: cope_mm / 1000,
  drag_m: drag_mm / 1000
});
