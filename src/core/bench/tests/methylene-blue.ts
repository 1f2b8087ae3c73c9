import { READING_SD } from '$core/reference/accuracy';
import { dryMass, type Composition } from '$core/material/composition';
import { PERCENT, benchTest, oneFigure, shown } from './bench-test';
import { dryShareOf } from './looking';
import { dyeFactor, dyeScatter, type DyeStandard } from '../formula/methylene-blue';

export interface MethyleneBlueTest {
  kind: 'methylene-blue';
  /** Active clay 0–1 and millilitres of dye. */
  standards: DyeStandard[];
  ml: number;
}

const sd = (test: MethyleneBlueTest) =>
  Math.hypot(READING_SD.methylene_blue, dyeScatter(test.standards, test.ml) ?? 0);
const figures = {
  name: 'methylene blue',
  figure: (test: MethyleneBlueTest) => dyeFactor(test.standards) * test.ml,
  sd
};
const looks = (sand: Composition) => ({
  as: 'value' as const,
  ...dryShareOf(sand, { active_clay: 1 }),
  range: 0.3
});

export const methyleneBlue = benchTest<MethyleneBlueTest>({
  kind: 'methylene-blue',
  title: 'Methylene blue',
  tells: 'Clay that still binds, and only that.',
  minutes: 25,
  ...figures,
  ...oneFigure('active_clay_percent', 100, figures, 1, '%'),
  read: (test, { sand }) =>
    dryMass(sand) > 0 ? { ...looks(sand), read: dyeFactor(test.standards) * test.ml, sd: sd(test) } : null,
  prospects: ({ sand, system }) =>
    system === 'water' ? [{ minutes: 25, looks: { ...looks(sand), sd: READING_SD.methylene_blue } }] : [],
  show: ({ standards, ...rest }) => ({
    ...rest,
    standards: standards.map(({ active_clay, ml }) => ({ active_percent: shown(active_clay * 100), ml }))
  }),
  guide: {
    steps: [
      { text: 'Boil 5 g of dried sand in water with a pinch of dispersant; let it cool.', wait_s: 300 },
      { text: 'Add dye half a millilitre at a time, stirring a minute each.' },
      {
        text: 'Put a drop on filter paper: you are there when a pale blue halo shows and stays two minutes.',
        wait_s: 120
      },
      {
        text: 'Do the same once with sand that you made up with a known share of clay: those are your standards.'
      }
    ],
    fields: [],
    caution: 'dye',
    figure: { name: 'active clay', ...PERCENT },
    window: (targets) => targets.active_clay
  }
});
