import type { Climate } from '$core/heap/drying';

/** What any weather station answers: the air at a place at a time. */
export interface WeatherStation {
  name: string;
  simulated: boolean;
  at(time: Date): Climate;
}

/**
 * A simulated station in an unheated shed of a temperate place: a plausible year, the same for everyone and
 * every time, since each hour's weather is drawn from the hour itself.
 *
 * The seasons and the day are cosines; a slow front of a few days and an hourly jitter lie on top, from a
 * hash of the day and the hour. Warmer hours are drier.
 */
export const simulatedStation: WeatherStation = {
  name: 'Shed weather (simulated)',
  simulated: true,
  at(time) {
    const ms = time.getTime();
    const day = ms / 86_400_000;
    const hour = (ms / 3_600_000) % 24;
    const season = -Math.cos((2 * Math.PI * (dayOfYear(time) - 20)) / 365.25);
    const daily = -Math.cos((2 * Math.PI * (hour - 4)) / 24);
    const front = smooth(day / 4);
    const air_c = 10.5 + 6.5 * season + (1.5 + season) * daily + 3 * front;
    const relative_humidity = Math.min(
      0.99,
      Math.max(0.35, 0.76 - 0.05 * season - 0.07 * daily - 0.09 * front)
    );
    return { air_c, relative_humidity, air_speed_m_s: 0.08 + 0.07 * Math.abs(smooth(day * 2)) };
  }
};

function dayOfYear(time: Date): number {
  return (time.getTime() - Date.UTC(time.getUTCFullYear(), 0, 0)) / 86_400_000;
}

/** Noise between −1 and 1 that changes smoothly over one unit of x: hashed whole numbers, eased between. */
function smooth(x: number): number {
  const whole = Math.floor(x);
  const along = x - whole;
  const eased = along * along * (3 - 2 * along);
  return hash(whole) * (1 - eased) + hash(whole + 1) * eased;
}

function hash(n: number): number {
  let t = Math.imul((n | 0) ^ 0x9e3779b9, 0x85ebca6b);
  t = Math.imul(t ^ (t >>> 13), 0xc2b2ae35);
  return ((t ^ (t >>> 16)) >>> 0) / 2_147_483_648 - 1;
}

/** The mean of the air over the coming hours, which is what a heap dries in. */
export function meanClimate(station: WeatherStation, from: Date, hours: number): Climate {
  const steps = Math.max(1, Math.min(168, Math.ceil(hours / 3)));
  const sum = { air_c: 0, relative_humidity: 0, air_speed_m_s: 0 };
  for (let i = 0; i < steps; i++) {
    const air = station.at(new Date(from.getTime() + ((i + 0.5) * hours * 3_600_000) / steps));
    sum.air_c += air.air_c / steps;
    sum.relative_humidity += air.relative_humidity / steps;
    sum.air_speed_m_s += air.air_speed_m_s / steps;
  }
  return sum;
}
