import type { System } from '$core/reference/targets';

export type HardnessBand = 'too-soft' | 'soft' | 'good' | 'hard' | 'too-hard';

/**
 * Where the bands of a rammed face begin, of a gauge from 0 to 100, by what binds the sand.
 *
 * @source water-bonded: usual bands of a mold-hardness gauge (60–75 soft, 75–85 good, over 90 too hard), for its steam must
 *   get out between the grains. Oil-bonded sand gives off hardly any steam and forgives ramming: it is only soft below 75,
 *   and too hard where a face springs back from the rammer (practice; no published band)
 */
export const HARDNESS = {
  water: { soft: 60, good: { min: 75, max: 85 }, too_hard: 90 },
  oil: { soft: 65, good: { min: 75, max: 94 }, too_hard: 97 }
} as const satisfies Record<System, { soft: number; good: { min: number; max: number }; too_hard: number }>;

/** What a surface-hardness reading means for a rammed face. @throws RangeError beyond the gauge */
export function hardnessBand(reading: number, system: System): HardnessBand {
  if (!(reading >= 0 && reading <= 100)) throw new RangeError('The gauge reads 0 to 100.');
  const { soft, good, too_hard } = HARDNESS[system];
  if (reading < soft) return 'too-soft';
  if (reading < good.min) return 'soft';
  if (reading <= good.max) return 'good';
  return reading <= too_hard ? 'hard' : 'too-hard';
}
