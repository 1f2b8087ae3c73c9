import type { LiveReading } from '$lib/schema/reading';
import { rounded } from '$core/quantity/rounded';

/**
 * A kitchen scale, a moisture probe or a furnace's thermocouple that is not there: it settles, trembles, drifts, can be tared, and now
 * and then loses its connection. It ships with the application so that the live path can be used and tested
 * without a device; everything that it sends says so.
 */
export interface SimulatedDevice {
  name: string;
  kind: 'scale' | 'probe' | 'thermocouple';
  /** What is laid on it, kg or percent; of a furnace what it is set to, °C. */
  load: number;
  tare: number;
  /** What it shows now, before tare. */
  shown: number;
  drift: number;
  tick: number;
}

/** A reading every fifth of a second. */
export const TICK_MS = 200;
/** How much of the way to its load a tick brings it; a furnace warms in a minute, to be tried out. */
const SETTLING = { scale: 0.35, probe: 0.35, thermocouple: 0.02 } as const;
/** It is gone for eight ticks out of this many. */
const DROP_EVERY = 600;
const DROPPED = 8;

const CHARACTER = {
  scale: { step: 0.001, noise: 0.0006, drift: 0.00002, settled: 0.002 },
  probe: { step: 0.1, noise: 0.05, drift: 0.001, settled: 0.15 },
  thermocouple: { step: 1, noise: 1.2, drift: 0.004, settled: 6 }
} as const;

export const simulatedScale = (): SimulatedDevice => ({
  name: 'simulated-scale',
  kind: 'scale',
  load: 0,
  tare: 0,
  shown: 0,
  drift: 0,
  tick: 0
});
export const simulatedProbe = (): SimulatedDevice => ({
  name: 'simulated-probe',
  kind: 'probe',
  load: 3,
  tare: 0,
  shown: 3,
  drift: 0,
  tick: 0
});

export const simulatedFurnace = (): SimulatedDevice => ({
  name: 'simulated-thermocouple',
  kind: 'thermocouple',
  load: 20,
  tare: 0,
  shown: 20,
  drift: 0,
  tick: 0
});

/** The device one tick later. Its chance comes from the tick itself, so that the same run gives the same readings. */
export function ticked(device: SimulatedDevice): SimulatedDevice {
  const { drift } = CHARACTER[device.kind];
  const tick = device.tick + 1;
  return {
    ...device,
    tick,
    shown: device.shown + SETTLING[device.kind] * (device.load - device.shown),
    drift: device.drift + drift * trembling(tick * 7 + 3)
  };
}

/** What it shows: rounded to its resolution, less its tare; nothing while it is disconnected. */
export function readingOf(device: SimulatedDevice, at: string): LiveReading {
  const { step, noise, settled } = CHARACTER[device.kind];
  const connected = device.tick % DROP_EVERY < DROP_EVERY - DROPPED;
  const raw = device.shown + device.drift + noise * trembling(device.tick) - device.tare;
  const shown = Math.round(raw / step) * step;
  return {
    device: device.name,
    kind: device.kind,
    value: connected ? rounded(shown, 4) : null,
    stable: connected && Math.abs(device.load - device.shown) < settled,
    connected,
    simulated: true,
    at
  };
}

export function tared(device: SimulatedDevice): SimulatedDevice {
  return { ...device, tare: device.shown + device.drift };
}

function trembling(n: number): number {
  let t = Math.imul((n | 0) ^ 0x2545f491, 0x9e3779b1);
  t ^= t >>> 15;
  t = Math.imul(t, 0x85ebca77);
  return ((t ^ (t >>> 13)) >>> 0) / 2_147_483_648 - 1;
}
