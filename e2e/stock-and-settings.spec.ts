import { nowIso } from '../src/core/time/now';
import { LOG, accessible, expect, hoursAgo, made, mixedHeap, open, state, test } from './brunkel';

test('a lot: handbook defaults marked, own figures in their place, weighed again, removed and put back', async ({
  page,
  request
}) => {
  await open(page, '/stock');
  await expect(page.getByText('Nothing in stock yet.')).toBeVisible();
  await accessible(page);
  await page.getByRole('link', { name: 'Put a bag in stock' }).click();
  await page.getByLabel('What is it?').selectOption('damp-sand');
  await expect(page.getByText('Handbook default 3.5 %')).toBeVisible();
  await page.getByLabel('How much did you buy?').fill('88 lb');
  await page.getByLabel('From whom').fill('builders’ yard');
  await page.getByLabel('What you paid for it').fill('5,60');
  await page.getByLabel('Currency').fill('eu');
  await page.getByRole('button', { name: 'Put it in stock' }).click();
  await expect(page.getByText('Must be a three-letter currency code such as EUR.')).toBeVisible();
  await expect(page.getByLabel('How much did you buy?')).toHaveValue('88 lb');
  await page.getByLabel('Currency').fill('gbp');
  await page.getByRole('button', { name: 'Put it in stock' }).click();
  const row = page.getByRole('link', { name: /Play or sharp sand/ });
  await expect(row).toContainText('39.9');
  await expect(row).toContainText('handbook default');
  await expect(row).toContainText('£0.14');

  await row.click();
  await page.getByLabel('Moisture as it comes').fill('4.2');
  await page.getByLabel('Left now').fill('31 kg');
  await accessible(page);
  await page.getByRole('button', { name: 'Save the changes' }).click();
  await expect(row).toContainText('4.2 % water (your entry)');
  await expect(row).toContainText('31.0');

  await row.click();
  await page.getByLabel('Moisture as it comes').fill('');
  await page.getByRole('button', { name: 'Save the changes' }).click();
  await expect(row).toContainText('3.5 % water (handbook default)');
  await row.click();
  await page.getByRole('button', { name: 'Take it off the list' }).click();
  await expect(page.getByText('Nothing in stock yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(row).toBeVisible();
  expect((await (await request.get('/api/v1/lots')).json()).items[0]).toMatchObject({
    on_hand_kg: 31,
    currency: 'GBP'
  });
});

test('a batch of two sands from stock: weights, cost, what is short, and the largest that can be made', async ({
  page,
  request
}) => {
  const heap = await made(request, '/heaps', { name: 'Blend', system: 'water' });
  await made(request, '/lots', { kind: 'washed-silica', bought_kg: 50, cost: 10, currency: 'GBP' });
  await made(request, '/lots', {
    kind: 'damp-sand',
    bought_kg: 5,
    cost: 2,
    currency: 'GBP',
    moisture_percent: 3
  });
  await made(request, '/lots', { kind: 'sodium-bentonite', bought_kg: 10, cost: 12, currency: 'GBP' });
  await open(page, `/heaps/${heap.id}/mix`);
  const ticket = page.getByRole('region', { name: 'Set these on the scale' });
  await page
    .getByLabel('A second sand')
    .selectOption({ label: 'Play or sharp sand, damp bag (5.00\u202fkg)' });
  await page.getByLabel('Share of the second sand').fill('40');
  await expect(ticket).toContainText('short');
  await expect(ticket).toContainText(/Stock makes at most \d/);
  await ticket.getByRole('button', { name: 'Make that' }).click();
  await expect(ticket.getByText(/Stock makes at most/)).toHaveCount(0);
  await expect(ticket).toContainText('£');
  await expect(page.getByText('Silica and clay dust scars the lungs.').first()).toBeVisible();
  await page.getByLabel('Share of the second sand').fill('140');
  await expect(page.getByText('Must be more than 0 and less than 100 %.')).toBeVisible();
  await page.getByLabel('Share of the second sand').fill('40');
  await page.getByRole('button', { name: LOG }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Blend', exact: true })).toBeVisible();
  const lots = (await (await request.get('/api/v1/lots')).json()).items as {
    kind: string;
    on_hand_kg: number;
  }[];
  const left = lots.find((lot) => lot.kind === 'damp-sand')!.on_hand_kg;
  expect(left).toBeGreaterThanOrEqual(-0.001);
  expect(left).toBeLessThan(0.1);
});

test('a heap’s own windows and container; taken off the bench and put back', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  await open(page, `/heaps/${heap}/settings`);
  await accessible(page);
  await page.getByLabel('Moisture from').fill('5');
  await page.getByLabel('Moisture to').fill('4');
  await page.getByRole('button', { name: 'Save the changes' }).click();
  await expect(page.getByText('Min must be less than max.')).toBeVisible();
  await page.getByLabel('Moisture to').fill('6');
  await page.getByText('open heap').click();
  await page.getByRole('button', { name: 'Save the changes' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Shed heap', exact: true })).toBeVisible();
  await expect(page.getByText('(your entry)')).toBeVisible();
  const now = await state(request, heap);
  expect(now.window_percent).toEqual({ min: 5, max: 6 });
  expect(now.prescription).toMatchObject({ need: 'test', water_kg: expect.any(Number) });
  expect(now.prescription.water_kg).toBeGreaterThan(0.3);

  await page.getByRole('link', { name: 'Windows and container' }).click();
  await page.getByRole('button', { name: 'Take the heap off the bench' }).click();
  await expect(page.getByRole('link', { name: 'Start your first heap' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('link', { name: /^Shed heap/ })).toBeVisible();
});

test('ready-mixed sand of unknown make is taken in, held loosely, and sharpened by a test', async ({
  page,
  request
}) => {
  await open(page, '/heaps/new');
  await page.getByRole('button', { name: 'Make the heap' }).click();
  await expect(page.getByText(/Needs a name/)).toBeVisible();
  await page.getByLabel('What do you call it?').fill('Old bin');
  await page.getByText('I have the sand').click();
  await page.getByRole('button', { name: 'Make the heap' }).click();
  await expect(page.getByLabel('Kind of entry')).toHaveValue('bought');
  await page.getByLabel('How much', { exact: true }).fill('60 lb');
  await page.getByRole('button', { name: 'Log this entry' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Old bin', exact: true })).toBeVisible();
  const loose = (await state(request, 1)).moisture_percent.sd;
  await made(request, '/heaps/1/tests', {
    kind: 'moisture',
    at: nowIso(),
    method: 'oven',
    scale_g: 0.1,
    pan_g: 100,
    wet_g: 200,
    dry_g: 196.8
  });
  expect((await state(request, 1)).moisture_percent.sd).toBeLessThan(loose / 3);
});

test('a reading that stands far apart is questioned on the page, and left out with a reason', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request);
  await made(request, `/heaps/${heap}/tests`, {
    kind: 'moisture',
    at: hoursAgo(0.5),
    method: 'oven',
    pan_g: 100,
    wet_g: 200,
    dry_g: 188
  });
  await open(page, `/heaps/${heap}`);
  await expect(page.getByText('A reading to look at again:')).toBeVisible();
  await accessible(page);
  await page.getByRole('link', { name: 'mend it or leave it out' }).click();
  await page.getByLabel('Leave it out, because').fill('the pan was wet');
  await page.getByRole('button', { name: 'Amend' }).click();
  await expect(page.getByRole('link', { name: /left out: the pan was wet/ })).toBeVisible();
  await expect(page.getByText('A reading to look at again:')).toHaveCount(0);
  expect((await state(request, heap)).moisture_percent.value).toBeCloseTo(3.8, 0);
});

test('the handbook says what stands in, and its cautions', async ({ page }) => {
  await open(page, '/handbook');
  await expect(page.getByRole('row', { name: /sodium bentonite 2.8–4.2 7.0–10.0 0.38–0.48/ })).toBeVisible();
  await expect(page.getByText('Brunkel advises; it does not certify.')).toBeVisible();
  await accessible(page);
});
