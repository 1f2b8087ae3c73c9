/** What decides how long a casting takes to freeze in sand. */
export interface Freezing {
  metal_kg_m3: number;
  latent_j_kg: number;
  liquid_j_kg_k: number;
  /** Poured above its freezing temperature, K. */
  superheat_k: number;
  freezing_c: number;
  sand_c: number;
  sand_w_m_k: number;
  sand_kg_m3: number;
  sand_j_kg_k: number;
}

/** Dry silica sand, rammed (handbook default). */
export const SAND_HEAT = { sand_c: 20, sand_w_m_k: 0.7, sand_kg_m3: 1600, sand_j_kg_k: 1100 } as const;

/**
 * Chvorinov's rule with its constant from the sand: t = (π/4)·(ρ·H_f/(T_m − T_0))²/(k·ρ·c)_sand·(V/A)², with
 * H_f = latent + superheat·c_p. Sand takes the heat; the metal does not slow it.
 *
 * @param modulus_m volume over cooling surface, m
 * @returns seconds until it is solid
 * @source Chvorinov's rule for sand-limited freezing, foundry textbooks
 * @example aluminium at 2400 kg/m³, modulus 5 mm → 56 s
 */
export function solidificationTime(modulus_m: number, of: Freezing): number {
  const heat_j_kg = of.latent_j_kg + of.superheat_k * of.liquid_j_kg_k;
  const driving = (of.metal_kg_m3 * heat_j_kg) / (of.freezing_c - of.sand_c);
  const effusivity2 = of.sand_w_m_k * of.sand_kg_m3 * of.sand_j_kg_k;
  return (Math.PI / 4) * (driving ** 2 / effusivity2) * modulus_m ** 2;
}
