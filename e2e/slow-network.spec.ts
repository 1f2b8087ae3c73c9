import type { Page } from '@playwright/test';
import { expect, mixedHeap, ready, squeezed, state, test } from './brunkel';

/** A phone at the far end of the garden: 400 ms there and back, 50 kB in a second. */
async function slow(page: Page): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  await session.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 400,
    downloadThroughput: 50_000,
    uploadThroughput: 50_000
  });
}

/** By Chromium's own timeline, ms after the address was typed. */
const timeline = (page: Page) =>
  page.evaluate(() => ({
    first_content: performance.getEntriesByName('first-contentful-paint')[0]!.startTime,
    usable: performance.getEntriesByType('navigation').map((each) => {
      return (each as PerformanceNavigationTiming).domInteractive;
    })[0]!,
    // Preloaded with the page; what is fetched once it is awake comes later.
    scripts_kb:
      performance
        .getEntriesByType('resource')
        .map((each) => each as PerformanceResourceTiming)
        .filter(({ name, startTime }) => name.endsWith('.js') && startTime < 1000)
        .reduce((sum, { encodedBodySize }) => sum + encodedBodySize, 0) / 1000
  }));

test.use({ viewport: { width: 390, height: 844 } });

test('on a slow network the Bench is there in 1.2 s and usable in 2 s, with under 90 kB of script', async ({
  page,
  request
}) => {
  await squeezed(request, await mixedHeap(request, 'Gate heap', 0.2), 'dry');
  await slow(page);
  await page.goto('/');
  await ready(page);
  const { first_content, usable, scripts_kb } = await timeline(page);
  console.log(
    `slow network: first content ${first_content.toFixed(0)} ms (1200), usable ${usable.toFixed(0)} ms (2000), ` +
      `${scripts_kb.toFixed(1)} kB of script (90)`
  );
  expect(first_content).toBeLessThanOrEqual(1200);
  expect(usable).toBeLessThanOrEqual(2000);
  expect(scripts_kb).toBeGreaterThan(20);
  expect(scripts_kb).toBeLessThanOrEqual(90);
});

test('usable means that a press on what has come by then is stored, long before the scripts are there', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request, 'Gate heap', 0.2);
  await squeezed(request, heap, 'dry');
  const before = (await state(request, heap)).total_kg as number;
  await slow(page);
  await page.goto('/', { waitUntil: 'commit' });
  await page.getByRole('button', { name: 'It went in' }).click();
  expect(await page.evaluate(() => document.documentElement.dataset.ready)).toBeUndefined();
  await expect.poll(async () => (await state(request, heap)).total_kg).toBeGreaterThan(before + 0.05);
});
