import { READING_SD } from '$core/reference/accuracy';
import { dryMass, type Composition } from '$core/material/composition';
import { GRAMS, PERCENT, benchTest, oneFigure } from './bench-test';
import { dryShareOf } from './looking';
import { lossFraction } from '../formula/loss';

export interface ClayWashTest {
  kind: 'clay-wash';
  before_g: number;
  after_g: number;
}

/** Half of the inert fines are of clay size, give or take half of that (handbook default). */
const FINES_OF_CLAY_SIZE = 0.5;
const FINES_OF_CLAY_SIZE_SD = 0.25;

function looks(sand: Composition) {
  const fines = sand.fines / dryMass(sand);
  return {
    as: 'value' as const,
    ...dryShareOf(sand, { active_clay: 1, dead_clay: 1, fines: FINES_OF_CLAY_SIZE }),
    sd: Math.hypot(READING_SD.clay_wash, FINES_OF_CLAY_SIZE_SD * fines),
    range: 0.4
  };
}

const figures = {
  name: 'clay wash',
  figure: (test: ClayWashTest) => lossFraction(test.before_g, test.after_g),
  sd: () => READING_SD.clay_wash
};

export const clayWash = benchTest<ClayWashTest>({
  kind: 'clay-wash',
  title: 'Clay wash',
  tells: 'All clay-size matter, alive and dead.',
  minutes: 30,
  ...figures,
  ...oneFigure('loss_percent', 100, figures, 1, '%'),
  read: (test, { sand }) =>
    dryMass(sand) > 0 ? { ...looks(sand), read: lossFraction(test.before_g, test.after_g) } : null,
  prospects: ({ sand }) => [{ minutes: 30, looks: looks(sand) }],
  show: (test) => ({ ...test }),
  guide: {
    steps: [
      { text: 'Dry the sand; weigh out 50 g.' },
      { text: 'Stir it up in half a litre of warm water with a pinch of washing soda.', wait_s: 300 },
      { text: 'Let it settle, then pour off the cloudy water.', wait_s: 600 },
      { text: 'Again and again until the water stays clear.' },
      { text: 'Dry what is left to constant weight and weigh it.' }
    ],
    fields: [
      { name: 'before_g', label: 'Dry, before', ...GRAMS, usual: '50 g' },
      { name: 'after_g', label: 'Dry, washed', ...GRAMS }
    ],
    caution: 'dust',
    figure: { name: 'washed off', ...PERCENT }
  }
});
