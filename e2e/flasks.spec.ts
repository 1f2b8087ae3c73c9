import { accessible, expect, made, mixedHeap, open, test } from './brunkel';

const board = { name: 'Shelf board', length_mm: 350, width_mm: 250, cope_mm: 90, drag_mm: 70 };

test('from nothing to an answer: one flask, three dimensions, whether it fits, how much sand and how heavy', async ({
  page,
  request
}) => {
  await mixedHeap(request, 'Gate heap');
  await open(page, '/flasks');
  await expect(page.getByText('No flask yet.')).toBeVisible();
  await accessible(page);
  await page.getByRole('link', { name: 'A flask for the rack' }).click();
  await page.getByLabel('What do you call it?').fill('Shelf board');
  await page.getByLabel('Length inside').fill('350');
  await page.getByLabel('Width inside').fill('25 cm');
  await page.getByLabel('Height of the cope').fill('90');
  await page.getByRole('button', { name: 'Add it to the rack' }).click();
  // Nothing was stored, and nothing typed is lost.
  await expect(page.getByText('Is required.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Width inside')).toHaveValue('25 cm');
  await page.getByLabel('Height of the drag').fill('70');
  await page.getByRole('button', { name: 'Add it to the rack' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Flasks');

  await page.getByLabel('Length').fill('180');
  await page.getByLabel('Width').fill('120');
  await page.getByLabel('Height').fill('20');
  await page.getByLabel('Its mass').fill('1.2 kg');
  await expect(page.getByText('It wants at least 300 mm by 190 mm inside')).toBeVisible();
  await expect(page.getByText('It takes it')).toBeVisible();
  await expect(page.getByText(/Gate heap\s+makes 1 of these/)).toBeVisible();
  await expect(page.getByText(/poured 2\d\.\d\skg/)).toBeVisible();
  await expect(page.getByText(/cope’s sand (holds at least|may fall out)/).first()).toBeVisible();
  await expect(page.getByText(/A guess by its kind/).first()).toBeVisible();
  await accessible(page);
  await page.getByLabel('How many in the mold').fill('3');
  await expect(page.getByText(/^Too small: /)).toContainText('short in length');
  await page.getByLabel('Metal').selectOption('tin-bronze');
  await expect(page.getByText(/^Too small: /)).toContainText('short in the cope');
});

test('a flask is changed, its name taken once, off the rack and back', async ({ page, request }) => {
  const { id } = await made(request, '/flasks', board);
  await made(request, '/flasks', { ...board, name: 'Cake ring', shape: 'round' });
  await open(page, `/flasks/${id}`);
  await page.getByLabel('What do you call it?').fill('cake ring');
  await page.getByRole('button', { name: 'Save the changes' }).click();
  await expect(page.getByText('There is a flask of that name already.')).toBeVisible();
  await page.getByLabel('What do you call it?').fill('Long board');
  await page.getByLabel('Empty cope').fill('2.1');
  await page.getByRole('button', { name: 'Save the changes' }).click();
  await expect(page.getByRole('link', { name: /Long board/ })).toBeVisible();
  expect(await (await request.get(`/api/v1/flasks/${id}`)).json()).toMatchObject({
    cope_kg: 2.1,
    length_mm: 350
  });
  await open(page, `/flasks/${id}`);
  await page.getByRole('button', { name: 'Take it off the rack' }).click();
  await expect(page.getByRole('link', { name: /Long board/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('link', { name: /Long board/ })).toBeVisible();
});

test('without a script a flask is posted, and the rack judged from the address', async ({
  browser,
  brunkel
}) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(`${brunkel.url}/flasks/new`);
  await page.getByLabel('What do you call it?').fill('Shelf board');
  await page.getByLabel('Length inside').fill('14 in');
  await page.getByLabel('Width inside').fill('250');
  await page.getByLabel('Height of the cope').fill('90');
  await page.getByLabel('Height of the drag').fill('70');
  await page.getByRole('button', { name: 'Add it to the rack' }).click();
  await expect(page).toHaveURL(/\/flasks$/);
  await page.getByLabel('Length').fill('180');
  await page.getByLabel('Width').fill('120');
  await page.getByLabel('Height').fill('20');
  await page.getByRole('button', { name: 'Judge the rack' }).click();
  await expect(page.getByText('It takes it')).toBeVisible();
  await context.close();
});
