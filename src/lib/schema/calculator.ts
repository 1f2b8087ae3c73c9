import type { InferType } from 'yup';
import {
  MOST_KG,
  REQUIRED,
  WETTEST_STOCK,
  WETTEST_TARGET,
  choice,
  kg,
  percent,
  phs,
  shape,
  somePercent,
  whole
} from './fields';
import { moistureWeights, squeezeAnswers } from './heap-test';

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
  squeeze: shape({ ...squeezeAnswers, system: choice(['water', 'oil']).optional() }).required(REQUIRED)
} as const;

export type CalculatorName = keyof typeof calculators;
export const CALCULATOR_NAMES = Object.keys(calculators) as CalculatorName[];
export type CalculatorRequest<N extends CalculatorName> = InferType<(typeof calculators)[N]>;
