import { WEIGHING_SD_SHARE } from '$core/reference/accuracy';
import { grindingYield } from '../formula/home-clay';
import { PERCENT, benchTest, oneFigure } from './bench-test';

export interface GrindingTest {
  kind: 'grinding';
  raw_kg: number;
  sieved_kg: number;
}

const figures = {
  name: 'grinding and sieving',
  figure: ({ raw_kg, sieved_kg }: GrindingTest) => grindingYield(raw_kg, sieved_kg),
  // What the next spadeful yields differs far more than the scale errs: a tenth of it.
  sd: ({ raw_kg, sieved_kg }: GrindingTest) =>
    grindingYield(raw_kg, sieved_kg) * Math.hypot(0.1, WEIGHING_SD_SHARE)
};

export const grinding = benchTest<GrindingTest>({
  kind: 'grinding',
  title: 'Grind and sieve',
  tells: 'How much usable clay comes of what you dug.',
  minutes: 30,
  ...figures,
  ...oneFigure('yield_percent', 100, figures, 0, '%'),
  read: () => null,
  prospects: () => [],
  show: (test) => ({ ...test }),
  guide: {
    steps: [
      { text: 'Dry it right through, in the sun or a low oven, and weigh it.' },
      {
        text: 'Crush it damp-free: roller, mortar, or a bag and a mallet. Outdoors, with a fitted respirator.'
      },
      { text: 'Sieve it through a tea strainer or tights; grind what stays once more.' },
      { text: 'Weigh what came through.' }
    ],
    fields: [
      { name: 'raw_kg', label: 'Dry, before grinding', dimension: 'mass', factor: 1 },
      { name: 'sieved_kg', label: 'Came through the sieve', dimension: 'mass', factor: 1 }
    ],
    caution: 'dust',
    figure: { name: 'yield', ...PERCENT }
  }
});
