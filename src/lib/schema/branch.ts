import { array, type InferType } from 'yup';
import { COVERS } from '$core/heap/state/drying';
import { PLACES } from '$core/heap/state/place';
import { ALLOY_NAMES } from '$core/reference/alloys';
import { MATERIAL_KINDS } from '$core/reference/ingredients';
import {
  REQUIRED,
  choice,
  id,
  kg,
  kgOrNone,
  moreThanNothing,
  percent,
  shape,
  text,
  whole,
  zone
} from './fields';
import { versionSeen, type Change } from './version';

/** Things that may happen to a branch of a heap, and what each says. */
const BRANCH_DOINGS = ['pour', 'stand', 'add', 'water', 'discard', 'temper', 'policy'] as const;

const FIELDS = {
  pour: ['metal_kg', 'alloy', 'times'],
  stand: ['days', 'cover', 'place'],
  add: ['kind', 'kg'],
  water: ['kg'],
  discard: ['kg'],
  temper: [],
  policy: ['times', 'days', 'metal_kg', 'alloy', 'new_sand_kg', 'burnt_out_percent']
} as const satisfies Record<(typeof BRANCH_DOINGS)[number], readonly string[]>;
const NEEDED: Record<string, readonly string[]> = {
  pour: ['metal_kg'],
  stand: ['days'],
  add: ['kind', 'kg'],
  water: ['kg'],
  discard: ['kg'],
  policy: ['times', 'days', 'metal_kg', 'burnt_out_percent']
};

/** What happens next on a branch. */
const branchStep = () =>
  shape({
    do: choice(BRANCH_DOINGS).required(REQUIRED),
    metal_kg: kg(200).optional(),
    alloy: choice(ALLOY_NAMES).optional(),
    times: whole(1, 40).optional(),
    days: moreThanNothing('days', 730).optional(),
    cover: choice(COVERS).optional(),
    place: choice(PLACES).optional(),
    kind: choice(MATERIAL_KINDS).optional(),
    kg: kg().optional(),
    new_sand_kg: kgOrNone(200).optional(),
    burnt_out_percent: percent(100).optional()
  })
    .required(REQUIRED)
    .test('fields', function (step) {
      const doing = step?.do;
      if (!doing || !Object.hasOwn(FIELDS, doing)) return true;
      const takes: readonly string[] = FIELDS[doing];
      for (const field of NEEDED[doing] ?? [])
        if ((step as Record<string, unknown>)[field] === undefined)
          return this.createError({ path: `${this.path}.${field}`, message: REQUIRED });
      const odd = Object.entries(step).find(
        ([field, value]) => field !== 'do' && value !== undefined && !takes.includes(field)
      );
      return odd
        ? this.createError({ path: `${this.path}.${odd[0]}`, message: `says nothing of ${doing}` })
        : true;
    });
export type BranchStep = NonNullable<InferType<ReturnType<typeof branchStep>>>;

const steps = () => array(branchStep()).typeError('must be a list').max(20, 'holds at most 20');
export const newBranch = shape({
  heap_id: id().required(REQUIRED),
  name: text(80).trim('must not start or end with a space').min(1, 'needs a name').required(REQUIRED),
  steps: steps().required(REQUIRED)
}).required(REQUIRED);
export const branchChange = shape({
  name: text(80).trim('must not start or end with a space').min(1, 'needs a name').optional(),
  steps: steps().optional(),
  version: versionSeen()
}).required(REQUIRED);
/** The zone of its day. */
export const branchPlan = shape({
  zone: zone().required(REQUIRED),
  /** What its words are written in; metric unless said. */
  units: choice(['metric', 'us'])
}).required(REQUIRED);
/** Steps that are only tried. */
export const branchTried = shape({ steps: steps().required(REQUIRED) }).required(REQUIRED);
export type BranchPlan = InferType<typeof branchPlan>;
export type NewBranch = InferType<typeof newBranch>;
export type BranchChange = Change<InferType<typeof branchChange>>;
