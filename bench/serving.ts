import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { openDatabase } from '../src/lib/server/database/database';
import { fillDemo } from '../src/lib/server/demo/fill-demo';
import { start } from '../scripts/served';
import type { Measured } from './table';

const REQUESTS = 60;

/** The production server with the demo records: how long a page takes there, and what its first load weighs. */
export async function serving(): Promise<Measured[]> {
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-bench-'));
  const db = await openDatabase(folder);
  await fillDemo(db, new Date());
  await db.close();
  const { url, end } = await start(folder);
  try {
    return [
      { what: 'Bench page, median', value: await medianMs(`${url}/`), target: 30, unit: 'ms' },
      { what: 'Heap page, median', value: await medianMs(`${url}/heaps/1`), target: 30, unit: 'ms' },
      {
        what: 'state by the interface, median',
        value: await medianMs(`${url}/api/v1/heaps/1/state`),
        target: 30,
        unit: 'ms'
      },
      ...(await busy(`${url}/api/v1/heaps/1/state`, 'state', 300)),
      ...(await busy(`${url}/heaps/1`, 'Heap page', 90)),
      ...(await writing(url)),
      { what: 'first page JavaScript, gzip', value: await firstLoadKb(url, '/'), target: 150, unit: 'kB' },
      {
        what: 'Heap page JavaScript, gzip',
        value: await firstLoadKb(url, '/heaps/1'),
        target: 150,
        unit: 'kB'
      }
    ];
  } finally {
    await end();
    rmSync(folder, { recursive: true, force: true });
  }
}

const BUSY_S = 4;
/** The slowest of a hundred may take so many times what eight in a row take. */
const SLOWEST = 3;

/** Requests a second from one connection, and the slowest of a hundred with eight at once. */
async function busy(url: string, what: string, wanted: number): Promise<Measured[]> {
  const alone = await answering(url, 1);
  const together = await answering(url, 8);
  const eight_ms = (8 * 1000) / (together.length / BUSY_S);
  return [
    {
      what: `${what}, one connection`,
      value: alone.length / BUSY_S,
      target: wanted,
      unit: '/s',
      atLeast: true
    },
    {
      what: `${what}, eight at once, slowest of a hundred`,
      value: together[Math.floor(together.length * 0.99)]!,
      target: SLOWEST * eight_ms,
      unit: 'ms'
    }
  ];
}

/** How long each request took, ms, shortest first, while so many ask one after the other. */
async function answering(url: string, connections: number): Promise<number[]> {
  const times: number[] = [];
  const until = performance.now() + BUSY_S * 1000;
  const one = async () => {
    while (performance.now() < until) {
      const began = performance.now();
      const response = await fetch(url);
      await response.arrayBuffer();
      if (response.status !== 200) throw new Error(`${url} answered ${response.status}`);
      times.push(performance.now() - began);
    }
  };
  await Promise.all(Array.from({ length: connections }, one));
  return times.sort((a, b) => a - b);
}

const WRITERS = 64;
/** What each of them writes, one after the other. */
const WRITTEN_BY_ONE = 4;

/** Sixty-four devices that log at once: how long half of the entries take to be stored. */
async function writing(url: string): Promise<Measured[]> {
  const times: number[] = [];
  const one = async (writer: number) => {
    for (let i = 0; i < WRITTEN_BY_ONE; i++) {
      const began = performance.now();
      const response = await fetch(`${url}/api/v1/heaps/1/entries`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          kind: 'noted',
          at: new Date().toISOString(),
          note: `${writer} looked ${i + 1} times`
        })
      });
      if (response.status !== 201) throw new Error(`An entry was answered with ${response.status}`);
      times.push(performance.now() - began);
    }
  };
  await Promise.all(Array.from({ length: WRITERS }, (_, writer) => one(writer)));
  times.sort((a, b) => a - b);
  return [
    {
      what: `${WRITERS} devices log at once, median`,
      value: times[times.length / 2]!,
      target: 2000,
      unit: 'ms'
    }
  ];
}

async function medianMs(url: string): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < REQUESTS; i++) {
    const start = performance.now();
    const response = await fetch(url);
    await response.text();
    times.push(performance.now() - start);
    if (response.status !== 200) throw new Error(`${url} answered ${response.status}`);
  }
  return times.sort((a, b) => a - b)[REQUESTS / 2]!;
}

/** Every script that the page loads at once, and what those import, each gzipped. */
async function firstLoadKb(base: string, path: string): Promise<number> {
  const seen = new Map<string, number>();
  const response = await fetch(base + path);
  const html = await response.text();
  // What the page's own parts need is named in the Link header, the entry in the page.
  const preloaded = [...(response.headers.get('link') ?? '').matchAll(/<([^>]+\.js)>/g)];
  const imported = [...html.matchAll(/(?:href=|import\()\s*"([^"]+\.js)"/g)];
  const wanted = [...preloaded, ...imported].map((match) => new URL(match[1]!, base + path).href);
  while (wanted.length > 0) {
    const url = wanted.pop()!;
    if (seen.has(url)) continue;
    const text = await (await fetch(url)).text();
    seen.set(url, gzipSync(text).length);
    for (const match of text.matchAll(/(?:from|import)\s*"(\.[^"]+\.js)"/g))
      wanted.push(new URL(match[1]!, url).href);
  }
  if (seen.size === 0) throw new Error(`no scripts found in ${path}`);
  return [...seen.values()].reduce((sum, size) => sum + size, 0) / 1000;
}
