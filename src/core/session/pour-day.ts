import {
  TICKED_OF_DAY,
  TICKED_OF_MELT,
  TICKED_OF_MOLD,
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

/** Every step that a person ticks before some molds are poured. */
export const tickedSteps = (mold_ids: readonly number[]): { id: string; kind: string }[] =>
  [
    ...mold_ids.flatMap((mold_id) => TICKED_OF_MOLD.map((check) => ({ check, mold_id }))),
    ...[...TICKED_OF_MELT, ...TICKED_OF_DAY].map((check) => ({ check, mold_id: null }))
  ].map((of) => ({ id: checkStep(of), kind: `check:${of.check}` }));

/** What was seen of a melt longer ago tells nothing of the one that is poured, ms (handbook default). */
export const MELT_TELLS_MS = 20 * 60_000;

/** What is known of the melt when a mold is about to be poured. */
export interface MeltBeforePour {
  charged_kg: number | null;
  wants_kg: number;
  melt_c: number | null;
  liquidus_c: number;
  pour_c: number;
  /** The most that its metal bears. */
  most_c: number;
}

/**
 * All that stands for or against pouring some molds now, with what was ticked and what was let by, and why, out of the
 * steps that were noted.
 */
export function checksOf(
  molds: readonly Omit<MoldBeforePour, 'ticked'>[],
  melt: MeltBeforePour,
  noted: readonly NotedStep[],
  now: number
): Checked[] {
  const steps = new Map(noted.map((step) => [step.id, step]));
  const done = (id: string) => steps.get(id)?.state === 'done';
  const of_melt = TICKED_OF_MELT.filter((check) => {
    const step = steps.get(checkStep({ check, mold_id: null }));
    // What was ticked of the melt before tells nothing of this one.
    return step?.state === 'done' && step.at !== undefined && now - Date.parse(step.at) <= MELT_TELLS_MS;
  });
  const of_day = TICKED_OF_DAY.filter((check) => done(checkStep({ check, mold_id: null })));
  const all = [
    ...molds.flatMap((mold) =>
      moldChecks({
        ...mold,
        ticked: TICKED_OF_MOLD.filter((check) => done(checkStep({ check, mold_id: mold.id })))
      })
    ),
    ...pourChecks({ ...melt, ticked: [...of_melt, ...of_day] })
  ];
  return withOverrides(all, (each) => {
    const step = steps.get(checkStep(each));
    return step?.state === 'skipped' ? step.why_skipped : undefined;
  });
}

/** Hours since a mold was closed. */
export const hoursSince = (at: string | null, now: number): number | null =>
  at === null ? null : Math.max(0, (now - Date.parse(at)) / 3_600_000);
