import { MIX_FORMULAS } from './mix';
import { MOLD_FORMULAS } from './mold';
import { POUR_FORMULAS } from './pour';
import { RECONDITION_FORMULAS } from './recondition';
import { SHAKE_OUT_FORMULAS } from './shake-out';
import { TEMPER_FORMULAS } from './temper';
import type { Formula } from './formula';

export type { Formula, OwnFigures } from './formula';

/** The formulas behind the figures, by stage of the work. */
export const FORMULAS: readonly Formula[] = [
  ...MIX_FORMULAS,
  ...TEMPER_FORMULAS,
  ...MOLD_FORMULAS,
  ...POUR_FORMULAS,
  ...SHAKE_OUT_FORMULAS,
  ...RECONDITION_FORMULAS
];
