import { UNITS, type UnitSystem } from './unit';

/** A small area, as a gate or a choke has it. */
export function smallAreaText(m2: number, system: UnitSystem): string {
  return system === 'us'
    ? `${Number((m2 / UNITS.length.in! ** 2).toPrecision(2))}\u202fin²`
    : `${Number((m2 * 1e6).toPrecision(3))}\u202fmm²`;
}
