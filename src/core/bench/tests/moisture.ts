import { fixed } from '../../quantity/display';
import { benchTest, shown } from './bench-test';
import { moistureOf } from './looking';
import {
  moistureByDrying,
  moistureTestSd,
  type DryingMethod,
  type MoistureReading
} from '../formula/moisture';
import { totalMass } from '$core/material/composition';

export interface MoistureTest extends MoistureReading {
  kind: 'moisture';
  method: DryingMethod;
  /** What the scale showed at its finest, g. */
  scale_g?: number | undefined;
  /** Scoops from about the heap that the sample was mixed of; one unless said. */
  scoops?: number | undefined;
}

/** Samples that a scale of each step should weigh, g: enough for its step to matter little. */
export const usualSample = (scale_g: number): number => (scale_g <= 0.1 ? 80 : scale_g <= 0.5 ? 200 : 400);

export const moisture = benchTest<MoistureTest>({
  kind: 'moisture',
  name: 'moisture by drying',
  title: 'Dry and weigh',
  tells: 'Moisture, by oven, lamp, pan or microwave.',
  minutes: 12,
  figure: (test) => moistureByDrying(test).wet_basis,
  sd(test) {
    const { wet_basis } = moistureByDrying(test);
    return moistureTestSd(test, wet_basis);
  },
  read(test, { sand, scale_g }) {
    if (!(totalMass(sand) > 0)) return null;
    const { predicted, gradient } = moistureOf(sand);
    const read = moistureByDrying(test).wet_basis;
    // The scatter of a scoop goes with what the sand holds, not with what this scoop happened to.
    const sd = moistureTestSd({ scale_g, ...test }, (predicted + read) / 2);
    return { as: 'value', predicted, gradient, read, sd, range: 0.12 };
  },
  prospects({ sand, scale_g, system }) {
    const { predicted, gradient } = moistureOf(sand);
    const weights = { pan_g: 0, wet_g: usualSample(scale_g), scale_g, scoops: 1 };
    const methods = system === 'oil' ? (['oven'] as const) : (['pan', 'oven'] as const);
    return methods.map((method) => ({
      method,
      minutes: method === 'pan' ? 12 : 6,
      looks: {
        as: 'value',
        predicted,
        gradient,
        sd: moistureTestSd({ ...weights, method }, predicted),
        range: 0.12
      }
    }));
  },
  show: (test) => ({ ...test }),
  result(test) {
    const { wet_basis, dry_basis } = moistureByDrying(test);
    return {
      moisture_percent: shown(wet_basis * 100),
      dry_basis_percent: shown(dry_basis * 100),
      sd: shown(moistureTestSd(test, wet_basis) * 100)
    };
  },
  words: ({ method }, { moisture_percent }) => ({
    what: `moisture by drying, ${String(method)}`,
    amount: `${fixed(Number(moisture_percent ?? 0), 1)}\u202f%`
  }),
  guide: null
});
