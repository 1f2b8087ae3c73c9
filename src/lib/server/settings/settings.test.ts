import { nowMs } from '$core/time/now';
import { describe, expect, it } from 'vitest';
import { listDevices } from '../device/devices';
import type { NewEntry } from '$lib/schema/entry';
import { readState } from '../heap/heap-state';
import { appendEntry } from '../heap/ledger-writing';
import { createHeap } from '../heap/heaps';
import { readForecast } from '../heap/drying';
import { temporaryDatabase } from '../testing/temporary-database';
import { changeSettings, readSettings } from './settings';

describe('settings', () => {
  it('simulated devices are off until somebody switches them on, and are listed only then', async () => {
    const { db, remove } = await temporaryDatabase();
    expect(await readSettings(db)).toEqual({
      simulated_devices: false,
      simulated_weather: false,
      schools: {}
    });
    expect(await listDevices(db)).toEqual([]);
    await changeSettings(db, { simulated_devices: true });
    expect(await readSettings(db)).toMatchObject({ simulated_devices: true, simulated_weather: false });
    expect((await listDevices(db)).every(({ simulated }) => simulated)).toBe(true);
    await changeSettings(db, { simulated_devices: false });
    expect(await listDevices(db)).toEqual([]);
    await remove();
  });
  it('heaps dry in the handbook’s air until the simulated weather is switched on, and at once in the other', async () => {
    const { db, remove } = await temporaryDatabase();
    const { id } = await createHeap(db, { name: 'Gate heap', system: 'water', binder: 'sodium-bentonite' });
    const source = async () => (await readForecast(db, id, { hours: 24 })).climate;
    expect(await source()).toMatchObject({ source: expect.stringContaining('Handbook') as string });
    expect((await source()).air_c).toBeCloseTo(10.5, 6);
    await changeSettings(db, { simulated_weather: true });
    expect((await source()).source).toContain('simulated');
    await changeSettings(db, { simulated_weather: false });
    expect((await source()).air_c).toBeCloseTo(10.5, 6);
    // What stood open dried in that air too: its estimate is worked out anew.
    const at = new Date(nowMs() - 10 * 86_400_000).toISOString();
    await appendEntry(db, id, { kind: 'bought', at, kg: 30, moisture_percent: 4 } as NewEntry);
    const moisture = async () => (await readState(db, id)).moisture_percent.value;
    const steady = await moisture();
    await changeSettings(db, { simulated_weather: true });
    expect(Math.abs((await moisture()) - steady)).toBeGreaterThan(0.005);
    await changeSettings(db, { simulated_weather: false });
    expect(await moisture()).toBeCloseTo(steady, 3);
    await remove();
  });

  it('a way is marked as one’s own, changed and taken back; one of another school is refused', async () => {
    const { db, remove } = await temporaryDatabase();
    await changeSettings(db, { school: { of: 'dust', way: 'talc' } });
    await changeSettings(db, { school: { of: 'dust', way: 'cornstarch' } });
    await changeSettings(db, { school: { of: 'ram', way: 'light' } });
    expect((await readSettings(db)).schools).toEqual({ dust: 'cornstarch', ram: 'light' });
    await changeSettings(db, { school: { of: 'dust', way: null } });
    expect((await readSettings(db)).schools).toEqual({ ram: 'light' });
    await expect(changeSettings(db, { school: { of: 'dust', way: 'quench' } })).rejects.toThrow(/one of/);
    await remove();
  });
});
