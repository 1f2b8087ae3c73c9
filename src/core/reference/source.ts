/** Where a figure comes from; shown beside every default so that the user knows what to trust. */
export type Source = 'handbook' | 'your entry' | 'your tests';

export const SOURCE_WORDS: Record<Source, string> = {
  handbook: 'handbook default',
  'your entry': 'your entry',
  'your tests': 'your tests'
};
