import { editableMass } from '$core/quantity/display';
import { parseQuantity } from '$core/quantity/parse';
import type { UnitSystem } from '$core/quantity/unit';

/**
 * The text to show in a mass field that edits a stored value: what was typed, as long as it says its own
 * unit and still means the stored mass; else the mass in the reader's units.
 *
 * @param typed what the user typed when the value was stored, if anything
 * @param kg_per_l of a liquid, which may have been typed by the measure
 */
export function textFor(kg: number, typed: unknown, system: UnitSystem, kg_per_l?: number): string {
  if (typeof typed === 'string') {
    // Whatever a bare number is taken for must not change what it meant, so try it in both sizes of unit.
    const readings = ['kg', 'g', 'lb', 'oz'].map((unit) => parseQuantity(typed, 'mass', unit, kg_per_l));
    if (readings.every((reading) => reading.ok && Math.abs(reading.si - kg) <= 1e-6 * Math.max(1, kg)))
      return typed;
  }
  return editableMass(kg, kg < 1 ? 'small' : 'large', system);
}
