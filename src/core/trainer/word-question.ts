import { DEFECT_NAMES } from '../reference/defects';
import { seeded, shuffled } from '../judge/seeded';

/** Words that drawings tell apart: parts and terms of the mold, and defects by their look. */
export const WORDS = {
  term: ['cope-drag', 'draft', 'undercut', 'gating', 'surface', 'spread', 'water-clay', 'phs'],
  defect: DEFECT_NAMES
} as const satisfies Record<string, readonly string[]>;
export type WordGroup = keyof typeof WORDS;

/** The words to choose from, the right one among them; the same for the same seed. */
export function wordChoices(group: WordGroup, word: string, seed: number): string[] {
  const random = seeded(seed);
  const others = shuffled(
    (WORDS[group] as readonly string[]).filter((each) => each !== word),
    random
  ).slice(0, 3);
  return shuffled([word, ...others], random);
}
