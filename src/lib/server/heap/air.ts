import type { AirBetween } from '$core/heap/state/belief';
import type { Database } from '../database/database';
import { airAround, handbookAir, simulatedStation, type WeatherStation } from '../device/weather-station';
import { readSettings } from '../settings/settings';

// Made once: each keeps the samples that heaps ask for again and again.
const AROUND = new Map<WeatherStation, AirBetween>(
  [handbookAir, simulatedStation].map((station) => [station, airAround(station)])
);

/** The station that these records go by: the simulated one only where somebody switched it on. */
export async function stationOf(db: Database): Promise<WeatherStation> {
  const { simulated_weather } = await readSettings(db);
  return simulated_weather ? simulatedStation : handbookAir;
}

export const airOf = (station: WeatherStation): AirBetween => AROUND.get(station)!;
