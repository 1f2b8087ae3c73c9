import { parseQuantity } from '$core/quantity/parse';
import type { Dimension, UnitSystem } from '$core/quantity/unit';
import { ALLOYS, USUAL_ALLOY } from '$core/reference/alloys';

interface Typed {
  text: string;
  si: number | undefined;
}

/** A casting as it is typed: each quantity with what it means. */
export interface GivenCasting {
  length: Typed;
  width: Typed;
  height: Typed;
  mass: Typed;
  count: Typed;
  metal: string;
  lies: 'drag' | 'split' | 'cope' | null;
  heap: string;
}

/** The casting that an address gives, its fields named as it is; what is not given is left open. */
export function castingOf(given: Record<string, string>, system: UnitSystem): GivenCasting {
  const typed = (name: string, dimension: Dimension, unit: string, usual = ''): Typed => {
    const text = given[name] ?? usual;
    const read = text.trim() === '' ? null : parseQuantity(text, dimension, unit);
    return { text, si: read?.ok ? read.si : undefined };
  };
  const length = (name: string) => typed(name, 'length', system === 'us' ? 'in' : 'mm');
  return {
    length: length('length'),
    width: length('width'),
    height: length('height'),
    mass: typed('mass', 'mass', system === 'us' ? 'lb' : 'kg'),
    count: typed('count', 'count', '', '1'),
    metal: given.metal !== undefined && Object.hasOwn(ALLOYS, given.metal) ? given.metal : USUAL_ALLOY,
    lies: given.lies === 'split' || given.lies === 'cope' ? given.lies : 'drag',
    heap: given.heap ?? ''
  };
}

/** What is wrong with a length of a casting, in the words of its field; undefined while nothing is. */
export const wrongLength = ({ si }: Typed): string | undefined =>
  si === undefined || (si > 0 && si <= 2) ? undefined : 'Must be more than 0, to 2000 mm.';

/** The same of how many lie in one mold. */
export const wrongCount = ({ si }: Typed): string | undefined =>
  si === undefined || (Number.isInteger(si) && si >= 1 && si <= 50)
    ? undefined
    : 'Must be a whole number, 1 to 50.';
