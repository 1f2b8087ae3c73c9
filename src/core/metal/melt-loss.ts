import type { AlloyFigures } from '../reference/alloys';
import { chargeLoss, type ChargePart } from './charge';

/** Share of what is melted that is lost: as it was said, by what is charged, or the middle of the alloy's own range. */
export function meltLoss(alloy: AlloyFigures, said: number | null, charge: readonly ChargePart[]): number {
  if (said !== null) return said;
  if (charge.length > 0) return chargeLoss(charge, alloy);
  return (alloy.loss[0] + alloy.loss[1]) / 2;
}
