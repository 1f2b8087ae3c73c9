import { tickedSteps } from '../src/core/session/pour-day';
import { accessible, expect, hoursAgo, made, mixedHeap, open, squeezed, test } from './brunkel';

test('a question is put to the sand: counted, dealt out by lot, graded, ended', async ({ page, request }) => {
  const heap = await mixedHeap(request);
  await squeezed(request, heap, 'temper');
  const pattern = await made(request, '/patterns', {
    name: 'Hook',
    length_mm: 60,
    width_mm: 30,
    height_mm: 12
  });
  const flask = await made(request, '/flasks', {
    name: 'Small pair',
    length_mm: 200,
    width_mm: 150,
    cope_mm: 60,
    drag_mm: 50
  });
  const day = await made(request, '/sessions', {
    at: hoursAgo(1),
    zone: 'UTC',
    stage: 'mold',
    melt: { charged_kg: 2, melt_c: 735, melt_at: hoursAgo(0.2) }
  });
  const molds: number[] = [];
  for (let n = 0; n < 2; n++)
    molds.push(
      (
        await made(request, `/sessions/${day.id}/molds`, {
          backing_heap_id: heap,
          flask_id: flask.id,
          metal: 'aluminium',
          patterns: [{ pattern_id: pattern.id, count: 1 }]
        })
      ).id
    );

  await open(page, '/trials');
  await page.getByLabel('What do you ask?').fill('Does wood flour give a smoother skin?');
  // Nothing is drawn before it is known how many molds that wants.
  await page.getByRole('textbox', { name: 'Worth it from how many grades?' }).fill('9');
  await page.getByRole('button', { name: 'Work out how many molds' }).click();
  await expect(page.getByText('At most 4 grades')).toBeVisible();
  await page.getByRole('textbox', { name: 'Worth it from how many grades?' }).fill('1,5');
  await page.getByRole('button', { name: 'Work out how many molds' }).click();
  await expect(
    page.getByText(/^\d+ molds, in \d+ pairs, find such a difference 8\d times in 100/)
  ).toBeVisible();
  await page.getByRole('button', { name: 'Draw the lot' }).click();
  // What is missing is said at its field, and what was counted stays.
  await expect(page.getByText('Needs a few words').first()).toBeVisible();
  await page.getByLabel('As you do it now').fill('Sand as it is');
  await page.getByLabel('The other way').fill('1 % wood flour');
  await accessible(page);
  await page.getByLabel('How many molds?').selectOption({ index: 0 });
  await page.getByRole('button', { name: 'Draw the lot' }).click();
  await expect(page.getByRole('heading', { name: 'Does wood flour give a smoother skin?' })).toBeVisible();
  await expect(page.getByText('Too early to tell')).toBeVisible();
  // Which way comes next is not said before a mold is taken in.
  await expect(page.getByText('Waits for its mold')).toHaveCount(2);

  await page.getByRole('button', { name: 'Take it in' }).first().click();
  await expect(page.getByRole('button', { name: 'Take it in' })).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Take it in' })).toHaveCount(2);
  await page.getByRole('button', { name: 'Take it in' }).first().click();
  await expect(page.getByRole('button', { name: 'Take it out' })).toHaveCount(1);
  const trial = page.url();

  // The other mold is taken in where it is rammed, and told its way there.
  const [, second] = molds;
  await open(page, `/mold/${second}`);
  await page.getByRole('button', { name: 'Take this mold in' }).click();
  await expect(page.getByText(/^This mold: (Sand as it is|1 % wood flour)$/)).toBeVisible();
  await accessible(page);

  for (const id of molds)
    await made(request, '/acts', {
      entries: [{ heap_id: heap, kind: 'drawn', at: hoursAgo(0.3), kg: 6, session_id: day.id, mold_id: id }],
      molds: [{ id, state: 'rammed' }]
    });
  for (const step of tickedSteps(molds))
    await made(request, `/sessions/${day.id}/steps`, { ...step, state: 'done', at: hoursAgo(0.2) });
  for (const id of molds)
    await made(request, `/sessions/${day.id}/steps`, {
      id: `${id}:close`,
      kind: 'close',
      state: 'done',
      at: hoursAgo(0.2),
      mold_id: id
    });
  for (const id of molds)
    await made(request, `/sessions/${day.id}/pours`, {
      mold_id: id,
      at: hoursAgo(0.1),
      pour_c: 735,
      seconds: 4
    });

  await page.goto(trial);
  const grades = page.getByLabel('Grade, 5 is best');
  await expect(grades).toHaveCount(2);
  await grades.first().selectOption('2');
  await page.getByRole('button', { name: 'Log it' }).first().click();
  await expect(grades).toHaveCount(1);
  await grades.selectOption('4');
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText('1 of 5 pairs are in.')).toBeVisible();
  await expect(page.getByText('grade 2')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take it out' })).toHaveCount(0);

  // Messages that still stand would lie over the one about this.
  await open(page, new URL(trial).pathname);
  await page.getByRole('button', { name: 'End it without an answer' }).click();
  await expect(page.getByText('This trial is ended.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { name: 'The next mold' })).toBeVisible();
  await page.getByRole('button', { name: 'End it without an answer' }).click();
  await page.getByRole('button', { name: 'Go on with it' }).click();
  await expect(page.getByRole('heading', { name: 'The next mold' })).toBeVisible();
});
