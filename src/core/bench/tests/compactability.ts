import { READING_SD, SINGLE_TEST_SD } from '$core/reference/accuracy';
import { totalMass } from '$core/material/composition';
import { middle } from '$core/reference/targets';
import { MILLIMETRES, PERCENT, benchTest, oneFigure, type Looking } from './bench-test';
import { compactability as sunk } from '../formula/compactability';
import { temperFactorOf } from './looking';

export interface CompactabilityTest {
  kind: 'compactability';
  start_mm: number;
  end_mm: number;
}

/**
 * How much compactability rises when the temper ratio doubles: about 14 points a percent of moisture around
 * 3.4 %.
 *
 * @source usual slope of compactability against moisture (handbook default)
 */
export const COMPACTABILITY_PER_TEMPER = 0.48;

const figures = {
  name: 'compactability',
  figure: (test: CompactabilityTest) => sunk(test.start_mm, test.end_mm),
  sd: () => SINGLE_TEST_SD.compactability
};

/** It reads the temper as a multiple of the aim; its spread is given as moisture. */
function looks(looking: Looking) {
  const { targets, sand, system } = looking;
  const factor = system === 'oil' || !targets.compactability ? null : temperFactorOf(looking);
  if (!factor) return null;
  const perMoisture = targets.temper_ratio
    ? totalMass(sand) / sand.active_clay / middle(targets.temper_ratio)
    : 1 / middle(targets.moisture);
  return {
    as: 'value' as const,
    ...factor,
    sd: READING_SD.compactability_as_moisture * perMoisture,
    range: 2
  };
}

export const compactability = benchTest<CompactabilityTest>({
  kind: 'compactability',
  title: 'Compactability',
  tells: 'How ready it is to ram: the surest hand test of temper.',
  minutes: 5,
  ...figures,
  ...oneFigure('compactability_percent', 100, figures, 1, '%'),
  read(test, looking) {
    const look = looks(looking);
    if (!look) return null;
    const off = sunk(test.start_mm, test.end_mm) - middle(looking.targets.compactability!);
    return { ...look, read: 1 + off / COMPACTABILITY_PER_TEMPER };
  },
  prospects(looking) {
    const look = looks(looking);
    return look ? [{ minutes: 5, looks: look }] : [];
  },
  show: (test) => ({ ...test }),
  guide: {
    steps: [
      { text: 'Riddle sand through 6 mm into the tube, loosely, heaped over.' },
      { text: 'Strike it off level. Do not shake or press.' },
      {
        text: 'Ram it: three blows of the standard weight, or your own weight dropped the same way each time.'
      },
      { text: 'Measure the loose height and the rammed height.' }
    ],
    fields: [
      { name: 'start_mm', label: 'Loose height', ...MILLIMETRES, usual: '100 mm' },
      { name: 'end_mm', label: 'Rammed height', ...MILLIMETRES }
    ],
    figure: { name: 'compactability', ...PERCENT },
    window: (targets) => targets.compactability
  }
});
