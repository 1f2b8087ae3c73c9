import { FILLET } from '$core/reference/pattern';

/**
 * The fillet that a wall wants inside its corners, from and to, m: a quarter to a third of it, and never less than two
 * millimetres.
 *
 * @example wantedFillet(0.012) // [0.003, 0.004]
 */
export function wantedFillet(wall_m: number): [number, number] {
  const [from, to] = FILLET.share.map((share) => Math.max(FILLET.least_m, share * wall_m)) as [
    number,
    number
  ];
  return [from, to];
}

/** Whether a fillet suits its wall; what is a tenth off is right. */
export function filletSuits(fillet_m: number, wall_m: number): 'small' | 'right' | 'large' {
  const [from, to] = wantedFillet(wall_m);
  return fillet_m < 0.9 * from ? 'small' : fillet_m > 1.1 * to ? 'large' : 'right';
}
