/** npm run faults -- --soak [minutes]: a server that is read and written for an hour; what it holds is printed as it goes. */
import { readFileSync } from 'node:fs';
import { fillDemo } from '../src/lib/server/demo/fill-demo';
import { openDatabase } from '../src/lib/server/database/database';
import { start, type Server } from '../scripts/served';
import { ask, pause } from './ask';
import type { Found } from './table';

type Chance = () => number;

const PAGES = [
  '/',
  '/heaps/1',
  '/heaps/2',
  '/heaps/1/ledger',
  '/heaps/1/charts',
  '/heaps/1/what-if',
  '/mold',
  '/pour',
  '/plan',
  '/journal',
  '/year',
  '/patterns',
  '/patterns/1',
  '/stock',
  '/handbook/pour',
  '/trainer'
] as const;
const READ = [
  '/heaps/1/state',
  '/heaps/1/entries?limit=50',
  '/sessions',
  '/plans/1/schedule',
  '/plans/1/calendar.ics',
  '/journal',
  '/figures',
  '/records/export.jsonl'
] as const;

/** What is asked in a second: somebody's two devices, and a scale. */
const A_SECOND = 6;
/** By so much more memory may be held at the end than after the first third; the rest is warming up. */
const MOST_GROWTH = 1.25;
const MOST_HANDLES_MORE = 12;

interface Minute {
  rss_mb: number;
  handles: number;
  asked: number;
  slowest_ms: number;
}

const rssOf = ({ child }: Server): number =>
  Number(/^VmRSS:\s+(\d+)/m.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))![1]) / 1024;

/** Pages, answers, entries and their undoing, streams that are left, for so many minutes; memory and handles stay where they are. */
export async function soak(folder: string, minutes: number, chance: Chance): Promise<Found> {
  const db = await openDatabase(folder);
  await fillDemo(db, new Date());
  await db.close();
  const server = await start(folder);
  const wrong: string[] = [];
  const pick = <T>(of: readonly T[]): T => of[Math.floor(of.length * chance())]!;
  const held: Minute[] = [];
  let tried = 0;

  const once = async (): Promise<number> => {
    const what = chance();
    const api = `${server.url}/api/v1`;
    const heard = ({ status, ms }: { status: number; ms: number }, said: string) => {
      if (status === 0 || status >= 500) wrong.push(`${status}: ${said}`);
      return ms;
    };
    if (what < 0.5) {
      const path = pick(PAGES);
      return heard(await ask(server.url + path, 'GET'), path);
    }
    if (what < 0.75) {
      const path = pick(READ);
      return heard(await ask(api + path, 'GET'), path);
    }
    if (what < 0.95) {
      const at = new Date().toISOString();
      const made = await ask(`${api}/heaps/1/entries`, 'POST', {
        kind: 'water',
        at,
        kg: 0.01,
        confirmed: true
      });
      heard(made, 'water');
      return heard(await ask(`${api}/heaps/1/entries/${String(made.body.id)}`, 'DELETE'), 'undone');
    }
    // Somebody looks at a scale, and goes away.
    const gone = new AbortController();
    const stream = await fetch(`${api}/devices/bench-scale/stream`, { signal: gone.signal }).catch(
      () => null
    );
    await pause(50);
    gone.abort();
    await stream?.body?.cancel().catch(() => undefined);
    return 0;
  };

  for (let minute = 1; minute <= minutes; minute++) {
    const until = performance.now() + 60_000;
    let [asked, slowest_ms] = [0, 0];
    while (performance.now() < until) {
      const began = performance.now();
      slowest_ms = Math.max(slowest_ms, await once());
      asked += 1;
      await pause(Math.max(0, 1000 / A_SECOND - (performance.now() - began)));
    }
    tried += asked;
    const now = { rss_mb: rssOf(server), handles: server.handles(), asked, slowest_ms };
    held.push(now);
    console.log(
      `soak, minute ${minute}: ${Math.round(now.rss_mb)} MB, ${now.handles} handles, ${asked} asked, slowest ${Math.round(slowest_ms)} ms`
    );
  }
  await server.end();
  wrong.push(...grown(held));
  return { what: `soaked for ${minutes} minutes: nothing grows, no 5xx`, tried, wrong };
}

/** Whether more is held in the last third than in the second. */
function grown(held: readonly Minute[]): string[] {
  const third = Math.floor(held.length / 3);
  if (third === 0) return [];
  const most = (of: readonly Minute[], what: 'rss_mb' | 'handles') =>
    Math.max(...of.map((each) => each[what]));
  const [middle, last] = [held.slice(third, 2 * third), held.slice(2 * third)];
  const wrong: string[] = [];
  if (most(last, 'rss_mb') > MOST_GROWTH * most(middle, 'rss_mb'))
    wrong.push(
      `memory: ${Math.round(most(middle, 'rss_mb'))} MB, then ${Math.round(most(last, 'rss_mb'))} MB`
    );
  if (most(last, 'handles') > most(middle, 'handles') + MOST_HANDLES_MORE)
    wrong.push(`handles: ${most(middle, 'handles')}, then ${most(last, 'handles')}`);
  return wrong;
}
