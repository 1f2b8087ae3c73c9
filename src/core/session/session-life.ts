import { holdsSand, wasPoured, type MoldState } from './mold-life';

/** The stages of a casting day. */
export const SESSION_STAGES = ['mold', 'pour', 'shake-out', 'recondition', 'done'] as const;
export type SessionStage = (typeof SESSION_STAGES)[number];

/**
 * Why a casting day cannot be at a stage; null where it can. A day goes back and forth between its stages as molds do, and
 * one that is over may be opened again; but nothing is poured before a mold is rammed, nor shaken out before metal is in one,
 * and it is not over while sand stands in a mold.
 */
export function againstStage(
  stage: SessionStage,
  molds: readonly { id: number; state: MoldState }[]
): string | null {
  if (stage === 'pour' && !molds.some(({ state }) => state !== 'planned' && state !== 'broken'))
    return 'needs a rammed mold';
  if (stage === 'shake-out' && !molds.some(({ state }) => wasPoured(state))) return 'needs a poured mold';
  if (stage === 'done' && molds.some(({ state }) => state === 'poured'))
    return 'is not over yet: shake out what was poured';
  if (stage === 'done' && molds.some(({ state }) => holdsSand(state)))
    return 'is not over yet: a rammed mold was not poured';
  return null;
}
