import type { CastingFacts, MoldFacts } from './casting-facts';

/** What the steps are called that others wait for; what was noted of a step is kept under its name. */

/** The first pour: the step that a casting day is planned back from. */
export const POUR = 'pour:1';
export const pourId = (nth: number): string => `pour:${nth}`;
/** The step that pours a mold. */
export const pouredIn = ({ melts }: CastingFacts, { number }: MoldFacts): string =>
  pourId(melts.findIndex(({ molds }) => molds.includes(number)) + 1);
export const ramId = ({ number }: Pick<MoldFacts, 'number'>): string => `ram:${number}`;
/** The step that shakes a mold out. */
export const shakenId = ({ number }: Pick<MoldFacts, 'number'>): string => `shake:${number}`;
export const ownId = ({ id }: { id: string }): string => `own:${id}`;
