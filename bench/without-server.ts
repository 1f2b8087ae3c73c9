import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { openDatabase } from '../src/lib/server/database/database';
import { fillDemo } from '../src/lib/server/demo/fill-demo';
import { start } from '../scripts/served';
import { LAUNCH } from '../scripts/chromium';
import type { Measured } from './table';

const STARTS = 5;

/** What the service worker weighs, and how soon the start page is awake once the server is gone. */
export async function withoutServer(): Promise<Measured[]> {
  const worker = gzipSync(readFileSync('build/client/service-worker.js')).length / 1000;
  const rows: Measured[] = [{ what: 'service worker, gzip', value: worker, target: 10, unit: 'kB' }];
  if (!LAUNCH.executablePath) {
    console.log('start without the server: not measured, for want of Chromium');
    return rows;
  }
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-bench-'));
  const db = await openDatabase(folder);
  await fillDemo(db, new Date());
  await db.close();
  const server = await start(folder);
  const browser = await chromium.launch(LAUNCH);
  try {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
    const kept = page.waitForFunction(
      () =>
        new Promise((done) =>
          navigator.serviceWorker.addEventListener('message', ({ data }) => data === 'kept' && done(true))
        ),
      undefined,
      { timeout: 120_000 }
    );
    const awake = () => page.waitForFunction(() => document.documentElement.dataset.ready === 'yes');
    await page.goto(server.url);
    await awake();
    await kept;
    await server.end('SIGKILL');
    const times: number[] = [];
    for (let i = 0; i < STARTS; i++) {
      const begun = performance.now();
      await page.goto(server.url);
      await awake();
      times.push(performance.now() - begun);
    }
    times.sort((a, b) => a - b);
    const value = times[Math.floor(STARTS / 2)]!;
    return [...rows, { what: 'start page without its server, awake', value, target: 1000, unit: 'ms' }];
  } finally {
    await browser.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
