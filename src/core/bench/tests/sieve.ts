import { fixed } from '../../quantity/display';
import { READING_SD, SINGLE_TEST_SD } from '$core/reference/accuracy';
import { dryMass } from '$core/material/composition';
import { benchTest, shown } from './bench-test';
import { FINDING_WORDS, grading, type Grading, type Retained } from '../formula/grading';
import { dryShareOf } from './looking';

export interface SieveTest {
  kind: 'sieve';
  sample_g: number | null;
  retained: Retained[];
}

const graded = (test: SieveTest) => grading(test.retained, test.sample_g ?? undefined);

function sd(test: SieveTest): number {
  const { fineness_range, likely_fineness_number } = graded(test);
  const [least, most] = fineness_range;
  // Anywhere between the two is as likely: a uniform spread has the width over √12.
  return Math.hypot(SINGLE_TEST_SD.fineness_share * likely_fineness_number, (most - least) / Math.sqrt(12));
}

export const sieve = benchTest<SieveTest>({
  kind: 'sieve',
  name: 'sieve',
  title: 'Sieve',
  tells: 'Grain size, fines, and how well it packs.',
  minutes: 40,
  figure: (test) => graded(test).likely_fineness_number,
  sd,
  read: (test, { sand }) =>
    dryMass(sand) > 0
      ? {
          as: 'value',
          ...dryShareOf(sand, { fines: 1 }),
          read: graded(test).fines,
          sd: READING_SD.sieve_fines,
          range: 0.4
        }
      : null,
  prospects: () => [],
  show: ({ sample_g, ...rest }) => ({ ...rest, ...(sample_g !== null && { sample_g }) }),
  result: (test) => ({ ...gradingFields(graded(test)), sd: sd(test) }),
  // A sieve test gives the standard's sum first; what a whole stack would have shown is the better figure.
  words: (_, { likely_fineness_number }) => ({
    what: 'sieve',
    amount: typeof likely_fineness_number === 'number' ? fixed(likely_fineness_number, 0) : ''
  }),
  guide: {
    steps: [
      { text: 'Wash the clay off 50 to 100 g and dry it; note what it weighed dry before washing.' },
      { text: 'Shake it through the stack for a quarter of an hour.', wait_s: 900 },
      { text: 'Weigh what each sieve holds, and the pan.' }
    ],
    fields: [],
    caution: 'dust',
    figure: { name: 'fineness number', scale: 1, decimals: 0, unit: '' }
  }
});

/** A grading in the words of the interface. */
export function gradingFields(found: Grading) {
  return {
    fineness_number: found.fineness_number,
    likely_fineness_number: found.likely_fineness_number,
    fineness_range: found.fineness_range,
    retained_percent: found.retained.map(({ sieve, share }) => ({ sieve, percent: shown(share * 100) })),
    washed_off_percent: shown(found.washed_off * 100),
    fines_percent: shown(found.fines * 100),
    median_mm: found.median_mm,
    findings: found.findings.map((finding) => ({ finding, advice: FINDING_WORDS[finding] }))
  };
}
