import { copeLift, dropOut } from '../../mold/holding';
import { patternLength } from '../../pattern/shrinkage';
import { fixed, inUnits, massText, percentText, volumeText } from '../../quantity/display';
import { ALLOYS } from '../../reference/alloys';
import { mm } from './written';
import type { Formula } from './formula';

export const MOLD_FORMULAS: readonly Formula[] = [
  {
    id: 'sand-demand',
    name: 'Sand for a mold',
    formula: 'sand = (inside − pattern − gating)·ρ·(1 + allowance)',
    symbols: 'inside of cope and drag, ρ rammed density, allowance for overfill and spill, 12 %.',
    source: 'volume balance; density learned of your heap, else handbook default',
    own: ({ heap, flask }, units) => {
      if (!heap || !flask) return null;
      const inside = flask.length_m * flask.width_m * (flask.cope_m + flask.drag_m);
      return `${flask.name} holds ${volumeText(inside, units)}; of ${heap.name}, empty, ${massText(inside * heap.density_kg_m3 * 1.12, units)}`;
    }
  },
  {
    id: 'drop-out',
    name: 'Drop-out',
    formula: 'shear = ρ·g·A/P',
    symbols:
      'ρ density of the rammed sand, A inside area, P inside perimeter; held against a share of the green compression.',
    source: 'balance of weight and wall shear (share: handbook default)',
    own: ({ heap, flask }) => {
      if (!heap || heap.green_pa === null || !flask) return null;
      const of = dropOut({ shape: 'rectangular', ...flask }, heap.density_kg_m3, heap.green_pa);
      return `${flask.name} with ${heap.name}: ${fixed(of.needed_pa, 0)} Pa of ${fixed(of.holds_pa, 0)} Pa that the wall holds`;
    }
  },
  {
    id: 'cope-lift',
    name: 'Cope lift',
    formula: 'F = ρ·g·Σ(area·head)',
    symbols:
      'ρ density of the metal, area of the castings on the parting, head from their top to the pouring level; held down 1.5-fold.',
    source: 'hydrostatics',
    own: ({ flask, casting }, units) => {
      if (!flask || !casting) return null;
      const area = (casting.area_m2 / 2) * 0.8;
      const of = copeLift([{ area_m2: area, head_m: flask.cope_m }], ALLOYS[casting.alloy].liquid_kg_m3, 0);
      return `One ${casting.name} in ${flask.name}: pushes up with ${massText(of.lift_kg, units)}`;
    }
  },
  {
    id: 'shrinkage',
    name: 'Shrinkage',
    formula: 'pattern = casting / (1 − s)',
    symbols: 's contraction of the alloy; what is machined off is added before.',
    source: 'linear contraction (alloy: handbook default)',
    own: ({ casting }, units) =>
      casting &&
      `${casting.name}, ${mm(casting.length_m, units)} of ${ALLOYS[casting.alloy].name}: a pattern of ${mm(patternLength(casting.length_m, casting.alloy), units)}`
  },
  {
    id: 'casting-mass',
    name: 'Weight of a casting',
    formula: 'm = V·(1 − s)³·ρ',
    symbols: 'V volume of the pattern, s contraction, ρ density of the solid metal.',
    source: 'volume balance (alloy: handbook default)',
    own: ({ casting }, units) => {
      if (!casting) return null;
      const { name, contraction, solid_kg_m3 } = ALLOYS[casting.alloy];
      const pattern_m3 = casting.volume_m3 / (1 - contraction) ** 3;
      const density = inUnits(`${fixed(solid_kg_m3 / 1000, 2)} kg/L`, units);
      return `${casting.name} in ${name}: ${volumeText(pattern_m3, units)} of pattern × (1 − ${percentText(contraction)})³ × ${density} = ${massText(casting.kg, units)}`;
    }
  }
];
