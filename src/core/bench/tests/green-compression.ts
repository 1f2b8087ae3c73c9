import { SINGLE_TEST_SD } from '$core/reference/accuracy';
import { MILLIMETRES, benchTest, oneFigure } from './bench-test';
import { greenCompression as strength } from '../formula/green-compression';

export interface GreenCompressionTest {
  kind: 'green-compression';
  load_kg: number;
  diameter_mm: number;
}

const figure = (test: GreenCompressionTest) => strength(test.load_kg, test.diameter_mm);
const figures = {
  name: 'green compression',
  figure,
  sd: (test: GreenCompressionTest) => SINGLE_TEST_SD.green_compression_share * figure(test)
};

export const greenCompression = benchTest<GreenCompressionTest>({
  kind: 'green-compression',
  title: 'Green compression',
  tells: 'How strong the damp sand is.',
  minutes: 8,
  ...figures,
  ...oneFigure('strength_kpa', 1e-3, figures, 0, 'kPa'),
  read: () => null,
  prospects: () => [],
  show: (test) => ({ ...test }),
  guide: {
    steps: [
      { text: 'Ram a cylinder 50.8 mm across and as high; push it out of its tube.' },
      { text: 'Stand it on a bathroom scale, a flat plate on top.' },
      { text: 'Press slowly and evenly, or pour water into a bucket on the plate, until it breaks.' },
      { text: 'Note the heaviest the scale showed.' }
    ],
    fields: [
      { name: 'load_kg', label: 'Load when it broke', dimension: 'mass', factor: 1 },
      { name: 'diameter_mm', label: 'Diameter', ...MILLIMETRES, usual: '50.8 mm' }
    ],
    figure: { name: 'green compression', scale: 1e-3, decimals: 0, unit: 'kPa' },
    window: (targets) => targets.green_compression_pa
  }
});
