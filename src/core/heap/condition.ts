import { temperVerdict, type Verdict } from '$core/judge/temper-verdict';
import { temperWindow } from '$core/judge/temper-window';
import { dryShare, scaled, temperRatio, totalMass, type Composition } from '$core/material/composition';
import type { Window } from '$core/reference/targets';
import {
  believedDryShare,
  believedMass,
  believedMoisture,
  type Belief,
  type Believed,
  type HeapNature
} from './belief';
import { standUntil } from './standing';

/** A heap at a glance. Shares 0–1: moisture of the wet sand, the others of the dry mix. */
export interface Condition {
  at: string;
  total_kg: number;
  out_kg: number;
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
  verdict: Verdict;
  /** It holds less active clay than its window asks for. */
  short_of_clay: boolean;
}

/** The condition at a time, the drying since the last entry included. */
export function conditionAt(nature: HeapNature, belief: Belief, at: string): Condition {
  const then = standUntil(nature, belief, at);
  const body_kg = totalMass(then.mean);
  const total_kg = believedMass(then).value;
  const moisture = believedMoisture(then);
  const active_clay = believedDryShare(then, 'active_clay');
  const oil = dryShare(then.mean, 'oil');
  return {
    at: then.at ?? at,
    total_kg,
    out_kg: then.out_kg,
    sand: body_kg > 0 ? scaled(then.mean, total_kg / body_kg) : then.mean,
    moisture,
    active_clay,
    dead_clay: believedDryShare(then, 'dead_clay'),
    combustibles: believedDryShare(then, 'combustibles'),
    oil: believedDryShare(then, 'oil'),
    fines: believedDryShare(then, 'fines'),
    temper_ratio: temperRatio(then.mean),
    window: temperWindow(nature.targets, active_clay.value),
    verdict: temperVerdict(nature.system, nature.targets, {
      total_kg,
      moisture: moisture.value,
      active_clay: active_clay.value,
      oil
    }),
    short_of_clay: total_kg > 0 && active_clay.value < nature.targets.active_clay.min
  };
}
