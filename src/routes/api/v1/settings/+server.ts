import { settingsChange } from '$lib/schema/settings';
import { read, respond } from '$lib/server/http/endpoint';
import { changeSettings, readSettings } from '$lib/server/settings/settings';

export const GET = read({ summary: 'What is set for these records' }, (db) => readSettings(db));

export const PATCH = respond(
  { summary: 'Change what is set; what is left out stays', body: settingsChange },
  async (db, change) => {
    await changeSettings(db, change);
    return readSettings(db);
  }
);
