import { measuredAsBuilt } from './as-built';
import { castingPlan } from './casting-plan';
import { charting } from './charting';
import { estimatorTrial } from './estimator-trial';
import { roughly } from './rough/measured';
import { planning } from './planning';
import { meshing } from './mesh/meshing';
import { serving } from './serving';
import { slowNetwork } from './slow-network';
import { withoutServer } from './without-server';
import { met, table, type Measured } from './table';

const trial = estimatorTrial(200, 20, 20260301);
const estimating: Measured[] = [
  {
    what: 'estimator: interval holds the truth',
    value: trial.coverage * 100,
    target: 85,
    unit: '%',
    atLeast: true
  },
  { what: 'estimator: water lands within, rms', value: trial.landing_rms * 100, target: 0.25, unit: '%' },
  {
    what: 'estimator: against the recipe amount',
    value: trial.recipe_rms / trial.landing_rms,
    target: 2,
    unit: '×',
    atLeast: true
  },
  {
    what: 'estimator: against the last reading',
    value: trial.last_measurement_rms / trial.landing_rms,
    target: 1.3,
    unit: '×',
    atLeast: true
  }
];
const rows: Measured[] = [
  ...(await measuredAsBuilt('bench/computing.ts', 'computing')),
  ...(await planning()),
  ...(await castingPlan()),
  ...estimating,
  ...roughly(),
  ...(await measuredAsBuilt('bench/ageing.ts', 'ageing')),
  ...(await meshing()),
  ...(await serving()),
  ...(await slowNetwork()),
  ...(await withoutServer()),
  ...(await charting())
];
console.log(table(rows));
process.exit(rows.every(met) ? 0 : 1);
