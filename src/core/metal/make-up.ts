import type { AlloyRecipe } from '../reference/alloy-recipes';
import { alloyParts } from './charge';

/** A metal that goes into a crucible, kg. */
export interface PartToCharge {
  name: string;
  kg: number;
  melts_c: number;
}

/**
 * What is weighed out of each metal for a charge of an alloy, in the order in which it goes in: the highest melting first, and
 * more of what fumes off.
 *
 * @param charge_kg all that goes into the crucible
 * @throws RangeError for a recipe without parts
 * @source mass balance; the part that melts lower goes into the molten base
 * @example makeUp(2, ALLOY_RECIPES['tin-bronze']) // copper 1.8 kg, tin 0.2 kg
 */
export function makeUp(charge_kg: number, { parts, fumes_off }: AlloyRecipe): PartToCharge[] {
  const charged = parts.map((part) =>
    part.name === fumes_off?.name ? { ...part, share: part.share + fumes_off.share } : part
  );
  return alloyParts(charge_kg, charged).map(({ name, kg, melts_c }) => ({ name, kg, melts_c }));
}
