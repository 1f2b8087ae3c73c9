import { moistureOf, temperFactorOf } from '$core/bench/tests/looking';
import { temperVerdict, type Verdict } from '$core/judge/temper-verdict';
import { aimMoisture, temperWindow } from '$core/judge/temper-window';
import { chanceBelow } from '$core/judge/normal';
import {
  HELD_WATER,
  PARTS,
  dryMass,
  temperRatio,
  totalMass,
  type Composition
} from '$core/material/composition';
import { middle, type Targets, type Window } from '$core/reference/targets';
import {
  believedDryShare,
  believedMass,
  believedMoisture,
  bodiesOf,
  outKg,
  sandOf,
  sdAlong,
  type Belief,
  type Believed,
  type HeapNature,
  type Look
} from './state/belief';
import { BURNT, bodyOf } from './state/bodies';
import { MUD_FROM, WET_FROM, doubtedLook, says, wettestRead } from './doubt';
import { standUntil } from './standing';

/** A heap at a glance. Shares 0–1: moisture of the wet sand, the others of the dry mix. */
export interface Condition {
  at: string;
  total_kg: number;
  total_sd_kg: number;
  out_kg: number;
  /** Burnt sand that lies with the heap, not mixed in, kg. */
  burnt_kg: number;
  sand: Composition;
  moisture: Believed;
  active_clay: Believed;
  dead_clay: Believed;
  combustibles: Believed;
  oil: Believed;
  fines: Believed;
  temper_ratio: number | null;
  /** Moisture window for the clay it has. */
  window: Window;
  /** The moisture to aim for. */
  aim: number;
  /** How unsure the distance from there is, clay's doubt included; fraction. */
  off_aim_sd: number;
  /** Chance of lying in the window. */
  chance_in_window: number;
  /** The sand was looked at, or nearly all of it. */
  seen: boolean;
  /** The latest look at the sand as it is. */
  latest_look: Look | null;
  /** The latest squeeze of it: a drying test after it tells the water, not whether that tempers the sand. */
  latest_squeeze: Look | null;
  /** A look that strays far from the estimate and is not settled yet. */
  doubted_look: Look | null;
  /** Some look at the sand as it is says that it is wet, and nothing has settled it since: no water is sure. */
  says_wet: boolean;
  /** Some look says that it is mud, and nothing has settled it since: nobody pours on it. */
  says_mud: boolean;
  verdict: Verdict;
  /** It very likely holds less active clay than its window asks for. */
  short_of_clay: boolean;
}

/** Less of the heap than this was there when it was last looked at: nobody has measured this sand. */
const SEEN_AT_LEAST = 0.5;
/** As likely as this it is short of clay before clay is prescribed. */
const SHORT_AT = 0.75;

/** The condition at a time, the drying since the last entry included. */
export function conditionAt(nature: HeapNature, belief: Belief, at: string): Condition {
  const then = standUntil(nature, belief, at);
  const sand = sandOf(then);
  const { targets, system } = nature;
  const moisture = believedMoisture(then);
  const active_clay = believedDryShare(then, 'active_clay');
  const total = believedMass(then);
  const window = temperWindow(targets, sand);
  const aim = aimMoisture(targets, sand);
  const off_aim_sd = offAimSd(targets, then);
  const chance = chances(moisture.value, window, off_aim_sd);
  const seen = then.seen_share >= SEEN_AT_LEAST;
  const latest_squeeze =
    then.looks.findLast(({ kind, waiting }) => kind === 'squeeze' && waiting === null) ?? null;
  const doubted_look = doubtedLook(then.looks);
  const factor = temperFactorOf({ system, targets, sand, scale_g: 1 })?.predicted ?? 1;
  const strays = doubted_look?.says ? doubted_look.says.factor - factor : 0;
  const short = chanceShort(active_clay, targets.active_clay.min);
  const short_of_clay = total.value > 0 && short >= SHORT_AT;
  return {
    at: then.at ?? at,
    total_kg: total.value,
    total_sd_kg: total.sd,
    out_kg: outKg(then),
    burnt_kg: Math.max(0, totalMass(bodyOf(bodiesOf(then), BURNT))),
    sand,
    moisture,
    active_clay,
    dead_clay: believedDryShare(then, 'dead_clay'),
    combustibles: believedDryShare(then, 'combustibles'),
    oil: believedDryShare(then, 'oil'),
    fines: believedDryShare(then, 'fines'),
    temper_ratio: temperRatio(sand),
    window,
    aim,
    off_aim_sd,
    chance_in_window: total.value > 0 ? chance.inside : 0,
    seen,
    latest_look: then.looks.at(-1) ?? null,
    latest_squeeze,
    doubted_look,
    says_wet: says(then.looks, WET_FROM),
    says_mud: says(then.looks, MUD_FROM),
    verdict: temperVerdict({
      system,
      targets,
      sand,
      chances: chance,
      seen,
      squeeze: latest_squeeze,
      short_of_clay,
      doubt: strays > 0 ? 'wet' : strays < 0 ? 'dry' : null,
      wettest_read: wettestRead(then.looks)
    }),
    short_of_clay
  };
}

/** Chances of lying below, inside and above a window. */
export interface Chances {
  below: number;
  inside: number;
  above: number;
}

export function chances(value: number, window: Window, sd: number): Chances {
  if (!(sd > 0)) {
    const [below, above] = [value < window.min ? 1 : 0, value > window.max ? 1 : 0];
    return { below, above, inside: 1 - below - above };
  }
  const below = window.min > 0 ? chanceBelow((window.min - value) / sd) : 0;
  const above = 1 - chanceBelow((window.max - value) / sd);
  return { below, above, inside: Math.max(0, 1 - below - above) };
}

function chanceShort({ value, sd }: Believed, least: number): number {
  return sd > 0 ? chanceBelow((least - value) / sd) : value < least ? 1 : 0;
}

/** How unsure the distance of a heap's moisture from its aim is: both move with its clay. */
export function offAimSd(targets: Targets, belief: Belief): number {
  const sand = sandOf(belief);
  return totalMass(sand) > 0 ? sdAlong(belief.covariance, offAimGradient(targets, sand)) : 0;
}

/** Gradient over the seven masses of moisture less the aimed moisture. */
export function offAimGradient(targets: Targets, sand: Composition): number[] {
  const { gradient } = moistureOf(sand);
  const { temper_ratio } = targets;
  if (!temper_ratio || !(sand.active_clay > 0)) return gradient;
  // aim = T/(S + T) with T the tempering water and S the dry mass.
  const ratio = middle(temper_ratio);
  const dry = dryMass(sand);
  const aim = aimMoisture(targets, sand);
  const water = (aim * dry) / (1 - aim);
  const square = (dry + water) ** 2;
  return gradient.map((slope, i) => {
    const part = PARTS[i]!;
    const of_water =
      part === 'active_clay' ? ratio : part === 'dead_clay' || part === 'fines' ? HELD_WATER[part] : 0;
    const of_dry = part === 'water' ? 0 : 1;
    return slope - (of_water * dry - water * of_dry) / square;
  });
}
