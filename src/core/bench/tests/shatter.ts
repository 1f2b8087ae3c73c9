import { SINGLE_TEST_SD } from '$core/reference/accuracy';
import { GRAMS, PERCENT, benchTest, oneFigure } from './bench-test';
import { shatterIndex } from '../formula/shatter';

export interface ShatterTest {
  kind: 'shatter';
  kept_g: number;
  through_g: number;
}

const figures = {
  name: 'shatter',
  figure: (test: ShatterTest) => shatterIndex(test.kept_g, test.through_g),
  sd: () => SINGLE_TEST_SD.shatter
};

export const shatter = benchTest<ShatterTest>({
  kind: 'shatter',
  title: 'Shatter',
  tells: 'Whether it is tough or brittle.',
  minutes: 5,
  ...figures,
  ...oneFigure('shatter_percent', 100, figures, 1, '%'),
  read: () => null,
  prospects: () => [],
  show: (test) => ({ ...test }),
  guide: {
    steps: [
      { text: 'Ram a standard specimen.' },
      { text: 'Drop it 1.83 m on an iron plate over a 12.5 mm mesh.' },
      { text: 'Weigh what stays on the mesh and what fell through.' }
    ],
    fields: [
      { name: 'kept_g', label: 'Stayed on the mesh', ...GRAMS },
      { name: 'through_g', label: 'Fell through', ...GRAMS }
    ],
    figure: { name: 'shatter index', ...PERCENT }
  }
});
