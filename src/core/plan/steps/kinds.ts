import type { UnitSystem } from '../../quantity/unit';
import { own, ownSteps, record, recordSteps } from './day';
import { cool, coolSteps, temperAgain, temperAgainSteps } from './heap-again';
import {
  indoors,
  indoorsSteps,
  recondition,
  reconditionSteps,
  renew,
  renewSteps,
  squeeze,
  squeezeSteps,
  temper,
  temperSteps
} from './heaps';
import type { StepKind, StepsOf } from './kind';
import { heat, heatSteps, metal, metalSteps, pour, pourSteps, tools, toolsSteps } from './melts';
import { ram, ramSteps, shakeOut, shakeOutSteps } from './molds';
import { coat, coatSteps, repair, repairSteps, sand, sandSteps } from './patterns';
import { buy, buySteps, takeIn, takeInSteps } from './stock';

/** Every kind of step of a casting day, in the order in which one comes to think of them. */
export const STEP_KINDS = {
  repair,
  coat,
  sand,
  buy,
  'take-in': takeIn,
  renew,
  indoors,
  squeeze,
  temper,
  tools,
  metal,
  ram,
  'shake-out': shakeOut,
  cool,
  'temper-again': temperAgain,
  heat,
  pour,
  recondition,
  record,
  own
};

/** Which steps of each kind a casting day has. */
export const STEPS_OF: { [Name in keyof typeof STEP_KINDS]: StepsOf<AboutOf<(typeof STEP_KINDS)[Name]>> } = {
  repair: repairSteps,
  coat: coatSteps,
  sand: sandSteps,
  buy: buySteps,
  'take-in': takeInSteps,
  renew: renewSteps,
  indoors: indoorsSteps,
  squeeze: squeezeSteps,
  temper: temperSteps,
  tools: toolsSteps,
  metal: metalSteps,
  ram: ramSteps,
  'shake-out': shakeOutSteps,
  cool: coolSteps,
  'temper-again': temperAgainSteps,
  heat: heatSteps,
  pour: pourSteps,
  recondition: reconditionSteps,
  record: recordSteps,
  own: ownSteps
};

type Kinds = typeof STEP_KINDS;
type AboutOf<K> = K extends StepKind<infer A> ? A : never;
/** What a step is about, for its words and for what it logs. */
export type StepAbout = { [Name in keyof Kinds]: AboutOf<Kinds[Name]> }[keyof Kinds];
export type StepName = StepAbout['do'];

// Which kind it is its name says: the compiler does not see that the two go together.
const kindOf = (about: StepAbout) => STEP_KINDS[about.do] as unknown as StepKind<StepAbout>;

/** What a step is, in a few words. */
export const stepWords = (about: StepAbout, units: UnitSystem): string => kindOf(about).words(about, units);

/** What a step was once it is entered: where the step says what is likely, this says what it was. */
export function enteredWords(about: StepAbout, units: UnitSystem): string {
  const kind = kindOf(about);
  return kind.entered?.(about, units) ?? kind.words(about, units);
}

/** Where a step is done; null where it has no page. */
export const stepPage = (about: StepAbout): string | null => kindOf(about).page(about);
