import { believedMoisture, sandOf, type Belief, type HeapNature } from '../heap/state/belief';
import { COVERS, SHED, type Climate, type Cover } from '../heap/state/drying';
import { standUntil } from '../heap/standing';
import { NINE_IN_TEN } from '$core/judge/normal';
import { aimMoisture } from '$core/judge/temper-window';
import { moistureFraction, totalMass } from '$core/material/composition';
import { waterToAdd } from '$core/mix/correction';
import { FROST_C, HOT_SAND_C } from '$core/reference/plan';

export interface ForecastPoint {
  at: string;
  /** Fractions, wet basis: the middle and the range that holds nine times in ten. */
  moisture: number;
  low: number;
  high: number;
}

export interface DryingForecast {
  curve: ForecastPoint[];
  /** Water to add at the end, kg, to be in temper; 0 when none is needed. */
  water_at_end_kg: number;
  /** The same if it stood under each cover instead. */
  water_by_cover_kg: Record<Cover, number>;
  /** What sealing it now would save of that, kg. */
  sealing_saves_kg: number;
  advice: ForecastAdvice[];
}

export type ForecastAdvice = 'bring-indoors' | 'let-it-cool';

export const ADVICE_WORDS: Record<ForecastAdvice, string> = {
  'bring-indoors': 'Under 4 °C sand stiffens and will not temper: bring it indoors a day before.',
  'let-it-cool':
    'Over 45 °C sand loses water as fast as it gets it, and sticks to patterns: let it cool first.'
};

const HOUR_MS = 3_600_000;
const POINTS = 56;

/**
 * How a heap dries over the coming hours, with what it has learned of its own drying, and what it will want
 * at the end.
 *
 * @param from ISO time; the belief is carried there first
 * @param climate that the user typed; otherwise the air that the nature knows of
 * @param sand_c temperature of the sand where it is known to differ from the air
 */
export function forecastDrying(
  nature: HeapNature,
  belief: Belief,
  from: string,
  hours: number,
  climate?: Climate,
  sand_c?: number
): DryingForecast {
  // What was typed is the air to come: the days before now had their own.
  const start = standUntil(nature, belief, from);
  const here: HeapNature = climate ? { ...nature, air: () => climate } : nature;
  const at = (h: number) => new Date(Date.parse(from) + h * HOUR_MS).toISOString();
  const curve = Array.from({ length: POINTS + 1 }, (_, i): ForecastPoint => {
    const then = standUntil(here, start, at((hours * i) / POINTS));
    const { value, sd } = believedMoisture(then);
    return {
      at: then.at!,
      moisture: value,
      low: Math.max(0, value - NINE_IN_TEN * sd),
      high: value + NINE_IN_TEN * sd
    };
  });
  const wanted = (cover: Cover) => {
    const kept = { ...start, container: { ...start.container, cover } };
    return waterWanted(here, standUntil(here, kept, at(hours)));
  };
  const water_by_cover_kg = Object.fromEntries(COVERS.map((cover) => [cover, wanted(cover)])) as Record<
    Cover,
    number
  >;
  const water_at_end_kg = water_by_cover_kg[start.container.cover];
  const advice: ForecastAdvice[] = [];
  const sand = sand_c ?? airOver(here, start, from, hours).air_c;
  if (sand < FROST_C) advice.push('bring-indoors');
  if (sand > HOT_SAND_C) advice.push('let-it-cool');
  const sealing_saves_kg = Math.max(0, water_at_end_kg - water_by_cover_kg.sealed);
  return { curve, water_at_end_kg, water_by_cover_kg, sealing_saves_kg, advice };
}

/** The mean air around the heap over the coming hours. */
export function airOver(nature: HeapNature, belief: Belief, from: string, hours: number): Climate {
  const from_ms = Date.parse(from);
  return nature.air ? nature.air(belief.container, from_ms, from_ms + hours * HOUR_MS) : SHED;
}

function waterWanted(nature: HeapNature, belief: Belief): number {
  const sand = sandOf(belief);
  const total = totalMass(sand);
  if (!(total > 0) || nature.system === 'oil') return 0;
  return Math.max(0, waterToAdd(total, moistureFraction(sand), aimMoisture(nature.targets, sand)));
}
