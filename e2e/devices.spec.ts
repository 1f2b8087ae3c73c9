import { accessible, expect, hoursAgo, mixedHeap, open, test } from './brunkel';

test('any weight field takes the live reading of the simulated scale', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  // In one's own records nothing is simulated until somebody wants it.
  await open(page, `/heaps/${heap}/log`);
  await page.getByRole('button', { name: 'Take from the scale' }).click();
  await expect(page.getByText('No scale has sent a reading yet.')).toBeVisible();
  await open(page, '/records');
  await page.getByRole('button', { name: 'Switch the simulated devices on' }).click();
  await expect(page.getByRole('button', { name: 'Switch the simulated devices off' })).toBeVisible();
  await open(page, `/heaps/${heap}/log`);
  await page.getByRole('button', { name: 'Take from the scale' }).click();
  const scale = page.getByRole('group', { name: 'Scale' });
  await expect(scale).toContainText('simulated');
  await scale.getByLabel('Lay on the simulated scale, g').fill('350');
  await scale.getByLabel('Lay on the simulated scale, g').press('Tab');
  await expect(scale).toContainText('steady');
  await expect(scale).toContainText(/3(49|50|51)/);
  await accessible(page);
  await scale.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByLabel('How much water')).toHaveValue(/^3(49|50|51)(\.\d)? g$/);
  await page.getByRole('button', { name: 'Log this entry' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Shed heap', exact: true })).toBeVisible();
  const { items } = await (await request.get(`/api/v1/heaps/${heap}/entries?kind=water`)).json();
  expect(items[0].kg).toBeCloseTo(0.35, 2);
});

test('a real scale feeds the same path: stored once, refused when it cannot be right', async ({
  request
}) => {
  const reading = { device: 'bench-scale', kind: 'scale', value: 1.2, at: hoursAgo(0.1) };
  const send = (fields: object = {}) => request.post('/api/v1/readings', { data: { ...reading, ...fields } });
  const first = await send();
  expect(first.status()).toBe(201);
  expect((await (await send()).json()).id).toBe((await first.json()).id);
  expect((await send({ value: 1.3 })).status()).toBe(409);
  for (const fields of [
    { value: 500 },
    { kind: 'probe', value: 99 },
    { connected: false },
    { at: hoursAgo(1) },
    { at: hoursAgo(-5) }
  ]) {
    const refused = await send(fields);
    expect(refused.status(), JSON.stringify(fields)).toBe(422);
    expect((await refused.json()).errors.length).toBeGreaterThan(0);
  }
  expect((await (await request.get('/api/v1/readings?device=bench-scale')).json()).total).toBe(1);
});
