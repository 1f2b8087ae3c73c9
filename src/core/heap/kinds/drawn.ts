import { totalMass } from '$core/material/composition';
import { UNLOGGED_LOSS_SD_SHARE } from '$core/reference/accuracy';
import { sandOf } from '../state/belief';
import { HEAP } from '../state/bodies';
import { entryKind, signed, weighingSd, workedOver } from '../state/kind';
import { learned } from '../state/lessons';
import { burntQuestion, habitQuestion, tenth, words } from '../state/question';

/** Sand taken for a mold. */
export interface Drawn {
  kind: 'drawn';
  kg: number;
  /** The volume that it filled once rammed, litres. */
  rammed_l?: number | undefined;
}

export const drawn = entryKind({
  kind: 'drawn',
  name: 'drawn for a mold',
  title: 'Drawn for a mold',
  fields: {
    kg: { type: 'mass', label: 'How much' },
    /** Volume that it filled once rammed: teaches the heap's rammed density. */
    rammed_l: {
      type: 'litres',
      label: 'Volume it filled, rammed',
      hint(known) {
        const m3 = known.value('rammed_l');
        return m3 && known.density_kg_l
          ? `Rammed, that much weighs about ${known.mass(m3 * 1000 * known.density_kg_l)}`
          : 'Of the flask, less the pattern. It teaches how dense this sand rams.';
      },
      most: 1000,
      optional: true
    }
  },
  read: ({ kg, rammed_l }): Drawn => ({ kind: 'drawn', kg, ...(rammed_l !== undefined && { rammed_l }) }),
  show: ({ kg, rammed_l }: Drawn) => ({ kg, ...(rammed_l !== undefined && { rammed_l }) }),
  words: ({ kg }, mass) => ({ what: 'drawn for a mold', amount: signed('−', mass, kg) }),
  effect: ({ kg, rammed_l }: Drawn, { bodies, mold, scale_g }) => ({
    moves: [
      ...workedOver(bodies),
      { do: 'carry', from: HEAP, to: mold, kg, sd: weighingSd(kg, scale_g) },
      // Riddling and ramming lose some that nobody logs.
      { do: 'blur', of: HEAP, sd: UNLOGGED_LOSS_SD_SHARE * kg }
    ],
    teaches: { of: 'drawn', kg, rammed_l: rammed_l ?? null }
  }),
  amounts: ({ kg }: Drawn) => [['drawn', kg]],
  question({ kg, rammed_l }: Drawn, { nature, belief }) {
    if (rammed_l !== undefined) {
      const usual = (learned(belief.lessons, nature)['rammed-density'].value * rammed_l) / 1000;
      if (kg > 2 * usual || kg < usual / 2)
        return {
          path: 'kg',
          message: `${words(kg)} in ${Number(rammed_l.toPrecision(3))} L does not go together: that volume holds about ${words(usual)}.`,
          likely_kg: tenth(kg, usual)
        };
    }
    const there = totalMass(sandOf(belief));
    if (kg > 1.05 * there)
      return {
        path: 'kg',
        message: `There are only about ${words(there)} in the heap.`,
        likely_kg: kg / 10 < there ? kg / 10 : null
      };
    return habitQuestion(belief, 'drawn', kg, 'kg') ?? burntQuestion(belief, 'kg');
  }
});
