import type { Role } from '$core/reference/ingredients';
import type { HeapTestKind } from './heap-test';

/** The bench tests that tell something of a material in its bag, by what it is for. */
export const LOT_TESTS: Record<Role, readonly HeapTestKind[]> = {
  sand: ['moisture', 'probe', 'sieve', 'clay-wash'],
  binder: ['moisture', 'methylene-blue'],
  carbon: ['moisture', 'ignition'],
  fines: ['moisture'],
  water: [],
  oil: [],
  activator: []
};
