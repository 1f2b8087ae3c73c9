import { nowMs } from '../src/core/time/now';
import ICAL from 'ical.js';
import { accessible, expect, made, mixedHeap, open, ready, test } from './brunkel';
import type { APIRequestContext } from '@playwright/test';

const DAY = 86_400_000;
/** In so many days, or on the first such weekday after them. */
function dayAhead(days: number, weekday?: number): Date {
  const at = new Date(nowMs() + days * DAY);
  if (weekday !== undefined) at.setDate(at.getDate() + ((weekday - at.getDay() + 7) % 7));
  return at;
}
const WEDNESDAY = 3;

/** A shed with a flask and two patterns, and a casting day at two in the afternoon. */
async function shed(request: APIRequestContext, day: Date) {
  await mixedHeap(request, 'Gate heap');
  await made(request, '/flasks', {
    name: 'Shelf board',
    length_mm: 300,
    width_mm: 200,
    cope_mm: 90,
    drag_mm: 80
  });
  for (const name of ['Latch', 'Handle'])
    await made(request, '/patterns', {
      name,
      known_by: 'displacement',
      volume_l: 0.06,
      length_mm: 110,
      width_mm: 45,
      height_mm: 16,
      ...(name === 'Handle' && { wear: 'a chipped edge' })
    });
  await made(request, '/members', { name: 'Orla' });
  const at = new Date(day);
  at.setHours(14, 0, 0, 0);
  return made(request, '/sessions', { name: 'Gates', at: at.toISOString(), zone: 'Europe/London' });
}

test('from the castings that are wanted to the hour of every step; ticked, put off, taken along as a calendar', async ({
  page,
  request
}) => {
  await shed(request, dayAhead(21));
  await open(page, '/');
  await page.getByRole('link', { name: 'Plan it' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Before Gates');
  await ready(page);
  // Nothing wanted is refused at the field, and what was typed outlives a reload.
  await page.getByRole('button', { name: 'Plan it' }).click();
  await expect(page.getByText('Needs a casting')).toBeVisible();
  for (const [many, says] of [
    ['2.5', 'Must be a whole number, 1 to 200.'],
    ['500', 'Must be 1 to 200.'],
    ['a few', /^“a few”|Write|number/]
  ] as const) {
    await page.getByLabel('Latch, castings').fill(many);
    await page.getByRole('button', { name: 'Plan it' }).click();
    await expect(page.getByText(says)).toBeVisible();
    await expect(page.getByLabel('Latch, castings')).toBeFocused();
  }
  await page.getByLabel('Latch, castings').fill('3');
  await page.getByRole('button', { name: /^Latch/ }).click();
  await page.getByRole('button', { name: '+ primer' }).click();
  await page.getByRole('button', { name: '+ varnish' }).click();
  await page.getByRole('button', { name: /^Handle/ }).click();
  await page.getByRole('checkbox', { name: /Repair it before/ }).check();
  await page.getByLabel('Handle, castings').fill('1');
  await page.reload();
  await ready(page);
  await expect(page.getByLabel('Latch, castings')).toHaveValue('3');
  await expect(page.getByRole('button', { name: /^Latch/ })).toContainText('2 coats to come');
  await accessible(page);
  await page.getByRole('button', { name: 'Plan it' }).click();
  await expect(page.getByText(/^The day works/)).toBeVisible();
  await accessible(page);
  const first = page.getByRole('checkbox', {
    name: 'coat 1 of 2 of primer on Latch'
  });
  await expect(first).toBeVisible();
  await first.check();
  await expect(page.getByText(/Done, and entered: coat 1 of 2/)).toBeVisible();
  const coats = async () =>
    (await (await request.get('/api/v1/patterns/1')).json()).coats as { what: string }[];
  expect((await coats()).map(({ what }) => what)).toEqual(['primer']);
  // Undone, the coat is gone from the pattern too.
  await page
    .locator('[data-scope=toast][data-part=root]')
    .filter({ hasText: 'Done, and entered' })
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect.poll(coats).toEqual([]);
  await expect(first).toBeVisible();
  await expect(first).not.toBeChecked();
  // Put off, with what follows told before.
  await page.getByRole('button', { name: 'More about: coat 1 of 2 of primer on Latch' }).click();
  await expect(page.getByText(/If it slips 7 days/)).toBeVisible();
  const later = new Date(nowMs() + 9 * DAY).toISOString().slice(0, 10);
  await page.getByLabel(/^Not before/).fill(`${later}T08:00`);
  // What was typed there outlives a reload.
  await page.reload();
  await ready(page);
  await page.getByRole('button', { name: 'More about: coat 1 of 2 of primer on Latch' }).click();
  await expect(page.getByLabel(/^Not before/)).toHaveValue(`${later}T08:00`);
  await page.getByRole('button', { name: 'Plan it so' }).click();
  await expect(page.getByText('put off').first()).toBeVisible();
  // With the keys it goes to another day.
  const { steps } = await (await request.get('/api/v1/plans/1/schedule')).json();
  const typed_ms = await page.evaluate((typed) => new Date(typed).getTime(), `${later}T08:00`);
  const { from } = steps.find(({ id }: { id: string }) => id === 'coat:1:1');
  expect(Date.parse(from)).toBeGreaterThanOrEqual(typed_ms);
  const ics = await request.get('/api/v1/plans/1/calendar.ics');
  expect(ics.headers()['content-type']).toContain('text/calendar');
  const events = new ICAL.Component(ICAL.parse(await ics.text())).getAllSubcomponents('vevent');
  expect(events.length).toBe(steps.filter(({ from }: { from: string | null }) => from !== null).length);
  const address = page.getByLabel(/Give this to your calendar/);
  await page.getByRole('button', { name: 'Subscribe to all casting days' }).click();
  await expect(address).toHaveValue(/v1\/calendar\.ics\?units=metric&token=brunkel_/);
  await page.getByRole('button', { name: 'Subscribe to this day' }).click();
  await expect(address).toHaveValue(/plans\/1\/calendar\.ics\?units=metric&token=brunkel_/);
  await expect(page.getByText('It opens this casting day in a calendar and nothing else')).toBeVisible();
  await page.getByRole('button', { name: 'Set them out in the day' }).click();
  await expect(page.getByText(/set out in the day\.$/)).toBeVisible();
  // The Bench has what is next, and for whom.
  await open(page, '/');
  await expect(page.locator('#casting').getByRole('checkbox').first()).toBeVisible();
  await expect(page.locator('#casting')).toContainText('Orla');
  await expect(page.locator('#casting').getByRole('link', { name: /the plan/ })).toBeVisible();
});

test('a day that is too soon says when it can be, and a calendar of one’s own takes its hours', async ({
  page,
  request
}) => {
  await shed(request, dayAhead(1));
  await open(page, '/plan');
  await page.getByLabel('Latch, castings').fill('1');
  await page.getByRole('button', { name: /^Latch/ }).click();
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: '+ varnish' }).click();
  await page.getByRole('button', { name: 'Plan it' }).click();
  await expect(page.getByText(/This plan is .* short of time/)).toBeVisible();
  await page.getByRole('button', { name: 'Pour then' }).click();
  await expect(page.getByText(/^The day works/)).toBeVisible();
  const pour = async () => (await (await request.get('/api/v1/plans/1/schedule')).json()).earliest as string;
  const before = await pour();
  const two = (n: number) => String(n).padStart(2, '0');
  const day = (ms: number) => {
    const at = new Date(ms);
    return `${at.getFullYear()}${two(at.getMonth() + 1)}${two(at.getDate())}`;
  };
  const away = `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTART;VALUE=DATE:${day(nowMs())}\r\nDTEND;VALUE=DATE:${day(nowMs() + 14 * DAY)}\r\nSUMMARY:Away\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;
  const file = (text: string) => ({ name: 'mine.ics', mimeType: 'text/calendar', buffer: Buffer.from(text) });
  await page.getByLabel(/Read Orla’s calendar file/).setInputFiles(file('hello'));
  await expect(page.getByText(/is no calendar file/)).toBeVisible();
  await page.getByLabel(/Read Orla’s calendar file/).setInputFiles(file(away));
  await expect(page.getByText(/mine\.ics: 1 busy/)).toBeVisible();
  await expect(page.getByText(/This plan is .* short of time/)).toBeVisible();
  expect(Date.parse(await pour()) - Date.parse(before)).toBeGreaterThan(5 * DAY);
  await page.getByRole('button', { name: 'Forget it: mine.ics' }).click();
  await expect(page.getByText(/^The day works/)).toBeVisible();
});

test('a step goes to another day by the keys and by dragging; a tick out of reach waits, and counts once', async ({
  page,
  request
}) => {
  // Hours are free on weekday evenings: the tools are laid out on the Tuesday, and can still be carried to the day itself.
  // On a weekend they would stand on the last day already.
  await shed(request, dayAhead(6, WEDNESDAY));
  await open(page, '/plan');
  await page.getByLabel('Latch, castings').fill('1');
  await page.getByRole('button', { name: 'Plan it' }).click();
  await expect(page.getByText(/^The day works/)).toBeVisible();
  const tools = 'lay out tools, fuel, clothing and dry sand';
  const schedule = async () => (await request.get('/api/v1/plans/1/schedule')).json();
  const step = async (id: string) =>
    (await schedule()).steps.find((each: { id: string }) => each.id === id) as {
      from: string;
      not_before: string | null;
      done_at: string | null;
    };
  const item = page.getByRole('listitem', { name: tools, exact: true });
  const days = page.locator('ul[aria-label^="Steps on"]');
  const placeOf = () =>
    item.evaluate((li) =>
      [...document.querySelectorAll('ul[aria-label^="Steps on"]')].indexOf(li.closest('ul')!)
    );
  const before = await placeOf();
  // By the keys: picked up, taken there and back, then there again; let go it is moved once, and keeps the focus.
  // A key that is pressed before the new page has settled is lost, and pressed again.
  await expect(async () => {
    await item.focus();
    await page.keyboard.press('Space');
    await expect(item).toHaveAttribute('data-picked', '', { timeout: 1000 });
  }).toPass();
  await page.keyboard.press('ArrowDown');
  await expect.poll(placeOf).toBe(before + 1);
  await page.keyboard.press('ArrowUp');
  await expect.poll(placeOf).toBe(before);
  expect((await step('tools')).not_before).toBeNull();
  await page.keyboard.press('ArrowRight');
  await expect.poll(placeOf).toBe(before + 1);
  await page.keyboard.press('Space');
  await expect(page.getByText(/^Not before .*: lay out tools/)).toBeVisible();
  expect((await step('tools')).not_before).not.toBeNull();
  await expect.poll(placeOf).toBeGreaterThan(before);
  await expect(item).toBeFocused();
  await accessible(page);
  await page
    .locator('[data-scope=toast][data-part=root]')
    .filter({ hasText: 'Not before' })
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect.poll(placeOf).toBe(before);
  expect((await step('tools')).not_before).toBeNull();
  // By the pointer, to the same day.
  await days.nth(before + 1).scrollIntoViewIfNeeded();
  await item.scrollIntoViewIfNeeded();
  const from = (await item.boundingBox())!;
  const to = (await days.nth(before + 1).boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2 + 12, { steps: 4 });
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 20 });
  // Its place is held open in the list that it hangs over.
  await expect(days.nth(before + 1).locator(`li[aria-label="${tools}"]`)).toHaveCount(1);
  await page.mouse.up();
  await expect.poll(async () => (await step('tools')).not_before).not.toBeNull();
  await expect.poll(placeOf).toBeGreaterThan(before);
  // Out of reach the tick stays, and is entered once the server is there again, with the hour at which it was made.
  await page.route('**/api/v1/plans/**', (route) => route.abort());
  const box = page.getByRole('checkbox', { name: tools });
  await box.check();
  await expect(page.getByText('done, waits in the outbox')).toBeVisible();
  await page.reload();
  await ready(page);
  await expect(box).toBeChecked();
  const made_at = nowMs();
  expect((await step('tools')).done_at).toBeNull();
  await page.unroute('**/api/v1/plans/**');
  await expect.poll(async () => (await step('tools')).done_at).not.toBeNull();
  expect(Date.parse((await step('tools')).done_at!)).toBeLessThanOrEqual(made_at);
});

test('castings that hold up a day are left out by one press, and put back by one', async ({
  page,
  request
}) => {
  await shed(request, dayAhead(4));
  await open(page, '/plan');
  await page.getByLabel('Latch, castings').fill('2');
  await page.getByRole('button', { name: /^Latch/ }).click();
  for (let i = 0; i < 8; i++) await page.getByRole('button', { name: '+ varnish' }).click();
  await page.getByLabel('Handle, castings').fill('1');
  await page.getByRole('button', { name: 'Plan it' }).click();
  await expect(page.getByText(/This plan is .* short of time/)).toBeVisible();
  await accessible(page);
  await page
    .getByRole('button', { name: /^Leave out 2 × Latch$/ })
    .first()
    .click();
  await expect(page.getByText(/^The day works/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'The molds' })).not.toContainText('Latch');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/This plan is .* short of time/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'The molds' })).toContainText('Latch');
});

test.describe('without a script', () => {
  test.use({ javaScriptEnabled: false });
  test('a casting day is planned by posting its form', async ({ page, request }) => {
    await shed(request, dayAhead(21));
    await page.goto('/plan');
    await page.getByLabel('Handle, castings').fill('2');
    await page.getByRole('button', { name: 'Plan it' }).click();
    await expect(page.getByText(/^The day works/)).toBeVisible();
    await expect(page.getByRole('region', { name: 'The molds' })).toContainText('Handle');
  });
});
