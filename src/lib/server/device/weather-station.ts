import { dayBegins, yearIn } from '$core/time/day';
import type { AirBetween } from '$core/heap/state/belief';
import type { Climate } from '$core/heap/state/drying';
import { airIn } from '$core/heap/state/place';

/** What any weather station answers: the air outdoors at a time. */
export interface WeatherStation {
  name: string;
  simulated: boolean;
  at(time: Date): Climate;
}

/**
 * A simulated station outdoors in a temperate place: a plausible year, the same for everyone and
 * every time, since each hour's weather is drawn from the hour itself.
 *
 * The seasons and the day are cosines; a slow front of a few days and an hourly jitter lie on top, from a
 * hash of the day and the hour. Warmer hours are drier.
 */
export const simulatedStation: WeatherStation = {
  name: 'Weather station (simulated)',
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
    return { air_c, relative_humidity, air_speed_m_s: 0.8 + 3 * Math.abs(smooth(day * 2)) };
  }
};

/**
 * What holds where no station is asked: the air of a temperate year's mean, the same at every hour. How far a day strays
 * from it is part of the doubt about drying; before-and-after tests correct it.
 *
 * @source handbook default: yearly mean of a temperate maritime climate
 */
export const handbookAir: WeatherStation = {
  name: 'Handbook air, the same all year',
  simulated: false,
  at: () => ({ air_c: 10.5, relative_humidity: 0.76, air_speed_m_s: 1.8 })
};

function dayOfYear(time: Date): number {
  const first = dayBegins(`${yearIn(time.getTime(), 'UTC')}-01-01`, 'UTC');
  return 1 + (time.getTime() - first) / 86_400_000;
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

const HOUR_MS = 3_600_000;
/** Between samples of a long stay. */
const SAMPLE_HOURS = 3;
/** A long stay is sampled this often at most: its stretches grow by twos, and lie on one grid for every stay. */
const MOST_SAMPLES = 168;

/**
 * The mean air around a container between two times by a station outdoors, which is what a heap dries in.
 * Samples are kept, as heaps ask for the same hours again and again.
 */
export function airAround(station: WeatherStation): AirBetween {
  const known = new Map<number, Climate>();
  const sample = (ms: number) => {
    const slot = Math.floor(ms / (SAMPLE_HOURS * HOUR_MS));
    let air = known.get(slot);
    if (!air) {
      air = station.at(new Date((slot + 0.5) * SAMPLE_HOURS * HOUR_MS));
      if (known.size > 20_000) known.clear();
      known.set(slot, air);
    }
    return air;
  };
  return (container, from_ms, to_ms) => {
    // Each stretch counts by how much of it lies within: a minute more moves the mean by a minute's worth.
    let stretch_ms = SAMPLE_HOURS * HOUR_MS;
    while ((to_ms - from_ms) / stretch_ms > MOST_SAMPLES) stretch_ms *= 2;
    const sum = { air_c: 0, relative_humidity: 0, air_speed_m_s: 0 };
    const first = Math.floor(from_ms / stretch_ms);
    const last = Math.max(first, Math.ceil(to_ms / stretch_ms) - 1);
    for (let i = first; i <= last; i++) {
      const within_ms = Math.min(to_ms, (i + 1) * stretch_ms) - Math.max(from_ms, i * stretch_ms);
      const share = first === last ? 1 : within_ms / (to_ms - from_ms);
      const air = sample((i + 0.5) * stretch_ms);
      sum.air_c += share * air.air_c;
      sum.relative_humidity += share * air.relative_humidity;
      sum.air_speed_m_s += share * air.air_speed_m_s;
    }
    return airIn(container.place ?? 'shed', sum);
  };
}
