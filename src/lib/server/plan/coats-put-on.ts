import type { StepNote } from '$core/plan/casting-steps';
import { coatId, sandingId } from '$core/plan/steps/ids';
import type { PatternRecord } from '$lib/schema/pattern';
import type { PlanRecord } from './plans';

/**
 * Coats of a plan that somebody put on by the pattern's own page: they are done as if they had been ticked, and so is the
 * sanding of the coat below.
 *
 * @returns notes of steps that carry none of their own
 */
export function coatsPutOn(
  { wanted, notes, created_at }: Pick<PlanRecord, 'wanted' | 'notes' | 'created_at'>,
  patterns: readonly Pick<PatternRecord, 'id' | 'coats'>[]
): StepNote[] {
  const done = new Map(notes.flatMap(({ id, done_at }) => (done_at ? [[id, Date.parse(done_at)]] : [])));
  const found: StepNote[] = [];
  const noted = (id: string, done_at: string) => {
    if (!done.has(id)) found.push({ ...notes.find((note) => note.id === id), id, done_at });
  };
  for (const { pattern_id, coats = [] } of wanted) {
    const ticked = new Set(coats.map((_, i) => done.get(coatId(pattern_id, i + 1))));
    const put_on = (patterns.find(({ id }) => id === pattern_id)?.coats ?? [])
      .filter(({ at }) => Date.parse(at) >= Date.parse(created_at) && !ticked.has(Date.parse(at)))
      .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
    for (const [i, { what }] of coats.entries()) {
      if (done.has(coatId(pattern_id, i + 1))) continue;
      const which = put_on.findIndex((coat) => coat.what === what);
      // Coats go on in their order: what comes after this one cannot be on yet.
      if (which < 0) break;
      const { at } = put_on[which]!;
      put_on.splice(0, which + 1);
      noted(coatId(pattern_id, i + 1), at);
      if (i > 0) noted(sandingId(pattern_id, i), at);
    }
  }
  return found;
}
