import type { StepAbout } from '$core/plan/steps/kinds';

/** A step of a plan as the pages have it. */
export interface PlanStepShown {
  id: string;
  about: StepAbout;
  from: string | null;
  to: string | null;
  minutes: number;
  member: number | null;
  slack_min: number | null;
  late: boolean;
  not_before: string | null;
  done_at: string | null;
  serves: readonly string[];
}

/** What noting a step answers: what was entered, and how that is taken back. */
export interface StepNoted {
  /** As it was entered; null where a tick is all there is to it. */
  entered: StepAbout | null;
  undo: { method: 'POST' | 'DELETE'; path: string } | null;
}
