import type { HeapTestKind } from '../bench/heap-test';

/** Stages of the work, in the order of the wheel. */
export const STAGES = ['mix', 'temper', 'mold', 'pour', 'shake-out', 'recondition'] as const;
export type SchoolStage = (typeof STAGES)[number];

/** Every formula of the handbook, and the stage whose chapter has it. */
export const FORMULA_STAGE = {
  ingredient: 'mix',
  'batch-water': 'mix',
  fineness: 'mix',
  moisture: 'temper',
  'temper-ratio': 'temper',
  'water-only': 'temper',
  compactability: 'temper',
  'green-compression': 'temper',
  permeability: 'temper',
  'clay-wash': 'temper',
  ignition: 'temper',
  'methylene-blue': 'temper',
  drying: 'temper',
  'sand-demand': 'mold',
  'drop-out': 'mold',
  'cope-lift': 'mold',
  shrinkage: 'mold',
  'casting-mass': 'mold',
  melt: 'pour',
  choke: 'pour',
  head: 'pour',
  'sprue-taper': 'pour',
  ingate: 'pour',
  modulus: 'pour',
  solidification: 'shake-out',
  burnt: 'shake-out',
  'trial-lot': 'shake-out',
  'trial-size': 'shake-out',
  settles: 'recondition',
  'control-limits': 'recondition'
} as const satisfies Record<string, SchoolStage>;

export type FormulaId = keyof typeof FORMULA_STAGE;

/** Tests of what sand is made of; the others are of its temper. */
const OF_THE_MIX: readonly HeapTestKind[] = ['sieve', 'grinding', 'settling-jar', 'trial-cylinders'];

/** Which chapter has a test. */
export const testStage = (kind: HeapTestKind): 'mix' | 'temper' =>
  OF_THE_MIX.includes(kind) ? 'mix' : 'temper';
