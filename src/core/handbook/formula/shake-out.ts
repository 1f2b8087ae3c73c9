import { SAND_HEAT, solidificationTime } from '../../metal/solidification';
import { durationText, massText } from '../../quantity/display';
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
      const seconds = solidificationTime(casting.volume_m3 / casting.area_m2, {
        metal_kg_m3: alloy.liquid_kg_m3,
        latent_j_kg: alloy.latent_j_kg,
        liquid_j_kg_k: alloy.liquid_j_kg_k,
        superheat_k: alloy.pour_c - alloy.liquidus_c,
        freezing_c: (alloy.solidus_c + alloy.liquidus_c) / 2,
        ...SAND_HEAT
      });
      return `${casting.name}: ${mm(casting.volume_m3 / casting.area_m2, units)} of modulus, solid after about ${durationText(seconds)}`;
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
  }
];
