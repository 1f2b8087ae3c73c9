import type { LiveReading } from '$lib/schema/reading';
import { nowIso } from '$core/time/now';
import { READING_RANGES } from '$lib/schema/reading';
import { impossible, notFound } from '../refusal';
import { publish, watch } from './live';
import {
  TICK_MS,
  readingOf,
  simulatedFurnace,
  simulatedProbe,
  simulatedScale,
  tared,
  ticked,
  type SimulatedDevice
} from './simulated-device';

/** The simulated devices on this server's bench; they run only while somebody watches. */
const devices = new Map<string, SimulatedDevice>(
  [simulatedScale(), simulatedProbe(), simulatedFurnace()].map((device) => [device.name, device])
);
const clocks = new Map<string, { watching: number; timer: NodeJS.Timeout }>();

export const simulatedDevices = (): SimulatedDevice[] => [...devices.values()];

/** Lays a load on a simulated device, or presses its tare. */
export function handle(
  name: string,
  action: { load?: number | undefined; tare?: boolean | undefined }
): LiveReading {
  let device = devices.get(name);
  if (!device) throw notFound('simulated device', name);
  const { least, most, unit } = READING_RANGES[device.kind];
  if (action.load !== undefined && !(action.load >= least && action.load <= most))
    throw impossible([{ path: 'load', message: `must be ${Math.max(0, least)} to ${most} ${unit}` }]);
  if (action.load !== undefined) device = { ...device, load: action.load };
  if (action.tare) device = tared(device);
  devices.set(name, device);
  return readingOf(device, nowIso());
}

/** A device's readings as they come; a simulated one is set going. Call the returned function to stop. */
export function follow(name: string, onReading: (reading: LiveReading) => void): () => void {
  const unwatch = watch(name, onReading);
  if (devices.has(name)) start(name);
  return () => {
    unwatch();
    if (devices.has(name)) stop(name);
  };
}

function start(name: string): void {
  const clock = clocks.get(name);
  if (clock) {
    clock.watching += 1;
    return;
  }
  const timer = setInterval(() => {
    const next = ticked(devices.get(name)!);
    devices.set(name, next);
    publish(readingOf(next, nowIso()));
  }, TICK_MS);
  timer.unref();
  clocks.set(name, { watching: 1, timer });
}

function stop(name: string): void {
  const clock = clocks.get(name);
  if (!clock) return;
  clock.watching -= 1;
  if (clock.watching > 0) return;
  clearInterval(clock.timer);
  clocks.delete(name);
}
