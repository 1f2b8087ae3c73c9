import { array, type InferType } from 'yup';
import { MULLING_WAYS } from '$core/session/recondition-steps';
import { REQUIRED, choice, id, isoTime, kgOrNone, kg, shape, text, whole, yesNo } from './fields';

const addition = () =>
  shape({
    ingredient: text(40).required(REQUIRED),
    name: text(80).required(REQUIRED),
    lot_id: id().optional(),
    kg: kg().required(REQUIRED)
  }).required(REQUIRED);

/** What is set out to be done with a heap after a pour: amounts as they were worked out when it was begun. */
export const sandPlan = () =>
  shape({
    begun_at: isoTime().required(REQUIRED),
    heap_kg: kgOrNone(5000).required(REQUIRED),
    hot: yesNo().required(REQUIRED),
    rubbish: yesNo().required(REQUIRED),
    facing: yesNo().required(REQUIRED),
    way: choice(MULLING_WAYS).required(REQUIRED),
    discard_kg: kgOrNone().required(REQUIRED),
    additions: array(addition()).typeError('must be a list').max(20, 'holds at most 20').required(REQUIRED),
    water_kg: kgOrNone().required(REQUIRED),
    oil_kg: kgOrNone().required(REQUIRED),
    splashes: whole(1, 6).required(REQUIRED)
  });
export type SandPlan = NonNullable<InferType<ReturnType<typeof sandPlan>>>;
