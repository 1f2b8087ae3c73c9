/** Why edges break out when one cuts a gate or trims a mold, told apart by three looks. */
export interface EdgeLooks {
  /** A pinch of the broken sand, rolled between the fingers: does it run apart? */
  runs: boolean;
  /** The thumb pressed on the flat face beside it leaves no mark. */
  no_mark: boolean;
  /** A squeeze of the same sand is at temper: it breaks clean. */
  at_temper: boolean;
}

export type EdgeCause = 'too-dry' | 'too-hard' | 'too-little-clay' | 'blunt-tool';

export interface EdgeAnswer {
  cause: EdgeCause;
  name: string;
  why: string;
  /** One thing to do now, and one for the next mold. */
  now: string;
  next: string;
}

const ANSWERS: Record<EdgeCause, Omit<EdgeAnswer, 'cause'>> = {
  'too-dry': {
    name: 'Too dry',
    why: 'It runs apart in the fingers and does not break clean: its clay lacks water.',
    now: 'Mist the edge and wait a minute before you cut on.',
    next: 'Temper the heap, and cover it while you ram.'
  },
  'too-hard': {
    name: 'Rammed too hard',
    why: 'The thumb leaves no mark: packed so hard, sand shears off in flakes before the knife.',
    now: 'Cut in thin slices towards the body of the sand, never towards the edge.',
    next: 'Ram lighter by a third round the pattern, harder only at the flask wall.'
  },
  'too-little-clay': {
    name: 'Too little clay',
    why: 'It is at temper by the squeeze and still runs apart: there is too little clay to hold an edge.',
    now: 'Face the edge with a little fresh sand that is richer in clay.',
    next: 'Test the clay, and renew the heap with new clay rather than water.'
  },
  'blunt-tool': {
    name: 'The cut, not the sand',
    why: 'The sand holds together, takes a print and breaks clean.',
    now: 'Cut with a thin, wet blade, and round the edge at once with a fingertip.',
    next: 'Form gates with a pattern where you can; it leaves a pressed edge.'
  }
};

/**
 * The likeliest cause by three looks.
 *
 * @source workshop practice (handbook default): dry sand crumbles, over-rammed sand flakes, sand that is at temper and yet
 *   crumbles lacks clay
 */
export function brokenEdges({ runs, no_mark, at_temper }: EdgeLooks): EdgeAnswer {
  const cause: EdgeCause = runs
    ? at_temper
      ? 'too-little-clay'
      : 'too-dry'
    : no_mark
      ? 'too-hard'
      : 'blunt-tool';
  return { cause, ...ANSWERS[cause] };
}
