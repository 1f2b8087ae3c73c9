import { INGREDIENTS, type MaterialKind, type Role } from '$core/reference/ingredients';
import { CLAY_TESTS } from './bench-tests';
import type { HeapTestKind } from './heap-test';

const BY_ROLE: Record<Role, readonly HeapTestKind[]> = {
  sand: ['moisture', 'probe', 'sieve', 'clay-wash'],
  binder: ['moisture', 'methylene-blue'],
  carbon: ['moisture', 'ignition'],
  fines: ['moisture'],
  water: [],
  oil: [],
  activator: []
};

/** The bench tests that tell something of a material in its bag; a clay of one's own has to be found out first. */
export function lotTests(kind: MaterialKind): readonly HeapTestKind[] {
  const usual = BY_ROLE[INGREDIENTS[kind].role];
  if (kind === 'home-clay') return [...CLAY_TESTS, ...usual];
  // Granules are ground at home too.
  return kind === 'absorbent-clay' ? [...usual, 'grinding'] : usual;
}
