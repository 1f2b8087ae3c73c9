import { SAND_HEAT, solidificationTime } from '../../metal/solidification';
import { countText } from '../../quantity/count';
import { fixed, massText } from '../../quantity/display';
import { ALLOYS } from '../../reference/alloys';
import { mm } from './written';
import type { Formula } from './formula';

export const SHAKE_OUT_FORMULAS: readonly Formula[] = [
  {
    id: 'solidification',
    name: 'Solidification',
    formula: 't = (π/4)·(ρ_m·H_f/(T_m − T₀))²/(k·ρ·c)·(V/A)²',
    symbols: 'H_f latent heat and superheat, k, ρ and c of the sand, V/A the modulus.',
    source: 'one-dimensional conduction into a half-space of sand',
    own: ({ casting }, units) => {
      if (!casting || !(casting.area_m2 > 0)) return null;
      const alloy = ALLOYS[casting.alloy];
      const [squared, of] = units === 'us' ? [2.54, 'tenths of an inch'] : [1, 'mm'];
      const a_square_mm_s = solidificationTime(0.001, {
        metal_kg_m3: alloy.liquid_kg_m3,
        latent_j_kg: alloy.latent_j_kg,
        liquid_j_kg_k: alloy.liquid_j_kg_k,
        superheat_k: alloy.pour_c - alloy.liquidus_c,
        freezing_c: (alloy.solidus_c + alloy.liquidus_c) / 2,
        ...SAND_HEAT
      });
      return `${casting.name}: a modulus of ${mm(casting.volume_m3 / casting.area_m2, units)}; ${fixed(a_square_mm_s * squared ** 2, 1)} s × (modulus in ${of})² in dry sand, whatever the shape. How long it takes in your sand stands on its mold’s page`;
    }
  },
  {
    id: 'burnt',
    name: 'Sand that burns',
    formula: 'burnt = metal · sand burnt by a kilogram of it',
    symbols:
      'the layer that passed what its binder bears, times the skin of the casting, times the density; learned of what you weigh out.',
    source: 'conduction into sand (layer: handbook default), then your own sorting',
    own: ({ wear }, units) =>
      wear && `${wear.name}: ${massText(wear.burnt_kg, units)} on a usual day of casting`
  },
  {
    id: 'trial-lot',
    name: 'Trial of a change: luck',
    formula: 'p = ways of the lot that show as much / all ways of the lot',
    symbols:
      'molds in pairs, one of each made the other way, which one by lot; n pairs have 2ⁿ ways. Five pairs that all agree: 1 in 32.',
    source: 'randomization test for matched pairs (R. A. Fisher 1935), counted out',
    own: ({ trial }) =>
      trial && trial.pairs > 0
        ? `${trial.name} ${trial.pairs} pairs are in; luck alone shows as much in ${countText(Math.round(trial.by_chance * 2 ** trial.pairs))} of ${countText(2 ** trial.pairs)} ways`
        : null
  },
  {
    id: 'trial-size',
    name: 'Trial of a change: how many molds',
    formula: 'fewest pairs with a yes in 80 of 100 made-up trials',
    symbols:
      'made-up trials with the difference that you want and the scatter of your molds, each judged pair by pair: an early yes wants p ≤ 0.005, the last pair p ≤ 0.043; where there is no difference at most 5 of 100 say yes.',
    source: 'power by simulation; early looks by Haybittle and Peto',
    own: ({ trial }) => trial && `${trial.name} ${2 * trial.planned} molds, in ${trial.planned} pairs`
  }
];
