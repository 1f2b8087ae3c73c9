import { sandOf } from '../state/belief';
import { HEAP } from '../state/bodies';
import { entryKind, signed, weighingSd } from '../state/kind';
import { words } from '../state/question';

/** Spread out until so much water had gone. */
export interface Dried {
  kind: 'dried';
  kg: number;
}

/** Nobody weighs a spread heap well: the loss is read off two large weighings, or judged, share of it. */
const LOSS_SD_SHARE = 0.1;

export const dried = entryKind({
  kind: 'dried',
  name: 'spread and dried off',
  title: 'Spread and dried off',
  fields: { kg: { type: 'mass', label: 'How much water it lost', most: 200, small: true } },
  read: ({ kg }): Dried => ({ kind: 'dried', kg }),
  show: ({ kg }: Dried) => ({ kg }),
  words: ({ kg }, mass) => ({ what: 'spread and dried off', amount: signed('−', mass, kg) }),
  effect: ({ kg }: Dried, { scale_g }) => ({
    moves: [{ do: 'dry', from: HEAP, kg, sd: Math.hypot(weighingSd(kg, scale_g), LOSS_SD_SHARE * kg) }]
  }),
  question({ kg }: Dried, { belief }) {
    const { water } = sandOf(belief);
    if (kg <= 0.8 * water) return null;
    return {
      path: 'kg',
      message: `It holds about ${words(water)} of water: did it lose ${words(kg)}?`,
      likely_kg: kg / 10 <= 0.8 * water ? kg / 10 : null
    };
  }
});
