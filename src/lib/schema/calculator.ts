import { array, number, type AnySchema, type InferType } from 'yup';
import { LOSS_KINDS } from '$core/bench/formula/loss';
import { COVERS } from '$core/heap/state/drying';
import { GATES } from '$core/metal/gating';
import { SHAPES } from '$core/heat/shape';
import { MADE_UP } from '$core/reference/alloy-recipes';
import { ALLOYS, ALLOY_NAMES, USUAL_ALLOY } from '$core/reference/alloys';
import { HEAP_BINDERS } from '$core/reference/targets';
import {
  MOST_KG,
  REQUIRED,
  WETTEST_STOCK,
  WETTEST_TARGET,
  between,
  choice,
  kg,
  kgOrNone,
  moreThanNothing,
  percent,
  phs,
  shape,
  somePercent,
  text,
  whole,
  windowOf,
  yesNo
} from './fields';
import { chargeParts } from './pour';
import {
  compactabilityReadings,
  dyeReadings,
  greenCompressionReadings,
  lossWeights,
  moistureWeights,
  permeabilityReadings,
  sieveReadings,
  squeezeAnswers
} from './heap-test';

/** Figures of a metal or a sand of one's own: with any of them freezing goes by the rule that takes them. */
export const RULE_FIGURES = [
  'metal_kg_m3',
  'latent_kj_kg',
  'liquid_kj_kg_k',
  'superheat_c',
  'freezing_c',
  'sand_c',
  'sand_w_m_k',
  'sand_kg_m3',
  'sand_j_kg_k'
] as const;
/** What that rule cannot take into account. */
const BESIDE_THE_RULE = ['shape', 'pour_c', 'sand_moisture_percent', 'sand_thickness_mm'] as const;

/** Below its melting range no metal is poured. */
const pours = (liquidus_c: number): string =>
  `must be above the melting range, which ends at ${liquidus_c} °C: below it the metal does not pour`;

const list = <T extends AnySchema>(of: T, least: number, most: number) =>
  array(of)
    .typeError('must be a list')
    .min(least, `needs at least ${least}`)
    .max(most, `holds at most ${most}`);

/** What a flask measures inside. */
const flaskSides = {
  length_mm: moreThanNothing('mm', 3000).required(REQUIRED),
  width_mm: moreThanNothing('mm', 3000).required(REQUIRED),
  cope_mm: moreThanNothing('mm', 1000).required(REQUIRED),
  drag_mm: moreThanNothing('mm', 1000).required(REQUIRED)
};

/** Requests of the stateless calculators, by name. */
export const calculators = {
  moisture: shape(moistureWeights).required(REQUIRED),
  batch: shape({
    system: choice(['water', 'oil']).required(REQUIRED),
    dry_sand_kg: kg().required(REQUIRED),
    binder_phs: phs(60).required(REQUIRED),
    binder_as: choice(['product', 'active']).required(REQUIRED),
    moisture_percent: percent(WETTEST_TARGET).when('system', {
      is: 'water',
      then: (field) => field.required('is required for a water system')
    }),
    oil_phs: phs(20).optional(),
    activator_phs: phs(5).optional(),
    sand: shape({ moisture_percent: percent(WETTEST_STOCK).optional() }).optional(),
    binder: shape({
      moisture_percent: percent(WETTEST_STOCK).optional(),
      active_percent: somePercent(100).optional()
    }).optional(),
    splashes: whole(1, 8).optional()
  }).required(REQUIRED),
  correction: shape({
    heap: shape({
      total_kg: kg(5 * MOST_KG).required(REQUIRED),
      moisture_percent: percent(WETTEST_STOCK).required(REQUIRED),
      active_clay_percent: percent(60).required(REQUIRED),
      dead_clay_percent: percent(60).optional()
    })
      .required(REQUIRED)
      .test('whole', 'water and clay together cannot be more than 100 % of the heap', (heap) => {
        return (
          !heap || heap.moisture_percent + heap.active_clay_percent + (heap.dead_clay_percent ?? 0) <= 100
        );
      }),
    target: shape({
      moisture_percent: somePercent(WETTEST_TARGET).required(REQUIRED),
      active_clay_percent: percent(50).optional()
    }).required(REQUIRED),
    binder: shape({
      active_percent: somePercent(100).required(REQUIRED),
      moisture_percent: percent(WETTEST_STOCK).required(REQUIRED)
    })
      .test('whole', 'active clay and water together cannot be more than 100 % of the clay', (binder) => {
        return !binder || binder.active_percent + binder.moisture_percent <= 100;
      })
      .optional(),
    splashes: whole(1, 8).optional()
  }).required(REQUIRED),
  squeeze: shape({ ...squeezeAnswers, system: choice(['water', 'oil']).optional() }).required(REQUIRED),
  'grain-fineness': shape(sieveReadings).required(REQUIRED),
  blend: shape({
    stock: list(
      shape({
        name: text(100).min(1, 'needs a name').required(REQUIRED),
        available_kg: kgOrNone().required(REQUIRED),
        fineness_number: between('', 1, 300).required(REQUIRED),
        fines_percent: percent(100).required(REQUIRED),
        cost_per_kg: between('', 0, 10_000).optional(),
        /** Taken in whole bags of this much. */
        bag_kg: kg().optional()
      }).required(REQUIRED),
      1,
      50
    ).required(REQUIRED),
    total_kg: kg().required(REQUIRED),
    fineness_number: windowOf(between('', 1, 300)).required(REQUIRED),
    fines_percent: windowOf(percent()).optional(),
    /** What the scale shows, g; the amounts are exact without. */
    resolution_g: between('g', 0.1, 1000).optional()
  }).required(REQUIRED),
  compactability: shape(compactabilityReadings).required(REQUIRED),
  'green-compression': shape(greenCompressionReadings).required(REQUIRED),
  permeability: shape(permeabilityReadings).required(REQUIRED),
  'methylene-blue': shape(dyeReadings).required(REQUIRED),
  loss: shape({ kind: choice(LOSS_KINDS).required(REQUIRED), ...lossWeights }).required(REQUIRED),
  'temper-curve': shape({
    points: list(
      shape({
        moisture_percent: somePercent(WETTEST_TARGET).required(REQUIRED),
        strength_kpa: between('kPa', 0, 2000).optional(),
        compactability_percent: percent(100).optional()
      })
        .required(REQUIRED)
        .test('reading', 'needs strength_kpa or compactability_percent', (point) => {
          return !point || point.strength_kpa !== undefined || point.compactability_percent !== undefined;
        }),
      1,
      200
    ).required(REQUIRED),
    target_compactability_percent: between('%', 1, 90).optional()
  }).required(REQUIRED),
  drying: shape({
    mass_kg: kg(5 * MOST_KG).required(REQUIRED),
    moisture_percent: percent(WETTEST_STOCK).required(REQUIRED),
    active_clay_percent: percent(60).required(REQUIRED),
    exposed_area_m2: between('m²', 0, 50).required(REQUIRED),
    cover: choice(COVERS).required(REQUIRED),
    air_c: between('°C', -30, 60).required(REQUIRED),
    relative_humidity_percent: percent(100).required(REQUIRED),
    air_speed_m_s: between('m/s', 0, 20).required(REQUIRED),
    hours: between('h', 0, 10_000).required(REQUIRED)
  }).required(REQUIRED),
  flask: shape({
    ...flaskSides,
    /** Pattern and gating, taken as half in each unless said. */
    solid_l: between('L', 0, 500).required(REQUIRED),
    cope_solid_l: between('L', 0, 500).optional(),
    density_kg_l: between('kg/L', 0.5, 4).optional(),
    allowance_percent: percent(100).optional(),
    /** Of the sand, for whether the cope holds together. */
    green_compression_kpa: between('kPa', 0, 2000).optional(),
    wall: choice(['plain', 'grooved']).optional(),
    /** Empty weights of the two halves, for what is lifted. */
    cope_flask_kg: kgOrNone().optional(),
    drag_flask_kg: kgOrNone().optional(),
    metal_kg: kgOrNone().optional()
  }).required(REQUIRED),
  'flask-fit': shape({
    castings: list(
      shape({
        length_mm: moreThanNothing('mm', 2000).required(REQUIRED),
        width_mm: moreThanNothing('mm', 2000).required(REQUIRED),
        above_mm: between('mm', 0, 1000).required(REQUIRED),
        below_mm: between('mm', 0, 1000).required(REQUIRED),
        mass_kg: kg().required(REQUIRED)
      })
        .required(REQUIRED)
        .test('some', 'must reach into the cope or the drag', (casting) => {
          return !casting || casting.above_mm + casting.below_mm > 0;
        }),
      1,
      50
    ).required(REQUIRED),
    metal: choice(ALLOY_NAMES).required(REQUIRED),
    flask: shape({ ...flaskSides, shape: choice(['rectangular', 'round']).optional() }).optional()
  }).required(REQUIRED),
  'cope-lift': shape({
    projected_area_mm2: moreThanNothing('mm²', 1e7).required(REQUIRED),
    head_mm: between('mm', 0, 5000).required(REQUIRED),
    metal_kg_m3: between('kg/m³', 100, 25_000).required(REQUIRED),
    cope_kg: kgOrNone(5 * MOST_KG).required(REQUIRED),
    safety: between('', 1, 5).optional()
  }).required(REQUIRED),
  melt: shape({
    castings_kg: kg().required(REQUIRED),
    gating_kg: kgOrNone().required(REQUIRED),
    loss_percent: percent(90).required(REQUIRED),
    heel_percent: percent(100).required(REQUIRED),
    crucible_l: moreThanNothing('L', 500).optional(),
    liquid_kg_l: between('kg/L', 0.1, 25).required(REQUIRED)
  }).required(REQUIRED),
  gating: shape({
    poured_kg: kg().required(REQUIRED),
    liquid_kg_m3: between('kg/m³', 100, 25_000).required(REQUIRED),
    pour_s: moreThanNothing('s', 600).required(REQUIRED),
    /** From the choke up to the level in the basin. */
    sprue_mm: moreThanNothing('mm', 2000).required(REQUIRED),
    casting_mm: moreThanNothing('mm', 2000).required(REQUIRED),
    casting_in_cope_mm: between('mm', 0, 2000).required(REQUIRED),
    gate: choice(GATES).required(REQUIRED),
    discharge: between('', 0.1, 1).optional(),
    /** Metal over the mouth of the sprue. */
    basin_mm: moreThanNothing('mm', 500).optional()
  })
    .required(REQUIRED)
    .test('in cope', function (of) {
      if (!of || of.casting_in_cope_mm <= of.casting_mm) return true;
      return this.createError({
        path: 'casting_in_cope_mm',
        message: 'must not be more than the casting’s height'
      });
    }),
  solidification: shape({
    volume_cm3: moreThanNothing('cm³', 1e7).required(REQUIRED),
    area_cm2: moreThanNothing('cm²', 1e7).required(REQUIRED),
    metal: choice(ALLOY_NAMES).optional(),
    shape: choice(SHAPES).optional(),
    pour_c: between('°C', 150, 1800).optional(),
    sand_moisture_percent: percent(WETTEST_TARGET).optional(),
    sand_thickness_mm: between('mm', 5, 500).optional(),
    metal_kg_m3: between('kg/m³', 100, 25_000).optional(),
    latent_kj_kg: between('kJ/kg', 1, 2000).optional(),
    liquid_kj_kg_k: between('kJ/kg·K', 0.05, 10).optional(),
    superheat_c: between('°C', 0, 1000).optional(),
    freezing_c: between('°C', 50, 3500).optional(),
    sand_c: between('°C', -30, 400).optional(),
    sand_w_m_k: between('W/m·K', 0.05, 20).optional(),
    sand_kg_m3: between('kg/m³', 500, 5000).optional(),
    sand_j_kg_k: between('J/kg·K', 100, 5000).optional()
  })
    .required(REQUIRED)
    .test('hotter', 'the metal must freeze above the temperature of the sand', (of) => {
      return !of || (of.freezing_c ?? 51) > (of.sand_c ?? 20);
    })
    .test('one way', function (of) {
      if (!of || RULE_FIGURES.every((figure) => of[figure] === undefined)) return true;
      const unheard = BESIDE_THE_RULE.find((figure) => of[figure] !== undefined);
      return (
        unheard === undefined ||
        this.createError({
          path: unheard,
          message: 'cannot be counted together with figures of your own for the metal or the sand'
        })
      );
    })
    .test('pours', function (of) {
      if (!of || of.pour_c === undefined) return true;
      const { liquidus_c } = ALLOYS[of.metal ?? USUAL_ALLOY];
      return of.pour_c >= liquidus_c || this.createError({ path: 'pour_c', message: pours(liquidus_c) });
    }),
  'sand-heat': shape({
    metal: choice(ALLOY_NAMES).required(REQUIRED),
    volume_cm3: moreThanNothing('cm³', 1e5).required(REQUIRED),
    area_cm2: moreThanNothing('cm²', 1e6).required(REQUIRED),
    pour_c: between('°C', 150, 1800).required(REQUIRED),
    sand_moisture_percent: percent(WETTEST_TARGET).required(REQUIRED),
    binder: choice(HEAP_BINDERS).required(REQUIRED),
    sand_thickness_mm: between('mm', 5, 500).required(REQUIRED),
    /** Left out, a plate: of all shapes it cools slowest. */
    shape: choice(SHAPES).optional(),
    /** The thickest part of the way in, most often basin or riser: it has to be solid, too. */
    gating: shape({
      volume_cm3: moreThanNothing('cm³', 1e5).required(REQUIRED),
      area_cm2: moreThanNothing('cm²', 1e6).required(REQUIRED)
    })
      .default(undefined)
      .optional()
  })
    .required(REQUIRED)
    .test('pours', function (of) {
      const { metal, pour_c } = of ?? {};
      if (!metal || pour_c === undefined || pour_c >= ALLOYS[metal].liquidus_c) return true;
      return this.createError({
        path: 'pour_c',
        message: pours(ALLOYS[metal].liquidus_c)
      });
    })
    .test('chunky', function (of) {
      if (!of || of.volume_cm3 / of.area_cm2 <= 6) return true;
      return this.createError({ path: 'area_cm2', message: 'is too little surface for that volume' });
    })
    .test('chunky gating', function (of) {
      if (!of?.gating || of.gating.volume_cm3 / of.gating.area_cm2 <= 6) return true;
      return this.createError({ path: 'gating.area_cm2', message: 'is too little surface for that volume' });
    }),
  'set-point': shape({
    metal: choice(ALLOY_NAMES).required(REQUIRED),
    set_c: between('°C', 0, 2000).required(REQUIRED),
    /** Lost in tapping and carrying, where it is known. */
    carry_loss_c: between('°C', 0, 300).optional()
  }).required(REQUIRED),
  'scrap-metal': shape({
    air_g: moreThanNothing('g', 100_000).required(REQUIRED),
    /** Hung in water. */
    water_g: between('g', 0, 100_000).required(REQUIRED),
    /** What the scale shows at its finest. */
    scale_g: moreThanNothing('g', 100).optional(),
    /** A magnet holds to it. */
    magnet: yesNo().optional()
  }).required(REQUIRED),
  'alloy-parts': shape({
    metal: choice(MADE_UP).required(REQUIRED),
    charge_kg: kg().required(REQUIRED)
  }).required(REQUIRED),
  charge: shape({
    metal: choice(ALLOY_NAMES).required(REQUIRED),
    charge: chargeParts().min(1, 'needs at least one part').required(REQUIRED)
  }).required(REQUIRED),
  'control-chart': shape({
    values: array(
      number()
        .typeError('must be a number')
        .required(REQUIRED)
        .test('finite', 'must be a number', Number.isFinite)
    )
      .typeError('must be a list')
      .required(REQUIRED)
      .min(2, 'needs at least two values')
      .max(5000, 'holds at most 5000 values')
  }).required(REQUIRED)
} as const;

export type CalculatorName = keyof typeof calculators;
export const CALCULATOR_NAMES = Object.keys(calculators) as CalculatorName[];
export type CalculatorRequest<N extends CalculatorName> = InferType<(typeof calculators)[N]>;
