import { compactability } from './compactability';
import { greenCompression } from './green-compression';
import { lossFraction } from './loss';
import { dyeFactor, type DyeStandard } from './methylene-blue';
import { moistureByDrying, type DryingMethod, type MoistureReading } from './moisture';
import { permeabilityNumber, type PermeabilityReading } from './permeability';
import { shatterIndex } from './shatter';
import { grading, type Retained } from './grading';
import type { SqueezeReading } from './squeeze';

/** A test made on a heap: its readings, as they were taken. */
export type HeapTest =
  | ({ kind: 'moisture'; method: DryingMethod } & MoistureReading)
  /** What a moisture probe showed, 0–1 of the damp sand. */
  | { kind: 'probe'; moisture: number }
  | ({ kind: 'squeeze' } & SqueezeReading)
  | { kind: 'compactability'; start_mm: number; end_mm: number }
  | { kind: 'green-compression'; load_kg: number; diameter_mm: number }
  | ({ kind: 'permeability' } & PermeabilityReading)
  | { kind: 'shatter'; kept_g: number; through_g: number }
  | { kind: 'clay-wash'; before_g: number; after_g: number }
  | { kind: 'ignition'; before_g: number; after_g: number }
  /** Standards as active clay 0–1 and millilitres of dye. */
  | { kind: 'methylene-blue'; standards: DyeStandard[]; ml: number }
  | { kind: 'sieve'; sample_g: number | null; retained: Retained[] }
  | { kind: 'hardness'; reading: number };

export type HeapTestKind = HeapTest['kind'];

/**
 * The one figure that a test yields, in SI: a fraction, Pa, or a plain number; null for a squeeze, which
 * yields a grade.
 *
 * @throws RangeError on readings that cannot be
 */
export function testFigure(test: HeapTest): number | null {
  switch (test.kind) {
    case 'moisture':
      return moistureByDrying(test).wet_basis;
    case 'probe':
      return test.moisture;
    case 'squeeze':
      return null;
    case 'compactability':
      return compactability(test.start_mm, test.end_mm);
    case 'green-compression':
      return greenCompression(test.load_kg, test.diameter_mm);
    case 'permeability':
      return permeabilityNumber(test);
    case 'shatter':
      return shatterIndex(test.kept_g, test.through_g);
    case 'clay-wash':
    case 'ignition':
      return lossFraction(test.before_g, test.after_g);
    case 'methylene-blue':
      return dyeFactor(test.standards) * test.ml;
    case 'sieve':
      return grading(test.retained, test.sample_g ?? undefined).likely_fineness_number;
    case 'hardness':
      return test.reading;
  }
}
