import type { APIRequestContext, Page } from '@playwright/test';
import { writeStl } from '../src/core/pattern/file/write-stl';
import { plate, rectangle, turned } from '../src/core/pattern/shape/bodies';
import { accessible, expect, made, mixedHeap, open, squeezed, state, test } from './brunkel';

// Three dimensions are drawn by the processor here.
test.use({
  launchOptions: {
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--use-angle=swiftshader',
      '--enable-unsafe-swiftshader',
      '--ignore-gpu-blocklist'
    ]
  }
});

const stl = (name: string, body: Float32Array) => ({
  name,
  // Few systems know what an STL is.
  mimeType: '',
  buffer: Buffer.from(writeStl(body))
});
const LATCH = stl('latch.stl', plate(rectangle(0.12, 0.04), 0.012, [], 0.05));
const SPOOL = stl(
  'spool.stl',
  turned([
    [0, 0],
    [0.04, 0],
    [0.04, 0.01],
    [0.02, 0.01],
    [0.02, 0.05],
    [0.04, 0.05],
    [0.04, 0.06],
    [0, 0.06]
  ])
);
const board = { name: 'Shelf board', length_mm: 350, width_mm: 250, cope_mm: 90, drag_mm: 70 };

async function shed(request: APIRequestContext): Promise<number> {
  const heap = await mixedHeap(request, 'Gate heap');
  await squeezed(request, heap, 'temper');
  await made(request, '/flasks', board);
  return heap;
}
const drop = (page: Page, file: typeof LATCH) => page.locator('input[type=file]').setInputFiles(file);
const step = (page: Page) => page.getByRole('region', { name: 'The step that is due' });

/** Does what is due until a step stands there. */
async function until(page: Page, text: string): Promise<void> {
  for (let i = 0; i < 30; i++) {
    const due = await step(page).locator('p.text-xl').textContent();
    if (due?.includes(text)) return;
    await page.getByRole('button', { name: 'Done', exact: true }).click();
    await expect(step(page).locator('p.text-xl')).not.toHaveText(due!);
  }
  throw new Error(`The step “${text}” never came.`);
}

test('from a mesh that is dropped in to a closed mold', async ({ page, request }) => {
  const heap = await shed(request);
  await open(page, '/patterns');
  await expect(page.getByText('Nothing in the library yet.')).toBeVisible();
  await page.getByRole('link', { name: 'Put the first one in' }).click();
  await page.getByLabel('What do you call it?').fill('Gate latch');
  await drop(page, LATCH);
  await expect(page.getByText('It draws')).toBeVisible();
  await expect(page.getByRole('application')).toBeVisible();
  await expect(page.getByText(/The file does not say/)).toContainText('millimetres are likeliest');
  await expect(page.getByText('millimetres', { exact: true })).toBeVisible();
  await expect(page.getByLabel('Length', { exact: true })).toHaveValue(/^120/);
  await expect(page.getByText(/of aluminium, 7 % silicon/).last()).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Add it to the library' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Gate latch');
  // Of the pattern (two squares by mid-section): 54.8 ml, and shrunk.
  await expect(page.getByText(/ml of pattern, by its mesh/)).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Show it in three dimensions' }).click();
  await expect(page.getByRole('application')).toBeVisible();
  await page.getByRole('application').press('ArrowLeft');

  await page.getByRole('link', { name: 'Plan a mold of it' }).click();
  await expect(page.getByText('It fits', { exact: true }).first()).toBeVisible();
  await page.getByRole('button', { name: 'One more of Gate latch' }).click();
  await page.getByRole('tab', { name: 'Plan view' }).click();
  const first = page.getByRole('button', { name: /^Gate latch 1, with its sand/ });
  await first.focus();
  // A hand's breadth over the edge: the sand is gone, and it is said where.
  for (let i = 0; i < 12; i++) await page.keyboard.press('Shift+ArrowLeft');
  await expect(page.getByText(/short$/).first()).toBeVisible();
  await expect(
    page.getByRole('button', { name: /^Gate latch 1, .*short between Gate latch and the wall/ })
  ).toBeVisible();
  await page.reload();
  await expect(page.getByText(/short$/).first()).toBeVisible();
  await page.getByRole('tab', { name: 'Plan view' }).click();
  await page.getByRole('button', { name: 'Lay them anew' }).click();
  await expect(page.getByText('It fits', { exact: true }).first()).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Work it out' }).click();
  await expect(page.getByText(/1\s+ramming,/)).toBeVisible();
  await page.getByRole('button', { name: 'Ram it', exact: true }).first().click();

  await expect(page.getByRole('heading', { level: 1 })).toHaveText('2 × Gate latch');
  await accessible(page);
  const before = (await state(request, heap)).total_kg as number;
  await page.getByRole('button', { name: 'Skip', exact: true }).click();
  await page.getByRole('button', { name: 'done before' }).click();
  await expect(page.getByText('skipped: done before')).toBeVisible();
  await until(page, 'Lift the cope');
  await page.getByLabel('Sand from Gate heap').fill('20 kg');
  await page.getByRole('button', { name: 'Log it rammed' }).click();
  await expect(page.getByText(/in Shelf board, rammed/)).toBeVisible();
  const after = await state(request, heap);
  // What was drawn and what is left are what there was before.
  expect(after.total_kg + after.out_kg).toBeCloseTo(before, 6);
  expect(after.out_kg).toBeCloseTo(20, 6);
  await until(page, 'over the sprue');
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByText('All steps are done.')).toBeVisible();
  await expect(page.getByText(/closed, ready to pour/)).toBeVisible();
  await page.reload();
  await expect(page.getByText('All steps are done.')).toBeVisible();
});

test('a spool turned on its axis is told what holds it, what would free it, and draws the other way', async ({
  page
}) => {
  await open(page, '/patterns/new');
  await page.getByLabel('What do you call it?').fill('Spool');
  await drop(page, SPOOL);
  await expect(page.getByText('Deep walls without draft')).toBeVisible();
  // Half-way through it is put away and taken up again: the file lies on the device or the server.
  await page.reload();
  await expect(page.getByLabel('What do you call it?')).toHaveValue('Spool');
  await expect(page.getByLabel('Length', { exact: true })).toHaveValue(/^80/);
  await drop(page, SPOOL);
  await expect(page.getByText('Deep walls without draft')).toBeVisible();
  await page.getByRole('radio', { name: 'inches' }).locator('..').click();
  await expect(page.getByLabel('Length', { exact: true })).toHaveValue(/^203[12]/);
  await page.getByRole('slider', { name: 'Open the halves' }).press('End');
  await expect(page.getByLabel('Which way up')).toContainText('held');
});

test('what is no mesh is refused where it was dropped, and nothing typed is lost', async ({
  page,
  request
}) => {
  await open(page, '/patterns/new');
  await page.getByLabel('What do you call it?').fill('Rock');
  await drop(page, {
    name: 'rock.stl',
    mimeType: 'model/stl',
    buffer: Buffer.from('solid as a rock\nand no more')
  });
  await expect(page.getByText(/holds no facet/)).toBeVisible();
  await drop(page, { name: 'letter.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF') });
  await expect(page.getByText('STL, OBJ and 3MF files are read here.')).toBeVisible();
  await page.getByRole('button', { name: 'Add it to the library' }).click();
  await expect(page.getByText('Is required.').first()).toBeVisible();
  await expect(page.getByLabel('What do you call it?')).toHaveValue('Rock');

  const none = await request.post('/api/v1/meshes', {
    data: Buffer.from('solid as a rock'),
    headers: { 'content-type': 'application/octet-stream' }
  });
  expect(none.status()).toBe(422);
  expect(await none.json()).toMatchObject({ errors: [{ path: 'file' }] });
  const long = await request.post('/api/v1/meshes', {
    data: Buffer.alloc(51 * 1024 * 1024),
    headers: { 'content-type': 'application/octet-stream' }
  });
  expect(long.status()).toBe(413);
  const mesh = await request.post('/api/v1/meshes?unit=mm&name=latch.stl', {
    data: LATCH.buffer,
    headers: { 'content-type': 'application/octet-stream' }
  });
  expect(mesh.status()).toBe(201);
  const { analysis, id } = await mesh.json();
  expect(analysis).toMatchObject({ watertight: true, findings: [{ is: 'draws' }] });
  expect((await request.get(`/api/v1/meshes/${id}`)).status()).toBe(200);
});

test('without a mesh: simple solids, water and weight, in inches and pounds', async ({
  page,
  context,
  brunkel
}) => {
  await context.addCookies([
    {
      name: 'preferences',
      value: encodeURIComponent(JSON.stringify({ units: 'us', mode: 'light' })),
      url: brunkel.url
    }
  ]);
  await open(page, '/patterns/new');
  await page.getByLabel('What do you call it?').fill('Row marker');
  await page.getByRole('radio', { name: 'Simple solids' }).locator('..').click();
  await page.getByRole('button', { name: 'The first part' }).click();
  const part = page.getByRole('group', { name: 'Part 1' });
  await part.getByLabel('Length').fill('4');
  await part.getByLabel('Width').fill('1');
  await part.getByLabel('Height').fill('0.5');
  await page.getByLabel('Length', { exact: true }).last().fill('4');
  await page.getByLabel('Width', { exact: true }).last().fill('1');
  await page.getByLabel('Height as it lies').fill('0.5');
  // Two cubic inches, less what it shrinks, of 2.68.
  await expect(page.getByText(/2\.98\soz|3\.0\d?\soz/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Add it to the library' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Row marker');
  await expect(page.getByText('Not known yet: only a mesh tells.')).toBeVisible();
  await page.getByRole('button', { name: 'Log the coat' }).click();
  await expect(page.getByText(/dries for/)).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Take it out of the library' }).click();
  await expect(page.getByText('Nothing in the library yet.')).toBeVisible();
  // What was said before it may be on its way out still.
  await page
    .locator('[data-scope=toast][data-part=root]')
    .filter({ hasText: 'out of the library' })
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect(page.getByRole('link', { name: /Row marker/ })).toBeVisible();
});

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('steps are ticked out of reach of the server, and a mold that breaks gives its sand back', async ({
    page,
    request,
    context
  }) => {
    const heap = await shed(request);
    await made(request, '/patterns', { name: 'Bracket', length_mm: 110, width_mm: 45, height_mm: 40 });
    await open(page, '/mold');
    await expect(page.getByRole('button', { name: 'Ram it' }).first()).toBeVisible();
    await expect(page.getByRole('region', { name: 'The sand for it' })).toContainText('emper');
    await accessible(page);
    // Under the thumb, wherever one has scrolled to.
    await page.getByRole('button', { name: 'Ram it' }).last().click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Bracket');
    await context.setOffline(true);
    await page.getByRole('button', { name: 'Done', exact: true }).click();
    await expect(step(page)).toContainText('Step 2 of');
    await context.setOffline(false);
    await expect
      .poll(async () => {
        const { items } = await (await request.get('/api/v1/sessions')).json();
        return items[0].steps.filter((each: { state: string }) => each.state === 'done').length;
      })
      .toBe(1);
    await until(page, 'Lift the cope');
    await page.getByRole('button', { name: 'Log it rammed' }).click();
    await expect(page.getByText(/in Shelf board, rammed/)).toBeVisible();
    await expect(page.getByText(/^\s*Rammed .* of/)).toContainText(/emper, \d\.\d\s%\s*water then/);
    const out = (await state(request, heap)).out_kg;
    expect(out).toBeGreaterThan(10);
    await page.getByRole('button', { name: 'It broke' }).click();
    await accessible(page);
    await page.getByRole('button', { name: /it was not rapped loose enough/ }).click();
    await expect(page.getByText(/broke: it was not rapped loose enough/)).toBeVisible();
    const after = await state(request, heap);
    expect(after.out_kg).toBeCloseTo(0, 6);
    await page.getByRole('link', { name: 'Ram it anew' }).click();
    await expect(page.getByRole('button', { name: 'Ram it' }).first()).toBeVisible();
  });
});
