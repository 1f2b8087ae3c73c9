import { ON_LADDER } from '$lib/schema/query';
import { KITCHEN_SCALE_G } from '$core/reference/accuracy';
import { INGREDIENTS, type MaterialKind, type Role } from '$core/reference/ingredients';
import { TARGETS, type HeapBinder, type System, type Targets } from '$core/reference/targets';

/** What a test is made on: a heap, one batch of it, or a lot in its bag. */
export interface TestSubject {
  name: string;
  /** Where its tests are kept in the interface. */
  collection: string;
  /** Fields that every test of it carries. */
  marks: { batch_entry_id?: number };
  /** The page that the test leads back to. */
  home: string;
  /** Appended to the links between its test pages. */
  query: string;
  /** The page that lists its tests. */
  list: string;
  system: System;
  /** What the scale used with it shows at its finest, g. */
  scale_g: number;
  /** Its windows; null where a test has none to land in. */
  targets: Targets | null;
}

/** The form action of its test pages, for a test that is posted without a script. */
export const postAction = ({ query }: TestSubject): string => `${query ? `${query}&` : '?'}/write`;

interface HeapOf {
  id: number;
  name: string;
  system: System;
  binder: HeapBinder;
  scale_g: number;
  targets: {
    moisture_percent: { min: number; max: number };
    active_clay_percent: { min: number; max: number };
  };
}

const window = (percent: { min: number; max: number }) => ({
  min: percent.min / 100,
  max: percent.max / 100
});

/**
 * A heap, or, with a batch named, what was mixed in then while it lay by itself.
 *
 * @param on_ladder whether its tests are rungs of the temper curve's ladder, and lead back there
 */
export function heapSubject(
  heap: HeapOf,
  batch: { id: number; name: string } | null,
  on_ladder = false
): TestSubject {
  const query = batch ? `?batch=${batch.id}` : on_ladder ? `?${ON_LADDER}` : '';
  return {
    name: batch?.name ?? heap.name,
    collection: `/heaps/${heap.id}/tests`,
    marks: batch ? { batch_entry_id: batch.id } : {},
    home: on_ladder && !batch ? `/heaps/${heap.id}/temper-curve` : `/heaps/${heap.id}`,
    query,
    list: `/heaps/${heap.id}/test${query}`,
    system: heap.system,
    scale_g: heap.scale_g,
    targets: {
      ...TARGETS[heap.binder],
      moisture: window(heap.targets.moisture_percent),
      active_clay: window(heap.targets.active_clay_percent)
    }
  };
}

export function lotSubject(lot: { id: number; kind: MaterialKind; role: Role; name: string }): TestSubject {
  return {
    name: lot.name || INGREDIENTS[lot.kind].name,
    collection: `/lots/${lot.id}/tests`,
    marks: {},
    home: `/stock/${lot.id}`,
    query: '',
    list: `/stock/${lot.id}/test`,
    system: lot.kind === 'organoclay' ? 'oil' : 'water',
    scale_g: KITCHEN_SCALE_G,
    targets: null
  };
}
