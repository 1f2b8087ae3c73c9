import type { Browser } from '@playwright/test';
import { atTheFarEnd } from '../scripts/chromium';
import { fillDemo } from '../src/lib/server/demo/fill-demo';
import { inChromium } from './in-chromium';
import type { Measured } from './table';

const LOADS = 5;

/** How soon the Bench is there, and usable, on a phone at the far end of the garden. */
export const slowNetwork = (): Promise<Measured[]> =>
  inChromium(
    'the Bench on a slow network',
    (db) => fillDemo(db, new Date()),
    async ({ url }, browser) => {
      const loads: Loaded[] = [];
      for (let i = 0; i < LOADS; i++) loads.push(await load(browser, url));
      const median = (of: keyof Loaded) =>
        loads.map((each) => each[of]).sort((a, b) => a - b)[Math.floor(LOADS / 2)]!;
      const unit = 'ms';
      return [
        { what: 'slow network: first content', value: median('first_content_ms'), target: 1200, unit },
        { what: 'slow network: the Bench is usable', value: median('usable_ms'), target: 2000, unit }
      ];
    }
  );

interface Loaded {
  first_content_ms: number;
  usable_ms: number;
}

/** One load with nothing kept from before, by Chromium's own timeline. */
async function load(browser: Browser, url: string): Promise<Loaded> {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    serviceWorkers: 'block'
  });
  const page = await context.newPage();
  await atTheFarEnd(page);
  await page.goto(url);
  await page.waitForFunction(() => document.documentElement.dataset.ready === 'yes');
  const loaded = await page.evaluate(() => ({
    first_content_ms: performance.getEntriesByName('first-contentful-paint')[0]!.startTime,
    usable_ms: (performance.getEntriesByType('navigation')[0] as PerformanceNavigationTiming).domInteractive
  }));
  await context.close();
  return loaded;
}
