import { HEAP } from '../state/bodies';
import { entryKind, signed, weighingSd } from '../state/kind';
import { habitQuestion, mostQuestion } from '../state/question';

/** Sand lost to the floor. */
export interface Spilled {
  kind: 'spilled';
  kg: number;
}

export const spilled = entryKind({
  kind: 'spilled',
  name: 'spilled',
  title: 'Sand spilled',
  fields: { kg: { type: 'mass', label: 'How much' } },
  read: ({ kg }): Spilled => ({ kind: 'spilled', kg }),
  show: ({ kg }: Spilled) => ({ kg }),
  words: ({ kg }, mass) => ({ what: 'spilled', amount: signed('−', mass, kg) }),
  effect: ({ kg }: Spilled, { scale_g }) => ({
    moves: [{ do: 'carry', from: HEAP, to: null, kg, sd: weighingSd(kg, scale_g) }],
    teaches: { of: 'spilled', kg }
  }),
  amounts: ({ kg }: Spilled) => [['spilled', kg]],
  question: ({ kg }: Spilled, { belief }) =>
    habitQuestion(belief, 'spilled', kg, 'kg') ?? mostQuestion(belief, kg)
});
