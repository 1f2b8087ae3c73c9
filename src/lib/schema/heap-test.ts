import { array, string, type InferType } from 'yup';
import { DRYING_METHODS } from '$core/bench/formula/moisture';
import { SIEVE_NAMES } from '$core/bench/formula/sieve';
import { head } from './entry';
import {
  REQUIRED,
  WETTEST_STOCK,
  between,
  id,
  choice,
  grams,
  gramsOrNone,
  kgOrNone,
  moreThanNothing,
  percent,
  shape,
  text,
  whole,
  yesNo
} from './fields';

/** Gross weights of a moisture test: dry may not outweigh wet, nor the pan the sand in it. */
export const moistureWeights = {
  pan_g: gramsOrNone().required(REQUIRED),
  wet_g: grams()
    .required(REQUIRED)
    .test(
      'over-pan',
      'must be more than the empty pan',
      (wet, { parent }) => !(Number(wet) <= Number(parent.pan_g))
    ),
  dry_g: grams()
    .required(REQUIRED)
    .test(
      'under-wet',
      'cannot be more than the wet weight',
      (dry, { parent }) => !(Number(dry) > Number(parent.wet_g))
    )
    .test(
      'over-pan',
      'must be more than the empty pan',
      (dry, { parent }) => !(Number(dry) <= Number(parent.pan_g))
    )
};

export const squeezeAnswers = {
  holds: yesNo().required(REQUIRED),
  shrinks: yesNo().required(REQUIRED),
  breaks: choice(['crumbles', 'ragged', 'crisp', 'bends']).required(REQUIRED),
  palm: choice(['clean', 'film', 'smeared']).required(REQUIRED),
  prints: choice(['none', 'blurred', 'sharp']).required(REQUIRED)
};

export const compactabilityReadings = {
  start_mm: moreThanNothing('mm', 1000).required(REQUIRED),
  end_mm: moreThanNothing('mm', 1000)
    .required(REQUIRED)
    .test(
      'sank',
      'cannot be more than the loose height',
      (end, { parent }) => !(Number(end) > Number(parent.start_mm))
    )
};

export const greenCompressionReadings = {
  load_kg: kgOrNone().required(REQUIRED),
  diameter_mm: between('mm', 5, 500).required(REQUIRED)
};

export const permeabilityReadings = {
  air_cm3: moreThanNothing('cm³', 1e6).required(REQUIRED),
  height_cm: moreThanNothing('cm', 100).required(REQUIRED),
  pressure_g_cm2: moreThanNothing('g/cm²', 1000).required(REQUIRED),
  area_cm2: moreThanNothing('cm²', 10_000).required(REQUIRED),
  time_s: moreThanNothing('s', 86_400).required(REQUIRED)
};

export const lossWeights = {
  before_g: grams().required(REQUIRED),
  after_g: gramsOrNone()
    .required(REQUIRED)
    .test(
      'lost',
      'cannot be more than before',
      (after, { parent }) => !(Number(after) > Number(parent.before_g))
    )
};

export const dyeReadings = {
  standards: array(
    shape({
      active_percent: percent(100).required(REQUIRED),
      ml: between('ml', 0, 1000).required(REQUIRED)
    }).required(REQUIRED)
  )
    .typeError('must be a list')
    .required(REQUIRED)
    .min(1, 'needs at least 1')
    .max(50, 'holds at most 50')
    .test(
      'dye',
      'at least one standard must have taken dye',
      (standards) => !standards || standards.some((each) => Number(each?.ml) > 0)
    ),
  ml: between('ml', 0, 1000).required(REQUIRED)
};

export const sieveReadings = {
  sample_g: grams().optional(),
  retained: array(
    shape({
      sieve: choice(SIEVE_NAMES).optional(),
      /** A household mesh, in place of a sieve. */
      mesh: shape({
        wires_per_10_mm: between('', 1, 200).required(REQUIRED),
        wire_mm: moreThanNothing('mm', 5).required(REQUIRED)
      })
        .test('opening', 'wires that thick leave no opening', (mesh) => {
          return !mesh || 10 / mesh.wires_per_10_mm - mesh.wire_mm > 0;
        })
        .optional(),
      grams: gramsOrNone().required(REQUIRED)
    })
      .required(REQUIRED)
      .test('either', 'names either a sieve or a mesh', (each) => {
        return !each || (each.sieve === undefined) !== (each.mesh === undefined);
      })
  )
    .typeError('must be a list')
    .required(REQUIRED)
    .min(1, 'needs at least 1')
    .max(30, 'holds at most 30')
    .test('once', 'names a sieve twice', (list) => {
      const named = (list ?? []).map((each) => each?.sieve ?? JSON.stringify(each?.mesh));
      return new Set(named).size === named.length;
    })
    .test(
      'caught',
      'the sieves must have caught something',
      (list) => !list || list.some((each) => Number(each?.grams) > 0)
    )
    .test('sample', 'is more than the sample weighed', (list, { parent }) => {
      const sample = (parent as { sample_g?: number }).sample_g;
      return (
        !list ||
        sample === undefined ||
        list.reduce((sum, each) => sum + Number(each?.grams), 0) <= sample * 1.005
      );
    })
};

/** Heights of one jar, each of all that has settled by then. */
const settlingHeights = {
  sand_mm: between('mm', 0, 1000).required(REQUIRED),
  silt_mm: between('mm', 0, 1000)
    .required(REQUIRED)
    .test(
      'grew',
      'cannot be less than after a minute',
      (silt, { parent }) => !(Number(silt) < Number(parent.sand_mm))
    ),
  all_mm: moreThanNothing('mm', 1000)
    .required(REQUIRED)
    .test(
      'grew',
      'cannot be less than after two hours',
      (all, { parent }) => !(Number(all) < Number(parent.silt_mm))
    )
};

const trialLoads = {
  load_kg: kgOrNone().required(REQUIRED),
  reference_load_kg: kgOrNone()
    .required(REQUIRED)
    .test('bore', 'must be more than 0', (load) => load !== 0),
  reference_active_percent: percent(100).required(REQUIRED)
};

const grindingWeights = {
  raw_kg: kgOrNone()
    .required(REQUIRED)
    .test('some', 'must be more than 0', (raw) => raw !== 0),
  sieved_kg: kgOrNone()
    .required(REQUIRED)
    .test(
      'less',
      'cannot be more than before grinding',
      (sieved, { parent }) => !(Number(sieved) > Number(parent.raw_kg))
    )
};

const shatterWeights = {
  kept_g: gramsOrNone().required(REQUIRED),
  through_g: gramsOrNone()
    .required(REQUIRED)
    .test(
      'something',
      'one of the two parts must weigh something',
      (through, { parent }) => Number(through) + Number(parent.kept_g) !== 0
    )
};

const written = {
  ...head,
  /** The entry of the batch it was made on, while that lay by itself. */
  batch_entry_id: id().optional(),
  /** Kept in the ledger, but it does not count: why. */
  excluded_reason: text(500).trim('must not start or end with a space').min(1, 'needs a reason').optional()
};

const test = <const K extends string>(kind: K) => ({
  kind: string<K>().oneOf([kind]).required(REQUIRED),
  ...written
});

export const heapTests = {
  moisture: shape({
    ...test('moisture'),
    method: choice(DRYING_METHODS).optional(),
    ...moistureWeights,
    /** What the scale shows at its finest, g; that of the heap's scale unless said. */
    scale_g: moreThanNothing('g', 100).optional(),
    /** Scoops from about the heap that the sample was mixed of. */
    scoops: whole(1, 20).optional()
  }).required(REQUIRED),
  probe: shape({ ...test('probe'), moisture_percent: percent(WETTEST_STOCK).required(REQUIRED) }).required(
    REQUIRED
  ),
  squeeze: shape({ ...test('squeeze'), ...squeezeAnswers }).required(REQUIRED),
  compactability: shape({ ...test('compactability'), ...compactabilityReadings }).required(REQUIRED),
  'green-compression': shape({ ...test('green-compression'), ...greenCompressionReadings }).required(
    REQUIRED
  ),
  permeability: shape({ ...test('permeability'), ...permeabilityReadings }).required(REQUIRED),
  shatter: shape({ ...test('shatter'), ...shatterWeights }).required(REQUIRED),
  'clay-wash': shape({ ...test('clay-wash'), ...lossWeights }).required(REQUIRED),
  ignition: shape({ ...test('ignition'), ...lossWeights }).required(REQUIRED),
  'methylene-blue': shape({ ...test('methylene-blue'), ...dyeReadings }).required(REQUIRED),
  sieve: shape({ ...test('sieve'), ...sieveReadings }).required(REQUIRED),
  hardness: shape({ ...test('hardness'), reading: between('', 0, 100).required(REQUIRED) }).required(
    REQUIRED
  ),
  grinding: shape({ ...test('grinding'), ...grindingWeights }).required(REQUIRED),
  'settling-jar': shape({ ...test('settling-jar'), ...settlingHeights }).required(REQUIRED),
  'trial-cylinders': shape({ ...test('trial-cylinders'), ...trialLoads }).required(REQUIRED)
} as const;

export type TestKind = keyof typeof heapTests;
export type NewHeapTest = { [K in TestKind]: InferType<(typeof heapTests)[K]> }[TestKind];
