import { WORK_MIN } from '../../reference/plan';
import type { CastingFacts } from './casting-facts';
import type { Wait } from './step';
import { POUR, ownId, shakenId } from './ids';
import { after, type StepKind, type StepsOf } from './kind';

export type Record = { do: 'record' };
export type Own = { do: 'own'; what: string };

/** What somebody set down to be done before the pour. */
export const ownBefore = ({ own: all }: CastingFacts): Wait[] =>
  all.filter(({ before }) => before).map((each) => after(ownId(each)));

export const recordSteps: StepsOf<Record> = ({ molds }) => [
  {
    id: 'record',
    about: { do: 'record' },
    minutes: WORK_MIN.record,
    after: molds.map((mold) => after(shakenId(mold)))
  }
];

export const record: StepKind<Record> = {
  words: () => 'write the castings down',
  page: () => null
};

export const ownSteps: StepsOf<Own> = ({ own: all, melts }) =>
  all.map((each) => ({
    id: ownId(each),
    about: { do: 'own', what: each.what },
    minutes: each.minutes,
    // Where all is poured already nothing waits for it.
    after: each.before || melts.length === 0 ? [] : [after(POUR)]
  }));

export const own: StepKind<Own> = {
  words: ({ what }) => what,
  page: () => null
};
