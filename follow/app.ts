import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unflatten } from 'devalue';
import { start, type Server } from '../scripts/served';

/** What was answered: its status, and the record or the problem. */
export interface Answer<T> {
  status: number;
  ok: boolean;
  body: T;
}

export interface Problem {
  detail?: string;
  errors?: { path: string; message: string }[];
}

/** A figure as a page shows it. */
export interface ShownFigure {
  id: string;
  value: number;
}

/** Brunkel as it is met by somebody who has its address and nothing else: pages, answers, and a clock on the wall. */
export class App {
  private constructor(
    private readonly server: Server,
    private readonly folder: string
  ) {}

  /** An empty shed. @param at what the clock shows, ISO 8601 */
  static async open(at: string): Promise<App> {
    const folder = mkdtempSync(join(tmpdir(), 'brunkel-follow-'));
    return new App(await start(folder, { BRUNKEL_NOW: at }), folder);
  }

  async close(): Promise<void> {
    await this.server.end();
    rmSync(this.folder, { recursive: true, force: true });
  }

  /** Sets the clock on the wall. */
  async setClock(at: string): Promise<void> {
    const { child } = this.server;
    const heard = heardFrom(child);
    child.send({ now: at });
    await heard;
  }

  get<T>(path: string): Promise<Answer<T>> {
    return this.call<T>('GET', path);
  }
  post<T>(path: string, body: object = {}): Promise<Answer<T>> {
    return this.call<T>('POST', path, body);
  }
  patch<T>(path: string, body: object): Promise<Answer<T>> {
    return this.call<T>('PATCH', path, body);
  }

  private async call<T>(method: string, path: string, body?: object): Promise<Answer<T>> {
    const answer = await fetch(`${this.server.url}/api/v1${path}`, {
      method,
      ...(body && { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
    });
    const text = await answer.text();
    return {
      status: answer.status,
      ok: answer.ok,
      // Every answer is JSON or nothing.
      body: (text === '' ? null : JSON.parse(text)) as T
    };
  }

  /** What a page is given to show. */
  async given<T>(path: string): Promise<T> {
    const answer = await fetch(`${this.server.url}${path === '/' ? '' : path}/__data.json`);
    const { nodes } = (await answer.json()) as { nodes: ({ data?: unknown[] } | null)[] };
    // The last is the page's own; those before it are its frames'.
    return unflatten(nodes.at(-1)!.data!) as T;
  }

  /** The figures that a page shows, each by what it is of. */
  async figures(path: string): Promise<ShownFigure[]> {
    const html = await (await this.page(path)).text();
    return [...html.matchAll(/<[^>]*\bdata-figure="([^"]+)"[^>]*>/g)].map(([tag, id]) => ({
      id: id!,
      value: Number(/\bdata-value="([^"]+)"/.exec(tag)?.[1])
    }));
  }

  /** The words of a part of a page, by what the part is called; null where it has no such part. */
  async words(path: string, part: string): Promise<string | null> {
    const html = await (await this.page(path)).text();
    const [, from] = html.split(`aria-label="${part}"`);
    return from === undefined
      ? null
      : from
          .slice(from.indexOf('>') + 1, from.indexOf('</section>'))
          .replace(/<[^>]*>/g, ' ')
          .replace(/\s+/g, ' ')
          .trim();
  }

  private async page(path: string): Promise<Response> {
    const answer = await fetch(`${this.server.url}${path}`);
    if (!answer.ok) throw new Error(`${path} answers ${answer.status}`);
    return answer;
  }
}

const heardFrom = (child: ChildProcess): Promise<unknown> =>
  new Promise((resolve) => child.once('message', resolve));
