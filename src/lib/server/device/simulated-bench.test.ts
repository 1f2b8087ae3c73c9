import type { LiveReading } from '$lib/schema/reading';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Database } from '../database/database';
import { temporaryDatabase } from '../testing/temporary-database';
import { changeSettings } from '../settings/settings';
import { listDevices } from './devices';
import { takeReading } from './readings';
import { follow, handle, simulatedDevices } from './simulated-bench';
import { TICK_MS } from './simulated-device';

describe('the simulated bench', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('runs only while somebody watches, once for all of them', () => {
    const [first, second]: LiveReading[][] = [[], []];
    const leaveFirst = follow('simulated-scale', (reading) => first!.push(reading));
    const leaveSecond = follow('simulated-scale', (reading) => second!.push(reading));
    vi.advanceTimersByTime(5 * TICK_MS);
    expect(first).toHaveLength(5);
    expect(second).toEqual(first);
    leaveFirst();
    vi.advanceTimersByTime(2 * TICK_MS);
    expect([first!.length, second!.length]).toEqual([5, 7]);
    leaveSecond();
    expect(vi.getTimerCount()).toBe(0);
    vi.advanceTimersByTime(10 * TICK_MS);
    expect(second).toHaveLength(7);
  });
  it('shows what is laid on it, and from the tare on only what is added', () => {
    const seen: LiveReading[] = [];
    const leave = follow('simulated-scale', (reading) => seen.push(reading));
    handle('simulated-scale', { load: 2 });
    vi.advanceTimersByTime(40 * TICK_MS);
    expect(seen.at(-1)).toMatchObject({ stable: true, simulated: true, kind: 'scale' });
    expect(seen.at(-1)!.value).toBeCloseTo(2, 2);
    expect(handle('simulated-scale', { tare: true }).value).toBeCloseTo(0, 2);
    handle('simulated-scale', { load: 2.35 });
    vi.advanceTimersByTime(40 * TICK_MS);
    expect(seen.at(-1)!.value).toBeCloseTo(0.35, 2);
    leave();
  });
  it('leaves the other devices alone', () => {
    const seen: LiveReading[] = [];
    const leave = follow('simulated-probe', (reading) => seen.push(reading));
    handle('simulated-scale', { load: 4 });
    vi.advanceTimersByTime(3 * TICK_MS);
    expect(seen.map(({ device }) => device)).toEqual(Array(3).fill('simulated-probe'));
    leave();
  });
  it('has no device by another name, and sends nothing for one that never reported', () => {
    expect(() => handle('no such scale', { load: 1 })).toThrow(/no simulated device/);
    const leave = follow('no such scale', () => expect.unreachable());
    vi.advanceTimersByTime(5 * TICK_MS);
    leave();
    expect(vi.getTimerCount()).toBe(0);
  });
});

describe('the list of devices', () => {
  let db: Database;
  let remove: () => Promise<void>;
  beforeEach(async () => ({ db, remove } = await temporaryDatabase()));
  afterEach(() => remove());

  it('has the simulated ones once they are switched on, and says so', async () => {
    await changeSettings(db, { simulated_devices: true });
    expect(await listDevices(db)).toEqual(
      simulatedDevices().map(({ name, kind }) => ({ name, kind, simulated: true }))
    );
  });
  it('has a real one once it has sent anything, first and once', async () => {
    const reading = { device: 'bench-scale', kind: 'scale' as const, value: 1.2 };
    for (const at of ['2026-05-01T09:00:00.000Z', '2026-05-01T09:00:01.000Z']) {
      await takeReading(db, { ...reading, at });
    }
    const [first, ...rest] = await listDevices(db);
    expect(first).toEqual({ name: 'bench-scale', kind: 'scale', simulated: false });
    expect(rest.every(({ simulated }) => simulated)).toBe(true);
  });
});
