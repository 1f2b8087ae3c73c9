import type { Page } from '@playwright/test';
import { atTheFarEnd } from '../scripts/chromium';
import { LOG, expect, mixedHeap, ready, squeezed, state, test } from './brunkel';

/**
 * What the page as it is served asks for ahead of its waking; what is fetched once it is awake comes later. How long it
 * takes is the bench's to measure.
 */
async function preloaded_kb(page: Page): Promise<number> {
  const { link = '' } = (await page.request.get('/')).headers();
  const names = [...link.matchAll(/<\.?([^>]+)>; rel="modulepreload"/g)].map(([, name]) => name!);
  const sizes = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .map((each) => each as PerformanceResourceTiming)
      .map(({ name, encodedBodySize }) => [name, encodedBodySize] as const)
  );
  return (
    sizes
      .filter(([name]) => names.some((each) => name.endsWith(each)))
      .reduce((sum, [, bytes]) => sum + bytes, 0) / 1000
  );
}

test.use({ viewport: { width: 390, height: 844 } });

// Of these each page of the app takes about a tenth of a kB: the table of pages comes with every page.
test('the Bench asks for no more than 77 kB of script ahead of its waking', async ({ page, request }) => {
  await squeezed(request, await mixedHeap(request, 'Gate heap', 0.2), 'dry');
  await page.goto('/');
  await ready(page);
  const scripts_kb = await preloaded_kb(page);
  console.log(`${scripts_kb.toFixed(1)} kB of script (77)`);
  expect(scripts_kb).toBeGreaterThan(20);
  expect(scripts_kb).toBeLessThanOrEqual(77);
});

test('usable means that a press on what has come by then is stored, long before the scripts are there', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request, 'Gate heap', 0.2);
  await squeezed(request, heap, 'dry');
  const before = (await state(request, heap)).total_kg as number;
  await atTheFarEnd(page);
  await page.goto('/', { waitUntil: 'commit' });
  await page.getByRole('button', { name: LOG }).click();
  expect(await page.evaluate(() => document.documentElement.dataset.ready)).toBeUndefined();
  await expect.poll(async () => (await state(request, heap)).total_kg).toBeGreaterThan(before + 0.05);
});
