import type { InferType } from 'yup';
import { HEAP_BINDERS } from '$core/reference/targets';
import {
  REQUIRED,
  WETTEST_TARGET,
  choice,
  container,
  kgOrNone,
  moreThanNothing,
  percent,
  percentWindow,
  shape,
  somePercent,
  text,
  whole
} from './fields';
import { versionSeen, type Change } from './version';

const targets = () =>
  shape({
    moisture_percent: percentWindow(WETTEST_TARGET).optional(),
    active_clay_percent: percentWindow(60).optional()
  });

const bindersFit = (heap: { system?: string | undefined; binder?: string | undefined }) =>
  !heap.binder || !heap.system || (heap.binder === 'oil') === (heap.system === 'oil');

export const newHeap = shape({
  name: text(60).trim('must not start or end with a space').min(1, 'needs a name').required(REQUIRED),
  system: choice(['water', 'oil']).required(REQUIRED),
  binder: choice(HEAP_BINDERS).optional(),
  container: container().optional(),
  targets: targets().optional(),
  /** What the scale used with it shows at its finest, g. */
  scale_g: moreThanNothing('g', 100).optional(),
  zone: text(64).optional()
})
  .required(REQUIRED)
  .test('binder', function (heap) {
    if (bindersFit(heap)) return true;
    return this.createError({ path: 'binder', message: 'oil binds an oil system, and clay a water system' });
  });

/** How a heap is renewed from one casting to the next. */
const policy = () =>
  shape({
    /** New sand each time, kg; left out, as much as keeps its mass. */
    new_sand_kg: kgOrNone(200).optional(),
    /** Of the burnt sand, what is found and taken out. */
    burnt_out_percent: percent(100).required(REQUIRED),
    /** Every so many castings so much of it is renewed besides. */
    full_every: whole(2, 100).optional(),
    full_percent: somePercent(100).optional()
  });
export type GivenPolicy = NonNullable<InferType<ReturnType<typeof policy>>>;

export const heapChange = shape({
  policy: policy().nullable().optional(),
  name: text(60).trim('must not start or end with a space').min(1, 'needs a name').optional(),
  container: container().optional(),
  targets: targets().nullable().optional(),
  scale_g: moreThanNothing('g', 100).optional(),
  version: versionSeen()
}).required(REQUIRED);

export type NewHeap = InferType<typeof newHeap>;
export type HeapChange = Change<InferType<typeof heapChange>>;
