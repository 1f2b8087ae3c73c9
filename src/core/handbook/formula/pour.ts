import { BASIN_DEPTH_M, chokeArea, effectiveHead, ingateArea, sprueTaper } from '../../metal/gating';
import { meltDemand } from '../../metal/melt';
import { fixed, massText, percentText } from '../../quantity/display';
import { smallAreaText } from '../../quantity/small-area';
import { ALLOYS } from '../../reference/alloys';
import { USUAL_HEEL } from '../../reference/scrap';
import { mm } from './written';
import type { Formula } from './formula';

/** A gate's usual pour, s, where nobody said (handbook default). */
const POUR_S = 5;
const HEAD_M = 0.1;

export const POUR_FORMULAS: readonly Formula[] = [
  {
    id: 'melt',
    name: 'How much to melt',
    formula: 'charge = (castings + gating)/(1 − loss) · (1 + heel)',
    symbols:
      'loss burns and goes as dross, the heel stays in the crucible; a crucible is filled to four fifths.',
    source: 'mass balance (loss and heel: handbook default)',
    own: ({ casting }, units) => {
      if (!casting) return null;
      const alloy = ALLOYS[casting.alloy];
      const loss = (alloy.loss[0] + alloy.loss[1]) / 2;
      const of = meltDemand(casting.kg, 0.4 * casting.kg, loss, USUAL_HEEL, alloy.liquid_kg_m3, null);
      return `One ${casting.name} of ${massText(casting.kg, units)}, its gating ${massText(0.4 * casting.kg, units)}, ${percentText(loss, 0)} lost, ${percentText(USUAL_HEEL, 0)} heel: ${massText(of.charge_kg, units)}`;
    }
  },
  {
    id: 'choke',
    name: 'Choke',
    formula: 'A = W/(ρ·t·C·√(2gH))',
    symbols: 'W metal poured, ρ its density, t pour time, C 0.8, H effective head.',
    source: 'Torricelli’s law with a discharge (handbook default)',
    own: ({ casting }, units) => {
      if (!casting) return null;
      const { liquid_kg_m3 } = ALLOYS[casting.alloy];
      const area = chokeArea(1.4 * casting.kg, liquid_kg_m3, POUR_S, HEAD_M);
      return `One ${casting.name}, with its gating, in ${POUR_S} s at ${mm(HEAD_M, units)}: ${smallAreaText(area, units)}`;
    }
  },
  {
    id: 'head',
    name: 'Effective head',
    formula: 'H = h − p²/(2c)',
    symbols:
      'h from the choke up to the level in the basin, c height of the casting, p what of it lies in the cope.',
    source: 'mean head while the casting fills',
    own: ({ flask, casting }, units) => {
      if (!flask || !casting) return null;
      const head = effectiveHead(
        flask.cope_m + BASIN_DEPTH_M,
        casting.above_m + casting.below_m,
        casting.above_m,
        'parting'
      );
      return `${casting.name}, ${mm(casting.above_m, units)} of it in the cope of ${flask.name}: ${mm(head, units)}`;
    }
  },
  {
    id: 'sprue-taper',
    name: 'Taper of the sprue',
    formula: 'A_top/A_bottom = √(h_bottom/h_top)',
    symbols: 'depths below the level in the basin.',
    source: 'continuity of free fall',
    own: ({ flask }, units) =>
      flask &&
      `${flask.name}, with a basin ${mm(BASIN_DEPTH_M, units)} deep: ${fixed(sprueTaper(flask.cope_m + BASIN_DEPTH_M, BASIN_DEPTH_M), 1)} times as wide at the top`
  },
  {
    id: 'ingate',
    name: 'Ingates',
    formula: 'A ≥ W/(ρ·t·0.5 m/s)',
    symbols: 'faster than half a metre a second metal folds air into itself.',
    source: 'calm-flow limit (handbook default)',
    own: ({ casting }, units) =>
      casting &&
      `One ${casting.name} in ${POUR_S} s: ${smallAreaText(ingateArea(1.4 * casting.kg, ALLOYS[casting.alloy].liquid_kg_m3, POUR_S), units)} of ingates`
  },
  {
    id: 'modulus',
    name: 'Modulus, and its riser',
    formula: 'M = V/A, riser 1.2·M',
    symbols: 'V volume, A surface that cools; what has the larger modulus freezes last and feeds the other.',
    source: 'Chvorinov’s rule; 1.2 is a handbook default',
    own: ({ casting }, units) =>
      casting && casting.area_m2 > 0
        ? `${casting.name}: ${mm(casting.volume_m3 / casting.area_m2, units)}, a riser of ${mm((1.2 * casting.volume_m3) / casting.area_m2, units)}`
        : null
  }
];
