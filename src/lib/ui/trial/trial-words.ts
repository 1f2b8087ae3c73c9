import { fixed } from '$core/quantity/display';
import { DEFECTS, type DefectName } from '$core/reference/defects';
import { FIRST_LOOK, type Outcome } from '$core/trial/answer';
import type { TrialSize } from '$core/trial/size';
import type { Trial } from '$lib/schema/trial';

export const OUTCOME_NAMES: Record<Outcome, string> = {
  grade: 'A grade that you give each mold, 1 to 5',
  fault: 'A fault that you see at the shake-out',
  figure: 'A figure that you measure'
};

type Measured = Pick<Trial, 'outcome' | 'defect' | 'unit' | 'better'>;

/** A difference in the unit of the question: "1.0 grade", "30 of 100 molds", "0.3 kg". */
export function apartText({ outcome, unit }: Measured, by: number): string {
  if (outcome === 'fault') return `${fixed(by, 0)} of 100 molds`;
  if (outcome === 'grade') return `${fixed(by, 1)} ${fixed(Math.abs(by), 1) === '1.0' ? 'grade' : 'grades'}`;
  return `${fixed(by, Math.abs(by) < 10 ? 2 : 0)}${unit ? ` ${unit}` : ''}`;
}

/** What better means, in a few words. */
export function betterWords({ outcome, defect, unit, better }: Measured): string {
  if (outcome === 'fault') return `fewer molds with ${faultName(defect)}`;
  if (outcome === 'grade') return better === 'higher' ? 'a higher grade' : 'a lower grade';
  return `${better === 'higher' ? 'more' : 'less'}${unit ? ` ${unit}` : ' of it'}`;
}

const faultName = (defect: DefectName | null): string =>
  defect === null ? 'the fault' : DEFECTS[defect].name.toLowerCase();

/** How often luck does as much: one time in how many, rounded to what one remembers. */
const luckWords = (chance: number): string => {
  if (chance > 0.5) return 'Luck alone would show as much more often than not.';
  const times = 1 / chance;
  const round = times < 100 ? Math.round(times) : Math.round(times / 10) * 10;
  return `Luck alone would show as much one time in ${fixed(round, 0)}.`;
};

export interface AnswerWords {
  head: string;
  /** Why, and how sure. */
  body: string;
  /** It may end here. */
  over: boolean;
}

/** What a trial has found so far, in plain words. */
export function answerWords(trial: Trial): AnswerWords {
  const { answer, pairs, worth, otherwise } = trial;
  const { says, gain, low, high, by_chance } = answer;
  const apart = (by: number) => `${apartText(trial, Math.abs(by))} ${by < 0 ? 'worse' : 'better'}`;
  const known = `${answer.pairs} of ${pairs} pairs are in.`;
  if (answer.pairs < Math.min(FIRST_LOOK, pairs))
    return {
      head: 'Too early to tell',
      body: `${known} Before ${FIRST_LOOK} pairs nothing is said, so that a lucky start fools nobody.`,
      over: false
    };
  const range =
    low === null || high === null
      ? ''
      : ` Nine times in ten the truth lies between ${apart(low)} and ${apart(high)}.`;
  const chance = luckWords(by_chance);
  switch (says) {
    case 'yes':
      return {
        head: `Yes: ${otherwise}`,
        body: `It is ${apart(gain!)}.${range} ${chance}`,
        over: true
      };
    case 'no':
      return {
        head: 'No difference worth having',
        body: `You wanted ${apartText(trial, worth)} or more. It is ${apart(gain!)}.${range}`,
        over: true
      };
    case 'not-told':
      return {
        head: 'It cannot be told',
        body: `All pairs are in. ${range.trim()} ${chance} More molds, or a larger difference, would tell.`,
        over: true
      };
    case 'go-on':
      return {
        head: gain! > 0 ? 'Not sure yet: it looks better' : 'Not sure yet: it looks no better',
        body: `${known} So far it is ${apart(gain!)}.${range} ${chance}`,
        over: false
      };
  }
}

/** How many molds a question wants, and what those will find. */
export function sizeWords({ pairs, power }: TrialSize): string {
  const last = power.at(-1)!;
  const often = `${fixed(100 * last.share, 0)} times in 100`;
  return pairs === null
    ? `Even ${2 * last.pairs} molds find such a difference only ${often}. Ask for a larger one, or grade the molds 1 to 5: a grade tells more than yes or no.`
    : `${2 * pairs} molds, in ${pairs} pairs, find such a difference ${often}. Where there is none, they say yes by luck 5 times in 100 at most.`;
}
