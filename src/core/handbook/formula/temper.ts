import { compactability } from '../../bench/formula/compactability';
import { greenCompression } from '../../bench/formula/green-compression';
import { lossFraction } from '../../bench/formula/loss';
import { dyeFactor } from '../../bench/formula/methylene-blue';
import { moistureByDrying } from '../../bench/formula/moisture';
import { permeabilityNumber } from '../../bench/formula/permeability';
import { COVER_NAMES, SHED, evaporationOf } from '../../heap/state/drying';
import { HELD_WATER } from '../../material/composition';
import { waterToAdd } from '../../mix/correction';
import { fixed, inUnits, massText, percentText, temperatureText } from '../../quantity/display';
import { mm } from './written';
import type { Formula } from './formula';

export const TEMPER_FORMULAS: readonly Formula[] = [
  {
    id: 'moisture',
    name: 'Moisture',
    formula: 'w = (wet − dry)/(wet − pan) · 100 %',
    symbols: 'all three weighed with the pan; of the wet sand.',
    source: 'standard moisture test by drying at 105–110 °C',
    own: ({ tests: { moisture } }) =>
      moisture
        ? `Your last: (${moisture.wet_g} g − ${moisture.dry_g} g) / (${moisture.wet_g} g − ${moisture.pan_g} g) = ${percentText(moistureByDrying(moisture).wet_basis)}`
        : null
  },
  {
    id: 'temper-ratio',
    name: 'Temper ratio',
    formula: 'τ = (water − 0.10·dead clay − 0.03·fines) / active clay',
    symbols: 'all by mass; dead clay and fines soak up and hold the water that is taken off.',
    source: 'usual molding-sand practice (handbook default for what is held)',
    own: ({ heap }, units) => {
      if (!heap || heap.oil || !(heap.parts.active_clay > 0)) return null;
      const { water, dead_clay, fines, active_clay } = heap.parts;
      const free = water - HELD_WATER.dead_clay * dead_clay - HELD_WATER.fines * fines;
      return `${heap.name}: (${massText(water, units)} − 0.10 × ${massText(dead_clay, units)} − 0.03 × ${massText(fines, units)}) / ${massText(active_clay, units)} = ${fixed(free / active_clay, 2)}`;
    }
  },
  {
    id: 'water-only',
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
    name: 'Compactability',
    formula: 'c = (start − end)/start · 100 %',
    symbols: 'heights of the loose and the rammed sand in the tube.',
    source: 'standard molding-material test',
    own: ({ tests: { compactability: of } }, units) =>
      !of
        ? null
        : `Your last: (${mm(of.start_mm / 1000, units)} − ${mm(of.end_mm / 1000, units)}) / ${mm(of.start_mm / 1000, units)} = ${percentText(compactability(of.start_mm, of.end_mm), 0)}`
  },
  {
    id: 'green-compression',
    name: 'Green compression',
    formula: 'strength = m·g / (π/4·d²)',
    symbols: 'm what it bears before it breaks, d the cylinder’s diameter.',
    source: 'standard molding-material test',
    own: ({ tests: { 'green-compression': of } }, units) =>
      !of
        ? null
        : `Your last: ${massText(of.load_kg, units)} on ${mm(of.diameter_mm / 1000, units)} across = ${inUnits(`${fixed(greenCompression(of.load_kg, of.diameter_mm) / 1000, 0)} kPa`, units)}`
  },
  {
    id: 'permeability',
    name: 'Permeability',
    formula: 'P = V·h/(p·A·t)',
    symbols: 'V air in cm³, h height in cm, p pressure in g/cm², A area in cm², t in minutes.',
    source: 'standard permeability test',
    own: ({ tests: { permeability: of } }) =>
      of
        ? `Your last: ${of.air_cm3} × ${of.height_cm} / (${of.pressure_g_cm2} × ${of.area_cm2} × ${fixed(of.time_s / 60, 2)}) = ${fixed(permeabilityNumber(of), 0)}`
        : null
  },
  {
    id: 'clay-wash',
    name: 'Clay wash',
    formula: 'lost = (before − after)/before · 100 %',
    symbols: 'all clay-size matter, live and dead: weighed dry before and after washing.',
    source: 'standard molding-material test',
    own: ({ tests: { 'clay-wash': of } }) =>
      of
        ? `Your last: (${of.before_g} g − ${of.after_g} g) / ${of.before_g} g = ${percentText(lossFraction(of.before_g, of.after_g))}`
        : null
  },
  {
    id: 'ignition',
    name: 'Loss on ignition',
    formula: 'lost = (before − after)/before · 100 %',
    symbols: 'weighed dry, and after red heat to constant mass: oil, carbon, wood flour.',
    source: 'standard molding-material test',
    own: ({ tests: { ignition: of } }) =>
      of
        ? `Your last: (${of.before_g} g − ${of.after_g} g) / ${of.before_g} g = ${percentText(lossFraction(of.before_g, of.after_g))}`
        : null
  },
  {
    id: 'methylene-blue',
    name: 'Active clay by dye',
    formula: 'clay = ml · Σ(ml·clay)/Σ(ml²)',
    symbols:
      'the sum is over mixes that you made up with a known clay: the line through nothing that fits them best.',
    source: 'methylene blue clay test, least squares through the origin',
    own: ({ tests: { 'methylene-blue': of } }) =>
      of
        ? `Your last: ${of.ml} ml × ${fixed(100 * dyeFactor(of.standards), 2)} % a ml = ${percentText(of.ml * dyeFactor(of.standards))}`
        : null
  },
  {
    id: 'drying',
    name: 'Drying as it stands',
    formula: 'E = (25 + 19·v)·(x_s − x)·A·cover',
    symbols:
      'kg an hour; v air speed in m/s, x_s and x water in a kilogram of dry air, full and as it is, A open surface in m²; less as the sand gets drier than temper.',
    source: 'usual estimate of evaporation from a wet surface; vapour pressure by Magnus',
    own: ({ standing }, units) =>
      standing &&
      `${standing.name}, wet, ${COVER_NAMES[standing.cover]}, in a shed of ${temperatureText(SHED.air_c, units)}: ${massText(24 * evaporationOf({ ...standing, climate: SHED }), units)} a day`
  }
];
