import type { Cover } from './drying';
import type { Place } from './place';

/** Where a heap stands. */
export interface Container {
  cover: Cover;
  exposed_area_m2: number;
  /** An unheated shed unless said. */
  place?: Place | undefined;
  capacity_kg?: number | undefined;
}

/** Containers with the same key dry alike. */
export function containerKey({ cover, exposed_area_m2, place = 'shed' }: Container): string {
  return `${place} ${cover} ${exposed_area_m2}`;
}
