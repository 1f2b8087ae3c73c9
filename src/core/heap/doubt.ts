import { GRADE_LIMITS } from '$core/bench/formula/squeeze';
import type { Look } from './state/belief';

/** Counted squeezes that settle what an earlier look left in doubt; a drying test does it by itself. */
const SQUEEZES_SETTLE = 2;
/** Looks that measure the water. */
const MEASURES: readonly Look['kind'][] = ['moisture', 'probe', 'compactability'];

/** Whether what came after a look has settled it. */
function settled(looks: readonly Look[], i: number): boolean {
  const later = looks.slice(i + 1).filter(({ waiting }) => waiting === null);
  return (
    later.some(({ kind }) => MEASURES.includes(kind)) ||
    later.filter(({ kind }) => kind === 'squeeze').length >= SQUEEZES_SETTLE
  );
}

/** The latest look at the sand as it is that stands far off and was not settled since; null without one. */
export function doubtedLook(looks: readonly Look[]): Look | null {
  const i = looks.findLastIndex(({ waiting }) => waiting !== null);
  return i < 0 || settled(looks, i) ? null : looks[i]!;
}

/** A factor from which on a look speaks of wet sand, softer than the middle grade, and of mud. */
export const [WET_FROM, MUD_FROM] = [GRADE_LIMITS[3], GRADE_LIMITS[4]];
/** Whether some look at the sand as it is says that it is so wet, and nothing settled it since. */
export const says = (looks: readonly Look[], from: number): boolean =>
  looks.some(
    (look, i) => look.says !== null && (look.grade === 5 || look.says.factor > from) && !settled(looks, i)
  );

/** The wettest that the latest drying tests of the sand as it is read: one that is in question, and one that counted. */
export function wettestRead(looks: readonly Look[]): number | null {
  const counted = looks.findLast(({ moisture, waiting }) => moisture !== null && waiting === null);
  const doubted = doubtedLook(looks);
  const read = [counted?.moisture, doubted?.moisture].filter((each) => each != null);
  return read.length > 0 ? Math.max(...read) : null;
}
