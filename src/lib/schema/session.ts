import type { OpenHours } from '$core/plan/open-hours';
import { array, type InferType } from 'yup';
import { entries } from './entry';
import { ALLOY_NAMES } from '$core/reference/alloys';
import { MOLD_STATES } from '$core/session/mold-life';
import { SESSION_STAGES } from '$core/session/session-life';
import { meltPlan, moldGating } from './pour';
import { hours } from './plan';
import { sandPlan } from './recondition';
import { REQUIRED, between, choice, id, isoTime, shape, text, whole, yesNo } from './fields';
import { versionSeen, type Change } from './version';

const stepFields = {
  id: text(60).min(1, 'needs a name').required(REQUIRED),
  kind: text(60).min(1, 'needs a kind').required(REQUIRED),
  state: choice(['to-do', 'running', 'done', 'skipped']).required(REQUIRED),
  at: isoTime().optional(),
  seconds: between('s', 0, 31_536_000).optional(),
  why_skipped: text(500).optional()
};
const step = () => shape(stepFields);

/** A step as it is noted while the work goes on; of a mold it names it. */
export const sessionStep = shape({ ...stepFields, mold_id: id().optional() }).required(REQUIRED);
export type SessionStep = InferType<typeof sessionStep>;

const sessionFields = {
  name: text(80).optional(),
  at: isoTime().required(REQUIRED),
  zone: text(64).required(REQUIRED),
  /** Ids of the members who take part. */
  members: array(id().required(REQUIRED)).typeError('must be a list').max(50, 'holds at most 50').optional(),
  stage: choice(SESSION_STAGES).optional(),
  note: text(2000).optional(),
  melt: meltPlan().nullable().optional(),
  /** What is set out to be done with one heap; what was set out for others stays. */
  sand: shape({ heap_id: id().required(REQUIRED), plan: sandPlan().nullable().defined() }).optional(),
  /** What is kept of the day for the next. */
  lessons: text(4000).nullable().optional(),
  steps: array(step().required(REQUIRED)).typeError('must be a list').max(500, 'holds at most 500').optional()
};

/** A casting day. */
export const newSession = shape(sessionFields).required(REQUIRED);

export const sessionChange = shape({
  ...sessionFields,
  at: isoTime().optional(),
  zone: text(64).optional(),
  version: versionSeen()
}).required(REQUIRED);

const pattern = () =>
  shape({ pattern_id: id().required(REQUIRED), count: whole(1, 500).required(REQUIRED) }).required(REQUIRED);

const place = (most = 3000) => between('mm', -most, most).required(REQUIRED);

/** Where everything lies on the parting, from the middle of the flask, mm. */
const layout = () =>
  shape({
    placed: array(
      shape({
        pattern_id: id().required(REQUIRED),
        x_mm: place(),
        y_mm: place(),
        turned_deg: between('°', 0, 360).required(REQUIRED),
        /** Somebody moved it: it is not placed anew. */
        by_hand: yesNo().optional()
      }).required(REQUIRED)
    )
      .typeError('must be a list')
      .max(100, 'holds at most 100')
      .required(REQUIRED),
    sprue: shape({ x_mm: place(), y_mm: place() }).required(REQUIRED)
  });
export type MoldLayout = NonNullable<InferType<ReturnType<typeof layout>>>;

/** What a mold becomes by being poured is noted by its pour, with its heat: not by a word. */
const BY_HAND = MOLD_STATES.filter((state) => state !== 'poured');

const moldFields = {
  flask_id: id().optional(),
  patterns: array(pattern()).typeError('must be a list').max(100, 'holds at most 100').optional(),
  facing_heap_id: id().optional(),
  backing_heap_id: id().optional(),
  state: choice(MOLD_STATES).optional(),
  metal: choice(ALLOY_NAMES).nullable().optional(),
  layout: layout().nullable().optional(),
  gating: moldGating().nullable().optional(),
  /** An alloy of one's own, like the metal that is named. */
  alloy_id: id().nullable().optional(),
  /** Why it broke when the pattern was drawn. */
  broken_because: text(200).nullable().optional(),
  note: text(2000).optional()
};

/** A mold of a casting day: which flask, which patterns, of which heaps. */
export const newMold = shape({ ...moldFields, backing_heap_id: id().required(REQUIRED) }).required(REQUIRED);
export const moldChange = shape({
  ...moldFields,
  state: choice(BY_HAND).optional(),
  version: versionSeen()
}).required(REQUIRED);

export type NewSession = InferType<typeof newSession>;
export type SessionChange = Change<InferType<typeof sessionChange>>;
export type NewMold = InferType<typeof newMold>;
export type MoldChange = Change<InferType<typeof moldChange>>;

/** One press that writes in several ledgers and moves molds on; undone and put back as one. */
export const newAct = shape({
  name: text(120).optional(),
  entries: array()
    .typeError('must be a list')
    .required(REQUIRED)
    .min(1, 'needs at least one entry')
    .max(100, 'holds at most 100'),
  molds: array(
    shape({
      id: id().required(REQUIRED),
      state: choice(BY_HAND).required(REQUIRED),
      /** Of one that broke: why. */
      broken_because: text(200).optional()
    }).required(REQUIRED)
  )
    .typeError('must be a list')
    .max(50, 'holds at most 50')
    .optional()
}).required(REQUIRED);

export type NewAct = InferType<typeof newAct>;

/** The schema of an entry of an act, by its kind: an entry and the heap it is written in. */
export function actEntry(kind: unknown) {
  const known = typeof kind === 'string' && Object.hasOwn(entries, kind);
  return known ? entries[kind as keyof typeof entries] : null;
}

export const newMember = shape({
  name: text(60).trim('must not start or end with a space').min(1, 'needs a name').required(REQUIRED)
}).required(REQUIRED);

/** What is held of a member's hand, in multiples of the aimed temper ratio; null learns it anew from now on. */
export const memberChange = shape({
  name: text(60).trim('must not start or end with a space').min(1, 'needs a name').optional(),
  hand: shape({
    squeeze_bias: between('', -0.5, 0.5).required(REQUIRED),
    squeeze_sd: between('', 0.01, 1).required(REQUIRED)
  })
    .nullable()
    .optional(),
  /** When in the week they have time; null: nobody said. */
  hours: hours().nullable().optional(),
  version: versionSeen()
}).required(REQUIRED);

export type NewMember = InferType<typeof newMember>;
export type MemberChange = Change<InferType<typeof memberChange>>;

/** A person of the shed, and what their squeezes have shown of their hand. */
export interface MemberRecord {
  id: number;
  name: string;
  hand: HandRecord;
  /** When in the week they have time; null until they said. */
  hours: OpenHours[] | null;
  version: number;
  created_at: string;
}

/** Multiples of the aimed temper ratio: 0.2 is about a grade. */
export interface HandRecord {
  squeeze_bias: number;
  /** How unsure the bias still is, one standard deviation; 0 where it is held. */
  squeeze_bias_sd: number;
  /** How far one squeeze strays from the bias. */
  squeeze_sd: number;
  /** Squeezes beside drying tests that it was learned from. */
  tests: number;
  source: 'handbook' | 'your records' | 'your entry';
  /** From when on it is learned; null from the start. */
  since: string | null;
}
