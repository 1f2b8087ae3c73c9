import type { HeapTest } from '../heap-test';

/** A hundred grams dried in an oven, on a scale of a tenth of a gram. */
export const ovenOf = (moisture: number): HeapTest => ({
  kind: 'moisture',
  method: 'oven',
  scale_g: 0.1,
  pan_g: 100,
  wet_g: 200,
  dry_g: 200 - 100 * moisture
});

/** What is answered to the questions of the squeeze, so that water-bonded sand gets a grade. */
export const squeezeOf = (grade: 1 | 2 | 3 | 4 | 5): HeapTest & { kind: 'squeeze' } => ({
  kind: 'squeeze',
  ...({
    1: { holds: false, shrinks: false, breaks: 'crumbles', palm: 'clean', prints: 'none' },
    2: { holds: true, shrinks: true, breaks: 'crumbles', palm: 'clean', prints: 'blurred' },
    3: { holds: true, shrinks: true, breaks: 'crisp', palm: 'clean', prints: 'sharp' },
    4: { holds: true, shrinks: true, breaks: 'bends', palm: 'film', prints: 'blurred' },
    5: { holds: false, shrinks: true, breaks: 'bends', palm: 'smeared', prints: 'blurred' }
  }[grade] as Omit<HeapTest & { kind: 'squeeze' }, 'kind'>)
});
