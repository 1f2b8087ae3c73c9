import { join } from 'node:path';
import { start } from '../scripts/served';
import { ask } from './ask';
import type { Found } from './table';

const DAY_MS = 86_400_000;
const BEGUN = Date.parse('2026-10-24T22:30:00Z');

/** How a clock goes wrong: hours and days from where it began, over both changes of the clock, a leap day, and back. */
const JUMPS_D = [0.1, 1, -3, 155, 400, 399.9, -30, 492, 0.2, 3650, 0.3] as const;

/**
 * A server whose clock jumps while sand is logged, a day is open and a plan stands: every answer comes, what was written
 * stays in its order, and a clock that was put back refuses nothing of now.
 */
export async function clockJumps(folder: string): Promise<Found> {
  const wrong: string[] = [];
  const iso = (ms: number) => new Date(ms).toISOString();
  const server = await start(join(folder, 'clock'), { BRUNKEL_NOW: iso(BEGUN) });
  const setOn = (ms: number) =>
    new Promise<void>((done) => {
      server.child.once('message', () => done());
      server.child.send({ now: iso(ms) });
    });
  let tried = 0;
  const asked = async (
    method: string,
    path: string,
    body?: object,
    right: readonly number[] = [200, 201]
  ) => {
    tried += 1;
    const { status, body: answer } = await ask(`${server.url}${path}`, method, body);
    if (!right.includes(status))
      wrong.push(`${status}: ${method} ${path} ${JSON.stringify(answer).slice(0, 120)}`);
    return answer;
  };
  await asked('POST', '/api/v1/heaps', { name: 'Gate heap', system: 'water', binder: 'natural' });
  await asked('POST', '/api/v1/heaps/1/entries', {
    kind: 'bought',
    at: iso(BEGUN - DAY_MS),
    kg: 30,
    moisture_percent: 4,
    active_clay_percent: 12,
    confirmed: true
  });
  await asked('POST', '/api/v1/sessions', { at: iso(BEGUN + 2 * DAY_MS), zone: 'Europe/London' });
  let written = 0;
  for (const days of JUMPS_D) {
    const now = BEGUN + days * DAY_MS;
    await setOn(now);
    await asked('POST', '/api/v1/heaps/1/entries', {
      kind: 'noted',
      at: iso(now),
      note: `after ${days} days`
    });
    written += 1;
    for (const path of [
      '/api/v1/heaps/1/state',
      '/api/v1/heaps/1/entries?limit=100',
      '/api/v1/journal',
      '/api/v1/sessions/1',
      '/',
      '/heaps/1',
      '/heaps/1/ledger',
      '/heaps/1/charts',
      '/journal',
      '/year',
      '/plan'
    ])
      await asked('GET', path);
  }
  // The later hours are of a clock that was wrong: all of them are there, in the order of their own times.
  const { items } = (await asked('GET', '/api/v1/heaps/1/entries?kind=noted&limit=100')) as {
    items?: { at: string }[];
  };
  const times = (items ?? []).map(({ at }) => Date.parse(at));
  if (times.length !== written) wrong.push(`${times.length} notes of ${written}`);
  if (times.some((at, i) => i > 0 && at > times[i - 1]!)) wrong.push('notes are out of their order');
  await server.end();
  return { what: 'a clock that jumps: all is answered, in order', tried, wrong };
}
