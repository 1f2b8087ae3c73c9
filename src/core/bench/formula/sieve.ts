import { fixed } from '../../quantity/display';
/** One sieve of the standard series. */
export interface Sieve {
  name: string;
  /** mm; the pan has none. */
  opening_mm: number;
  /** What a grain caught here counts in the fineness number. */
  multiplier: number;
}

/**
 * The standard series, coarse to fine.
 *
 * @source grain fineness number: weighted mean of the multipliers by the percentage caught
 */
export const SIEVES: readonly Sieve[] = [
  { name: '6', opening_mm: 3.35, multiplier: 3 },
  { name: '12', opening_mm: 1.7, multiplier: 5 },
  { name: '20', opening_mm: 0.85, multiplier: 10 },
  { name: '30', opening_mm: 0.6, multiplier: 20 },
  { name: '40', opening_mm: 0.425, multiplier: 30 },
  { name: '50', opening_mm: 0.3, multiplier: 40 },
  { name: '70', opening_mm: 0.212, multiplier: 50 },
  { name: '100', opening_mm: 0.15, multiplier: 70 },
  { name: '140', opening_mm: 0.106, multiplier: 100 },
  { name: '200', opening_mm: 0.075, multiplier: 140 },
  { name: '270', opening_mm: 0.053, multiplier: 200 },
  { name: 'pan', opening_mm: 0, multiplier: 300 }
];

export const SIEVE_NAMES = SIEVES.map((sieve) => sieve.name);

/** A woven mesh from the kitchen or the window: wires counted along 10 mm, and the wire's thickness. */
export interface Mesh {
  wires_per_10_mm: number;
  wire_mm: number;
}

/**
 * Opening of a household mesh, mm.
 *
 * @throws RangeError when the wires leave no opening
 * @source a square weave: pitch less wire, 10/n − wire
 */
export function meshOpening({ wires_per_10_mm, wire_mm }: Mesh): number {
  const opening = 10 / wires_per_10_mm - wire_mm;
  if (!(opening > 0)) throw new RangeError('Wires that thick leave no opening.');
  return opening;
}

/** What a household mesh is called beside the sieves. */
export function meshName(mesh: Mesh): string {
  return `mesh ${fixed(meshOpening(mesh), 2)} mm`;
}
