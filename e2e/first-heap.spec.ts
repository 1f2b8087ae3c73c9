import { LOG, accessible, expect, open, state, test } from './brunkel';

test('first run: from nothing to a heap that was tested and corrected', async ({ page, request }) => {
  await open(page, '/');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Your sand, kept in temper');
  await accessible(page);
  await page.getByRole('link', { name: 'Start your first heap' }).click();

  await page.getByLabel('What do you call it?').fill('Gate heap');
  await page.getByRole('button', { name: 'Make the heap' }).click();

  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Mix for Gate heap');
  const ticket = page.getByRole('region', { name: 'Set these on the scale' });
  await expect(ticket.getByText('Water', { exact: true })).toBeVisible();
  await page.getByLabel('Finished mix', { exact: true }).last().fill('2 lb 6 oz');
  await expect(ticket.getByText('makes')).toBeVisible();
  await page.getByLabel('Finished mix', { exact: true }).last().fill('30');
  await expect(ticket).toContainText('30.0');
  await accessible(page);
  await page.getByRole('button', { name: LOG }).click();

  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Gate heap');
  await expect(page.getByText(/^Not known yet/).first()).toBeVisible();
  await expect(page.getByText('is in Gate heap.')).toBeVisible();
  await accessible(page);

  // A squeeze that finds it short, question by question.
  await page.getByRole('link', { name: 'Squeeze, a minute' }).click();
  await page.getByText('It holds').click();
  await page.getByText('It gave and packed').click();
  await page.getByText('Crumbles').click();
  await expect(page.getByText('3 of 4 answered').first()).toBeVisible();
  await page.getByText('Clean', { exact: true }).click();
  // A lump that crumbles has no prints to look at.
  await expect(page.getByText('What prints did the fingers leave?')).toHaveCount(0);
  await expect(page.getByText('2 · short').first()).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Log the squeeze' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Gate heap');

  // A drying test that finds it dry: guided until two weighings agree.
  await page.getByRole('link', { name: 'Dry and weigh' }).last().click();
  await page.getByText('oven', { exact: true }).click();
  await page.getByLabel('1. The empty pan').fill('120');
  await page.getByLabel('2. Pan and damp sand').fill('220');
  await page.getByLabel('3. Pan and sand, dried').fill('217.9');
  await page.getByRole('button', { name: 'Dry it again and weigh' }).click();
  await page.getByLabel('Dried again, 2.').fill('217.8');
  await expect(page.getByText('The last two agree: it is dry.')).toBeVisible();
  await expect(page.getByText('2.2 % water').first()).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Log the test' }).click();

  // Told in grams what to add; ticked off; logged with one action.
  const dose = page.getByRole('region', { name: 'To temper Gate heap' });
  await expect(dose).toContainText('g water');
  await accessible(page);
  const wanted = (await state(request, 1)).prescription.water_kg;
  await dose.getByRole('checkbox').first().check();
  await expect(dose.getByLabel('Water that went in')).toHaveValue(/^\d+(\.\d)? g$/);
  for (const box of await dose.getByRole('checkbox').all()) await box.check();
  await dose.getByRole('button', { name: LOG }).click();
  await expect(page.getByText('Ready to ram')).toBeVisible();
  const after = await state(request, 1);
  expect(after.verdict).toBe('in-temper');
  expect(after.total_kg).toBeGreaterThan(30 + wanted * 0.98);

  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await expect(page.getByRole('link', { name: /Gate heap .*: In temper/ })).toBeVisible();
  await accessible(page);
});
