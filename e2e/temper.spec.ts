import { LOG, accessible, expect, hoursAgo, made, mixedHeap, open, squeezed, state, test } from './brunkel';

test('sand that is too wet: dry off, or dry mix from stock', async ({ page, request }) => {
  const heap = await mixedHeap(request, 'Wet heap', 1.4);
  await squeezed(request, heap, 'wet');
  await made(request, '/lots', { kind: 'washed-silica', bought_kg: 5 });
  await made(request, '/lots', { kind: 'sodium-bentonite', bought_kg: 5 });
  await open(page, `/heaps/${heap}`);
  await expect(page.getByText(/^Too wet to pour on/).first()).toBeVisible();
  await expect(page.getByText('Wet sand and molten metal do not mix.')).toBeVisible();
  await accessible(page);
  await page.getByText('Add dry mix').click();
  await expect(page.getByText(/Stock is short of .* of dry sand/)).toBeVisible();
  await page.getByText('Dry it off').click();
  await page.getByRole('button', { name: 'Log it as dried' }).click();
  // By the scale it is there, but nobody has squeezed what it has become.
  await expect(page.getByText('Likely ready to ram')).toBeVisible();
  expect((await state(request, heap)).verdict).toBe('probably-in-temper');
  await squeezed(request, heap, 'temper', 0);
  await open(page, `/heaps/${heap}`);
  await expect(page.getByText(/^Last look: squeeze, temper/)).toBeVisible();
  await expect(page.getByText(/ready to ram/i).first()).toBeVisible();
});

test('clay and water together, the missing clay named, then taken from stock', async ({ page, request }) => {
  const heap = await made(request, '/heaps', { name: 'Thin heap', system: 'water' });
  await made(request, `/heaps/${heap.id}/entries`, {
    kind: 'bought',
    at: hoursAgo(1),
    kg: 40,
    moisture_percent: 2,
    active_clay_percent: 5
  });
  await squeezed(request, heap.id, 'dry');
  await open(page, `/heaps/${heap.id}`);
  await expect(page.getByText('There is no sodium bentonite in stock')).toBeVisible();
  await page.getByRole('link', { name: 'Put it in stock' }).click();
  await page.getByLabel('What is it?').selectOption('sodium-bentonite');
  await page.getByLabel('How much did you buy?').fill('5 kg');
  await page.getByRole('button', { name: 'Put it in stock' }).click();
  await expect(page.getByRole('link', { name: /Sodium bentonite/ })).toBeVisible();
  await open(page, `/heaps/${heap.id}`);
  await expect(page.getByText('There is no sodium bentonite in stock')).toHaveCount(0);
  await page.getByRole('button', { name: LOG }).click();
  // More went in than anybody is sure of: the hand says how it came out.
  await expect(page.getByText('It could be in temper or not: squeeze it.')).toBeVisible();
  const lots = await (await request.get('/api/v1/lots')).json();
  expect(lots.items[0].on_hand_kg).toBeLessThan(4);
});

test('an oil-bonded batch, with its cautions and no water', async ({ page, request }) => {
  const heap = await made(request, '/heaps', { name: 'Fine oil', system: 'oil' });
  await open(page, `/heaps/${heap.id}/mix`);
  await expect(page.getByText('Activator is flammable.').first()).toBeVisible();
  await page.getByLabel('Finished mix', { exact: true }).last().fill('12');
  const ticket = page.getByRole('region', { name: 'Set these on the scale' });
  await expect(ticket).toContainText('Light mineral oil');
  await expect(ticket.getByText('Water', { exact: true })).toHaveCount(0);
  await accessible(page);
  await page.getByRole('button', { name: LOG }).click();
  await expect(page.getByText('Ready to ram')).toBeVisible();
  const now = await state(request, heap.id);
  expect(now.total_kg).toBeCloseTo(12, 1);
  expect(now.moisture_percent.value).toBeLessThan(0.5);
  expect(now.oil_percent.value).toBeGreaterThan(1.4);
});

test('what really went in is logged, not what was planned', async ({ page, request }) => {
  const heap = await made(request, '/heaps', { name: 'Real', system: 'water' });
  await open(page, `/heaps/${heap.id}/mix`);
  await page.getByRole('button', { name: 'Something else went in' }).click();
  await page.getByLabel('Went in').last().fill('1 1/2 kg');
  await page.getByLabel('Went in').first().fill('nonsense');
  await page.getByRole('button', { name: LOG }).click();
  await expect(page.getByText(/Is required|not a weight/).first()).toBeVisible();
  await expect(page.getByLabel('Went in').last()).toHaveValue('1 1/2 kg');
  await page.getByLabel('Went in').first().fill('22 kg');
  await page.getByRole('button', { name: LOG }).click();
  // That much water is asked about before it is written, and nothing typed is lost.
  await expect(page.getByText(/far more than this sand can want/).first()).toBeVisible();
  await expect(page.getByLabel('Went in').last()).toHaveValue('1 1/2 kg');
  await accessible(page);
  await page.getByRole('button', { name: 'It is right as it is' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Real', exact: true })).toBeVisible();
  const { items } = await (await request.get(`/api/v1/heaps/${heap.id}/entries`)).json();
  expect(items[0].additions.at(-1)).toMatchObject({ ingredient: 'water', kg: 1.5 });
  expect(items[0].typed.additions.at(-1)).toBe('1 1/2 kg');
});
