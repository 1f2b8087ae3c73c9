import { accessible, expect, made, mixedHeap, open, ready, test } from './brunkel';

test('units are switched anywhere, and what was typed stays as typed', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  await open(page, `/heaps/${heap}/mix`);
  await page.getByLabel('Finished mix', { exact: true }).last().fill('30');
  const ticket = page.getByRole('region', { name: 'Set these on the scale' });
  await expect(ticket).toContainText('30.0');
  await page.locator('label', { hasText: 'US units' }).click();
  await expect(ticket).toContainText('66.1');
  await expect(page.getByLabel('Finished mix', { exact: true }).last()).toHaveValue('30');
  await open(page, '/');
  await expect(page.getByRole('link', { name: /^Shed heap/ })).toContainText('63.0');
  await page.locator('label', { hasText: 'Metric units' }).click();
  await expect(page.getByRole('link', { name: /^Shed heap/ })).toContainText('28.6');
});

test('dark colours stay, and pass the same checks', async ({ page, request }) => {
  const heap = await mixedHeap(request, 'Shed heap', 0.1);
  await made(request, '/lots', { kind: 'washed-silica', bought_kg: 25, cost: 8 });
  await mixedHeap(request, 'Second heap');
  await open(page, '/');
  await page.locator('label', { hasText: 'Dark' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-mode', 'dark');
  // All pages are looked at in both on the demo's records; here it is kept from page to page.
  for (const path of [`/heaps/${heap}`, `/heaps/compare?first=${heap}`, '/stock']) {
    await open(page, path);
    await accessible(page);
  }
});

test('every page by keyboard: skip link, the rail, a form, a choice', async ({ page, request }) => {
  await mixedHeap(request);
  await open(page, '/');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'To the page' })).toBeFocused();
  await open(page, '/heaps/1/test/squeeze');
  await page.getByRole('radio', { name: 'It holds' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('radio', { name: 'It falls apart' })).toBeChecked();
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('one column, nothing cut off, targets of 48 px, the verdict first', async ({ page, request }) => {
    const heap = await mixedHeap(request, 'Shed heap', 0.1);
    const lot = await made(request, '/lots', { kind: 'washed-silica', bought_kg: 25, cost: 8 });
    await mixedHeap(request, 'Second heap');
    for (const path of [
      '/',
      `/heaps/${heap}`,
      `/heaps/${heap}/mix`,
      `/heaps/${heap}/test/squeeze`,
      `/heaps/${heap}/test/moisture`,
      `/heaps/${heap}/log`,
      `/heaps/${heap}/log?kind=moved`,
      `/heaps/${heap}/settings`,
      `/heaps/${heap}/entries/1`,
      `/heaps/${heap}/ledger`,
      `/heaps/${heap}/learned`,
      `/heaps/${heap}/test`,
      `/heaps/${heap}/test/sieve`,
      `/heaps/${heap}/test/probe`,
      `/heaps/compare?first=${heap}`,
      `/stock/${lot.id}`,
      `/stock/${lot.id}/test`,
      '/stock',
      '/stock/new',
      '/handbook',
      '/heaps/new'
    ]) {
      await open(page, path);
      const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect(overflow, `${path} scrolls sideways`).toBeLessThanOrEqual(0);
      const small = await page.evaluate(() =>
        [
          ...document.querySelectorAll<HTMLElement>(
            'button, nav a, a.act, a.quiet, select, input:not([type=radio]):not([type=checkbox]), summary'
          )
        ]
          .filter((each) => each.offsetParent !== null || getComputedStyle(each).position === 'fixed')
          .map((each) => ({
            text: each.textContent?.trim() || each.getAttribute('aria-label') || each.id,
            height: each.getBoundingClientRect().height
          }))
          .filter(({ height }) => height > 0 && height < 47.5)
      );
      expect(small, `${path} has targets that are too small`).toEqual([]);
      await accessible(page);
    }
    await open(page, `/heaps/${heap}`);
    const verdict = await page
      .getByText(/^Not known yet/)
      .first()
      .boundingBox();
    const ticket = await page.getByRole('region', { name: 'To temper Shed heap' }).boundingBox();
    expect(verdict!.y).toBeLessThan(ticket!.y);
    expect(ticket!.y).toBeLessThan(600);
  });
});

test('on the phone a page begins with what is needed, and the rest is a tap away', async ({ page, shed }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const length = () => page.evaluate(() => document.documentElement.scrollHeight);
  await page.goto(`${shed.url}/handbook`);
  await ready(page);
  expect(await length()).toBeLessThan(1800);
  // Whoever is led to a word finds it open.
  await page.goto(`${shed.url}/handbook#word-temper`);
  await ready(page);
  await expect(page.locator('#word-temper')).toBeInViewport();
  await page.goto(`${shed.url}/heaps/1`);
  await ready(page);
  expect(await length()).toBeLessThan(1900);
  const links = page.getByRole('link', { name: 'How it will dry' });
  await expect(links).toBeHidden();
  await page.getByRole('button', { name: 'More about this heap' }).click();
  await expect(links).toBeVisible();
  // The desk has room for all of it.
  await page.setViewportSize({ width: 1280, height: 800 });
  await expect(page.getByRole('button', { name: 'What is in it' })).toBeHidden();
  await expect(page.getByText('active clay', { exact: true }).first()).toBeVisible();
});
