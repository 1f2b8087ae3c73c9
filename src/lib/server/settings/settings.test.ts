import { describe, expect, it } from 'vitest';
import { listDevices } from '../device/devices';
import { temporaryDatabase } from '../testing/temporary-database';
import { changeSettings, readSettings } from './settings';

describe('settings', () => {
  it('simulated devices are off until somebody switches them on, and are listed only then', async () => {
    const { db, remove } = await temporaryDatabase();
    expect(await readSettings(db)).toEqual({ simulated_devices: false });
    expect(await listDevices(db)).toEqual([]);
    await changeSettings(db, { simulated_devices: true });
    expect(await readSettings(db)).toEqual({ simulated_devices: true });
    expect((await listDevices(db)).every(({ simulated }) => simulated)).toBe(true);
    await changeSettings(db, { simulated_devices: false });
    expect(await listDevices(db)).toEqual([]);
    await remove();
  });
});
