import { array, type InferType } from 'yup';
import { additions } from './entry';
import {
  REQUIRED,
  WETTEST_TARGET,
  between,
  choice,
  id,
  kg,
  kgOrNone,
  pastTime,
  percent,
  shape,
  text,
  whole,
  windowOf,
  yesNo
} from './fields';

/** Where a heap should land, and what may go in; windows left out are the heap's own. */
export const renewalRequest = shape({
  total_kg: windowOf(kgOrNone(5000), kg(5000)).optional(),
  moisture_percent: windowOf(percent(WETTEST_TARGET)).optional(),
  active_clay_percent: windowOf(percent(60)).optional(),
  dead_clay_percent: windowOf(percent(60)).optional(),
  fines_percent: windowOf(percent(60)).optional(),
  fineness_number: windowOf(between('', 1, 300)).optional(),
  least: choice(['cost', 'material']).optional(),
  /** Stock that comes in bags is taken by the bag, or to the end of an open one. */
  whole_bags: yesNo().optional(),
  /** What the scale shows, g. */
  resolution_g: between('g', 0.1, 1000).optional(),
  /** Only these lots; every suitable one unless said. */
  lot_ids: array(id().required(REQUIRED)).typeError('must be a list').max(50, 'holds at most 50').optional()
}).required(REQUIRED);

/** A renewal that was carried out: what was thrown out first, and what then went in. */
export const renewalDone = shape({
  at: pastTime().required(REQUIRED),
  zone: text(64).optional(),
  /** The version of the heap that its amounts were worked out from: 409 when it has changed since. */
  expected_heap_version: whole(1, Number.MAX_SAFE_INTEGER).optional(),
  member: id().optional(),
  discard_kg: kgOrNone().required(REQUIRED),
  additions: additions(0)
})
  .required(REQUIRED)
  .test('something', function (done: Partial<{ discard_kg: number; additions: unknown[] }>) {
    const { discard_kg, additions: went_in } = done;
    // What is missing or no list is said at its own field.
    if (!Array.isArray(went_in) || went_in.length > 0 || discard_kg !== 0) return true;
    return this.createError({ path: 'additions', message: 'needs at least one ingredient' });
  });

export type RenewalDone = InferType<typeof renewalDone>;
export type RenewalRequest = InferType<typeof renewalRequest>;
