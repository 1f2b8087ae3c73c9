/** The states that a mold goes through. */
export const MOLD_STATES = ['planned', 'rammed', 'closed', 'poured', 'shaken-out', 'broken'] as const;
export type MoldState = (typeof MOLD_STATES)[number];

/** Which states may follow each. What was poured stays poured until it is shaken out, and what broke is no mold. */
const MOLD_STEPS: Record<MoldState, readonly MoldState[]> = {
  planned: ['rammed', 'broken'],
  rammed: ['closed', 'poured', 'broken'],
  // Opened again to look at it, say.
  closed: ['rammed', 'poured', 'broken'],
  poured: ['shaken-out'],
  'shaken-out': [],
  broken: []
};

/** Whether a mold may go from one state to another by work in the shed; to stay is no step. */
export const moldMayBecome = (from: MoldState, to: MoldState): boolean => MOLD_STEPS[from].includes(to);

/** Metal was poured into it. */
export const wasPoured = (state: MoldState): boolean => state === 'poured' || state === 'shaken-out';

/** Heap sand stands in it: it cannot be taken off the list as if it had never been. */
export const holdsSand = (state: MoldState): boolean =>
  state === 'rammed' || state === 'closed' || state === 'poured';

/** A state as it stands in a sentence: "is shaken out". */
export const moldStateWords = (state: MoldState): string => state.replace('-', ' ');
