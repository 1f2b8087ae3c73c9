import { trialActiveSd, trialActiveShare, type TrialCylinders } from '../formula/home-clay';
import { PERCENT, benchTest, oneFigure, shown } from './bench-test';

export interface TrialCylindersTest extends TrialCylinders {
  kind: 'trial-cylinders';
}

const figures = {
  name: 'trial cylinders',
  figure: (test: TrialCylindersTest) => trialActiveShare(test),
  sd: (test: TrialCylindersTest) => trialActiveSd(test)
};

export const trialCylinders = benchTest<TrialCylindersTest>({
  kind: 'trial-cylinders',
  title: 'Trial cylinders',
  tells: 'How strong a clay of your own is beside one that you know.',
  minutes: 40,
  ...figures,
  ...oneFigure('active_percent', 100, figures, 0, '%'),
  read: () => null,
  prospects: () => [],
  show: ({ reference_active, ...test }) => ({
    ...test,
    reference_active_percent: shown(reference_active * 100)
  }),
  guide: {
    steps: [
      {
        text: 'Of the same dry sand mix two small batches, with the same parts of clay: your own in one, the clay that your heap is bound with in the other.'
      },
      {
        text: 'Bring each to its own temper: until it breaks clean in the hand. Cover it for an hour.',
        wait_s: 3600
      },
      { text: 'Ram three cylinders of each, all alike, and load each slowly until it breaks.' },
      { text: 'Note the mean load of the three, for each clay.' }
    ],
    fields: [
      { name: 'load_kg', label: 'Load, your own clay', dimension: 'mass', factor: 1 },
      { name: 'reference_load_kg', label: 'Load, the known clay', dimension: 'mass', factor: 1 },
      {
        name: 'reference_active_percent',
        label: 'Active share of the known clay',
        dimension: 'fraction',
        factor: 100,
        usual: '90 %',
        unit: '%',
        hint: 'Bentonite is about 90 %'
      }
    ],
    caution: 'dust',
    figure: { name: 'active clay', ...PERCENT }
  }
});
