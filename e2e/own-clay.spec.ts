import { accessible, expect, made, open, test } from './brunkel';

test('a clay of one’s own ground is guessed with its doubt, and a jar on the shelf narrows it', async ({
  page,
  request
}) => {
  const lot = await made(request, '/lots', { kind: 'home-clay', bought_kg: 6 });
  await open(page, '/stock');
  await expect(page.getByText('45 ± 33 % active')).toBeVisible();
  await open(page, `/stock/${lot.id}/test`);
  await page.getByRole('link', { name: /Settling jar/ }).click();
  await page.getByLabel('Height after a minute').fill('22');
  await page.getByLabel('Height after two hours').fill('18');
  await page.getByLabel('Height after a day').fill('118');
  // A layer cannot shrink: there is no result to log.
  await expect(page.getByText('The result stands here as soon as the readings do.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Height after two hours')).toHaveValue('18');
  await page.getByLabel('Height after two hours').fill('46');
  await expect(page.getByText('34.2', { exact: false }).first()).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Log the test' }).click();
  await expect(page.getByText('Your tests: 34 ± 14 %')).toBeVisible();
  await open(page, '/stock');
  await expect(page.getByText('34 ± 14 % active')).toBeVisible();
});

test('a heap is not tested by a jar, and what one does not own is put aside with its household rig', async ({
  page,
  request
}) => {
  const heap = await made(request, '/heaps', { name: 'Gate heap', system: 'water' });
  const jar = { kind: 'settling-jar', at: '2026-01-01T10:00:00Z', sand_mm: 1, silt_mm: 2, all_mm: 3 };
  expect((await request.post(`/api/v1/heaps/${heap.id}/tests`, { data: jar })).status()).toBe(422);
  await open(page, `/heaps/${heap.id}/test`);
  const tests = page.getByRole('main').locator('ul.ruled > li');
  await expect(tests).toHaveCount(12);
  await page.getByRole('button', { name: 'Test with what I own' }).click();
  await page.getByLabel('Kitchen scale, to a gram').check();
  await page.getByLabel('Oven, lamp or pan to dry in').check();
  await expect(page.getByRole('link', { name: /^Dry and weigh/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Permeability/ })).toBeHidden();
  await accessible(page);
  await page.reload();
  await page.getByRole('button', { name: /more, with other gear/ }).click();
  await expect(page.getByText('weighed to 785 g', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: /^Test with what I own/ }).click();
  await page.getByRole('button', { name: 'Show every test again' }).click();
  await expect(page.getByRole('link', { name: /^Permeability/ })).toBeVisible();
});
