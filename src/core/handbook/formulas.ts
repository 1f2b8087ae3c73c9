import { compactability } from '../bench/formula/compactability';
import { greenCompression } from '../bench/formula/green-compression';
import { HELD_WATER, type Composition } from '../material/composition';
import { solidificationTime, SAND_HEAT } from '../metal/solidification';
import { BASIN_DEPTH_M, chokeArea, ingateArea, sprueTaper } from '../metal/gating';
import { waterToAdd } from '../mix/correction';
import { dropOut, copeLift } from '../mold/holding';
import { patternLength } from '../pattern/shrinkage';
import {
  durationText,
  figureText,
  lengthFigure,
  massText,
  percentText,
  smallAreaText,
  volumeText
} from '../quantity/display';
import type { UnitSystem } from '../quantity/unit';
import { ALLOYS, type Alloy } from '../reference/alloys';
import type { SchoolStage } from './stages';

/** Of the reader's own, what formulas are shown with. SI; null where there is none yet. */
export interface OwnFigures {
  heap: {
    name: string;
    total_kg: number;
    moisture: number;
    aim: number;
    parts: Composition;
    green_pa: number | null;
    density_kg_m3: number;
    oil: boolean;
  } | null;
  flask: { name: string; length_m: number; width_m: number; cope_m: number; drag_m: number } | null;
  casting: {
    name: string;
    kg: number;
    volume_m3: number;
    area_m2: number;
    length_m: number;
    alloy: Alloy;
  } | null;
  compactability: { start_mm: number; end_mm: number } | null;
  green: { load_kg: number; diameter_mm: number } | null;
}

export interface Formula {
  id: string;
  stage: SchoolStage;
  name: string;
  /** As it is written. */
  formula: string;
  symbols: string;
  source: string;
  /** With the reader's own figures in it; null where they have none. */
  own(of: OwnFigures, units: UnitSystem): string | null;
}

const mm = (m: number, units: UnitSystem) => figureText(lengthFigure(m, units));
/** A gate's usual pour, s, where nobody said (handbook default). */
const POUR_S = 5;
const HEAD_M = 0.1;

/** The formulas behind the figures, by stage of the work. */
export const FORMULAS: readonly Formula[] = [
  {
    id: 'batch-water',
    stage: 'mix',
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
    id: 'temper-ratio',
    stage: 'temper',
    name: 'Temper ratio',
    formula: 'τ = (water − 0.10·dead clay − 0.03·fines) / active clay',
    symbols: 'all by mass; dead clay and fines soak up and hold the water that is taken off.',
    source: 'usual molding-sand practice (handbook default for what is held)',
    own: ({ heap }, units) => {
      if (!heap || heap.oil || !(heap.parts.active_clay > 0)) return null;
      const { water, dead_clay, fines, active_clay } = heap.parts;
      const free = water - HELD_WATER.dead_clay * dead_clay - HELD_WATER.fines * fines;
      return `${heap.name}: (${massText(water, units)} − 0.10 × ${massText(dead_clay, units)} − 0.03 × ${massText(fines, units)}) / ${massText(active_clay, units)} = ${(free / active_clay).toFixed(2)}`;
    }
  },
  {
    id: 'water-only',
    stage: 'temper',
    name: 'Water to add',
    formula: 'water = M·(w₂ − w₁)/(1 − w₂)',
    symbols: 'M all of the sand, w₁ its moisture, w₂ the one aimed at, both of the wet sand.',
    source: 'mass balance',
    own: ({ heap }, units) => {
      if (!heap || heap.oil) return null;
      if (heap.moisture >= heap.aim)
        return `${heap.name} is at ${percentText(heap.moisture)} and wants none.`;
      const kg = waterToAdd(heap.total_kg, heap.moisture, heap.aim);
      return `${heap.name}: ${massText(heap.total_kg, units)} × (${percentText(heap.aim)} − ${percentText(heap.moisture)}) / (1 − ${percentText(heap.aim)}) = ${massText(kg, units)}`;
    }
  },
  {
    id: 'compactability',
    stage: 'temper',
    name: 'Compactability',
    formula: 'c = (start − end)/start · 100 %',
    symbols: 'heights of the loose and the rammed sand in the tube.',
    source: 'standard molding-material test',
    own: ({ compactability: of }, units) =>
      of &&
      `Your last: (${mm(of.start_mm / 1000, units)} − ${mm(of.end_mm / 1000, units)}) / ${mm(of.start_mm / 1000, units)} = ${percentText(compactability(of.start_mm, of.end_mm), 0)}`
  },
  {
    id: 'green-compression',
    stage: 'temper',
    name: 'Green compression',
    formula: 'strength = m·g / (π/4·d²)',
    symbols: 'm what it bears before it breaks, d the cylinder’s diameter.',
    source: 'standard molding-material test',
    own: ({ green: of }, units) =>
      of &&
      `Your last: ${massText(of.load_kg, units)} on ${mm(of.diameter_mm / 1000, units)} across = ${(greenCompression(of.load_kg, of.diameter_mm) / 1000).toFixed(0)} kPa`
  },
  {
    id: 'sand-demand',
    stage: 'mold',
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
    stage: 'mold',
    name: 'Drop-out',
    formula: 'shear = ρ·g·A/P',
    symbols:
      'ρ density of the rammed sand, A inside area, P inside perimeter; held against a share of the green compression.',
    source: 'balance of weight and wall shear (share: handbook default)',
    own: ({ heap, flask }) => {
      if (!heap || heap.green_pa === null || !flask) return null;
      const of = dropOut({ shape: 'rectangular', ...flask }, heap.density_kg_m3, heap.green_pa);
      return `${flask.name} with ${heap.name}: ${of.needed_pa.toFixed(0)} Pa of ${of.holds_pa.toFixed(0)} Pa that the wall holds`;
    }
  },
  {
    id: 'cope-lift',
    stage: 'mold',
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
    stage: 'mold',
    name: 'Shrinkage',
    formula: 'pattern = casting / (1 − s)',
    symbols: 's contraction of the alloy; what is machined off is added before.',
    source: 'linear contraction (alloy: handbook default)',
    own: ({ casting }, units) =>
      casting &&
      `${casting.name}, ${mm(casting.length_m, units)} of ${ALLOYS[casting.alloy].name}: a pattern of ${mm(patternLength(casting.length_m, casting.alloy), units)}`
  },
  {
    id: 'choke',
    stage: 'pour',
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
    id: 'sprue-taper',
    stage: 'pour',
    name: 'Taper of the sprue',
    formula: 'A_top/A_bottom = √(h_bottom/h_top)',
    symbols: 'depths below the level in the basin.',
    source: 'continuity of free fall',
    own: ({ flask }, units) =>
      flask &&
      `${flask.name}, with a basin ${mm(BASIN_DEPTH_M, units)} deep: ${sprueTaper(flask.cope_m + BASIN_DEPTH_M, BASIN_DEPTH_M).toFixed(1)} times as wide at the top`
  },
  {
    id: 'ingate',
    stage: 'pour',
    name: 'Ingates',
    formula: 'A ≥ W/(ρ·t·0.5 m/s)',
    symbols: 'faster than half a metre a second metal folds air into itself.',
    source: 'calm-flow limit (handbook default)',
    own: ({ casting }, units) =>
      casting &&
      `One ${casting.name} in ${POUR_S} s: ${smallAreaText(ingateArea(1.4 * casting.kg, ALLOYS[casting.alloy].liquid_kg_m3, POUR_S), units)} of ingates`
  },
  {
    id: 'solidification',
    stage: 'shake-out',
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
    id: 'control-limits',
    stage: 'recondition',
    name: 'Limits of a control chart',
    formula: 'x̄ ± 2.66·mR̄',
    symbols: 'x̄ mean of the readings, mR̄ mean of the steps from one to the next.',
    source: 'Shewhart’s individuals and moving-range chart',
    own: () => null
  }
];
