import type { Locator, Page } from '@playwright/test';
import { RIGS } from '../src/core/bench/gear';
import { TESTS_OF_SAND } from '../src/core/bench/bench-tests';
import { LOG, expect, hoursAgo, made, mixedHeap, open, squeezed, state, test } from './brunkel';

/** A thumb that counts what it does: a tap, or a field that is filled in. */
class Thumb {
  taps = 0;
  constructor(private readonly page: Page) {}

  async tap(target: Locator): Promise<void> {
    this.taps += 1;
    await target.tap();
  }
  /** A tap on what is in sight, without scrolling. */
  async tapInSight(target: Locator): Promise<void> {
    await expect(target).toBeInViewport({ ratio: 0.99 });
    const at = await this.page.evaluate(() => window.scrollY);
    // With the finger where it lies: the test's own tap would scroll first.
    const box = (await target.boundingBox())!;
    this.taps += 1;
    await this.page.touchscreen.tap(box.x + box.width / 2, box.y + box.height / 2);
    expect(await this.page.evaluate(() => window.scrollY)).toBe(at);
  }
  async fill(target: Locator, text: string): Promise<void> {
    this.taps += 1;
    await target.fill(text);
  }
}

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

test('on the phone, with nothing known, the first heap is mixed and logged in twelve actions', async ({
  page,
  request
}) => {
  const thumb = new Thumb(page);
  await open(page, '/');
  await thumb.tap(page.getByRole('link', { name: 'Start your first heap' }));
  await thumb.fill(page.getByLabel('What do you call it?'), 'Gate heap');
  await thumb.tap(page.getByRole('button', { name: 'Make the heap' }));
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Mix for Gate heap');
  await thumb.fill(page.getByLabel('Finished mix', { exact: true }).last(), '20 kg');
  await thumb.tap(page.getByRole('button', { name: LOG }));
  await expect.poll(async () => (await state(request, 1)).total_kg).toBeCloseTo(20, 1);
  console.log(`first heap: ${thumb.taps} actions (12 wanted)`);
  expect(thumb.taps).toBeLessThanOrEqual(12);
});

test('the daily dose is logged in three taps without scrolling, from the Bench and from the heap', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request, 'Gate heap', 0.2);
  await squeezed(request, heap, 'dry');
  await open(page, '/');
  const bench = new Thumb(page);
  const before = (await state(request, heap)).total_kg as number;
  await bench.tapInSight(page.getByRole('button', { name: LOG }));
  await expect.poll(async () => (await state(request, heap)).total_kg).toBeGreaterThan(before + 0.05);
  console.log(`daily dose from the Bench: ${bench.taps} taps (3 wanted)`);

  const other = await mixedHeap(request, 'Dial sand', 0.2);
  await squeezed(request, other, 'dry');
  await open(page, `/heaps/${other}`);
  const ticket = new Thumb(page);
  const stood = (await state(request, other)).total_kg as number;
  await ticket.tapInSight(page.getByRole('button', { name: LOG }));
  await expect.poll(async () => (await state(request, other)).total_kg).toBeGreaterThan(stood + 0.05);
  console.log(`daily dose at the heap: ${ticket.taps} taps (3 wanted)`);
  expect(Math.max(bench.taps, ticket.taps)).toBeLessThanOrEqual(3);
});

test('every bench test with household gear is three taps from the Bench', async ({ page, request }) => {
  const heap = await mixedHeap(request, 'Gate heap');
  await made(request, `/heaps/${heap}/entries`, { kind: 'water', at: hoursAgo(0.1), kg: 0.02 });
  // Nothing in a house stands in for a probe.
  for (const kind of TESTS_OF_SAND.filter((each) => !/^Nothing/.test(RIGS[each].household))) {
    const thumb = new Thumb(page);
    await open(page, '/');
    await thumb.tap(page.getByRole('link', { name: /^Gate heap \d/ }));
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Gate heap');
    await thumb.tap(page.getByRole('link', { name: 'All tests' }));
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Test Gate heap');
    await thumb.tap(page.locator(`a[href="/heaps/${heap}/test/${kind}"]`));
    await expect(page).toHaveURL(new RegExp(`/test/${kind}$`));
    expect(thumb.taps).toBeLessThanOrEqual(3);
  }
});

test('on the phone, with one flask and three dimensions, eight actions tell whether it fits, how much sand and how heavy', async ({
  page,
  request
}) => {
  const thumb = new Thumb(page);
  const heap = await mixedHeap(request, 'Gate heap');
  await squeezed(request, heap, 'temper');
  await open(page, '/flasks');
  await thumb.tap(page.getByRole('link', { name: 'A flask for the rack' }));
  await thumb.fill(page.getByLabel('Length inside'), '350 x 250 x 90 x 70');
  await page.getByLabel('Length inside').press('Tab');
  await expect(page.getByLabel('Height of the drag')).toHaveValue(/^70/);
  await thumb.tap(page.getByRole('button', { name: 'Add it to the rack' }));
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Flasks');
  await thumb.fill(page.getByLabel('Length', { exact: true }), '180 x 120 x 20');
  await page.getByLabel('Length', { exact: true }).press('Tab');
  await expect(page.getByText('It takes it', { exact: true })).toBeVisible();
  await expect(page.getByText(/of\s+sand\s+to\s+have\s+at\s+hand/)).toBeVisible();
  await expect(page.getByText(/Lifts:\s+drag/)).toBeVisible();
  console.log(`from one flask and three dimensions to an answer: ${thumb.taps} actions`);
  expect(thumb.taps).toBeLessThanOrEqual(8);
});
