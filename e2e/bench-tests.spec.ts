import { accessible, expect, hoursAgo, made, mixedHeap, open, state, test } from './brunkel';

test('a guided test: usual figures offered, repeats averaged, an odd one pointed out, logged', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request);
  await open(page, `/heaps/${heap}/test`);
  await accessible(page);
  await page.getByRole('link', { name: /^Compactability/ }).click();
  await expect(page.getByLabel('Loose height', { exact: true })).toHaveValue('100 mm');
  await page.getByLabel('Rammed height', { exact: true }).fill('120');
  await expect(page.getByText('The result stands here')).toBeVisible();
  await page.getByLabel('Rammed height', { exact: true }).fill('56');
  const ticket = page.getByRole('region', { name: 'Compactability' });
  await expect(ticket).toContainText('44.0');
  await expect(ticket).toContainText('Inside its window of 40.0 to 50.0');
  for (const height of ['55', '38', '56.5']) {
    await page.getByRole('button', { name: 'Take it again' }).click();
    await page.getByLabel('Rammed height', { exact: true }).last().fill(height);
  }
  await expect(ticket).toContainText('Reading 3 stands apart');
  await page.getByLabel('Rammed height', { exact: true }).nth(2).fill('54');
  await expect(ticket).not.toContainText('stands apart');
  await accessible(page);
  await page.getByRole('button', { name: 'Log 4 readings' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Shed heap', exact: true })).toBeVisible();
  const tests = await (await request.get(`/api/v1/heaps/${heap}/tests?kind=compactability`)).json();
  expect(tests.total).toBe(4);
});

test('sieve and methylene blue, with findings and one’s own standards', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  await open(page, `/heaps/${heap}/test/sieve`);
  await page.getByLabel('Dry sample, before washing').fill('100');
  for (const [sieve, grams] of [
    ['50 · 0.3 mm', '5'],
    ['70 · 0.212 mm', '55'],
    ['100 · 0.15 mm', '20'],
    ['140 · 0.106 mm', '8'],
    ['Pan', '1']
  ] as const) {
    await page.getByLabel(sieve, { exact: true }).fill(grams);
  }
  await expect(page.getByRole('region', { name: 'Sieve' })).toContainText('One sieve holds nearly half');
  await accessible(page);
  await page.getByRole('button', { name: 'Log the test' }).click();
  await expect(page.getByText(/^Sieve: /)).toBeVisible();
  await open(page, `/heaps/${heap}/test/methylene-blue`);
  await page.getByLabel('Standard 1: active clay').fill('10');
  await page.getByLabel('Dye it took, ml').fill('20');
  await page.getByLabel('Dye the sample took, ml').fill('17');
  await expect(page.getByRole('region', { name: 'Methylene blue' })).toContainText('8.5');
  const before = (await state(request, heap)).active_clay_percent.sd;
  await page.getByRole('button', { name: 'Log the test' }).click();
  await expect(page.getByText(/^Methylene blue: 8.5 %/)).toBeVisible();
  expect((await state(request, heap)).active_clay_percent.sd).toBeLessThan(before);
});

test('a waiting timer survives a reload', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  await open(page, `/heaps/${heap}/test/clay-wash`);
  await page.getByRole('button', { name: /5:00 start/ }).click();
  await expect(page.getByText('running')).toBeVisible();
  await page.reload();
  await expect(page.getByText('running')).toBeVisible();
  await expect(page.getByRole('button', { name: /4:5\d running/ })).toBeVisible();
});

test('the drying forecast: the handbook’s air, the simulated station once it is on, then typed air, then frost', async ({
  page,
  request
}) => {
  const heap = await made(request, '/heaps', {
    name: 'Open heap',
    system: 'water',
    container: { cover: 'cloth', exposed_area_m2: 0.2 }
  });
  await made(request, `/heaps/${heap.id}/entries`, {
    kind: 'bought',
    at: hoursAgo(1),
    kg: 40,
    moisture_percent: 3.2,
    active_clay_percent: 8
  });
  await open(page, `/heaps/${heap.id}/drying`);
  await expect(page.getByText('Handbook air, the same all year: ')).toBeVisible();
  await open(page, '/records');
  await page.getByRole('button', { name: 'Switch the simulated weather on' }).click();
  await expect(page.getByRole('button', { name: 'Switch the simulated weather off' })).toBeVisible();
  await open(page, `/heaps/${heap.id}/drying`);
  await expect(page.getByText('Weather station (simulated): ')).toBeVisible();
  await expect(page.locator('.chart canvas')).toBeVisible();
  await accessible(page);
  const water = page.locator('.value');
  const before = await water.textContent();
  await page.getByLabel('Next session in, days').fill('20');
  await page.getByLabel('Air, °C').fill('2');
  await page.getByLabel('Humidity').fill('60');
  await page.getByRole('button', { name: 'Forecast' }).click();
  await expect(page.getByText('bring it indoors')).toBeVisible();
  await expect(page.getByText('Typed in: 2 °C, 60 % humid')).toBeVisible();
  await expect(water).not.toHaveText(before!);
  await page.getByLabel('Air, °C').fill('900');
  await page.getByRole('button', { name: 'Forecast' }).click();
  await expect(page.getByRole('alert')).toContainText('must be -30 to 60 °C');
});

test('the temper curve places temper, and is adopted and undone', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  await open(page, `/heaps/${heap}/temper-curve`);
  await expect(page.getByText('No points yet')).toBeVisible();
  for (const [i, height] of [62, 58, 53, 49, 44].entries()) {
    await made(request, `/heaps/${heap}/entries`, { kind: 'water', at: hoursAgo(0.9 - 0.15 * i), kg: 0.09 });
    await made(request, `/heaps/${heap}/tests`, {
      kind: 'compactability',
      at: hoursAgo(0.89 - 0.15 * i),
      start_mm: 100,
      end_mm: height
    });
  }
  await open(page, `/heaps/${heap}/temper-curve`);
  await expect(page.locator('.chart canvas')).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: /^Aim for/ }).click();
  await expect(page.getByText('now aims for')).toBeVisible();
  const targets = async () =>
    (await (await request.get(`/api/v1/heaps/${heap}`)).json()).targets.moisture_percent;
  expect(await targets()).toMatchObject({ source: 'your entry' });
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(async () => (await targets()).source).toBe('handbook');
});

test('the ladder is climbed rung by rung: test, splash, test again', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  await open(page, `/heaps/${heap}/temper-curve`);
  const rungs = page.getByRole('listitem').filter({ has: page.locator('.number') });
  const working = page.locator('[aria-current="step"]');
  await expect(working).toContainText('Start with sand a little too dry');
  await expect(rungs).toHaveCount(6);
  for (const height of ['61', '56']) {
    await working.getByRole('link', { name: 'Compactability' }).click();
    await page.getByLabel('Loose height', { exact: true }).fill('100 mm');
    await page.getByLabel('Rammed height', { exact: true }).fill(`${height} mm`);
    await page.getByRole('button', { name: 'Log the test' }).click();
    await expect(working).toContainText('Add a small splash');
    await page.getByLabel('Splash').fill('0');
    await page.getByRole('button', { name: 'Log the splash' }).click();
    await expect(working.getByText('Must be more than 0')).toBeVisible();
    await page.getByLabel('Splash').fill('90 g');
    await page.getByRole('button', { name: 'Log the splash' }).click();
    await expect(working).toContainText('Mull it, then ram a tube');
  }
  await expect(rungs.nth(0)).toContainText('compactability 39 %');
  await expect(rungs.nth(1)).toContainText('compactability 44 %');
  await expect(page.getByText('Nine times in ten it lies between')).toBeVisible();
  await accessible(page);
});

test('the heap’s story is drawn, and switches between moisture and clay', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  await open(page, `/heaps/${heap}`);
  await expect(page.locator('.chart canvas')).toBeVisible();
  await page.getByText('14 months').first().click();
  await expect(page.getByRole('heading', { name: 'Moisture, 14 months' })).toBeVisible();
  await page.getByText('Clay', { exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Active clay, 14 months' })).toBeVisible();
  const story = await (await request.get(`/api/v1/heaps/${heap}/story?days=90`)).json();
  expect(story.moisture.length).toBeGreaterThan(1);
  expect((await request.get(`/api/v1/heaps/${heap}/story?days=0`)).status()).toBe(422);
});

test('a tired heap is renewed from stock: sliders re-solve, conflicts are named, one action logs it', async ({
  page,
  request
}) => {
  const heap = await made(request, '/heaps', { name: 'Tired heap', system: 'water' });
  await made(request, `/heaps/${heap.id}/entries`, {
    kind: 'bought',
    at: hoursAgo(1),
    kg: 30,
    moisture_percent: 2,
    active_clay_percent: 5
  });
  await open(page, `/heaps/${heap.id}/renew`);
  await expect(page.getByText('No mix of this stock reaches active clay.')).toBeVisible();
  await accessible(page);
  await made(request, '/lots', { kind: 'sodium-bentonite', bought_kg: 5, cost: 7 });
  let asked = 0;
  page.on('request', (each) => {
    if (each.method() === 'POST' && each.url().endsWith('/renewal')) asked += 1;
  });
  const most = page.getByRole('slider', { name: 'Mass to' });
  await most.focus();
  for (let i = 0; i < 60; i++) await most.press('ArrowLeft');
  await expect(page.getByRole('heading', { name: 'To renew it' })).toBeVisible();
  // Moved sixty times, it is not asked sixty times.
  expect(asked).toBeLessThan(50);
  await expect(page.getByRole('heading', { name: 'To renew it' })).toBeVisible();
  const ticket = page.getByRole('region', { name: 'To renew it' });
  await expect(ticket).toContainText('Sodium bentonite');
  await accessible(page);
  await page.getByRole('button', { name: 'Done as it says' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Tired heap', exact: true })).toBeVisible();
  const now = await state(request, heap.id);
  expect(now.active_clay_percent.value).toBeGreaterThan(6.9);
  // The ticket was followed, and still nobody has looked at the sand.
  expect(now).toMatchObject({ verdict: 'not-known', prescription: { need: 'test' } });
  const entries = async () => (await (await request.get(`/api/v1/heaps/${heap.id}/entries`)).json()).total;
  const before = await entries();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(entries).toBeLessThan(before);
});
