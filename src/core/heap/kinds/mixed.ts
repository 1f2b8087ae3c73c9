import {
  arrivalMove,
  ingredientName,
  readIngredient,
  sandAmounts,
  showIngredient,
  type Ingredient
} from '../state/ingredient';
import { entryKind, workedOver } from '../state/kind';
import { batchQuestion, burntQuestion } from '../state/question';

/** A batch: several things weighed in together. */
export interface Mixed {
  kind: 'mixed';
  additions: Ingredient[];
}

export const mixed = entryKind({
  kind: 'mixed',
  name: 'mixed in',
  title: null,
  fields: { additions: { type: 'additions' } },
  read: ({ additions }, context): Mixed => ({
    kind: 'mixed',
    additions: additions.map((each) => readIngredient(each, context))
  }),
  show: ({ additions }: Mixed) => ({ additions: additions.map(showIngredient) }),
  words(shown, mass) {
    const additions = shown.additions as { ingredient: string; kg: number }[];
    const total = additions.reduce((sum, each) => sum + each.kg, 0);
    return {
      what: `mixed in: ${additions.map((each) => ingredientName(each.ingredient)).join(', ')}`,
      amount: `+${mass(total)}`
    };
  },
  effect: ({ additions }: Mixed, { bodies, scale_g }) => ({
    moves: [...workedOver(bodies), ...additions.map((each) => arrivalMove(each, scale_g))]
  }),
  amounts: (event: Mixed) => sandAmounts(event),
  question: (event: Mixed, { nature, belief }) =>
    batchQuestion(nature, belief, event) ?? burntQuestion(belief, 'additions[0].kg')
});
