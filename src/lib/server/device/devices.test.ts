import type { LiveReading } from '$lib/schema/reading';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { newReading, type NewReading } from '$lib/schema/reading';
import { check } from '$lib/schema/validate';
import type { Database } from '../database/database';
import { temporaryDatabase } from '../testing/temporary-database';
import { watch } from './live';
import { listReadings, takeReading } from './readings';
import { handle } from './simulated-bench';
import { readingOf, simulatedScale, tared, ticked, type SimulatedDevice } from './simulated-device';

const AT = '2026-05-01T09:00:00.000Z';
const after = (device: SimulatedDevice, ticks: number) => {
  for (let i = 0; i < ticks; i++) device = ticked(device);
  return device;
};

describe('the simulated scale', () => {
  const loaded = { ...simulatedScale(), load: 1.25 };
  it('settles on its load before it says that it is steady', () => {
    expect(readingOf(after(loaded, 1), AT)).toMatchObject({
      stable: false,
      simulated: true,
      connected: true
    });
    const settled = readingOf(after(loaded, 40), AT);
    expect(settled.stable).toBe(true);
    expect(settled.value).toBeCloseTo(1.25, 2);
  });
  it('trembles and drifts, but by grams', () => {
    const values = Array.from({ length: 200 }, (_, i) => readingOf(after(loaded, 40 + i), AT).value!);
    expect(new Set(values).size).toBeGreaterThan(1);
    expect(Math.max(...values) - Math.min(...values)).toBeLessThan(0.01);
  });
  it('shows nothing from the tare on, until more is laid on it', () => {
    const zeroed = tared(after(loaded, 40));
    expect(Math.abs(readingOf(after(zeroed, 5), AT).value!)).toBeLessThan(0.005);
    expect(readingOf(after({ ...zeroed, load: 1.6 }, 40), AT).value).toBeCloseTo(0.35, 2);
  });
  it('loses its connection now and then, and has no value then', () => {
    const readings = Array.from({ length: 1300 }, (_, i) => i).reduce<{
      device: SimulatedDevice;
      gone: number;
    }>(
      ({ device, gone }) => {
        const reading = readingOf(device, AT);
        expect(reading.value === null).toBe(!reading.connected);
        return { device: ticked(device), gone: gone + (reading.connected ? 0 : 1) };
      },
      { device: loaded, gone: 0 }
    );
    expect(readings.gone).toBe(16);
  });
  it('is handled by name, and no other is', () => {
    expect(handle('simulated-scale', { load: 2 })).toMatchObject({
      device: 'simulated-scale',
      simulated: true
    });
    expect(() => handle('real-scale', { load: 2 })).toThrow(/no simulated device/);
  });
});

describe('readings', () => {
  let db: Database;
  let remove: () => Promise<void>;
  beforeEach(async () => ({ db, remove } = await temporaryDatabase()));
  afterEach(() => remove());
  const reading = (fields: object = {}) =>
    ({ device: 'bench-scale', kind: 'scale', value: 0.35, at: AT, ...fields }) as NewReading;
  const list = () => listReadings(db, { limit: 50, offset: 0 });

  it('are stored once, however often they are sent, and told to who watches', async () => {
    const told: LiveReading[] = [];
    const leave = watch('bench-scale', (each) => told.push(each));
    const [first, again] = await Promise.all([takeReading(db, reading()), takeReading(db, reading())]);
    leave();
    expect(again).toEqual(first);
    expect((await list()).total).toBe(1);
    expect(told).toEqual([expect.objectContaining({ value: 0.35, simulated: false })]);
  });
  it('of a clock that ran ahead do not shut the device out once it is right again', async () => {
    const ahead = {
      device: 'bench-scale',
      kind: 'scale',
      value: 9,
      stable: true,
      at: '2999-01-01T00:00:00.000Z'
    };
    await db.tables.readings.create({ ...ahead, created_at: ahead.at } as never);
    expect((await takeReading(db, reading())).value).toBe(0.35);
    expect((await list()).items.map(({ value }) => value)).toEqual([0.35]);
  });
  it('are refused with a reason when they cannot be right', async () => {
    await takeReading(db, reading());
    await expect(takeReading(db, reading({ value: 0.4 }))).rejects.toMatchObject({ status: 409 });
    await expect(takeReading(db, reading({ at: '2026-05-01T08:59:00.000Z' }))).rejects.toThrow(
      'out of order'
    );
    await expect(takeReading(db, reading({ at: '2999-05-01T08:59:00.000Z' }))).rejects.toThrow('future');
    expect((await list()).total).toBe(1);
    const refused = (fields: object) => !check(newReading, reading(fields)).ok;
    expect(
      [
        { value: 900 },
        { value: NaN },
        { kind: 'probe', value: 80 },
        { connected: false },
        { device: 'A b' },
        { at: 'now' }
      ].map(refused)
    ).toEqual(Array(6).fill(true));
  });
});
