import type { APIRequestContext } from '@playwright/test';
import { nowMs } from '../src/core/time/now';
import { NEXT_MOLDS } from '../src/lib/server/demo/scenario';
import { accessible, expect, made, mixedHeap, open, squeezed, test } from './brunkel';

const verdict = { name: 'What comes of it' };

test.describe('how a mold of the demo freezes', () => {
  test.use({ baseURL: async ({ shed }, use) => use(shed.url) });

  test('it is cut through time, by keys and by button, and told in words', async ({ page }) => {
    await open(page, `/mold/${NEXT_MOLDS[1]}`);
    await page.getByRole('link', { name: 'how it freezes' }).click();
    await expect(page.getByRole('region', verdict)).toContainText('until you may open it', {
      timeout: 60_000
    });
    await expect(page.getByRole('region', verdict)).toContainText('The riser feeds');
    const cut = page.getByRole('img', { name: /cut along its length/ });
    const label = await cut.getAttribute('aria-label');
    const time = page.getByRole('slider', { name: 'After the pour' });
    await time.focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    await expect(cut).not.toHaveAttribute('aria-label', label!);
    const moved = await time.getAttribute('aria-valuetext');
    await page.getByRole('button', { name: /^Riser solid/ }).click();
    await expect(time).not.toHaveAttribute('aria-valuetext', moved!);
    await accessible(page);
  });
});

/** A block of 70 × 60 × 50 mm in a flask of tempered sand, to be poured of aluminium tomorrow. */
async function blockInFlask(request: APIRequestContext, gating?: { riser_mm: number }) {
  const heap = await mixedHeap(request, 'Gate heap');
  await squeezed(request, heap, 'temper');
  const flask = await made(request, '/flasks', {
    name: 'Deep board',
    length_mm: 300,
    width_mm: 220,
    cope_mm: 90,
    drag_mm: 80
  });
  const pattern = await made(request, '/patterns', {
    name: 'Door weight',
    known_by: 'solids',
    length_mm: 70,
    width_mm: 60,
    height_mm: 50,
    solids: [{ shape: 'box', length_mm: 70, width_mm: 60, height_mm: 50 }]
  });
  const day = await made(request, '/sessions', {
    at: new Date(nowMs() + 86_400_000).toISOString(),
    zone: 'Europe/London'
  });
  return made(request, `/sessions/${day.id}/molds`, {
    backing_heap_id: heap,
    flask_id: flask.id,
    patterns: [{ pattern_id: pattern.id, count: 1 }],
    metal: 'aluminium',
    ...(gating && { gating })
  });
}

test('another riser is tried beside the one it has, and kept', async ({ page, request }) => {
  const mold = await blockInFlask(request);
  await open(page, `/mold/${mold.id}/freeze`);
  await expect(page.getByRole('region', verdict)).toContainText('The riser feeds', {
    timeout: 60_000
  });
  await page.getByRole('button', { name: 'No riser', exact: true }).click();
  await page.getByRole('button', { name: 'Gate it without a riser' }).click({ timeout: 60_000 });
  await expect(page.getByText('The mold has no riser now.')).toBeVisible();
  await expect(page.getByRole('region', verdict)).toContainText('Nothing feeds the last of it', {
    timeout: 60_000
  });
  await expect(page.getByRole('heading', { name: 'Where it goes missing' })).toBeVisible();
  await open(page, `/mold/${mold.id}/gating`);
  await expect(page.getByRole('textbox', { name: 'Riser' })).toHaveValue(/^0/);
  // One that feeds is found by itself, and kept.
  await open(page, `/mold/${mold.id}/freeze`);
  await page.getByRole('button', { name: 'Find what feeds it' }).click({ timeout: 60_000 });
  await expect(page.getByText(/^The riser feeds; nothing goes missing/)).toBeVisible({ timeout: 60_000 });
  await page
    .getByRole('button', { name: /^Gate it with/ })
    .last()
    .click();
  await expect(page.getByRole('region', verdict)).toContainText('The riser feeds', { timeout: 60_000 });
});

test('a chill is tried at the last place, kept, rammed in, and taken out again', async ({
  page,
  request
}) => {
  const mold = await blockInFlask(request, { riser_mm: 0 });
  const says = page.getByRole('region', verdict);
  await open(page, `/mold/${mold.id}/freeze`);
  await expect(says).toContainText('Nothing feeds the last of it', { timeout: 60_000 });
  await page.getByRole('button', { name: /^A chill 40.*under the last place$/ }).click();
  await expect(page.getByText(/A chill goes in clean, dry and hand-warm/)).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: /^Ram in the 40/ }).click();
  await expect(page.getByText('No riser, one chill, as it is')).toBeVisible({ timeout: 60_000 });
  await accessible(page);
  // What is typed about its gating does not lose it; the mold's steps and its drawing show it.
  await open(page, `/mold/${mold.id}/gating`);
  await page.getByRole('button', { name: 'Save it with the mold' }).click();
  await expect(page.getByText('Written down with the mold.')).toBeVisible();
  await open(page, `/mold/${mold.id}`);
  await expect(page.getByRole('heading', { name: 'Where the chills lie' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Chill under casting 1' })).toBeVisible();
  await expect(page.getByText(/Set the chill against the pattern/).first()).toBeAttached();
  await open(page, `/mold/${mold.id}/freeze`);
  await page.getByRole('button', { name: 'Without its chill' }).click({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Leave the chills out' }).click({ timeout: 60_000 });
  await expect(page.getByText('No riser, as it is')).toBeVisible({ timeout: 60_000 });
});

test('a mold without a flask leads on instead of freezing', async ({ page, request }) => {
  const heap = await mixedHeap(request, 'Gate heap');
  const day = await made(request, '/sessions', {
    at: new Date(nowMs() + 86_400_000).toISOString(),
    zone: 'Europe/London'
  });
  const mold = await made(request, `/sessions/${day.id}/molds`, { backing_heap_id: heap });
  await open(page, `/mold/${mold.id}/freeze`);
  await page.getByRole('link', { name: 'Look at the mold' }).click();
  await expect(page).toHaveURL(`/mold/${mold.id}`);
});
