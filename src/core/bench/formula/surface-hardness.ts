export type HardnessBand = 'too-soft' | 'soft' | 'good' | 'hard' | 'too-hard';

/**
 * What a surface-hardness reading (0–100 scale) means for a rammed face.
 *
 * @source usual bands of a mold-hardness gauge: 60–75 soft, 75–85 good, over 90 too hard
 */
export function hardnessBand(reading: number): HardnessBand {
  if (!(reading >= 0 && reading <= 100)) throw new RangeError('The gauge reads 0 to 100.');
  if (reading < 60) return 'too-soft';
  if (reading < 75) return 'soft';
  if (reading <= 85) return 'good';
  return reading <= 90 ? 'hard' : 'too-hard';
}
