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

/** Preloaded with the page; what is fetched once it is awake comes later. Its times are the bench's to measure. */
const preloaded_kb = (page: Page) =>
  page.evaluate(() => {
    const scripts = [...document.querySelectorAll<HTMLLinkElement>('link[rel=modulepreload]')];
    const asked = new Set(scripts.map(({ href }) => href));
    return (
      performance
        .getEntriesByType('resource')
        .map((each) => each as PerformanceResourceTiming)
        .filter(({ name }) => asked.has(name))
        .reduce((sum, { encodedBodySize }) => sum + encodedBodySize, 0) / 1000
    );
  });

test.use({ viewport: { width: 390, height: 844 } });

test('the Bench asks for no more than 82 kB of script ahead of its waking', async ({ page, request }) => {
  await squeezed(request, await mixedHeap(request, 'Gate heap', 0.2), 'dry');
  await page.goto('/');
  await ready(page);
  const scripts_kb = await preloaded_kb(page);
  console.log(`${scripts_kb.toFixed(1)} kB of script (82)`);
  expect(scripts_kb).toBeGreaterThan(20);
  expect(scripts_kb).toBeLessThanOrEqual(82);
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
