/**
 * Compactability: how far loosely riddled sand sinks under standard ramming, fraction of its height.
 *
 * @throws RangeError when the column grew or vanished
 * @source standard compactability test: 100 mm tube, three blows
 * @example compactability(100, 56) // 0.44
 */
export function compactability(start_mm: number, end_mm: number): number {
  if (!(start_mm > 0) || !(end_mm > 0) || end_mm > start_mm) {
    throw new RangeError('Rammed sand stands lower than it did loose, and above nothing.');
  }
  return (start_mm - end_mm) / start_mm;
}
