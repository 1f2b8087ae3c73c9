import { durationText, massText } from '$core/quantity/display';
import type { UnitSystem } from '$core/quantity/unit';
import type { HeapState } from '$lib/schema/heap-state';

/** A heap's next step in a few words, for the bench: what to do, not what is wrong. */
export function nextStep(state: HeapState, system: UnitSystem, oil: boolean): string {
  const { need, water_kg, binder_kg, oil_kg, fines_kg, water_to_lose_kg, dry_off_s } = state.prescription;
  const mass = (kg: number) => massText(kg, system);
  switch (need) {
    case 'sand':
      return 'Mix the first batch';
    case 'water':
      if (state.verdict !== 'probably-in-temper') return `Add ${mass(water_kg)} of water`;
      return state.latest_squeeze ? 'One splash, then squeeze again' : 'Likely ready; squeeze it first';
    case 'clay-and-water':
      if (!(binder_kg > 0)) return 'Wants more clay';
      return water_kg > 0
        ? `Add ${mass(binder_kg)} of clay and ${mass(water_kg)} of water`
        : `Add ${mass(binder_kg)} of clay`;
    case 'oil':
      return [oil_kg > 0 && `${mass(oil_kg)} of oil`, binder_kg > 0 && `${mass(binder_kg)} of organoclay`]
        .filter(Boolean)
        .join(' and ')
        .replace(/^/, 'Add ');
    case 'sort-out':
      return 'Cut out the black sand';
    case 'dry-sand':
      return 'Mull in dry sand';
    case 'dry-mix-or-drying':
    case 'drying': {
      const long = dry_off_s === null ? '' : `, about ${durationText(dry_off_s)} spread out`;
      return `Dry off ${mass(water_to_lose_kg)} of water${long}`;
    }
    case 'test':
      if (state.latest_squeeze) return 'Dry and weigh a sample';
      if (oil) return 'Squeeze it, and dry and weigh';
      return state.latest_look ? 'Squeeze it again' : 'Squeeze it: nobody has yet';
    case 'fines-or-clay':
      return fines_kg > 0 ? `Riddle in ${mass(fines_kg)} of fines` : `Mix in ${mass(binder_kg)} of clay`;
    case 'nothing': {
      const ready = state.verdict === 'in-temper' ? 'Ready to ram' : 'Likely ready to ram';
      const { grade } = state.latest_squeeze ?? {};
      if (grade === 4) return 'Cut it over, and squeeze again';
      return grade === 3 || (oil && state.verdict === 'in-temper')
        ? ready
        : `${ready}; squeeze it ${grade ? 'again' : 'first'}`;
    }
  }
}
