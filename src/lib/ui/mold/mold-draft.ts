import type { CastingBox } from '$core/mold/casting';
import type { Layout } from '$core/mold/layout';
import { ALLOYS, USUAL_ALLOY, type Alloy } from '$core/reference/alloys';

/** A mold as it is being planned. */
export interface MoldDraft {
  patterns: { pattern_id: number; count: number }[];
  metal: string;
  flask: string;
  backing: string;
  /** Empty: one sand throughout. */
  facing: string;
  /** As somebody laid it; null while it is laid by itself. */
  layout: Layout | null;
}

export function moldDraft(
  given: Record<string, string>,
  first: { heap: number | undefined; pattern: number | undefined }
): MoldDraft {
  const pattern = Number(given.pattern) || first.pattern;
  return {
    patterns: pattern
      ? [{ pattern_id: pattern, count: Math.max(1, Math.round(Number(given.count) || 1)) }]
      : [],
    metal: given.metal !== undefined && Object.hasOwn(ALLOYS, given.metal) ? given.metal : USUAL_ALLOY,
    flask: given.flask ?? '',
    backing: given.heap ?? String(first.heap ?? ''),
    facing: '',
    layout: null
  };
}

export interface ShelfPattern {
  pattern: { id: number; name: string; coats: { at: string; dry_h: number }[]; draw: unknown };
  castings: Record<Alloy, CastingBox>;
}

/** The castings of a mold, each as often as it is in it, with the pattern that each is of. */
export function castingsOf(
  patterns: MoldDraft['patterns'],
  shelf: readonly ShelfPattern[],
  alloy: Alloy
): { boxes: CastingBox[]; of: { id: number; name: string }[] } {
  const boxes: CastingBox[] = [];
  const of: { id: number; name: string }[] = [];
  for (const { pattern_id, count } of patterns) {
    const found = shelf.find(({ pattern }) => pattern.id === pattern_id);
    if (!found) continue;
    for (let i = 0; i < count; i++) {
      boxes.push(found.castings[alloy]);
      of.push({ id: pattern_id, name: found.pattern.name });
    }
  }
  return { boxes, of };
}
