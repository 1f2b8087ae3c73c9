import { accessible, expect, hoursAgo, made, mixedHeap, open, state, test } from './brunkel';

test('undo, put back, and amend with everything after worked out anew', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  await open(page, `/heaps/${heap}/log`);
  await page.getByLabel('How much water').fill('4 oz');
  await page.getByRole('button', { name: 'Log this entry' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Shed heap', exact: true })).toBeVisible();
  const withWater = (await state(request, heap)).moisture_percent.value;

  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('Struck out.', { exact: true })).toBeVisible();
  expect((await state(request, heap)).moisture_percent.value).toBeLessThan(withWater - 0.2);
  await page.getByRole('button', { name: /^Put back: water/ }).click();
  await expect(page.getByText('Put back.', { exact: true })).toBeVisible();
  expect((await state(request, heap)).moisture_percent.value).toBeCloseTo(withWater, 3);

  // The typed text survives until it is edited; the old version stays in the history.
  await page
    .getByRole('link', { name: /water(?! :)/ })
    .first()
    .click();
  await expect(page.getByLabel('How much water')).toHaveValue('4 oz');
  await accessible(page);
  await page.getByLabel('How much water').fill('2 kg 5 lb');
  await page.getByLabel('How much water').fill('350 g');
  await page.getByRole('button', { name: 'Amend' }).click();
  await expect(page.getByText('Amended; everything after it was worked out anew.')).toBeVisible();
  expect((await state(request, heap)).moisture_percent.value).toBeGreaterThan(withWater + 0.5);
  await page.getByRole('link', { name: /water · amended/ }).click();
  await expect(page.getByText('version 1, written')).toBeVisible();
  await page.getByRole('button', { name: 'Make it count again' }).click();
  await expect(page.getByText('version 3, written')).toBeVisible();
  expect((await state(request, heap)).moisture_percent.value).toBeCloseTo(withWater, 3);
});

test('what cannot have happened is refused at the field, and kept as typed', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  await open(page, `/heaps/${heap}/log?kind=discarded`);
  await page.getByLabel('How much', { exact: true }).fill('40 kg');
  await page.getByLabel('A note').fill('swept up');
  await page.getByRole('button', { name: 'Log this entry' }).click();
  await expect(page.getByText('There was only 28.59 kg of sand in the heap then').first()).toBeVisible();
  await expect(page.getByLabel('How much', { exact: true })).toHaveValue('40 kg');
  await expect(page.getByLabel('A note')).toHaveValue('swept up');
  for (const wrong of ['-3 kg', '0', '3 in', '2 t', 'NaN']) {
    await page.getByLabel('How much', { exact: true }).fill(wrong);
    await page.getByRole('button', { name: 'Log this entry' }).click();
    await expect(page.locator('[role=alert]').first()).toBeVisible();
  }
  expect((await (await request.get(`/api/v1/heaps/${heap}/entries`)).json()).total).toBe(1);
});

test('two tabs on one entry: the later one is told, and nothing is lost', async ({
  page,
  context,
  request
}) => {
  const heap = await mixedHeap(request);
  const water = await made(request, `/heaps/${heap}/entries`, { kind: 'water', at: hoursAgo(0.5), kg: 0.1 });
  const other = await context.newPage();
  await open(page, `/heaps/${heap}/entries/${water.id}`);
  await open(other, `/heaps/${heap}/entries/${water.id}`);
  await page.getByLabel('How much water').fill('200 g');
  await page.getByRole('button', { name: 'Amend' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Shed heap', exact: true })).toBeVisible();
  await other.getByLabel('How much water').fill('300 g');
  await other.getByRole('button', { name: 'Amend' }).click();
  await expect(other.getByText('was changed in the meantime')).toBeVisible();
  await expect(other.getByLabel('How much water')).toHaveValue('300 g');
  const entry = await (await request.get(`/api/v1/heaps/${heap}/entries/${water.id}`)).json();
  expect(entry.kg).toBe(0.2);
});

test('an amended moisture test moves the estimate', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  const made_ = await made(request, `/heaps/${heap}/tests`, {
    kind: 'moisture',
    at: hoursAgo(0.5),
    method: 'oven',
    scale_g: 0.1,
    pan_g: 100,
    wet_g: 200,
    dry_g: 196.9
  });
  const dry = (await state(request, heap)).moisture_percent.value;
  await open(page, `/heaps/${heap}/entries/${made_.id}`);
  await page.getByLabel('Pan and sand, dried').fill('201 g');
  await page.getByRole('button', { name: 'Amend' }).click();
  await expect(page.getByText('Cannot be more than the wet weight.')).toBeVisible();
  await page.getByLabel('Pan and sand, dried').fill('196 g');
  await page.getByRole('button', { name: 'Amend' }).click();
  await expect(page.getByText('Amended; everything after it')).toBeVisible();
  expect((await state(request, heap)).moisture_percent.value).toBeGreaterThan(dry + 0.4);
});

test('an entry written right after a batch counts after it, and an amended one keeps its place', async ({
  page,
  request
}) => {
  const heap = await made(request, '/heaps', { name: 'Quick heap', system: 'water' });
  await made(request, `/heaps/${heap.id}/entries`, { kind: 'bought', at: hoursAgo(0), kg: 20 });
  await open(page, `/heaps/${heap.id}/log?kind=discarded`);
  await page.getByLabel('How much', { exact: true }).fill('2 kg');
  await page.getByRole('button', { name: 'Log this entry' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Quick heap', exact: true })).toBeVisible();
  const { items } = await (await request.get(`/api/v1/heaps/${heap.id}/entries`)).json();
  expect(items.map((entry: { kind: string }) => entry.kind)).toEqual(['discarded', 'bought']);
  await open(page, `/heaps/${heap.id}/entries/${items[0].id}`);
  await page.getByLabel('How much', { exact: true }).fill('3 kg');
  await page.getByRole('button', { name: 'Amend' }).click();
  await expect(page.getByText('Amended; everything after it')).toBeVisible();
  const amended = await (await request.get(`/api/v1/heaps/${heap.id}/entries/${items[0].id}`)).json();
  expect(amended).toMatchObject({ kg: 3, at: items[0].at, version: 2 });
});
