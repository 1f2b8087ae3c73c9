import { array, type InferType } from 'yup';
import { ALLOY_NAMES } from '$core/reference/alloys';
import { REQUIRED, choice, id, shape, whole } from './fields';

/** What is wanted of a heap today: which castings, how many, in which metal. */
export const moldsTodayQuestion = shape({
  metal: choice(ALLOY_NAMES).required(REQUIRED),
  wanted: array(
    shape({ pattern_id: id().required(REQUIRED), count: whole(1, 200).required(REQUIRED) }).required(REQUIRED)
  )
    .typeError('must be a list')
    .required(REQUIRED)
    .min(1, 'needs at least one pattern')
    .max(8, 'holds at most 8')
}).required(REQUIRED);

export type MoldsTodayQuestion = InferType<typeof moldsTodayQuestion>;
