import { PROBE_MOISTURE_SD, READING_SD, SINGLE_TEST_SD, SQUEEZE_MOISTURE_SD } from '$core/reference/accuracy';
import { grading } from './grading';
import { testFigure, type HeapTest } from './heap-test';
import { dyeScatter } from './methylene-blue';
import { moistureTestSd } from './moisture';

/**
 * How far one careful reading of a test strays, one standard deviation in the figure's own SI (see
 * `testFigure`); for a squeeze, which yields a grade, what it tells of moisture.
 *
 * @throws RangeError on readings that cannot be
 */
export function testSd(test: HeapTest): number {
  const figure = testFigure(test);
  switch (test.kind) {
    case 'moisture':
      return moistureTestSd(test.method, test.wet_g - test.pan_g);
    case 'probe':
      return PROBE_MOISTURE_SD;
    case 'squeeze':
      return SQUEEZE_MOISTURE_SD;
    case 'compactability':
      return SINGLE_TEST_SD.compactability;
    case 'green-compression':
      return SINGLE_TEST_SD.green_compression_share * figure!;
    case 'permeability':
      return SINGLE_TEST_SD.permeability_share * figure!;
    case 'shatter':
      return SINGLE_TEST_SD.shatter;
    case 'clay-wash':
      return READING_SD.clay_wash;
    case 'ignition':
      return READING_SD.ignition;
    case 'methylene-blue':
      return Math.hypot(READING_SD.methylene_blue, dyeScatter(test.standards, test.ml) ?? 0);
    case 'sieve': {
      const [least, most] = grading(test.retained, test.sample_g ?? undefined).fineness_range;
      // Anywhere between the two is as likely: a uniform spread has the width over √12.
      return Math.hypot(SINGLE_TEST_SD.fineness_share * figure!, (most - least) / Math.sqrt(12));
    }
    case 'hardness':
      return SINGLE_TEST_SD.hardness;
  }
}

/** The mean of repeats: the wider of the test's own spread and the one they show, less by √n. */
export function meanSd(single_sd: number, spread: number | null, repeats: number): number {
  return Math.max(single_sd, spread ?? 0) / Math.sqrt(repeats);
}
