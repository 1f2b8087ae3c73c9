import { PROBE_MOISTURE_SD } from '$core/reference/accuracy';
import { totalMass } from '$core/material/composition';
import { PERCENT, benchTest, oneFigure, shown } from './bench-test';
import { moistureOf } from './looking';

/** What a moisture probe showed, 0–1 of the damp sand. */
export interface ProbeTest {
  kind: 'probe';
  moisture: number;
}

const figures = {
  name: 'moisture probe',
  figure: (test: ProbeTest) => test.moisture,
  sd: () => PROBE_MOISTURE_SD
};

export const probe = benchTest<ProbeTest>({
  kind: 'probe',
  title: 'Moisture probe',
  tells: 'Moisture at once, roughly.',
  minutes: 2,
  ...figures,
  ...oneFigure('moisture_percent', 100, figures, 1, '%'),
  read: (test, { sand }) =>
    totalMass(sand) > 0
      ? { as: 'value', ...moistureOf(sand), read: test.moisture, sd: PROBE_MOISTURE_SD, range: 0.12 }
      : null,
  prospects: ({ sand }) => [
    { minutes: 2, looks: { as: 'value', ...moistureOf(sand), sd: PROBE_MOISTURE_SD, range: 0.12 } }
  ],
  show: ({ kind, moisture }) => ({ kind, moisture_percent: shown(moisture * 100) }),
  guide: {
    steps: [
      { text: 'Tread the sand down evenly: a probe reads loose sand too dry.' },
      { text: 'Push the probe in to its collar, away from the wall.' },
      { text: 'Wait until the reading is steady. Three places, each noted.' }
    ],
    fields: [
      { name: 'moisture_percent', label: 'What it shows', dimension: 'fraction', factor: 100, unit: '%' }
    ],
    figure: { name: 'moisture', ...PERCENT },
    window: (targets) => targets.moisture
  }
});
