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
