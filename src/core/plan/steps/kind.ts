import type { UnitSystem } from '../../quantity/unit';
import type { CastingFacts } from './casting-facts';
import type { PlanStep, Wait } from './step';

/** A step of a casting day as its kind sets it out; whoever takes part may do it. */
export interface StepDraft<A> {
  id: string;
  about: A;
  /** How long it takes, rounded to whole minutes. */
  minutes: number;
  /** What must be over before. */
  after?: readonly Wait[];
  uses?: PlanStep['uses'];
  serves?: PlanStep['serves'];
  late?: PlanStep['late'];
  keeps_min?: PlanStep['keeps_min'];
  not_before?: PlanStep['not_before'];
}

/** The steps of a kind in a casting day, and what each waits for; apart from its words, as pages only say what a step is. */
export type StepsOf<A> = (facts: CastingFacts) => StepDraft<A>[];

/**
 * A kind of step of a casting day: what it says and where it is done. Which steps of it a day has stands beside it in the same
 * file; what ticking one enters in the records is the server's, by the same name.
 */
export interface StepKind<A extends { do: string }> {
  /** What it is, in a few words. */
  words(about: A, units: UnitSystem): string;
  /** What it was once it is entered, where its words only say what is likely. */
  entered?(about: A, units: UnitSystem): string;
  /** Where it is done; null where it has no page. */
  page(about: A): string | null;
}

/** It waits until that is over, and so many minutes more. */
export const after = (id: string, lag_min = 0): Wait => ({ id, lag_min });
