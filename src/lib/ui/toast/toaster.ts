/** A note on what was done or what went wrong, as it is kept until it can be shown. */
interface Note {
  title: string;
  type?: 'error';
  undo?: (() => void | Promise<void>) | undefined;
  /** What else may be done about it, by its own words. */
  answer?: { label: string; act: () => void | Promise<void> } | undefined;
}

type Show = (note: Note) => void;
let show: Show | null = null;
let waiting: Note[] = [];

/** Notes are shown from here on; those that waited come first. The part that draws them comes after the page is awake. */
export function showNotes(by: Show): void {
  show = by;
  waiting.forEach(by);
  waiting = [];
}

function note(said: Note): void {
  if (show) show(said);
  else waiting.push(said);
}

/** Says what was done and offers to take it back. */
export const told = (title: string, undo?: () => void | Promise<void>): void => note({ title, undo });

/** Asks about what was about to be done, and offers to do it all the same. */
export const asked = (title: string, label: string, act: () => void | Promise<void>): void =>
  note({ title, type: 'error', answer: { label, act } });

/** Says what went wrong, where no field can say it. */
export const warned = (title: string): void => note({ title, type: 'error' });
