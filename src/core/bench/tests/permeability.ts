import { SINGLE_TEST_SD } from '$core/reference/accuracy';
import { CENTIMETRES, NUMBER, benchTest, oneFigure } from './bench-test';
import { permeabilityNumber, type PermeabilityReading } from '../formula/permeability';

export interface PermeabilityTest extends PermeabilityReading {
  kind: 'permeability';
}

const figures = {
  name: 'permeability',
  figure: (test: PermeabilityTest) => permeabilityNumber(test),
  sd: (test: PermeabilityTest) => SINGLE_TEST_SD.permeability_share * permeabilityNumber(test)
};

export const permeability = benchTest<PermeabilityTest>({
  kind: 'permeability',
  title: 'Permeability',
  tells: 'How easily gas gets out.',
  minutes: 10,
  ...figures,
  ...oneFigure('permeability_number', 1, figures, 0, ''),
  read: () => null,
  prospects: () => [],
  show: (test) => ({ ...test }),
  guide: {
    steps: [
      { text: 'Ram a specimen in its tube and leave it there; seal the tube to the rig.' },
      { text: 'Let a known volume of air through it under a steady pressure.' },
      { text: 'Time it.' }
    ],
    fields: [
      {
        name: 'air_cm3',
        label: 'Air passed',
        dimension: 'volume',
        factor: 1e6,
        usual: '2000 ml',
        unit: 'ml'
      },
      {
        name: 'time_s',
        label: 'Time it took',
        dimension: 'time',
        factor: 1,
        hint: 'for example 30 s or 1.5 min'
      },
      { name: 'height_cm', label: 'Height of the specimen', ...CENTIMETRES, usual: '50.8 mm' },
      {
        name: 'area_cm2',
        label: 'Cross-section',
        dimension: 'area',
        factor: 1e4,
        usual: '20.268 cm2',
        unit: 'cm2'
      },
      {
        name: 'pressure_g_cm2',
        label: 'Pressure, cm of water',
        ...NUMBER,
        usual: '10',
        hint: '1 cm of water is 1 g/cm²'
      }
    ],
    figure: { name: 'permeability number', scale: 1, decimals: 0, unit: '' },
    window: (targets) => targets.permeability
  }
});
