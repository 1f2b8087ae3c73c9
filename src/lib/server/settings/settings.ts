import { nowIso } from '$core/time/now';
import type { SettingsChange } from '$lib/schema/settings';
import { SCHOOLS } from '$core/reference/schools';
import type { Database } from '../database/database';
import { impossible } from '../refusal';

/** What is set for these records, and what holds until somebody sets it. */
export interface Settings {
  /** The scale and the probe that ship simulated, for trying out. */
  simulated_devices: boolean;
  /** The weather station that ships simulated; off, heaps dry in the handbook's air. */
  simulated_weather: boolean;
  /** Ways that were chosen where practitioners differ. */
  schools: Record<string, string>;
}

const UNSET: Settings = { simulated_devices: false, simulated_weather: false, schools: {} };

export function readSettings(db: Database): Promise<Settings> {
  return db.sinceLastWrite('settings', async () => {
    const rows = await db.tables.settings.findAll({ raw: true });
    const set = Object.fromEntries(
      rows.map(({ name, value }) => [name, JSON.parse(value) as unknown])
    ) as Partial<Settings>;
    return { ...UNSET, ...set };
  });
}

/** @throws Refusal 422 for a way that is none of that school's */
export async function changeSettings(db: Database, { school, ...change }: SettingsChange): Promise<void> {
  await db.write(async (transaction) => {
    const set: Record<string, unknown> = { ...change };
    if (school) {
      const known = SCHOOLS.find(({ id }) => id === school.of)!;
      if (school.way !== null && !known.ways.some(({ id }) => id === school.way))
        throw impossible([
          { path: 'school.way', message: `must be one of ${known.ways.map(({ id }) => id).join(', ')}` }
        ]);
      const { [school.of]: _, ...others } = (await readSettings(db)).schools;
      set.schools = school.way === null ? others : { ...others, [school.of]: school.way };
    }
    for (const [name, value] of Object.entries(set))
      if (value !== undefined)
        await db.tables.settings.upsert(
          { name, value: JSON.stringify(value), changed_at: nowIso() },
          { transaction }
        );
  });
}
