import { benchTestOf, type HeapTest } from '$core/bench/bench-tests';
import type { System } from '$core/reference/targets';
import type { NewHeapTest } from '$lib/schema/heap-test';

/** Bench tests between the core's SI and the fields of the interface; the same for a heap, a batch and a lot. */

/**
 * The readings of a written test in SI, without what every record has.
 *
 * @param scale_g what the scale shows at its finest, where the test does not say
 */
export function toTest(input: NewHeapTest, scale_g: number): HeapTest {
  const {
    at,
    zone,
    note,
    version,
    excluded_reason,
    batch_entry_id,
    expected_heap_version,
    session_id,
    mold_id,
    member,
    confirmed,
    ...readings
  } = input;
  switch (readings.kind) {
    case 'moisture':
      return { ...readings, method: readings.method ?? 'pan', scale_g: readings.scale_g ?? scale_g };
    case 'probe':
      return { kind: 'probe', moisture: readings.moisture_percent / 100 };
    case 'sieve':
      return { ...readings, sample_g: readings.sample_g ?? null };
    case 'methylene-blue': {
      const standards = readings.standards.map(({ active_percent, ml }) => ({
        active_clay: active_percent / 100,
        ml
      }));
      return { ...readings, standards };
    }
    case 'trial-cylinders': {
      const { reference_active_percent, ...loads } = readings;
      return { ...loads, reference_active: reference_active_percent / 100 };
    }
    default:
      return readings;
  }
}

/** A test's readings as the interface names them. */
export const testFields = (test: HeapTest): Record<string, unknown> => benchTestOf(test).show(test);

/** What a test found, as the calculators would answer, and how far one such reading strays (`sd`). */
export const testResult = (test: HeapTest, system: System): Record<string, unknown> =>
  benchTestOf(test).result(test, system);
