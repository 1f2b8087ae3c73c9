import { QueryTypes } from 'sequelize';
import type { ReadingKind } from '$lib/schema/reading';
import type { Database } from '../database/database';
import { readSettings } from '../settings/settings';
import { simulatedDevices } from './simulated-bench';

export interface DeviceRecord {
  name: string;
  kind: ReadingKind;
  simulated: boolean;
}

/** Devices whose readings can be followed: real ones that have sent any, then those that ship simulated, where they are switched on. */
export async function listDevices(db: Database): Promise<DeviceRecord[]> {
  const { simulated_devices } = await readSettings(db);
  const real = await db.sequelize.query<{ device: string; kind: ReadingKind }>(
    'SELECT DISTINCT device, kind FROM readings ORDER BY device',
    { type: QueryTypes.SELECT }
  );
  return [
    ...real.map(({ device, kind }) => ({ name: device, kind, simulated: false })),
    ...(simulated_devices ? simulatedDevices() : []).map(({ name, kind }) => ({
      name,
      kind,
      simulated: true
    }))
  ];
}
