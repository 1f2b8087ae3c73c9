import { beforeEach, expect, it, vi } from 'vitest';

const state = vi.hoisted(() => ({
  data: { preferences: { units: 'metric', mode: 'light', gear: ['tube'] } as Record<string, unknown> },
  heard: [] as (() => void)[]
}));
vi.mock('$app/state', () => ({ navigating: { complete: null }, page: state }));
vi.mock('$app/navigation', () => ({
  invalidateAll: () => new Promise<void>((done) => state.heard.push(done))
}));
const { prefer } = await import('./preferences');

const page = { cookie: '', documentElement: { dataset: {} as Record<string, string> } };
const kept = () =>
  JSON.parse(decodeURIComponent(/^preferences=([^;]*)/.exec(page.cookie)![1]!)) as Record<string, unknown>;
beforeEach(() => vi.stubGlobal('document', page));

it('two choices at once are both kept, before the pages have heard of the first', async () => {
  const first = prefer((now) => ({ gear: [...(now.gear ?? []), 'kitchen-scale'] }));
  const second = prefer((now) => ({ gear: [...(now.gear ?? []), 'heat'] }));
  const third = prefer({ units: 'us' });
  expect(kept()).toEqual({ units: 'us', mode: 'light', gear: ['tube', 'kitchen-scale', 'heat'] });
  // Once the pages have heard, what another tab chose since counts.
  state.data.preferences = { units: 'metric', mode: 'dark' };
  for (const done of state.heard) done();
  await Promise.all([first, second, third]);
  void prefer({ units: 'us' });
  expect(kept()).toEqual({ units: 'us', mode: 'dark' });
});
