import { massText } from '../../quantity/display';
import type { UnitSystem } from '../../quantity/unit';

/** What goes into sand that is tempered, in words; nothing of what is none. */
export const doseParts = (
  { binder_kg, water_kg }: { binder_kg: number; water_kg: number },
  units: UnitSystem
): string[] => [
  ...(binder_kg > 0 ? [`${massText(binder_kg, units)} of clay`] : []),
  ...(water_kg > 0 ? [`${massText(water_kg, units)} of water`] : [])
];
