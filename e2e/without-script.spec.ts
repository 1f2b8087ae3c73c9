import { expect, made, mixedHeap, squeezed, state, test } from './brunkel';

test.describe('without any script', () => {
  test.use({ javaScriptEnabled: false });

  test('a dose, a squeeze and an entry are logged by posting the forms as they stand', async ({
    page,
    request
  }) => {
    const heap = await mixedHeap(request, 'Dry heap', 0.05);
    await squeezed(request, heap, 'dry', 0.2);
    const before = (await state(request, heap)).total_kg as number;
    await page.goto(`/heaps/${heap}`);
    await page.getByLabel('Water that went in').fill('300 g');
    await page.getByRole('button', { name: 'Weighed in' }).click();
    await expect(page.getByText('+300 g')).toBeVisible();
    expect((await state(request, heap)).total_kg).toBeCloseTo(before + 0.3, 2);

    await page.goto(`/heaps/${heap}/test/squeeze`);
    for (const answer of ['It holds', 'It gave and packed', 'Clean, crisp edges', 'Sharp, skin lines show'])
      await page.getByText(answer).click();
    await page.getByText('Clean', { exact: true }).click();
    await page.getByRole('button', { name: 'Log the squeeze' }).click();
    await expect(page.getByText('squeeze: temper')).toBeVisible();

    await page.goto(`/heaps/${heap}/test/moisture`);
    await page.getByLabel('1. The empty pan').fill('120');
    await page.getByLabel('2. Pan and damp sand').fill('220');
    await page.getByLabel('3. Pan and sand, dried').fill('216.9');
    await page.getByRole('button', { name: 'Log the test' }).click();
    await expect(page.getByText('3.1 %').first()).toBeVisible();

    await page.goto(`/heaps/${heap}/log?kind=noted`);
    await page.getByLabel('Note').fill('By hand and without a script.');
    await page.getByRole('button', { name: 'Write it in' }).click();
    await expect(page.getByText('By hand and without a script.')).toBeVisible();

    // Refused: said, and nothing stored.
    await page.goto(`/heaps/${heap}/log?kind=drawn`);
    await page
      .getByLabel(/^How much|^Sand|^Mass|drawn/i)
      .first()
      .fill('900 kg');
    const entries = async () =>
      (await (await request.get(`/api/v1/heaps/${heap}/entries`)).json()).total as number;
    const count = await entries();
    await page.getByRole('button', { name: 'Write it in' }).click();
    await expect(page.getByRole('alert')).toContainText('Not logged');
    expect(await entries()).toBe(count);
  });
});

test.describe('a start without any script', () => {
  test.use({ javaScriptEnabled: false });

  test('a heap, a lot and a member are made by posting their forms', async ({ page, request }) => {
    await page.goto('/heaps/new');
    await page.getByLabel('What do you call it?').fill('Oil box');
    await page.getByLabel('What binds the sand?').selectOption('oil');
    await page.getByText('under a cloth').click();
    await page.getByRole('button', { name: 'Make the heap' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Oil box');
    const heap = await (await request.get('/api/v1/heaps/1')).json();
    expect(heap).toMatchObject({ system: 'oil', binder: 'oil', container: { cover: 'cloth' } });

    await page.goto('/stock/new');
    await page.getByLabel('What is it?').selectOption('damp-sand');
    await page.getByLabel('How much did you buy?').fill('55 lb');
    await page.getByLabel('Moisture as it comes').fill('4,5');
    await page.getByRole('button', { name: 'Put it in stock' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Stock' })).toBeVisible();
    const lot = await (await request.get('/api/v1/lots/1')).json();
    expect(lot).toMatchObject({ kind: 'damp-sand', moisture_percent: { value: 4.5 } });
    expect(lot.bought_kg).toBeCloseTo(24.948, 3);
    await page.goto('/stock/new');
    await page.getByLabel('How much did you buy?').fill('a bucket');
    await page.getByRole('button', { name: 'Put it in stock' }).click();
    await expect(page.getByRole('alert').first()).toBeVisible();

    await page.goto('/hands');
    await page.getByLabel('Another hand').fill('Ottla');
    await page.getByRole('button', { name: 'Name it' }).click();
    await expect(page.getByText('Ottla').last()).toBeVisible();
    expect((await (await request.get('/api/v1/members')).json()).total).toBe(1);
  });
});

test('a press before the page is awake is not swallowed', async ({ page, request }) => {
  const heap = await mixedHeap(request, 'Dry heap', 0.05);
  await squeezed(request, heap, 'dry', 0.2);
  await made(request, '/lots', { kind: 'washed-silica', bought_kg: 25 });
  // Scripts come late, as over a slow network.
  await page.route('**/_app/**/*.js', async (route) => {
    await new Promise((done) => setTimeout(done, 1200));
    await route.continue();
  });
  await page.goto(`/heaps/${heap}`, { waitUntil: 'commit' });
  const wanted = (await state(request, heap)).prescription.water_kg as number;
  const before = (await state(request, heap)).total_kg as number;
  await page.getByRole('button', { name: 'Weighed in' }).click();
  await expect.poll(async () => (await state(request, heap)).total_kg).toBeCloseTo(before + wanted, 2);
  // A form that picks from lists of ours waits until the page is awake, and goes then.
  await page.goto(`/heaps/${heap}/settings`, { waitUntil: 'commit' });
  await page.getByLabel('Name').fill('Early heap');
  await page.getByRole('button', { name: 'Keep these' }).click();
  await expect
    .poll(async () => (await (await request.get(`/api/v1/heaps/${heap}`)).json()).name)
    .toBe('Early heap');
});
