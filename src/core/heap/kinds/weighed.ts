import { totalMass } from '$core/material/composition';
import { HEAP, bodyOf } from '../state/bodies';
import { entryKind, weighingSd, type Effect } from '../state/kind';
import { weighingQuestion } from '../state/question';

/** The whole heap on the scale: what there is of it, whatever was logged. */
export interface Weighed {
  kind: 'weighed';
  kg: number;
}

export const weighed = entryKind({
  kind: 'weighed',
  name: 'whole heap weighed',
  title: 'The whole heap weighed',
  fields: {
    kg: {
      type: 'mass',
      label: 'All the sand in it',
      hint: 'Damp, without its bucket, burnt sand and molds'
    }
  },
  read: ({ kg }): Weighed => ({ kind: 'weighed', kg }),
  show: ({ kg }: Weighed) => ({ kg }),
  words: ({ kg }, mass) => ({ what: 'weighed', amount: mass(Number(kg)) }),
  /**
   * Sand that is missing went as it lay; what is there beyond the books never went: it comes back from what is gone. How much
   * it was the scale alone says.
   */
  effect({ kg }: Weighed, { bodies, scale_g }): Effect {
    const had = totalMass(bodyOf(bodies, HEAP));
    if (!(had > 0)) return { moves: [] };
    return {
      moves: [{ do: 'carry', from: HEAP, to: null, kg: had - kg, sd: had }],
      weighed: { of: [HEAP], share: 1, share_sd: weighingSd(kg, scale_g) / kg, kg, after: true }
    };
  },
  question: ({ kg }: Weighed, { belief }) => weighingQuestion(belief, kg)
});
