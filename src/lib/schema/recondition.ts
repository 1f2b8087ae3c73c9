import { array, type InferType } from 'yup';
import type { HeapParts, SessionWear } from '$core/mix/renewal-policy';
import { MULLING_WAYS } from '$core/session/recondition-steps';
import type { GivenPolicy } from './heap';
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

/** What would put a heap right, worked out anew. */
export interface SandNeeds {
  heap_kg: number;
  /** Burnt sand that lies with it and is found by its look, kg; and of the rest what the dose throws out. */
  burnt_kg: number;
  discard_kg: number;
  additions: { ingredient: string; name: string; lot_id?: number; kg: number }[];
  water_kg: number;
  oil_kg: number;
  /** What dead clay and fines are held under, and whether stock allows it. */
  held: boolean;
  /** Windows that do not go together with the stock there is. */
  conflicts: readonly string[];
  /** All of it was worked out; false: it took more work than a question is given, and more could be possible. */
  finished: boolean;
  after: { dead_clay_percent: number; fines_percent: number } | null;
}

/** What the long view of a heap begins from. */
export interface LongViewStart {
  parts: HeapParts;
  wear: SessionWear;
  /** Casting days that the burnt sand is the mean of; 0: it is a guess. */
  days: number;
  /** Between two of them, days; null while there was no second. */
  days_between: number | null;
  clay_per_sand: number;
  prices: { sand_per_kg: number; clay_per_kg: number; known: boolean };
  currency: string;
  stock: { sand_kg: number; clay_kg: number };
  /** Good castings of a casting day, kg; 0 while none was weighed. */
  good_kg_each: number;
  policy: GivenPolicy | null;
}
