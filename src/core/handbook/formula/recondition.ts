import { controlChart } from '../../judge/control-chart';
import { FEWEST_READINGS } from '../../judge/phases';
import { settlesAt } from '../../mix/renewal-policy';
import { percentText } from '../../quantity/display';
import type { Formula } from './formula';

export const RECONDITION_FORMULAS: readonly Formula[] = [
  {
    id: 'settles',
    name: 'Where renewal leads',
    formula: 'dead clay = burnt·(1 − found)·clay/(spilled + burnt·found)',
    symbols:
      'each a share of the heap a session: what dies and is not found, over what leaves. Fines likewise, from what is ground.',
    source: 'mass balance of a heap of constant mass',
    own: ({ wear }) => {
      if (!wear) return null;
      const settled = settlesAt(wear.mass_kg, wear, { burnt_out: 0.5, clay_per_sand: wear.clay_per_sand });
      if (!settled) return null;
      const all = settled.sand + settled.live_clay + settled.dead_clay + settled.fines;
      return `${wear.name}, half of the burnt found each time: settles at ${percentText(settled.dead_clay / all)} dead clay`;
    }
  },
  {
    id: 'control-limits',
    name: 'Limits of a control chart',
    formula: 'x̄ ± 2.66·mR̄',
    symbols: 'x̄ mean of the readings, mR̄ mean of the steps from one to the next.',
    source: 'Shewhart’s individuals and moving-range chart',
    own: ({ readings }) => {
      if (!readings || readings.of.length < FEWEST_READINGS) return null;
      const { mean, limits, moving_range_mean } = controlChart(readings.of);
      return `${readings.name} of ${readings.heap}, the last ${readings.of.length}: ${percentText(mean)} ± 2.66 × ${percentText(moving_range_mean, 2)} = ${percentText(limits[0])} to ${percentText(limits[1])}`;
    }
  }
];
