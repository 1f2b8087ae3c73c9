import { OIL_SAND_REJECT_MOISTURE, middle, type System, type Targets } from '$core/reference/targets';
import { temperWindow } from './temper-window';

export type Verdict =
  'empty' | 'dry' | 'a-little-dry' | 'in-temper' | 'a-little-wet' | 'too-wet' | 'short-of-oil';

export const VERDICT_WORDS: Record<Verdict, string> = {
  empty: 'Empty',
  dry: 'Dry',
  'a-little-dry': 'A little dry',
  'in-temper': 'In temper',
  'a-little-wet': 'A little wet',
  'too-wet': 'Too wet to pour on',
  'short-of-oil': 'Short of oil'
};

export interface Judged {
  total_kg: number;
  moisture: number;
  /** Shares of the dry mix. */
  active_clay: number;
  oil: number;
}

/** From this multiple of the aimed temper ratio up, sand is mud; below the other, it runs. */
const WET_FACTOR = 1.4;
const DRY_FACTOR = 0.65;

/**
 * What the sand is like, in one of seven words, against its own windows.
 *
 * Water-bonded: by moisture, graded like the squeeze (below 0.65 of the aim dry, from 1.4 up too wet). The
 * temper ratio goes as water over dry mix, so the factors apply to w/(1−w). Oil-bonded: water is the enemy.
 */
export function temperVerdict(system: System, targets: Targets, sand: Judged): Verdict {
  if (!(sand.total_kg > 1e-6)) return 'empty';
  if (system === 'oil') {
    if (sand.moisture > OIL_SAND_REJECT_MOISTURE) return 'too-wet';
    if (sand.moisture > targets.moisture.max) return 'a-little-wet';
    return targets.oil && sand.oil < targets.oil.min ? 'short-of-oil' : 'in-temper';
  }
  const window = temperWindow(targets, sand.active_clay);
  const onDry = (w: number) => w / (1 - w);
  const factor = onDry(sand.moisture) / onDry(middle(window));
  if (sand.moisture < window.min) return factor < DRY_FACTOR ? 'dry' : 'a-little-dry';
  if (sand.moisture > window.max) return factor >= WET_FACTOR ? 'too-wet' : 'a-little-wet';
  return 'in-temper';
}
