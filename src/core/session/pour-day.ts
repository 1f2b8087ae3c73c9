import {
  moldChecks,
  pourChecks,
  withOverrides,
  type Checked,
  type MoldBeforePour
} from '../judge/pour-checks';
import type { NotedStep } from './noted-step';

/** The step that a check is noted as: of the whole pour, or of one mold. */
export const checkStep = ({ check, mold_id }: Pick<Checked, 'check' | 'mold_id'>): string =>
  mold_id === null ? `check:${check}` : `${mold_id}:check:${check}`;

/** What is known of the melt when a mold is about to be poured. */
export interface MeltBeforePour {
  charged_kg: number | null;
  wants_kg: number;
  melt_c: number | null;
  liquidus_c: number;
  pour_c: number;
}

/**
 * All that stands for or against pouring some molds now, with what was ticked and what was let by, and why, out of the
 * steps that were noted.
 */
export function checksOf(
  molds: readonly MoldBeforePour[],
  melt: MeltBeforePour,
  noted: readonly NotedStep[]
): Checked[] {
  const steps = new Map(noted.map((step) => [step.id, step]));
  const ticked = noted
    .filter(({ id, state }) => id.startsWith('check:') && state === 'done')
    .map(({ id }) => id.slice('check:'.length));
  const all = [...molds.flatMap(moldChecks), ...pourChecks({ ...melt, ticked })];
  return withOverrides(all, (each) => {
    const step = steps.get(checkStep(each));
    return step?.state === 'skipped' ? step.why_skipped : undefined;
  });
}

/** Hours since a mold was closed. */
export const hoursSince = (at: string | null, now: number): number | null =>
  at === null ? null : Math.max(0, (now - Date.parse(at)) / 3_600_000);
