/** What long work is at, in words. */
const DOING = {
  waiting: 'Waiting its turn',
  measuring: 'Measuring it',
  searching: 'Looking which way it draws',
  drawing: 'Looking at every face',
  filling: 'Filling the mold',
  freezing: 'Letting it freeze',
  laying: 'Laying castings into the flasks'
} as const;

export const doingWords = (doing: string): string =>
  // What is not among them is told as it is.
  (DOING as Record<string, string>)[doing] ?? doing;
