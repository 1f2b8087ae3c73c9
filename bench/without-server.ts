import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import type { Browser } from '@playwright/test';
import type { Server } from '../scripts/served';
import { fillDemo } from '../src/lib/server/demo/fill-demo';
import { inChromium } from './in-chromium';
import type { Measured } from './table';

const STARTS = 5;

/** What the service worker weighs, and how soon the start page is awake once the server is gone. */
export async function withoutServer(): Promise<Measured[]> {
  const worker = gzipSync(readFileSync('build/client/service-worker.js')).length / 1000;
  return [
    { what: 'service worker, gzip', value: worker, target: 10, unit: 'kB' },
    ...(await inChromium('start without the server', (db) => fillDemo(db, new Date()), startsAlone))
  ];
}

async function startsAlone(server: Server, browser: Browser): Promise<Measured[]> {
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
  return [{ what: 'start page without its server, awake', value, target: 1000, unit: 'ms' }];
}
