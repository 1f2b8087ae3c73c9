import { string, type InferType } from 'yup';
import { DRYING_METHODS } from '$core/bench/moisture';
import {
  REQUIRED,
  between,
  choice,
  grams,
  gramsOrNone,
  kgOrNone,
  moreThanNothing,
  pastTime,
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

const written = {
  at: pastTime().required(REQUIRED),
  zone: text(64).optional(),
  note: text(2000).optional(),
  version: whole(1, Number.MAX_SAFE_INTEGER).optional()
};

export const heapTests = {
  moisture: shape({
    kind: string().oneOf(['moisture']).required(REQUIRED),
    ...written,
    method: choice(DRYING_METHODS).optional(),
    ...moistureWeights
  }).required(REQUIRED),
  squeeze: shape({
    kind: string().oneOf(['squeeze']).required(REQUIRED),
    ...written,
    ...squeezeAnswers
  }).required(REQUIRED)
} as const;

export type TestKind = keyof typeof heapTests;
export const TEST_KINDS = Object.keys(heapTests) as TestKind[];
export type NewHeapTest = InferType<(typeof heapTests)[TestKind]>;
