import { LOG, accessible, expect, hoursAgo, made, mixedHeap, open, squeezed, state, test } from './brunkel';

test('the palette goes anywhere and takes an entry typed in a line; what is likely a slip is asked about', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request, 'Gate heap');
  await mixedHeap(request, 'Dial sand');
  await open(page, '/');
  const line = page.getByRole('combobox', { name: 'Where to, or what happened' });
  await page.keyboard.press('/');
  await line.fill('water 200 g gate');
  await expect(page.getByRole('option', { name: /Gate heap: water/ })).toBeVisible();
  await accessible(page);
  await line.press('Enter');
  await expect(page.getByText('Logged: Gate heap: water')).toBeVisible();
  await expect(line).toHaveCount(0);
  const entries = async () =>
    (await (await request.get(`/api/v1/heaps/${heap}/entries?kind=water`)).json()).items;
  expect(await entries()).toMatchObject([{ kg: 0.2, typed: { kg: '200 g' } }]);

  await page.keyboard.press('Control+k');
  await line.fill('water 1.5 kg gate');
  await line.press('Enter');
  await expect(page.getByRole('button', { name: 'It is right as it is' })).toBeVisible();
  expect(await entries()).toHaveLength(1);
  await page.getByRole('button', { name: 'It is right as it is' }).click();
  await expect.poll(async () => (await entries()).length).toBe(2);
  await expect(line).toHaveCount(0);

  // Who types faster than the list comes is taken at their word all the same.
  let come: () => void = () => undefined;
  const later = new Promise<void>((resolve) => (come = resolve));
  await page.route('**/api/v1/heaps', async (route) => {
    await later;
    await route.continue();
  });
  await page.keyboard.press('/');
  await line.fill('dial drying');
  await line.press('Enter');
  come();
  await expect(page).toHaveURL(/\/heaps\/2\/test\/moisture$/);
});

test('single keys can be switched off, and on again', async ({ page }) => {
  await open(page, '/stock');
  await page.keyboard.press('?');
  await page.getByText('Single keys act on this device').click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('/');
  await page.keyboard.press('b');
  await expect(page).toHaveURL(/\/stock$/);
  await page.keyboard.press('Control+k');
  await page.getByRole('button', { name: 'Keys that work anywhere' }).click();
  await page.getByText('Single keys act on this device').click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('b');
  await expect(page).toHaveURL(/\/$/);
});

test('on the Bench splashes are ticked and logged; the clock for mulling runs, over a reload; the heap’s page knows of half a dose', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request, 'Dry heap', 0.05);
  await made(request, `/heaps/${heap}/tests`, {
    kind: 'moisture',
    method: 'oven',
    at: hoursAgo(0.2),
    pan_g: 100,
    wet_g: 300,
    dry_g: 296.4
  });
  await open(page, '/');
  await page.getByRole('checkbox', { name: /^Splash 1,/ }).check();
  await open(page, `/heaps/${heap}`);
  await expect(
    page.getByRole('region', { name: 'To temper Dry heap' }).getByRole('checkbox').first()
  ).toBeChecked();
  await open(page, '/');
  await expect(page.getByRole('checkbox').first()).toBeChecked();
  const before = (await state(request, heap)).total_kg as number;
  const [first] = (await state(request, heap)).prescription.splashes_kg as number[];
  await page.getByRole('button', { name: LOG }).click();
  await expect.poll(async () => (await state(request, heap)).total_kg).toBeCloseTo(before + first!, 2);
  const running = page.getByRole('region', { name: 'Running' });
  await expect(running).toContainText('Dry heap: mull');
  await accessible(page);
  await page.reload();
  await expect(running).toContainText('then: Dry heap rests, covered');
  await running.getByRole('button', { name: 'Stop it' }).click();
  await expect(running).toHaveCount(0);
});

test('a casting gets a day, says what each heap wants by then, moves and is over', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request, 'Dry heap', 0.05);
  await squeezed(request, heap, 'dry', 0.2);
  await open(page, '/');
  const casting = page.getByRole('region', { name: 'The next casting' });
  await casting.getByRole('button', { name: 'Set the day' }).click();
  await expect(casting.getByRole('alert').first()).toBeVisible();
  await casting.getByLabel('What it is called').fill('Gnomon');
  await casting.getByLabel('Day and hour').fill('2031-05-03T10:00');
  await page.reload();
  await expect(casting.getByLabel('What it is called')).toHaveValue('Gnomon');
  await casting.getByRole('button', { name: 'Set the day' }).click();
  await expect(casting.getByRole('heading', { name: 'Before Gnomon' })).toBeVisible();
  await expect(casting).toContainText('temper Dry heap');
  await casting.getByRole('button', { name: 'Another day' }).click();
  await expect(casting.getByLabel('Day and hour')).toHaveValue('2031-05-03T10:00');
  await casting.getByLabel('Day and hour').fill('2031-05-10T11:00');
  await casting.getByRole('button', { name: 'Set the day' }).click();
  await expect(casting).toContainText('11:00');
  expect((await (await request.get('/api/v1/sessions')).json()).total).toBe(1);
  await casting.getByRole('button', { name: 'End the day' }).click();
  await expect(casting.getByRole('heading', { name: 'When do you cast next?' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(casting.getByRole('heading', { name: 'Before Gnomon' })).toBeVisible();
});

test('sand that is put right by itself leaves the coming casting where it was', async ({ page, request }) => {
  const heap = await mixedHeap(request, 'Gate heap');
  await squeezed(request, heap, 'temper');
  const at = hoursAgo(-48);
  await made(request, '/sessions', { at, zone: 'Europe/London', name: 'Latches' });
  await open(page, `/heaps/${heap}/recondition`);
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByRole('button', { name: 'The sand is ready' })).toBeVisible();
  await open(page, '/');
  const casting = page.getByRole('region', { name: 'The next casting' });
  await expect(casting.getByRole('heading', { name: 'Before Latches' })).toBeVisible();
  await page.getByRole('link', { name: 'Sand of Gate heap' }).click();
  await page.getByRole('button', { name: 'The sand is ready' }).click();
  await expect(page.getByText('Gate heap is put right.')).toBeVisible();
  await open(page, '/');
  await expect(page.getByRole('link', { name: 'Sand of Gate heap' })).toHaveCount(0);
  // An old day that nobody ended gives way to the one that comes, and is ended from its record.
  const old = await made(request, '/sessions', { at: hoursAgo(100), zone: 'Europe/London', name: 'Old day' });
  await open(page, '/');
  await expect(casting.getByRole('heading', { name: 'Before Latches' })).toBeVisible();
  await page.getByRole('link', { name: 'Old day' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Old day' })).toBeVisible();
  await page.getByRole('button', { name: 'End the day' }).click();
  await expect(page.getByText('Old day is over.')).toBeVisible();
  expect((await (await request.get(`/api/v1/sessions/${old.id}`)).json()).stage).toBe('done');
});

test('two castings at once: Pour and Shake out take the one that is asked for, and lead to the other', async ({
  page,
  request
}) => {
  await mixedHeap(request, 'Gate heap');
  const at = (days: number) => hoursAgo(-24 * days);
  await made(request, '/sessions', { name: 'Latches', at: at(1), zone: 'Europe/London' });
  const far = await made(request, '/sessions', { name: 'Dial plate', at: at(9), zone: 'Europe/London' });
  await open(page, '/pour');
  const head = page.getByRole('main').locator('header').first();
  await expect(head).toContainText('Latches,');
  await page.getByRole('link', { name: 'Dial plate' }).click();
  await expect(head).toContainText('Dial plate,');
  await expect(page.getByText('Also open:')).toContainText('Latches');
  await open(page, `/shake-out?day=${far.id}`);
  await expect(head).toContainText('Dial plate');
  // A day that is not there is none: the next one stands.
  await open(page, '/shake-out?day=999');
  await expect(head).toContainText('Latches');
  await accessible(page);
});

test('a day is not over while sand stands in a mold: it goes back first, and can be taken back', async ({
  page,
  request
}) => {
  const heap = await mixedHeap(request, 'Gate heap');
  await squeezed(request, heap, 'temper');
  const day = await made(request, '/sessions', { at: hoursAgo(1), zone: 'Europe/London', name: 'Latches' });
  const mold = await made(request, `/sessions/${day.id}/molds`, { backing_heap_id: heap });
  const on_hand = async () => (await state(request, heap)).total_kg;
  const before = await on_hand();
  await made(request, `/heaps/${heap}/entries`, {
    kind: 'drawn',
    at: hoursAgo(0.2),
    kg: 6,
    session_id: day.id,
    mold_id: mold.id
  });
  await request.patch(`/api/v1/sessions/${day.id}/molds/${mold.id}`, {
    data: { state: 'rammed', version: 1 }
  });
  await open(page, '/');
  const casting = page.getByRole('region', { name: 'The next casting' });
  await casting.getByRole('button', { name: 'End the day' }).click();
  const asked = page.getByRole('region', { name: 'Before it is over' });
  await expect(asked).toContainText('Mold 1: rammed');
  await accessible(page);
  await asked.getByRole('button', { name: 'Pour on another day' }).click();
  await expect(casting.getByRole('heading', { name: 'On which day instead?' })).toBeVisible();
  await casting.getByRole('button', { name: 'Leave it' }).click();
  await casting.getByRole('button', { name: 'End the day' }).click();
  await asked.getByRole('button', { name: 'Give its sand back' }).click();
  // Its sand is back, and with nothing left in a mold the day is over.
  await expect(casting.getByRole('heading', { name: 'When do you cast next?' })).toBeVisible();
  expect(Math.abs((await on_hand()) - before)).toBeLessThan(0.3);
  const { molds } = await (await request.get(`/api/v1/sessions/${day.id}`)).json();
  expect(molds[0]).toMatchObject({ state: 'broken', broken_because: 'it was not poured' });
});

test('sand that is not in stock is measured in the recipe, and the batch is logged as it was measured', async ({
  page,
  request
}) => {
  const { id } = await made(request, '/heaps', { name: 'Gate heap', system: 'water' });
  await open(page, `/heaps/${id}/mix`);
  await page.getByLabel('Sand', { exact: true }).selectOption('kind:damp-sand');
  await page.getByRole('button', { name: 'A pan and five minutes' }).click();
  for (const [label, grams] of [
    ['Empty pan', '120'],
    ['Pan and damp sand', '320'],
    ['Pan and dry sand', '310']
  ] as const)
    await page.getByLabel(label).fill(grams);
  await expect(page.getByText('5.0 ±')).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Use this figure' }).click();
  await expect(page.getByText('Measured: 5.0 % water in the sand.')).toBeVisible();
  await page.getByText('Spread the clay on the sand').click();
  await page.getByRole('button', { name: LOG }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Gate heap', exact: true })).toBeVisible();
  const [batch] = (await (await request.get(`/api/v1/heaps/${id}/entries`)).json()).items;
  expect(batch.additions.find((each: { role: string }) => each.role === 'sand').moisture_percent).toBeCloseTo(
    5,
    6
  );
  // Mixed: the next batch begins with no step ticked.
  await open(page, `/heaps/${id}/mix`);
  await expect(page.getByRole('checkbox', { name: /^1\. Spread/ })).not.toBeChecked();
});
