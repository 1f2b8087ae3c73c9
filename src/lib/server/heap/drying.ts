import { nowMs } from '$core/time/now';
import { ADVICE_WORDS, airOver, forecastDrying } from '$core/forecast/forecast';
import type { Climate, Cover } from '$core/heap/state/drying';
import { asPercent } from '$core/quantity/display';
import type { Database } from '../database/database';
import { stationOf } from './air';
import { beliefAt } from './heap-ledger';
import { heapRow } from './heaps';
import { ledgerFor } from './ledger-cache';

export interface ForecastRequest {
  hours: number;
  /** What the user typed; else the weather station is asked. */
  climate?: Climate | undefined;
  sand_c?: number | undefined;
}

/** How a heap dries from now on, and what it will want at the end. */
export async function readForecast(
  db: Database,
  heap_id: number,
  { hours, climate, sand_c }: ForecastRequest,
  now = new Date(nowMs())
) {
  const ledger = await ledgerFor(db, await heapRow(db, heap_id));
  const { nature } = ledger;
  const from = now.toISOString();
  const belief = beliefAt(ledger, from);
  const air = climate ?? airOver(nature, belief, from, hours);
  const forecast = forecastDrying(nature, belief, from, hours, climate, sand_c);
  return {
    from,
    hours,
    climate: {
      source: climate ? 'typed in' : (await stationOf(db)).name,
      air_c: air.air_c,
      relative_humidity_percent: asPercent(air.relative_humidity),
      air_speed_m_s: air.air_speed_m_s
    },
    curve: forecast.curve.map(({ at, moisture, low, high }) => ({
      at,
      moisture_percent: asPercent(moisture),
      low_percent: asPercent(low),
      high_percent: asPercent(high)
    })),
    water_at_end_kg: forecast.water_at_end_kg,
    water_by_cover_kg: forecast.water_by_cover_kg satisfies Record<Cover, number>,
    sealing_saves_kg: forecast.sealing_saves_kg,
    advice: forecast.advice.map((each) => ADVICE_WORDS[each])
  };
}
