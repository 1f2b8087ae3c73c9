import { READING_SD } from '$core/reference/accuracy';
import { dryMass } from '$core/material/composition';
import { GRAMS, PERCENT, benchTest, oneFigure } from './bench-test';
import { dryShareOf } from './looking';
import { lossFraction } from '../formula/loss';

export interface IgnitionTest {
  kind: 'ignition';
  before_g: number;
  after_g: number;
}

const figures = {
  name: 'loss on ignition',
  figure: (test: IgnitionTest) => lossFraction(test.before_g, test.after_g),
  sd: () => READING_SD.ignition
};

export const ignition = benchTest<IgnitionTest>({
  kind: 'ignition',
  title: 'Loss on ignition',
  tells: 'What burns: oil, carbon, wood flour.',
  minutes: 20,
  ...figures,
  ...oneFigure('loss_percent', 100, figures, 1, '%'),
  read: (test, { sand }) =>
    dryMass(sand) > 0
      ? {
          as: 'value',
          ...dryShareOf(sand, { combustibles: 1, oil: 1 }),
          read: lossFraction(test.before_g, test.after_g),
          sd: READING_SD.ignition,
          range: 0.3
        }
      : null,
  prospects: () => [],
  show: (test) => ({ ...test }),
  guide: {
    steps: [
      { text: 'Dry the sand; weigh out 10 g in a metal dish.' },
      {
        text: 'Heat it to red heat outdoors, stirring with a wire, until it stops changing colour.',
        wait_s: 900
      },
      { text: 'Let it cool where nobody touches it; weigh it.', wait_s: 1200 }
    ],
    fields: [
      { name: 'before_g', label: 'Dry, before', ...GRAMS, usual: '10 g' },
      { name: 'after_g', label: 'Burnt, cooled', ...GRAMS }
    ],
    caution: 'burning',
    figure: { name: 'loss on ignition', ...PERCENT }
  }
});
