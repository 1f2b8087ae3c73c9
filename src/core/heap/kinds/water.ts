import { composition } from '$core/material/composition';
import { POURED_WATER_SD_SHARE } from '$core/reference/accuracy';
import { HEAP, WATER } from '../state/bodies';
import { entryKind, signed, workedOver } from '../state/kind';
import { unit } from '../state/moves';
import { burntQuestion, waterQuestion } from '../state/question';

/** Water poured on and worked in. */
export interface Water {
  kind: 'water';
  kg: number;
}

export const water = entryKind({
  kind: 'water',
  name: 'water',
  title: 'Water went in',
  fields: { kg: { type: 'mass', label: 'How much water', most: 200, small: true } },
  read: ({ kg }): Water => ({ kind: 'water', kg }),
  show: ({ kg }: Water) => ({ kg }),
  words: ({ kg }, mass) => ({ what: 'water', amount: signed('+', mass, kg) }),
  effect: ({ kg }: Water, { bodies }) => ({
    moves: [
      ...workedOver(bodies),
      // Poured from a jug and partly beside the sand, however well it was weighed.
      {
        do: 'arrive',
        to: HEAP,
        parts: composition({ water: kg }),
        noise: [[unit(WATER), POURED_WATER_SD_SHARE * kg]]
      }
    ]
  }),
  question: ({ kg }: Water, { nature, belief }) =>
    waterQuestion(nature, belief, kg, 'kg') ?? burntQuestion(belief, 'kg')
});
