import { COVER_NAMES } from '../heap/state/drying';
import { PLACE_NAMES } from '../heap/state/place';
import { massText } from '../quantity/display';
import type { UnitSystem } from '../quantity/unit';
import { ALLOYS, USUAL_ALLOY } from '../reference/alloys';
import { INGREDIENTS } from '../reference/ingredients';
import type { BranchDoing } from './branch';

/** A step of a branch in a few words. */
export function branchWords(of: BranchDoing, units: UnitSystem): string {
  const mass = (kg: number | undefined) => massText(kg ?? 0, units);
  const days = (n: number | undefined) => `${n ?? 0} ${n === 1 ? 'day' : 'days'}`;
  switch (of.do) {
    case 'pour':
      return `pour ${mass(of.metal_kg)} of ${ALLOYS[of.alloy ?? USUAL_ALLOY].name}${(of.times ?? 1) > 1 ? `, ${of.times} times` : ''}`;
    case 'stand': {
      const how = [of.cover && COVER_NAMES[of.cover], of.place && PLACE_NAMES[of.place]].filter(Boolean);
      return `stand ${days(of.days)}${how.length > 0 ? `, ${how.join(', ')}` : ''}`;
    }
    case 'add':
      return `add ${mass(of.kg)} of ${of.kind ? INGREDIENTS[of.kind].name.toLowerCase() : 'something'}`;
    case 'water':
      return `add ${mass(of.kg)} of water`;
    case 'discard':
      return `throw out ${mass(of.kg)}`;
    case 'temper':
      return 'bring it to temper';
    case 'policy':
      return `${of.times ?? 1} castings, one every ${days(of.days)}: ${mass(of.metal_kg)} of ${ALLOYS[of.alloy ?? USUAL_ALLOY].name}, ${of.burnt_out_percent ?? 0} % of the burnt out, ${mass(of.new_sand_kg)} of new sand each`;
  }
}
