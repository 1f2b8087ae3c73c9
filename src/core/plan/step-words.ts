import { massText, temperatureText } from '../quantity/display';
import { COATS } from '../reference/pattern';
import type { UnitSystem } from '../quantity/unit';
import type { StepAbout } from './casting-steps';

/** What a step is, in a few words. */
export function stepWords(about: StepAbout, units: UnitSystem): string {
  const mass = (kg: number) => massText(kg, units);
  switch (about.do) {
    case 'coat':
      return `${nthCoat(about)} of ${COATS[about.what].name} on ${about.pattern}`;
    case 'sand':
      return `sand ${about.pattern} at ${about.grit} once ${nthCoat(about)} of ${COATS[about.what].name} is dry`;
    case 'repair':
      return `repair ${about.pattern}: ${about.wear}`;
    case 'buy':
      return `order ${mass(about.kg)} of ${about.what}`;
    case 'take-in':
      return `take in ${mass(about.kg)} of ${about.what}`;
    case 'renew':
      return about.short_kg > 0
        ? `renew ${about.heap}: the molds want ${mass(about.short_kg)} more than it holds`
        : `renew ${about.heap}`;
    case 'indoors':
      return `bring ${about.heap} indoors: ${temperatureText(about.air_c, units)} is forecast where it stands`;
    case 'squeeze':
      return `squeeze ${about.heap}: nobody knows how it stands`;
    case 'temper': {
      const parts = doseParts(about, units);
      if (about.dry_off_kg > 0)
        return `spread ${about.heap} to dry off ${mass(about.dry_off_kg)}, then cover it`;
      return parts.length > 0
        ? `temper ${about.heap}, by then likely with ${parts.join(' and ')}, and cover it overnight`
        : `squeeze ${about.heap} and cover it overnight`;
    }
    case 'tools':
      return 'lay out tools, fuel, clothing and dry sand';
    case 'metal':
      return `weigh out ${mass(about.charge_kg)} of ${about.alloy}`;
    case 'ram':
      return `ram mold ${about.mold}: ${about.makes} in ${about.flask}`;
    case 'heat':
      return `light the furnace, ${mass(about.charge_kg)} of metal`;
    case 'pour':
      return about.melt === 1
        ? `pour ${numbered(about.molds)}`
        : `melt ${about.melt}: heat ${mass(about.charge_kg)} and pour ${numbered(about.molds)}`;
    case 'shake-out':
      return `shake out mold ${about.mold}`;
    case 'recondition':
      return `put ${about.heap} right`;
    case 'record':
      return 'write the castings down';
    case 'own':
      return about.what;
  }
}

/** What a step was once it is entered: where the step says what is likely, this says what it was. */
export function enteredWords(about: StepAbout, units: UnitSystem): string {
  if (about.do !== 'temper') return stepWords(about, units);
  return `${doseParts(about, units).join(' and ')} into ${about.heap}`;
}

const doseParts = (
  { binder_kg, water_kg }: { binder_kg: number; water_kg: number },
  units: UnitSystem
): string[] => [
  ...(binder_kg > 0 ? [`${massText(binder_kg, units)} of clay`] : []),
  ...(water_kg > 0 ? [`${massText(water_kg, units)} of water`] : [])
];

const nthCoat = ({ nth, of }: { nth: number; of: number }) => (of > 1 ? `coat ${nth} of ${of}` : 'a coat');

const numbered = (molds: readonly number[]) =>
  molds.length === 1 ? `mold ${molds[0]}` : `molds ${molds.slice(0, -1).join(', ')} and ${molds.at(-1)}`;

/** Where a step is done; null where it has no page. */
export function stepPage(about: StepAbout): string | null {
  switch (about.do) {
    case 'coat':
    case 'sand':
    case 'repair':
      return `/patterns/${about.pattern_id}`;
    case 'buy':
    case 'take-in':
      return '/stock';
    case 'renew':
      return `/heaps/${about.heap_id}/renew`;
    case 'indoors':
      return `/heaps/${about.heap_id}/settings`;
    case 'squeeze':
      return `/heaps/${about.heap_id}/test/squeeze`;
    case 'temper':
      return `/heaps/${about.heap_id}`;
    case 'ram':
      return about.mold_id === null ? '/mold' : `/mold/${about.mold_id}`;
    case 'metal':
    case 'heat':
    case 'pour':
      return '/pour';
    case 'shake-out':
      return '/shake-out';
    case 'recondition':
      return `/heaps/${about.heap_id}/recondition`;
    default:
      return null;
  }
}
