import type { CastingFacts } from './steps/casting-facts';
import type { PlanStep } from './steps/step';
import type { StepDraft } from './steps/kind';
import { STEPS_OF, type StepAbout } from './steps/kinds';

export interface CastingStep extends PlanStep {
  about: StepAbout;
}

/**
 * Every errand, wait and act of a casting day: what each waits for, what it takes, and which molds it serves.
 *
 * A flask that is used twice is rammed again once it was shaken out; a melt waits for the furnace and for its molds; sand is
 * bought before it is renewed, renewed before it is tempered, tempered the evening before it is rammed; what has dried is
 * sanded and coated again, and a mold is rammed when its patterns are dry.
 */
export const castingSteps = (facts: CastingFacts): CastingStep[] =>
  Object.values(STEPS_OF)
    .flatMap((stepsOf): StepDraft<StepAbout>[] => stepsOf(facts))
    .map(({ minutes, ...step }) => ({
      by: facts.people,
      uses: [],
      after: [],
      ...step,
      minutes: Math.max(1, Math.round(minutes))
    }));

/** What somebody noted of a step. */
export interface StepNote {
  id: string;
  /** When it was done, ISO time; null while it is not. */
  done_at?: string | null | undefined;
  not_before?: string | null | undefined;
  /** Who does it. */
  member?: number | null | undefined;
  /** How long it takes here, where somebody knows better. */
  minutes?: number | null | undefined;
}

/**
 * The steps with what was noted of them: one that is done is gone, and what waited for it waits from when it was done; one
 * that was moved is not sooner than where it was moved to.
 */
export function stepsLeft(steps: readonly CastingStep[], notes: readonly StepNote[]): CastingStep[] {
  const noted = new Map(notes.map((note) => [note.id, note]));
  const doneAt = (id: string) => {
    const at = noted.get(id)?.done_at;
    return at ? Date.parse(at) : null;
  };
  return steps
    .filter(({ id }) => doneAt(id) === null)
    .map((step) => {
      const note = noted.get(step.id);
      const put_off = note?.not_before ? Date.parse(note.not_before) : -Infinity;
      const from_done = step.after.map(({ id, lag_min }) => {
        const at = doneAt(id);
        return at === null ? -Infinity : at + lag_min * 60_000;
      });
      const not_before = Math.max(step.not_before ?? -Infinity, put_off, ...from_done);
      return {
        ...step,
        after: step.after.filter(({ id }) => doneAt(id) === null),
        ...(note?.member != null && { by: [String(note.member)] }),
        ...(note?.minutes != null && { minutes: note.minutes }),
        ...(note?.not_before && { late: false }),
        ...(Number.isFinite(not_before) && { not_before })
      };
    });
}
