import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser } from '@playwright/test';
import { LAUNCH } from '../scripts/chromium';
import { start, type Server } from '../scripts/served';
import { openDatabase, type Database } from '../src/lib/server/database/database';
import type { Measured } from './table';

/**
 * Measures what a browser sees of a server with its own records; both end with it.
 *
 * @param what as it is told where there is no Chromium; nothing is measured then
 * @param fill writes the records, before the server starts
 */
export async function inChromium(
  what: string,
  fill: (db: Database) => Promise<unknown>,
  measure: (server: Server, browser: Browser) => Promise<Measured[]>
): Promise<Measured[]> {
  if (!LAUNCH.executablePath) {
    console.log(`${what}: not measured, for want of Chromium`);
    return [];
  }
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-bench-'));
  const db = await openDatabase(folder);
  await fill(db);
  await db.close();
  const server = await start(folder);
  const browser = await chromium.launch(LAUNCH);
  try {
    return await measure(server, browser);
  } finally {
    await browser.close();
    await server.end();
    rmSync(folder, { recursive: true, force: true });
  }
}
