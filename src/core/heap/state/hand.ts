import { HAND_SD } from '$core/reference/accuracy';
import { ensure, handKey, spreadOf, type Draft, type HeapNature, type Look } from './belief';
import { cut } from './covariance';
import { GRADE_MIDDLES } from '$core/bench/formula/squeeze';

/** A hand's two figures in the state: the lasting bias, and the error shared by squeezes of this very sand. */
const HAND_SIZE = 2;

/** How far a hand strays: its shared and single errors, multiples of the aimed temper ratio. */
export interface HandSpread {
  shared: number;
  single: number;
}

/** The spread of a member's hand: as it is held, or as it has shown beside drying tests. */
export function handSpread(draft: Draft, nature: HeapNature, member: string | undefined): HandSpread {
  const spread = nature.hand?.(member)?.spread ?? spreadOf(draft.hands[member ?? '']);
  return { shared: HAND_SD.shared * spread, single: HAND_SD.single * spread };
}

/** Makes sure that a member's hand is in the state, held or learned anew as they said, and says where it begins. */
export function ensureHand(draft: Draft, nature: HeapNature, member: string | undefined): number {
  const held = nature.hand?.(member) ?? null;
  const key = handKey(member);
  const fresh = !draft.layout.some((component) => component.key === key);
  const at = ensure(draft, key, HAND_SIZE);
  const name = member ?? '';
  const known = draft.hands[name];
  const anew =
    held?.since != null && draft.at !== null && held.since <= draft.at && known?.since !== held.since;
  if (!fresh && !anew && held?.bias == null) return at;
  if (fresh || anew) {
    draft.mean[at] = 0;
    draft.mean[at + 1] = 0;
    draft.hands = { ...draft.hands, [name]: { tests: 0, squares: 0, since: anew ? held!.since : null } };
    cut(draft.covariance, at, HAND_SD.bias ** 2);
    cut(draft.covariance, at + 1, handSpread(draft, nature, member).shared ** 2);
  }
  if (held?.bias != null) {
    cut(draft.covariance, at, 0);
    draft.mean[at] = held.bias;
  }
  return at;
}

/** The sand is another now, so the error that squeezes of the old one shared is gone. */
export function freshHands(draft: Draft): void {
  for (const { key, at } of draft.layout) {
    if (!key.startsWith('hand:')) continue;
    const shared = HAND_SD.shared * spreadOf(draft.hands[key.slice('hand:'.length)]);
    cut(draft.covariance, at + 1, shared ** 2);
    draft.mean[at + 1] = 0;
  }
}

/** How far within a grade the true factor may stand, and how well a drying test and the clay tell it. */
const GRADE_WIDTH_SD = 0.06;
const BESIDE_DRYING_SD = 0.07;

/** A squeeze and a drying test of the same sand: how far the hand strayed, of what was to be expected. */
export function learnHand(draft: Draft, squeeze: Look, factor: number): void {
  if (squeeze.grade === null || squeeze.lifeless) return;
  const name = squeeze.member ?? '';
  const known = draft.hands[name];
  const place = draft.layout.find(({ key }) => key === handKey(squeeze.member));
  if (!known || !place) return;
  // Grades 1 and 5 only bound it: being beyond them is no straying.
  const middle = GRADE_MIDDLES[squeeze.grade];
  if ((squeeze.grade === 1 && factor < middle) || (squeeze.grade === 5 && factor > middle)) return;
  const off = middle - factor - draft.mean[place.at]!;
  const expected = Math.hypot(HAND_SD.shared, HAND_SD.single, GRADE_WIDTH_SD, BESIDE_DRYING_SD);
  // One slip of a grade must not make a shaky hand of a steady one.
  const squares = known.squares + Math.min(9, (off / expected) ** 2);
  draft.hands = { ...draft.hands, [name]: { ...known, tests: known.tests + 1, squares } };
}
