import { array, type InferType } from 'yup';
import { REQUIRED, WETTEST_TARGET, between, choice, id, kg, kgOrNone, percent, shape, yesNo } from './fields';

/** A window whose two ends may be alike. */
const window = (most: number) =>
  shape({ min: percent(most).required(REQUIRED), max: percent(most).required(REQUIRED) }).test(
    'ordered',
    'min must not be more than max',
    (value) => !value || !(Number(value.min) > Number(value.max))
  );

/** Where a heap should land, and what may go in; windows left out are the heap's own. */
export const renewalRequest = shape({
  total_kg: shape({ min: kgOrNone(5000).required(REQUIRED), max: kg(5000).required(REQUIRED) })
    .test(
      'ordered',
      'min must not be more than max',
      (value) => !value || !(Number(value.min) > Number(value.max))
    )
    .optional(),
  moisture_percent: window(WETTEST_TARGET).optional(),
  active_clay_percent: window(60).optional(),
  dead_clay_percent: window(60).optional(),
  fines_percent: window(60).optional(),
  fineness_number: shape({
    min: between('', 1, 300).required(REQUIRED),
    max: between('', 1, 300).required(REQUIRED)
  })
    .test(
      'ordered',
      'min must not be more than max',
      (value) => !value || !(Number(value.min) > Number(value.max))
    )
    .optional(),
  least: choice(['cost', 'material']).optional(),
  /** Stock that comes in bags is taken by the bag, or to the end of an open one. */
  whole_bags: yesNo().optional(),
  /** What the scale shows, g. */
  resolution_g: between('g', 0.1, 1000).optional(),
  /** Only these lots; every suitable one unless said. */
  lot_ids: array(id().required(REQUIRED)).typeError('must be a list').max(50, 'holds at most 50').optional()
}).required(REQUIRED);

export type RenewalRequest = InferType<typeof renewalRequest>;
