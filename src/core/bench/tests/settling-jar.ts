import { settledActiveSd, settledActiveShare, type SettledLayers } from '../formula/home-clay';
import { MILLIMETRES, PERCENT, benchTest, oneFigure } from './bench-test';

export interface SettlingJarTest extends SettledLayers {
  kind: 'settling-jar';
}

const figures = {
  name: 'settling jar',
  figure: (test: SettlingJarTest) => settledActiveShare(test),
  sd: (test: SettlingJarTest) => settledActiveSd(test)
};

export const settlingJar = benchTest<SettlingJarTest>({
  kind: 'settling-jar',
  title: 'Settling jar',
  tells: 'How much of a clay of your own binds, roughly.',
  minutes: 8,
  ...figures,
  ...oneFigure('active_percent', 100, figures, 0, '%'),
  read: () => null,
  prospects: () => [],
  show: (test) => ({ ...test }),
  guide: {
    steps: [
      {
        text: 'A third of a straight, tall jar of the ground clay; water to the top and a pinch of washing soda.'
      },
      { text: 'Shake it for five minutes, and stand it where nobody knocks it.' },
      { text: 'After a minute mark the height of what has settled: sand.', wait_s: 60 },
      { text: 'After two hours mark it again: silt lies on the sand.', wait_s: 7200 },
      {
        text: 'After a day, or once the water is clear, mark it the last time: clay lies on top.',
        wait_s: 86_400
      }
    ],
    fields: [
      { name: 'sand_mm', label: 'Height after a minute', ...MILLIMETRES },
      { name: 'silt_mm', label: 'Height after two hours', ...MILLIMETRES },
      { name: 'all_mm', label: 'Height after a day', ...MILLIMETRES }
    ],
    figure: { name: 'active clay', ...PERCENT }
  }
});
