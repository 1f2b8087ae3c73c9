import type { InferType } from 'yup';
import { DEFECT_NAMES } from '$core/reference/defects';
import type { MoldState } from '$core/session/mold-life';
import { FIRST_LOOK, OUTCOMES, type TrialAnswer } from '$core/trial/answer';
import type { TrialWay } from '$core/trial/lot';
import { MOST_PAIRS } from '$core/trial/randomization-test';
import type { Answered } from './answered';
import { REQUIRED, between, choice, id, moreThanNothing, shape, text, whole, yesNo } from './fields';
import { versionSeen, type Change } from './version';

const words = (most: number) =>
  text(most).trim('must not start or end with a space').min(1, 'needs a few words');

/** Grades go from 1 to 5. */
const MOST_GRADES_APART = 4;

/** What is asked: of a fault `worth` and `scatter` are percent of molds, of a grade grades, of a figure its own unit. */
const question = {
  outcome: choice(OUTCOMES).required(REQUIRED),
  better: choice(['lower', 'higher'] as const).required(REQUIRED),
  worth: moreThanNothing('', 1e6).required(REQUIRED),
  /** Of a fault how many molds have it now; of the others how they scatter from mold to mold, one standard deviation. */
  scatter: moreThanNothing('', 1e6).required(REQUIRED)
};

interface Asked {
  outcome?: string | undefined;
  better?: string | undefined;
  worth?: number | undefined;
  scatter?: number | undefined;
}

/** What of a question cannot be; null where it can. */
function impossibleQuestion(of: Asked): { path: string; message: string } | null {
  const { outcome, better, worth = 0, scatter = 0 } = of;
  if (outcome === 'fault') {
    if (better !== 'lower') return { path: 'better', message: 'must be lower: nobody wants more of a fault' };
    if (scatter > 100) return { path: 'scatter', message: 'must be at most 100 %' };
    if (worth > scatter)
      return { path: 'worth', message: `must be at most ${scatter} %: there is no more of it to lose` };
  }
  if (outcome === 'grade' && worth > MOST_GRADES_APART)
    return { path: 'worth', message: `must be at most ${MOST_GRADES_APART} grades` };
  if (outcome === 'grade' && scatter > MOST_GRADES_APART)
    return { path: 'scatter', message: `must be at most ${MOST_GRADES_APART} grades` };
  return null;
}

/** A question whose molds are to be counted. */
export const trialToSize = shape(question)
  .required(REQUIRED)
  .test('possible', function (of) {
    const wrong = impossibleQuestion(of);
    return wrong ? this.createError(wrong) : true;
  });

export const newTrial = shape({
  ...question,
  /** What is asked, in words. */
  name: words(120).required(REQUIRED),
  heap_id: id().nullable().optional(),
  /** The two ways, in words that somebody at the bench can follow. */
  as_now: words(200).required(REQUIRED),
  otherwise: words(200).required(REQUIRED),
  /** What stays the same all the while. */
  hold: text(500).nullable().optional(),
  defect: choice(DEFECT_NAMES).nullable().optional(),
  unit: text(20).nullable().optional(),
  pairs: whole(FIRST_LOOK, MOST_PAIRS).required(REQUIRED)
})
  .required(REQUIRED)
  .test('possible', function (of) {
    const wrong = impossibleQuestion(of);
    if (wrong) return this.createError(wrong);
    if (of.outcome === 'fault' && of.defect == null)
      return this.createError({ path: 'defect', message: REQUIRED });
    return true;
  });

/** What was drawn by lot and what counts as an answer stay as they are: to change them half-way would fool whoever asks. */
export const trialChange = shape({
  name: words(120).optional(),
  hold: text(500).nullable().optional(),
  ended: yesNo().optional(),
  version: versionSeen()
}).required(REQUIRED);

export const moldOfTrial = shape({ mold_id: id().required(REQUIRED) }).required(REQUIRED);
export const resultOfMold = shape({
  value: between('', -1e6, 1e6).nullable().defined(REQUIRED)
}).required(REQUIRED);

export type TrialToSize = InferType<typeof trialToSize>;
export type NewTrial = InferType<typeof newTrial>;
export type TrialChange = Change<InferType<typeof trialChange>>;

/** A mold that was taken in: which place of the lot it has, and what was graded or measured of it. */
export interface TrialMold {
  place: number;
  mold_id: number;
  value: number | null;
}

/** A trial as it is kept. */
export type TrialRecord = Answered<NewTrial> & {
  lot: TrialWay[];
  molds: TrialMold[];
  ended_at: string | null;
};

/** A place of the lot with the mold that has it. */
export interface TrialPlace {
  place: number;
  way: TrialWay;
  mold: { id: number; session_id: number; words: string; state: MoldState } | null;
  /** What it came to: of a fault 0 or 1; null until it is known. */
  result: number | null;
}

/** A trial with what it has found so far; gains of a fault in percent of molds. */
export interface Trial extends TrialRecord {
  places: TrialPlace[];
  /** Which way the next mold takes; null once all places are taken, or it was ended. */
  next: { place: number; way: TrialWay } | null;
  answer: TrialAnswer;
}

/** What a mold's page shows of trials: the one it is in and its way, or one that would take it. */
export interface MoldTrial {
  trial: { id: number; name: string; hold: string | null };
  /** What this mold does, in the trial's words; null while it is not taken in. */
  does: string | null;
}

/** A trial that has room for molds of a casting day. */
export interface OpenTrial {
  id: number;
  name: string;
}
