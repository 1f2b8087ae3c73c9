import { editableLength } from '$core/quantity/display';
import { parseSides } from '$core/quantity/sides';
import type { UnitSystem } from '$core/quantity/unit';

interface Typed {
  text: string;
  si: number | undefined;
}

/**
 * Lengths that were typed into the first of several fields at once go each into its own; what is one length stays.
 *
 * @param fields in the order in which they are typed
 */
export function spreadSides(fields: readonly Typed[], system: UnitSystem): void {
  const sides = parseSides(fields[0]?.text ?? '', system === 'us' ? 'in' : 'mm');
  if (!sides || sides.length > fields.length) return;
  sides.forEach((m, i) => Object.assign(fields[i]!, { text: editableLength(m, system), si: m }));
}
