/** What a sample loses by washing or burning. */
export type LossKind = 'clay-wash' | 'ignition';

export const LOSS_KINDS: readonly LossKind[] = ['clay-wash', 'ignition'];

/**
 * Share of a dried sample that went, 0–1: all clay-size matter for a clay wash (dead and alive), oil and
 * combustibles for loss on ignition.
 *
 * @throws RangeError when it grew
 * @source standard clay-wash and loss-on-ignition tests
 */
export function lossFraction(before_g: number, after_g: number): number {
  if (!(before_g > 0) || !(after_g >= 0) || after_g > before_g)
    throw new RangeError('A sample cannot gain by washing or burning.');
  return (before_g - after_g) / before_g;
}
