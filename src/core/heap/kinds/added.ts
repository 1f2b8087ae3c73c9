import {
  arrivalMove,
  ingredientName,
  readIngredient,
  sandAmounts,
  showIngredient,
  type Ingredient
} from '../state/ingredient';
import { entryKind, signed, workedOver } from '../state/kind';
import { batchQuestion, burntQuestion } from '../state/question';

/** One thing weighed in. */
export interface Added {
  kind: 'added';
  additions: Ingredient[];
}

export const added = entryKind({
  kind: 'added',
  name: 'ingredient added',
  title: 'An ingredient went in',
  fields: {
    ingredient: { type: 'ingredient', label: 'What went in' },
    kg: { type: 'mass', label: 'How much' },
    moisture_percent: {
      type: 'percent',
      label: 'Its moisture',
      hint: 'Left empty: the figure of the lot or the handbook',
      most: 100,
      optional: true
    },
    active_percent: { type: 'percent', label: 'Active share of the dry matter', most: 100, optional: true },
    lot_id: { type: 'lot', optional: true }
  },
  read: (written, context): Added => ({ kind: 'added', additions: [readIngredient(written, context)] }),
  show: ({ additions }: Added) => showIngredient(additions[0]!),
  words: (shown, mass) => ({
    what: `${ingredientName(String(shown.ingredient))} added`,
    amount: signed('+', mass, shown.kg)
  }),
  effect: ({ additions }: Added, { bodies, scale_g }) => ({
    moves: [...workedOver(bodies), ...additions.map((each) => arrivalMove(each, scale_g))]
  }),
  amounts: (event: Added) => sandAmounts(event),
  question: (event: Added, { nature, belief }) =>
    batchQuestion(nature, belief, event) ?? burntQuestion(belief, 'kg')
});
