/** A crucible is filled to this share of what it holds: metal that swells and is skimmed needs room (handbook default). */
export const CRUCIBLE_FILL = 0.8;

export interface MeltDemand {
  /** Into the crucible, kg: what is poured, what is lost, and the heel that stays. */
  charge_kg: number;
  /** Melted, m³. */
  volume_m3: number;
  /** How many melts the crucible takes for it; null where no crucible is named. */
  melts: number | null;
}

/**
 * How much to melt: castings and gating over what is not lost, and the heel on top.
 *
 * @param loss share of the charge that goes as dross and burns, 0 to below 1
 * @param heel share of the charge that stays in the crucible, 0 up
 * @param crucible_m3 what the crucible holds to its brim; null where it is not known
 * @throws RangeError on a loss of all, or an empty crucible
 * @source mass balance; (castings + gating)/(1 − loss), plus the heel
 * @example meltDemand(1.2, 0.48, 0.04, 0.08, 2400, 0.001) // 1.89 kg in one melt
 */
export function meltDemand(
  castings_kg: number,
  gating_kg: number,
  loss: number,
  heel: number,
  liquid_kg_m3: number,
  crucible_m3: number | null
): MeltDemand {
  if (!(loss >= 0 && loss < 1)) throw new RangeError('Not all of a charge can be lost.');
  if (crucible_m3 !== null && !(crucible_m3 > 0)) throw new RangeError('A crucible holds something.');
  const charge_kg = ((castings_kg + gating_kg) / (1 - loss)) * (1 + heel);
  const volume_m3 = charge_kg / liquid_kg_m3;
  return {
    charge_kg,
    volume_m3,
    // A melt that is full to a hair is one melt.
    melts:
      crucible_m3 === null ? null : Math.max(1, Math.ceil(volume_m3 / (CRUCIBLE_FILL * crucible_m3) - 1e-9))
  };
}
