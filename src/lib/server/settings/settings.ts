import type { SettingsChange } from '$lib/schema/settings';
import type { Database } from '../database/database';

/** What is set for these records, and what holds until somebody sets it. */
export interface Settings {
  /** The scale and the probe that ship simulated, for trying out. */
  simulated_devices: boolean;
  /** The weather station that ships simulated; off, heaps dry in the handbook's air. */
  simulated_weather: boolean;
}

const UNSET: Settings = { simulated_devices: false, simulated_weather: false };

export function readSettings(db: Database): Promise<Settings> {
  return db.sinceLastWrite('settings', async () => {
    const rows = await db.tables.settings.findAll({ raw: true });
    const set = Object.fromEntries(
      rows.map(({ name, value }) => [name, JSON.parse(value) as unknown])
    ) as Partial<Settings>;
    return { ...UNSET, ...set };
  });
}

export async function changeSettings(db: Database, change: SettingsChange): Promise<void> {
  await db.write(async (transaction) => {
    for (const [name, value] of Object.entries(change))
      if (value !== undefined)
        await db.tables.settings.upsert(
          { name, value: JSON.stringify(value), changed_at: new Date().toISOString() },
          { transaction }
        );
  });
}
