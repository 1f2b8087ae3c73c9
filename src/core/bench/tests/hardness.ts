import { fixed } from '../../quantity/display';
import { SINGLE_TEST_SD } from '$core/reference/accuracy';
import { NUMBER, benchTest } from './bench-test';
import { HARDNESS, hardnessBand } from '../formula/surface-hardness';

export interface HardnessTest {
  kind: 'hardness';
  reading: number;
}

export const hardness = benchTest<HardnessTest>({
  kind: 'hardness',
  name: 'surface hardness',
  title: 'Surface hardness',
  tells: 'How hard the face was rammed.',
  minutes: 2,
  figure: ({ reading }) => reading,
  sd: () => SINGLE_TEST_SD.hardness,
  read: () => null,
  prospects: () => [],
  show: (test) => ({ ...test }),
  result: ({ reading }, system) => ({
    reading,
    band: hardnessBand(reading, system),
    sd: SINGLE_TEST_SD.hardness
  }),
  words: (_, { reading }) => ({ what: 'surface hardness', amount: fixed(Number(reading ?? 0), 0) }),
  guide: {
    steps: [
      { text: 'Press the gauge square on the rammed face, away from edges and the pattern.' },
      { text: 'Three places, each noted.' },
      { text: 'Oil-bonded sand may be rammed harder: it has hardly any steam to let out.' }
    ],
    fields: [{ name: 'reading', label: 'Gauge reading, 0 to 100', ...NUMBER }],
    figure: { name: 'hardness', scale: 1, decimals: 0, unit: '' },
    window: ({ oil }) => HARDNESS[oil ? 'oil' : 'water'].good
  }
});
