import { array, type InferType } from 'yup';
import {
  REQUIRED,
  WETTEST_TARGET,
  between,
  choice,
  id,
  kg,
  kgOrNone,
  percent,
  shape,
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

export type RenewalRequest = InferType<typeof renewalRequest>;
