import { fixed } from '../quantity/display';
import { BURNT, bodyOf } from '../heap/state/bodies';
import {
  believedDryShare,
  believedMass,
  believedMoisture,
  bodiesOf,
  sandOf,
  type Belief,
  type HeapNature
} from '../heap/state/belief';
import { learnedFrom } from './branch-learned';
import { clayWithNewSand } from './clay-with-new-sand';
import type { Cover } from '../heap/state/drying';
import type { Container } from '../heap/state/container';
import { advance } from '../heap/estimate';
import { KINDS, type Event } from '../heap/kinds';
import { NINE_IN_TEN } from '../judge/normal';
import { aimMoisture } from '../judge/temper-window';
import { moistureFraction, totalMass } from '../material/composition';
import { waterToAdd } from '../mix/correction';
import { type Alloy, USUAL_ALLOY } from '../reference/alloys';
import type { MaterialKind } from '../reference/ingredients';
import type { Place } from '../heap/state/place';
import { standUntil } from '../heap/standing';

/** What happens next on a branch of a heap. Masses kg, times days; what is left out is as usual. */
export interface BranchDoing {
  do: 'pour' | 'stand' | 'add' | 'water' | 'discard' | 'temper' | 'policy';
  metal_kg?: number | undefined;
  alloy?: Alloy | undefined;
  times?: number | undefined;
  days?: number | undefined;
  cover?: Cover | undefined;
  place?: Place | undefined;
  kind?: MaterialKind | undefined;
  kg?: number | undefined;
  new_sand_kg?: number | undefined;
  burnt_out_percent?: number | undefined;
}

/** How the heap would stand, shares 0–1 with the range that holds nine times in ten. */
export interface BranchPoint {
  at: string;
  /** The step after which, from 0; null before the first. */
  step: number | null;
  total_kg: number;
  /** Burnt sand that lies beside it until something is mixed in, kg. */
  burnt_kg: number;
  moisture: Range;
  active_clay: Range;
  dead_clay: Range;
  fines: Range;
  /** Water to bring it to temper then, kg. */
  water_kg: number;
}
export interface Range {
  value: number;
  low: number;
  high: number;
}

const DAY_MS = 86_400_000;
/** Between two acts of a branch, so that each has its own time. */
const ACT_MS = 60_000;
/** Points along a stay, at least every so many days. */
const POINT_DAYS = 7;
/** More points are not told apart on a screen: then they lie further apart. */
const MOST_POINTS = 200;

/**
 * How a heap would stand if some things happened to it: the same entries and the same estimate as its ledger is kept by, from
 * now on, into no ledger.
 *
 * @param belief of the heap now
 * @param now ISO time from which it branches off
 * @throws RangeError for a step that takes more sand than there would be
 */
export function followBranch(
  nature: HeapNature,
  belief: Belief,
  now: string,
  doings: readonly BranchDoing[]
): BranchPoint[] {
  let at = Date.parse(now);
  let id = Number.MAX_SAFE_INTEGER / 2;
  let state = standUntil(nature, belief, now);
  const points: BranchPoint[] = [pointOf(nature, state, now, null)];
  const iso = () => new Date(at).toISOString();
  const days_in_all = doings.reduce((sum, { do: what, days = 0, times = 1 }) => {
    if (what === 'stand') return sum + days;
    return what === 'policy' ? sum + days * times : sum;
  }, 0);
  const mark = (step: number) => {
    // What follows at once after another takes its place where there are many; the last always stands.
    if (points.length >= MOST_POINTS && at - Date.parse(points.at(-1)!.at) < DAY_MS) points.pop();
    points.push(pointOf(nature, standUntil(nature, state, iso()), iso(), step));
  };
  const happen = (event: Event) => {
    at += ACT_MS;
    const there = totalMass(sandOf(state));
    if (event.kind === 'discarded' && !event.burnt && event.kg > there)
      throw new RangeError(`only ${fixed(there, 1)} kg would be there`);
    state = advance(nature, state, { id: (id += 1), at: iso(), event });
  };
  const context = () => learnedFrom(nature, state);
  const temper = () => {
    const sand = sandOf(standUntil(nature, state, iso()));
    const kg =
      nature.system === 'oil'
        ? 0
        : waterToAdd(totalMass(sand), moistureFraction(sand), aimMoisture(nature.targets, sand));
    if (kg > 0) happen({ kind: 'water', kg });
  };
  const stand = (days: number, step: number) => {
    const stays = Math.max(1, Math.ceil(days / Math.max(POINT_DAYS, days_in_all / MOST_POINTS)));
    for (let i = 0; i < stays; i++) {
      at += (days / stays) * DAY_MS;
      mark(step);
    }
  };
  const pour = (metal_kg: number, alloy: Alloy) => {
    happen(KINDS.poured.read({ metal_kg, alloy }, context()));
  };
  const add = (kind: MaterialKind, kg: number) => {
    if (kg > 0) happen(KINDS.added.read({ ingredient: kind, kg }, context()));
  };
  /** Of the sand that lies burnt, a share is taken out; the rest is mixed in with the next that comes. */
  const throwOut = (share: number) => {
    const burnt = totalMass(bodyOf(bodiesOf(state), BURNT));
    const kg = burnt * share;
    if (kg > 1e-6) happen({ kind: 'discarded', kg, burnt: true });
  };

  for (const [i, doing] of doings.entries()) {
    const { metal_kg = 0, alloy = USUAL_ALLOY, times = 1, days = 0, kg = 0 } = doing;
    switch (doing.do) {
      case 'pour':
        for (let k = 0; k < times; k++) pour(metal_kg, alloy);
        break;
      case 'stand': {
        const container: Container = {
          ...state.container,
          ...(doing.cover && { cover: doing.cover }),
          ...(doing.place && { place: doing.place })
        };
        if (doing.cover || doing.place) happen({ kind: 'moved', container });
        stand(days, i);
        continue;
      }
      case 'add':
        if (doing.kind) add(doing.kind, kg);
        break;
      case 'water':
        happen({ kind: 'water', kg });
        break;
      case 'discard':
        happen({ kind: 'discarded', kg, burnt: false });
        break;
      case 'temper':
        temper();
        break;
      case 'policy':
        for (let k = 0; k < times; k++) {
          temper();
          pour(metal_kg, alloy);
          throwOut((doing.burnt_out_percent ?? 0) / 100);
          renew(doing.new_sand_kg ?? 0);
          mark(i);
          stand(days, i);
        }
        continue;
    }
    mark(i);
  }
  return points;

  /** New sand, with as much clay as its window asks for. */
  function renew(sand_kg: number): void {
    if (sand_kg > 0) add('washed-silica', sand_kg);
    const clay = clayWithNewSand(nature, sandOf(state));
    add(clay.kind, clay.kg);
  }
}

function pointOf(nature: HeapNature, belief: Belief, at: string, step: number | null): BranchPoint {
  const sand = sandOf(belief);
  const range = ({ value, sd }: { value: number; sd: number }): Range => ({
    value,
    low: Math.max(0, value - NINE_IN_TEN * sd),
    high: value + NINE_IN_TEN * sd
  });
  const total_kg = believedMass(belief).value;
  return {
    at,
    step,
    total_kg,
    burnt_kg: totalMass(bodyOf(bodiesOf(belief), BURNT)),
    moisture: range(believedMoisture(belief)),
    active_clay: range(believedDryShare(belief, 'active_clay')),
    dead_clay: range(believedDryShare(belief, 'dead_clay')),
    fines: range(believedDryShare(belief, 'fines')),
    water_kg:
      nature.system === 'oil' || !(total_kg > 0)
        ? 0
        : Math.max(0, waterToAdd(total_kg, moistureFraction(sand), aimMoisture(nature.targets, sand)))
  };
}
