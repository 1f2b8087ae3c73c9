import { FINDING_WORDS, grading } from '$core/bench/grading';
import { testFigure, type HeapTest } from '$core/bench/heap-test';
import { moistureByDrying } from '$core/bench/moisture';
import { squeeze } from '$core/bench/squeeze';
import { hardnessBand } from '$core/bench/surface-hardness';
import { testSd } from '$core/bench/test-accuracy';
import { asPercent } from '$core/quantity/display';
import type { System } from '$core/reference/targets';
import type { NewHeapTest } from '$lib/schema/heap-test';

/** Bench tests between the core's SI and the fields of the interface; the same for a heap, a batch and a lot. */

/** The readings of a written test in SI, without what every record has. */
export function toTest(input: NewHeapTest): HeapTest {
  const { at, zone, note, version, excluded_reason, batch_entry_id, ...readings } = input;
  switch (readings.kind) {
    case 'moisture':
      return { ...readings, method: readings.method ?? 'pan' };
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
    default:
      return readings;
  }
}

/** A test's readings as the interface names them. */
export function testFields(test: HeapTest): Record<string, unknown> {
  if (test.kind === 'sieve') return { ...test, ...(test.sample_g === null && { sample_g: undefined }) };
  if (test.kind === 'probe') return { kind: 'probe', moisture_percent: asPercent(test.moisture) };
  if (test.kind !== 'methylene-blue') return { ...test };
  return {
    ...test,
    standards: test.standards.map(({ active_clay, ml }) => ({ active_percent: asPercent(active_clay), ml }))
  };
}

/** What a test found, as the calculators would answer, and how far one such reading strays (`sd`). */
export function testResult(test: HeapTest, system: System): Record<string, unknown> {
  switch (test.kind) {
    case 'squeeze':
      return { ...squeeze(test, system) };
    case 'moisture': {
      const { wet_basis, dry_basis } = moistureByDrying(test);
      return {
        moisture_percent: asPercent(wet_basis),
        dry_basis_percent: asPercent(dry_basis),
        sd: asPercent(testSd(test))
      };
    }
    case 'sieve':
      return { ...gradingFields(grading(test.retained, test.sample_g ?? undefined)), sd: testSd(test) };
    case 'hardness':
      return { reading: test.reading, band: hardnessBand(test.reading), sd: testSd(test) };
    default: {
      const { name, scale } = FIGURES[test.kind];
      const shown = (figure: number) => Number((figure * scale).toPrecision(12));
      return { [name]: shown(testFigure(test)!), sd: shown(testSd(test)) };
    }
  }
}

/** A grading in the words of the interface. */
export function gradingFields(found: ReturnType<typeof grading>) {
  return {
    fineness_number: found.fineness_number,
    likely_fineness_number: found.likely_fineness_number,
    fineness_range: found.fineness_range,
    retained_percent: found.retained.map(({ sieve, share }) => ({ sieve, percent: asPercent(share) })),
    washed_off_percent: asPercent(found.washed_off),
    fines_percent: asPercent(found.fines),
    median_mm: found.median_mm,
    findings: found.findings.map((finding) => ({ finding, advice: FINDING_WORDS[finding] }))
  };
}

/** What the one figure of a test is called in the interface, and its unit as a multiple of the core's. */
const FIGURES = {
  probe: { name: 'moisture_percent', scale: 100 },
  compactability: { name: 'compactability_percent', scale: 100 },
  'green-compression': { name: 'strength_kpa', scale: 1e-3 },
  permeability: { name: 'permeability_number', scale: 1 },
  shatter: { name: 'shatter_percent', scale: 100 },
  'clay-wash': { name: 'loss_percent', scale: 100 },
  ignition: { name: 'loss_percent', scale: 100 },
  'methylene-blue': { name: 'active_clay_percent', scale: 100 }
} as const;
