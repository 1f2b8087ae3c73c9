import { accessible, expect, hoursAgo, made, mixedHeap, open, state, test } from './brunkel';

test('the ledger as a table: searched, narrowed, turned about, undone, taken away', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request);
  await made(request, `/heaps/${heap}/entries`, {
    kind: 'spilled',
    at: hoursAgo(0.5),
    kg: 0.4,
    note: 'by the door'
  });
  await made(request, `/heaps/${heap}/entries`, { kind: 'water', at: hoursAgo(0.4), kg: 0.1 });
  await open(page, `/heaps/${heap}/ledger`);
  await expect(page.getByText('1 to 3 of 3')).toBeVisible();
  await expect(page.getByRole('row').nth(1)).toContainText('water');
  await accessible(page);
  await page.getByRole('button', { name: 'When' }).click();
  await expect(page.getByRole('row').nth(1)).toContainText('mixed in');
  await expect(page).toHaveURL(/order=oldest/);
  await page.getByLabel('Words').fill('door');
  await expect(page.getByText('1 to 1 of 1')).toBeVisible();
  await expect(page.getByRole('row').nth(1)).toContainText('28.2 kg');
  await expect(page.getByLabel('Words')).toBeFocused();
  const csv = await request.get(
    (await page.getByRole('link', { name: 'Take it as a table (CSV)' }).getAttribute('href'))!
  );
  expect(csv.headers()['content-type']).toContain('text/csv');
  expect((await csv.text()).split('\r\n')).toHaveLength(2);
  await page.getByRole('button', { name: /^Undo: spilled/ }).click();
  await expect(page.getByText('Nothing in the ledger fits that.')).toBeVisible();
  await page.getByLabel('with what was struck out').check();
  await page.getByRole('button', { name: /^Put back: spilled/ }).click();
  await page.getByRole('button', { name: 'Show everything' }).click();
  await page.getByLabel('Kind', { exact: true }).selectOption({ label: 'water' });
  await expect(page.getByText('1 to 1 of 1')).toBeVisible();
  await page.goto(`/heaps/${heap}/ledger?from=nonsense`);
  await expect(page.getByText(/must be an ISO 8601 time/)).toBeVisible();
});

test('two heaps side by side, real differences told from doubt', async ({ page, request }) => {
  await open(page, '/heaps/compare');
  await expect(page.getByText('It takes two heaps to compare.')).toBeVisible();
  const first = await mixedHeap(request);
  await mixedHeap(request, 'Wet heap', 1.4);
  await open(page, `/heaps/${first}`);
  await page.getByRole('link', { name: 'Beside another heap' }).click();
  await expect(page.getByRole('row', { name: /^moisture/ })).toContainText('a real difference');
  await expect(page.getByRole('row', { name: /^active clay/ })).toContainText('may be chance');
  await expect(page.locator('.chart canvas')).toBeVisible();
  await accessible(page);
  await page.getByLabel('One', { exact: true }).selectOption({ label: 'Wet heap' });
  await expect(page.getByRole('region', { name: 'Wet heap' }).first()).toBeVisible();
  await expect(page.getByLabel('The other')).toHaveValue(String(first));
});

test('what a heap has taught: learned from what was weighed, held, learned anew, undone', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request);
  await open(page, `/heaps/${heap}/log?kind=drawn`);
  await page.getByLabel('How much', { exact: true }).fill('17 kg');
  await page.getByLabel('Volume it filled, rammed').fill('10 L');
  await expect(page.getByText('that much weighs about 16.0 kg')).toBeVisible();
  await page.getByRole('button', { name: 'Log this entry' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Shed heap', exact: true })).toBeVisible();
  await open(page, `/heaps/${heap}/log?kind=returned`);
  await page.getByRole('button', { name: 'Log this entry' }).click();
  // The ledger's line, whether or not the message still stands.
  await expect(page.getByRole('link', { name: /returned from a mold, not weighed/ })).toBeVisible();
  expect((await state(request, heap)).out_kg).toBe(0);

  await page.getByRole('link', { name: 'What it has taught' }).click();
  const density = page.getByRole('article', { name: 'How dense it rams' });
  await expect(density).toContainText('1 record of yours');
  await expect(density).toContainText('1.67 kg/L');
  await accessible(page);
  await density.getByLabel('My own figure').fill('9');
  await density.getByRole('button', { name: 'Use mine' }).click();
  await expect(density.getByText('Must be 0.5 to 4 kg/L.')).toBeVisible();
  await density.getByLabel('My own figure').fill('1,7');
  await density.getByRole('button', { name: 'Use mine' }).click();
  await expect(density).toContainText('held by you');
  // Of the messages that still stand, the one about this.
  const toast = page.locator('[data-scope=toast][data-part=root]', { hasText: 'held at 1,7' });
  await toast.getByRole('button', { name: 'Undo' }).click();
  await expect(density).toContainText('1 record of yours');
  await density.getByRole('button', { name: 'Learn anew' }).click();
  await expect(density).toContainText('handbook default');
  await expect(density).toContainText('1.60 kg/L');
});

test('a batch is tested by itself, with the live probe', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  await request.patch('/api/v1/settings', { data: { simulated_devices: true } });
  const { moisture_percent: before, window_percent: window } = await state(request, heap);
  await open(page, `/heaps/${heap}`);
  await page.getByRole('link', { name: /mixed in/ }).click();
  await page.getByRole('link', { name: 'Test this batch' }).click();
  await expect(page.getByRole('heading', { level: 1, name: /^Test the batch of/ })).toBeVisible();
  await accessible(page);
  await page.getByRole('link', { name: /^Moisture probe/ }).click();
  await page.getByRole('button', { name: 'Take from the probe' }).click();
  const probe = page.getByRole('group', { name: 'Moisture probe' });
  await probe.getByLabel('Sand around the simulated probe, % water').fill('4.6');
  await probe.getByLabel('Sand around the simulated probe, % water').press('Tab');
  await expect(probe).toContainText(/4\.[567]/);
  await expect(probe).toContainText('steady');
  await probe.getByRole('button', { name: 'Take it' }).click();
  const ticket = page.getByRole('region', { name: 'Moisture probe' });
  await expect(ticket).toContainText('±');
  await expect(ticket).toContainText(`its window of ${window.min.toFixed(1)} to ${window.max.toFixed(1)} %`);
  await accessible(page);
  await page.getByRole('button', { name: 'Log the test' }).click();
  await expect(page.getByText('moisture probe of a batch')).toBeVisible();
  const after = (await state(request, heap)).moisture_percent;
  expect(after.value).toBeGreaterThan(before.value);
  expect(after.sd).toBeLessThan(before.sd);
});

test('a lot is tested in its bag, and goes by that from then on', async ({ page, request }) => {
  const lot = await made(request, '/lots', { kind: 'damp-sand', bought_kg: 20, bag_kg: 20 });
  await open(page, `/stock/${lot.id}`);
  await expect(page.getByText('Not tested yet')).toBeVisible();
  await accessible(page);
  await page.getByRole('link', { name: 'Test this lot' }).click();
  await page.getByRole('link', { name: /^Dry and weigh/ }).click();
  await page.getByLabel('1. The empty pan').fill('100 g');
  await page.getByLabel('2. Pan and damp sand').fill('200 g');
  await page.getByLabel('3. Pan and sand, dried').fill('195 g');
  await page.getByRole('button', { name: 'Log the test' }).click();
  await expect(page.getByText('Your tests: 5.0 %')).toBeVisible();
  await open(page, '/stock');
  await expect(page.getByText('5.0 % water')).toContainText('your tests');
  await open(page, `/stock/${lot.id}`);
  await page.getByRole('button', { name: /^Undo: moisture/ }).click();
  await expect(page.getByText('Handbook default 3.5 %')).toBeVisible();
  await page.getByRole('button', { name: /^Put back: moisture/ }).click();
  await expect(page.getByText('Your tests: 5.0 %')).toBeVisible();
  expect(
    (
      await request.post(`/api/v1/lots/${lot.id}/tests`, {
        data: { kind: 'shatter', at: hoursAgo(1), kept_g: 1, through_g: 1 }
      })
    ).status()
  ).toBe(422);
});

test('a grading from two sieves and a tea sieve: drawn, its roughness said, mended later', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request);
  await open(page, `/heaps/${heap}/test/sieve`);
  await page.getByLabel('70 · 0.212 mm').fill('22 g');
  await page.getByLabel('140 · 0.106 mm').fill('21 g');
  await page.getByLabel('Pan', { exact: true }).fill('12 g');
  await page.getByRole('button', { name: 'Add a household mesh' }).click();
  await page.getByLabel('Wires per 10 mm').fill('15');
  await page.getByLabel('Thickness of a wire').fill('0.32 mm');
  await expect(page.getByText('Opens 0.35 mm.')).toBeVisible();
  await page.getByLabel('It caught').fill('9 g');
  await expect(page.locator('.chart canvas')).toBeVisible();
  const ticket = page.getByRole('region', { name: 'Sieve' });
  await expect(ticket).toContainText('Sieves are missing from the stack');
  await expect(ticket).toContainText('89');
  await accessible(page);
  await page.getByRole('button', { name: 'Log the test' }).click();
  await page
    .getByRole('link', { name: /^\S+ \S+ sieve/ })
    .or(page.getByRole('link', { name: /sieve/ }))
    .first()
    .click();
  await expect(page.getByLabel('It caught')).toHaveValue('9 g');
  await page.getByLabel('Pan', { exact: true }).fill('2 g');
  await page.getByRole('button', { name: 'Amend' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Shed heap', exact: true })).toBeVisible();
  const { items } = await (await request.get(`/api/v1/heaps/${heap}/tests`)).json();
  expect(items[0].result.likely_fineness_number).toBeLessThan(75);
  // The mesh was measured once; the next test begins with it.
  await open(page, `/heaps/${heap}/test/sieve`);
  await expect(page.getByLabel('Wires per 10 mm')).toHaveValue('15');
});

test('a renewal in whole bags', async ({ page, request }) => {
  const heap = await made(request, '/heaps', { name: 'Tired heap', system: 'water' });
  await made(request, `/heaps/${heap.id}/entries`, {
    kind: 'bought',
    at: hoursAgo(1),
    kg: 30,
    moisture_percent: 2,
    active_clay_percent: 6.5
  });
  await made(request, '/lots', { kind: 'sodium-bentonite', bought_kg: 8, bag_kg: 0.5, cost: 7 });
  await open(page, `/heaps/${heap.id}/renew`);
  const ticket = page.getByRole('region', { name: 'To renew it' });
  await expect(ticket).toContainText('Sodium bentonite');
  await expect(ticket).not.toContainText('bag');
  await page.getByLabel('Whole bags only, or the rest of an open one').check();
  await expect(ticket).toContainText('1 bag');
  await expect(ticket).toContainText(/500\s*g/);
  await accessible(page);
  expect(
    (
      await request.post(`/api/v1/heaps/${heap.id}/renewal`, {
        data: { fineness_number: { min: 80, max: 90 } }
      })
    ).status()
  ).toBe(422);
});

test('a lid left off is asked about, and logged with one tap; the whole heap is weighed', async ({
  page,
  request
}) => {
  const { id } = await made(request, '/heaps', {
    name: 'Gate heap',
    system: 'water',
    binder: 'sodium-bentonite',
    container: { cover: 'lid', exposed_area_m2: 0.15 }
  });
  const days = (ago: number) => hoursAgo(ago * 24);
  await made(request, `/heaps/${id}/entries`, {
    kind: 'bought',
    at: days(20),
    kg: 30,
    moisture_percent: 3.5,
    active_clay_percent: 8
  });
  for (const [ago, percent] of [
    [19.9, 3.5],
    [14, 3.4],
    [8, 3.35],
    [1, 1.6]
  ] as const)
    await made(request, `/heaps/${id}/tests`, {
      kind: 'moisture',
      at: days(ago),
      method: 'oven',
      pan_g: 100,
      wet_g: 200,
      dry_g: 200 - percent,
      scale_g: 0.1
    });
  await open(page, `/heaps/${id}`);
  const asked = page.getByRole('region', { name: 'What the ledger may not tell' });
  await expect(asked).toContainText('Did it stand open from');
  await accessible(page);
  await asked.getByRole('button', { name: 'Log that it stood open' }).click();
  await expect(asked).toHaveCount(0);
  await expect(page.getByText('moved: open heap').first()).toBeVisible();
  // One undo takes both entries back.
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(asked).toContainText('Did it stand open from');
  await asked.getByRole('button', { name: 'Log that it was covered' }).click();
  await expect(asked).toHaveCount(0);

  await open(page, `/heaps/${id}/log?kind=weighed`);
  await page.getByLabel('All the sand in it').fill('26');
  await page.getByRole('button', { name: 'Log this entry' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Gate heap');
  await expect(page.getByRole('heading', { name: /^26\.0 kg in the heap/ })).toBeVisible();
});
