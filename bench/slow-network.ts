import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser } from '@playwright/test';
import { LAUNCH } from '../scripts/chromium';
import { start } from '../scripts/served';
import { openDatabase } from '../src/lib/server/database/database';
import { fillDemo } from '../src/lib/server/demo/fill-demo';
import type { Measured } from './table';

const LOADS = 5;

/** How soon the Bench is there, and usable, on a phone at the far end of the garden. */
export async function slowNetwork(): Promise<Measured[]> {
  if (!LAUNCH.executablePath) {
    console.log('start page on a slow network: not measured, for want of Chromium');
    return [];
  }
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-bench-'));
  const db = await openDatabase(folder);
  await fillDemo(db, new Date());
  await db.close();
  const server = await start(folder);
  const browser = await chromium.launch(LAUNCH);
  try {
    const loads: Loaded[] = [];
    for (let i = 0; i < LOADS; i++) loads.push(await load(browser, server.url));
    const median = (of: keyof Loaded) =>
      loads.map((each) => each[of]).sort((a, b) => a - b)[Math.floor(LOADS / 2)]!;
    return [
      {
        what: 'slow network: first content of the Bench',
        value: median('first_content_ms'),
        target: 1200,
        unit: 'ms'
      },
      { what: 'slow network: the Bench is usable', value: median('usable_ms'), target: 2000, unit: 'ms' }
    ];
  } finally {
    await browser.close();
    await server.end();
    rmSync(folder, { recursive: true, force: true });
  }
}

interface Loaded {
  first_content_ms: number;
  usable_ms: number;
}

/** One load with nothing kept from before: 400 ms there and back, 50 kB in a second. By Chromium's own timeline. */
async function load(browser: Browser, url: string): Promise<Loaded> {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    serviceWorkers: 'block'
  });
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Network.enable');
  await session.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 400,
    downloadThroughput: 50_000,
    uploadThroughput: 50_000
  });
  await page.goto(url);
  await page.waitForFunction(() => document.documentElement.dataset.ready === 'yes');
  const loaded = await page.evaluate(() => ({
    first_content_ms: performance.getEntriesByName('first-contentful-paint')[0]!.startTime,
    usable_ms: (performance.getEntriesByType('navigation')[0] as PerformanceNavigationTiming).domInteractive
  }));
  await context.close();
  return loaded;
}
