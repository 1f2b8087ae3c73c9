import type { CastingFacts, MoldFacts } from './casting-facts';

/** What the steps are called that others wait for; what was noted of a step is kept under its name. */

/** The first pour: the step that a casting day is planned back from. */
export const POUR = 'pour:1';
export const pourId = (nth: number): string => `pour:${nth}`;
/** The first melt is heated by a step of its own; a later one by the step that pours it. */
export const HEAT = 'heat:1';
/** The step heats or pours a melt. */
export const isOfMelt = (id: string): boolean => id === HEAT || id.startsWith('pour:');
/** The step that pours a mold. */
export const pouredIn = (
  { melts }: Pick<CastingFacts, 'melts'>,
  { number }: Pick<MoldFacts, 'number'>
): string => pourId(melts.findIndex(({ molds }) => molds.includes(number)) + 1);
export const ramId = ({ number }: Pick<MoldFacts, 'number'>): string => `ram:${number}`;
/** The step that shakes a mold out. */
export const shakenId = ({ number }: Pick<MoldFacts, 'number'>): string => `shake:${number}`;
/** A coat of a pattern that is to be put on, from 1, and its sanding once it is dry. */
export const coatId = (pattern_id: number, nth: number): string => `coat:${pattern_id}:${nth}`;
export const sandingId = (pattern_id: number, nth: number): string => `sand:${pattern_id}:${nth}`;
/** The step that renews a heap. */
export const renewId = (heap_id: number): string => `renew:${heap_id}`;
/** The step that tempers a heap: before its first round, or again before a later one. */
export const temperId = (heap_id: number, again?: number): string =>
  again === undefined ? `temper:${heap_id}` : `temper:${heap_id}:${again}`;
export const ownId = ({ id }: { id: string }): string => `own:${id}`;
