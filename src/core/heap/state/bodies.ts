import { PARTS, composition, totalMass, type Composition, type Part } from '$core/material/composition';

/**
 * The bodies of sand that a heap's ledger keeps apart: the heap itself, the burnt sand that lies beside it, the sand
 * of each mold that is out, and what burnt in that mold and is still in it.
 */
export type BodyKey = 'heap' | 'burnt' | `mold:${string}` | `burnt:${string}`;

export const HEAP: BodyKey = 'heap';
/** What was burnt and lies with the heap, until it is mixed in, thrown out or sorted. */
export const BURNT: BodyKey = 'burnt';

/** The sand of a mold; all that was drawn without naming one is one pool. */
export const moldKey = (mold_id: number | undefined): BodyKey => `mold:${mold_id ?? ''}`;
/** What burnt in that mold. */
export const burntIn = (mold: BodyKey): BodyKey => `burnt:${mold.slice('mold:'.length)}`;
export const isMold = (key: BodyKey): boolean => key.startsWith('mold:');
/** Sand that is out: in molds, burnt there or not. */
export const isOut = (key: BodyKey): boolean => isMold(key) || key.startsWith('burnt:');

/** The bodies there are; those that hold nothing are left out, the heap always there. */
export type Bodies = ReadonlyMap<BodyKey, Composition>;

export const noBodies = (): Bodies => new Map([[HEAP, composition()]]);

export const bodyOf = (bodies: Bodies, key: BodyKey): Composition => bodies.get(key) ?? composition();

/** Molds that are out, in the order in which they were first drawn. */
export const moldsOut = (bodies: Bodies): BodyKey[] => [...bodies.keys()].filter(isMold);

/** Mass of all that is out, kg. */
function outMass(bodies: Bodies): number {
  let sum = 0;
  for (const [key, body] of bodies) if (isOut(key)) sum += totalMass(body);
  return sum;
}

/** Sand out in a mold, burnt or not; in all of them where none is named, kg. */
export function outOf(bodies: Bodies, mold: BodyKey | null): number {
  if (mold === null) return outMass(bodies);
  return totalMass(bodyOf(bodies, mold)) + totalMass(bodyOf(bodies, burntIn(mold)));
}

export const PART_COUNT = PARTS.length;
export const indexOfPart = (part: Part): number => PARTS.indexOf(part);
export const WATER = indexOfPart('water');

/** The masses in the order of PARTS; written out, as a long ledger asks for tens of thousands. */
export function toVector(of: Composition): number[] {
  return [of.grain, of.active_clay, of.dead_clay, of.combustibles, of.oil, of.water, of.fines];
}

export function fromVector(vector: ArrayLike<number>, at = 0): Composition {
  return {
    grain: vector[at]!,
    active_clay: vector[at + 1]!,
    dead_clay: vector[at + 2]!,
    combustibles: vector[at + 3]!,
    oil: vector[at + 4]!,
    water: vector[at + 5]!,
    fines: vector[at + 6]!
  };
}
