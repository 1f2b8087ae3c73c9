import { accessible, expect, hoursAgo, made, open, state, test } from './brunkel';

test('burnt skin on oil sand is scraped, weighed, thrown out and replaced, whatever recipe was half written', async ({
  page,
  request
}) => {
  const heap = await made(request, '/heaps', { name: 'Dial sand', system: 'oil', binder: 'oil' });
  const entry = (fields: object) => made(request, `/heaps/${heap.id}/entries`, fields);
  await entry({
    kind: 'mixed',
    at: hoursAgo(5),
    additions: [
      { ingredient: 'olivine', kg: 10 },
      { ingredient: 'organoclay', kg: 0.5 },
      { ingredient: 'light-oil', kg: 0.2 }
    ]
  });
  // Somebody was writing a recipe: it must not stand in for the one that the link asks for.
  await open(page, `/heaps/${heap.id}/mix`);
  await page.getByLabel('Finished mix', { exact: true }).last().fill('12 kg');
  await page.waitForFunction(() => JSON.stringify({ ...localStorage }).includes('12 kg'));

  await open(page, `/heaps/${heap.id}`);
  const burnt = page.getByRole('region', { name: 'Burnt skin' });
  await expect(burnt).toHaveCount(0);
  await entry({ kind: 'drawn', at: hoursAgo(3), kg: 6 });
  await entry({ kind: 'poured', at: hoursAgo(2), metal_kg: 0.9 });
  await entry({ kind: 'returned', at: hoursAgo(1) });
  await open(page, `/heaps/${heap.id}`);
  await expect(burnt).toContainText('smells of smoke');
  await accessible(page);
  await burnt.getByRole('button', { name: 'Log it thrown out' }).click();
  await expect(burnt.getByText('Is required.')).toBeVisible();
  await burnt.getByLabel('Burnt sand, weighed').fill('300');
  await page.reload();
  await expect(burnt.getByLabel('Burnt sand, weighed')).toHaveValue('300');
  const before = (await state(request, heap.id)).burnt_kg as number;
  await burnt.getByRole('button', { name: 'Log it thrown out' }).click();
  await expect.poll(async () => (await state(request, heap.id)).burnt_kg).toBeLessThan(before - 0.25);
  // It is gone, and what replaces it is still told.
  await expect(burnt.getByLabel('Burnt sand, weighed')).toHaveCount(0);
  await burnt.getByRole('link', { name: /^Mix 300/ }).click();
  await expect(page.getByLabel('Finished mix', { exact: true }).last()).toHaveValue('300 g');
  // Sorted since the pour: it is not asked about again.
  await open(page, `/heaps/${heap.id}`);
  await expect(burnt).toHaveCount(0);
});
