import { expect, open, test } from './brunkel';
import type { Page } from '@playwright/test';

/**
 * One figure has one source: whatever a page says of a heap, a mold or a casting day, every other page and the interface
 * say the same, in whichever units.
 */
const MOLDS = [59, 60];
const PAGES = [
  '/',
  '/temper',
  '/stock',
  ...[1, 2, 3, 4, 5, 6, 7].map((id) => `/stock/${id}`),
  '/flasks',
  ...[1, 2, 3].map((id) => `/flasks/${id}`),
  '/patterns',
  ...[1, 2, 3, 4, 5, 6].map((id) => `/patterns/${id}`),
  '/heaps/1',
  '/heaps/2',
  '/heaps/3',
  '/plan',
  '/pour',
  ...MOLDS.flatMap((id) => [`/mold/${id}`, `/mold/${id}/gating`])
];
/** Sand dries while one looks from page to page. */
const DRIES = 1e-3;

interface Seen {
  path: string;
  value: number;
}

async function figuresOf(page: Page, path: string): Promise<[string, number][]> {
  return page
    .locator('[data-figure]')
    .evaluateAll((all) =>
      all.map((each): [string, number] => {
        const { figure, value } = (each as HTMLElement).dataset;
        return [figure!, Number(value)];
      })
    )
    .then((all) => all.map(([id, value]) => [id, value] as [string, number]))
    .catch((thrown: unknown) => {
      throw new Error(`${path}: ${String(thrown)}`);
    });
}

for (const units of ['metric', 'us'] as const)
  test(`every page and the interface say the same of one thing, ${units}`, async ({
    page,
    shed,
    context
  }) => {
    await context.addCookies([
      { name: 'preferences', value: encodeURIComponent(JSON.stringify({ units })), url: shed.url }
    ]);
    const seen = new Map<string, Seen[]>();
    for (const path of PAGES) {
      await open(page, `${shed.url}${path}`);
      for (const [id, value] of await figuresOf(page, path))
        seen.set(id, [...(seen.get(id) ?? []), { path, value }]);
    }
    const told = (await (await page.request.get(`${shed.url}/api/v1/figures`)).json()) as Record<
      string,
      number
    >;
    const differ = [...seen].flatMap(([id, all]) =>
      all
        .filter(({ value }) => !near(value, told[id]))
        .map(({ path, value }) => `${id}: ${value} on ${path}, ${told[id]} by the interface`)
    );
    expect(differ).toEqual([]);
    // The day's metal stands on the plan, on the pour and in the answers.
    expect(seen.get('session:28.charge-kg')?.map(({ path }) => path)).toEqual(['/plan', '/pour']);
    const twice = [...seen.values()].filter((all) => new Set(all.map(({ path }) => path)).size > 1);
    console.log(`${seen.size} figures, ${twice.length} of them on two pages or more`);
    expect(twice.length).toBeGreaterThanOrEqual(60);
  });

const near = (a: number, b: number | undefined) =>
  b !== undefined && Math.abs(a - b) <= DRIES * Math.max(Math.abs(a), Math.abs(b), 1e-3);
