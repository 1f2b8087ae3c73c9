import { grading } from '../../bench/formula/grading';
import { fixed, massText, percentText } from '../../quantity/display';
import type { Formula } from './formula';

export const MIX_FORMULAS: readonly Formula[] = [
  {
    id: 'ingredient',
    name: 'Ingredient as it is weighed',
    formula: 'weigh out = dry mass/(1 − m)',
    symbols:
      'm moisture of the ingredient as it comes, of its wet mass; a clay counted as active is divided by its active share too.',
    source: 'mass balance',
    own: ({ lot }, units) =>
      lot &&
      `1 part of ${lot.name} at ${percentText(lot.moisture)} moisture: ${massText(1 / (1 - lot.moisture), units)} for ${massText(1, units)} of it dry`
  },
  {
    id: 'batch-water',
    name: 'Water of a batch',
    formula: 'water = D·w/(1 − w)',
    symbols: 'D dry mix, w moisture aimed at, of the wet sand; what the ingredients bring is taken off.',
    source: 'definition of moisture on the wet basis',
    own: ({ heap }, units) => {
      if (!heap || heap.oil) return null;
      const dry = heap.total_kg * (1 - heap.moisture);
      return `As much dry mix as ${heap.name}, ${massText(dry, units)}, at ${percentText(heap.aim)}: ${massText((dry * heap.aim) / (1 - heap.aim), units)}`;
    }
  },
  {
    id: 'fineness',
    name: 'Fineness number',
    formula: 'fineness = Σ(% caught · multiplier)/Σ% caught',
    symbols: 'each sieve has its multiplier, from 3 for the coarsest to 300 for the pan.',
    source: 'grain fineness number, standard sieve series',
    own: ({ tests: { sieve } }) => {
      if (!sieve) return null;
      const found = grading(sieve.retained, sieve.sample_g ?? undefined);
      const caught = sieve.retained.reduce((sum, { grams }) => sum + grams, 0);
      return `Your last: ${found.retained.length} sieves caught ${fixed(caught, 1)} g: ${fixed(found.fineness_number, 0)}`;
    }
  }
];
