import type { StepAbout } from '$core/plan/steps/kinds';
import { array, type InferType } from 'yup';
import { ALLOY_NAMES } from '$core/reference/alloys';
import { COAT_KINDS } from '$core/reference/pattern';
import { MOST_DAYS } from '$core/plan/open-hours';
import { REQUIRED, between, choice, id, isoTime, shape, text, whole, yesNo } from './fields';
import { versionSeen, type Change } from './version';

/** A coat that is still to come. */
const coat = () =>
  shape({
    what: choice(COAT_KINDS).required(REQUIRED),
    grit: whole(40, 3000).optional(),
    dry_h: between('h', 0, 2000).required(REQUIRED)
  }).required(REQUIRED);

const wanted = () =>
  shape({
    pattern_id: id().required(REQUIRED),
    count: whole(1, 200).required(REQUIRED),
    /** Coats that its pattern still wants, in order. */
    coats: array(coat()).typeError('must be a list').max(12, 'holds at most 12').optional(),
    /** It is worn, and repaired before: what is wrong with it. */
    repair: yesNo().optional()
  }).required(REQUIRED);
export type Wanted = NonNullable<InferType<ReturnType<typeof wanted>>>;

/** Something of one's own that is done before the pour, or after it. */
const ownStep = () =>
  shape({
    id: text(40)
      .matches(/^[\w-]+$/, 'must be letters and figures')
      .required(REQUIRED),
    what: text(120).min(1, 'needs words').required(REQUIRED),
    minutes: whole(1, 1440).required(REQUIRED),
    before: yesNo().required(REQUIRED)
  }).required(REQUIRED);
export type OwnStep = NonNullable<InferType<ReturnType<typeof ownStep>>>;

/** A mold that a plan takes. */
export interface PlannedMold {
  flask_id: number;
  patterns: { pattern_id: number; count: number }[];
  sand_kg: number;
  /** A flask is rammed once in each round. */
  round: number;
}

const planFields = {
  heap_id: id().required(REQUIRED),
  metal: choice(ALLOY_NAMES).required(REQUIRED),
  wanted: array(wanted())
    .typeError('must be a list')
    .min(1, 'needs a casting')
    .max(30, 'holds at most 30')
    .test(
      'once',
      'names a pattern twice',
      (of) => !of || new Set(of.map((each) => each?.pattern_id)).size === of.length
    )
    .required(REQUIRED),
  delivery_days: between('days', 0, 90).optional(),
  own: array(ownStep()).typeError('must be a list').max(60, 'holds at most 60').optional()
};

/** What is to be cast on a casting day. */
export const newPlan = shape({ session_id: id().required(REQUIRED), ...planFields }).required(REQUIRED);
export const planChange = shape({
  heap_id: id().optional(),
  metal: choice(ALLOY_NAMES).optional(),
  wanted: planFields.wanted.notRequired().optional(),
  delivery_days: between('days', 0, 90).nullable().optional(),
  own: planFields.own,
  version: versionSeen()
}).required(REQUIRED);
export type NewPlan = InferType<typeof newPlan>;
export type PlanChange = Change<InferType<typeof planChange>>;

/** What is noted of a step: that it is done, that it is put off, who does it, how long it takes. */
export const planNote = shape({
  id: text(80).min(1, 'needs a name').required(REQUIRED),
  done_at: isoTime().nullable().optional(),
  not_before: isoTime().nullable().optional(),
  member: id().nullable().optional(),
  minutes: whole(1, 1440).nullable().optional(),
  /** With done: also enter what it did where it belongs (a coat, sand and clay, water). */
  log: yesNo().optional(),
  /** What it enters was asked about, and is right as it is. */
  confirmed: yesNo().optional()
}).required(REQUIRED);
export type PlanNote = InferType<typeof planNote>;

/** A step of the plan as it is given out. */
export interface ScheduledStep {
  id: string;
  about: StepAbout;
  /** Null where it was done already, or finds no opening. */
  from: string | null;
  to: string | null;
  minutes: number;
  /** Id of the member; null where nobody is named. */
  member: number | null;
  /** How long it may slip before the pour does; null for what comes after the pour or is done. */
  slack_min: number | null;
  /** Best done late: sand that is tempered. */
  late: boolean;
  /** Somebody put it off until then. */
  not_before: string | null;
  done_at: string | null;
  serves: readonly string[];
}

/** A way to keep the day: castings that are left out of it, and the molds that are then not rammed. */
export interface LeftOut {
  castings: { pattern_id: number; name: string; count: number }[];
  /** Numbers of molds; none where castings are only left out of molds that hold others. */
  molds: number[];
}

/** What noting a step answers: what was entered, and how that is taken back. */
export interface StepNoted {
  /** As it was entered; null where a tick is all there is to it. */
  entered: StepAbout | null;
  undo: { method: 'POST' | 'DELETE'; path: string } | null;
}

/** A step that slips, for what moves then. */
export const slipQuery = shape({
  step: text(80).min(1, 'needs a name').required(REQUIRED),
  by_min: whole(1, MOST_DAYS * 1440).required(REQUIRED)
});

/** What moves when one step of a plan slips. */
export interface Slip {
  /** By how much the pour moves, minutes; null where the steps find no place any more. */
  pour_by_min: number | null;
  moved: { id: string; about: StepAbout; by_min: number }[];
}

const minute = () => whole(0, 1440);
export const hours = () =>
  array(
    shape({
      weekday: whole(0, 6).required(REQUIRED),
      from_min: minute().required(REQUIRED),
      to_min: minute().required(REQUIRED)
    })
      .required(REQUIRED)
      .test('ordered', 'must end after it begins', (of) => !of || !(of.to_min <= of.from_min))
  )
    .typeError('must be a list')
    .max(50, 'holds at most 50');
