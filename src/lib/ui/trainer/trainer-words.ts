import type { SqueezeReading } from '$core/bench/formula/squeeze';
import type { LookAt, Remedy, SandFault } from '$core/trainer/sand-question';

export const TRAINING_NAMES = {
  sand: 'Sand in the hand',
  mold: 'Molds before the pour',
  word: 'Words by their pictures'
} as const;

export const LOOK_QUESTIONS: Record<LookAt, string> = {
  holds: 'Open the hand',
  shrinks: 'In the fist',
  breaks: 'Break it',
  palm: 'Look at the palm',
  prints: 'The prints'
};

/** What a look shows, in words, for who cannot see the drawing. */
export function lookSaid(look: LookAt, of: SqueezeReading): string {
  switch (look) {
    case 'holds':
      return of.holds ? 'The lump holds' : 'It runs out of the hand';
    case 'shrinks':
      return of.shrinks ? 'It gave in the fist' : 'It did not give';
    case 'breaks':
      if (!of.holds) return 'It ran apart: no break to see';
      return {
        crumbles: 'It crumbles',
        ragged: 'The break is ragged',
        crisp: 'The break is crisp',
        bends: 'It bends first'
      }[of.breaks];
    case 'palm':
      return { clean: 'The palm is clean', film: 'A film on the palm', smeared: 'The palm is smeared' }[
        of.palm
      ];
    case 'prints':
      if (!of.holds) return 'It ran apart: no prints';
      return { none: 'No prints', blurred: 'The prints are blurred', sharp: 'The prints are sharp' }[
        of.prints
      ];
  }
}

export const REMEDY_NAMES: Record<Remedy, string> = {
  water: 'Water',
  nothing: 'Nothing: ram it',
  'dry-off': 'Dry it off, or dry mix',
  fines: 'Fines or clay, no water',
  clay: 'Clay'
};

export const FAULT_WORDS: Record<SandFault, string> = {
  dry: 'Dry',
  short: 'Short of water',
  temper: 'At temper',
  soft: 'A little wet',
  wet: 'Wet',
  lifeless: 'Moist but lifeless: fines are missing',
  weak: 'Weak: clay is missing, not water'
};
