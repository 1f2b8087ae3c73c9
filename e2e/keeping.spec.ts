import { nowIso } from '../src/core/time/now';
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { GUIDE } from '../src/lib/server/records/guide';
import { accessible, expect, made, mixedHeap, open, serve, test } from './brunkel';

/** The very commands that the README names for keeping records, without their remarks. */
function commands(): string[] {
  const readme = readFileSync('README.md', 'utf8');
  const part = readme.slice(readme.indexOf('## Keep, move and bring back your records'));
  const block = /```sh\n([\s\S]*?)```/.exec(part)![1]!;
  return block.split('\n').flatMap((line) => line.replace(/#.*$/, '').trim() || []);
}

test('the README’s commands back records up, bring them back, and carry them elsewhere', async ({
  brunkel,
  request
}) => {
  const desk = mkdtempSync(join(tmpdir(), 'brunkel-desk-'));
  const elsewhere = join(desk, 'elsewhere');
  const heap = await mixedHeap(request);
  const states = async (url: string) => {
    const response = await request.get(`${url}/api/v1/heaps/${heap}/state?at=2026-12-01T09:00:00Z`);
    const { at: _, ...state } = (await response.json()) as Record<string, unknown>;
    return state;
  };
  const before = await states(brunkel.url);
  const run = (command: string) =>
    spawnSync(
      'sh',
      [
        '-c',
        command.replace('npm run', `npm --prefix ${process.cwd()} run`).replace('./elsewhere', elsewhere)
      ],
      {
        cwd: desk,
        encoding: 'utf8',
        env: { ...process.env, BRUNKEL_DATA: brunkel.folder }
      }
    );
  const [backup, restore, exported, imported] = commands() as [string, string, string, string];
  expect(run(backup).stdout).toContain('1 heaps, 1 entries');
  // While it is being served a restore is refused, and nothing happens to the records.
  const refused = run(restore);
  expect([refused.status, refused.stderr]).toEqual([1, expect.stringContaining('already')]);
  await made(request, '/materials', { kind: 'olivine', name: 'after the backup' });
  const stopped = await request.get(`${brunkel.url}/api/v1/materials`);
  expect(((await stopped.json()) as { total: number }).total).toBeGreaterThan(0);
  expect(run(exported).status).toBe(0);
  expect(readdirSync(join(desk, 'my-sand')).sort()).toEqual(
    expect.arrayContaining(['README.md', 'heaps.csv', 'records.jsonl'])
  );
  expect(run(imported).stdout).toContain('1 heaps, 1 entries');
  const there = await serve(elsewhere);
  expect(await states(there.url)).toEqual(before);
  await there.end();
  // Brought back over other records, on another machine.
  const restored = spawnSync('sh', ['-c', restore.replace('npm run', `npm --prefix ${process.cwd()} run`)], {
    cwd: desk,
    encoding: 'utf8',
    env: { ...process.env, BRUNKEL_DATA: elsewhere }
  });
  expect(restored.stdout).toContain('lie in');
  const back = await serve(elsewhere);
  expect(await states(back.url)).toEqual(before);
  const materials = await request.get(`${back.url}/api/v1/materials`);
  expect(JSON.stringify(await materials.json())).not.toContain('after the backup');
  await back.end();
  rmSync(desk, { recursive: true, force: true });
});

test('once it has ended, by whatever signal, the one file holds everything', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-end-'));
  for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP'] as const) {
    const { child, url } = await serve(folder);
    await fetch(`${url}/api/v1/materials`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ kind: 'olivine', name: signal })
    });
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill(signal);
    expect(await ended).toBe(0);
    expect(readdirSync(folder).filter((name) => /-(wal|shm)$/.test(name))).toEqual([]);
  }
  rmSync(folder, { recursive: true, force: true });
});

test('the page of records: copies, downloads in open formats, tokens', async ({ page, request }) => {
  await mixedHeap(request);
  await open(page, '/records');
  await page.getByRole('button', { name: 'Copy today now' }).click();
  await expect(page.getByText('Copied today')).toBeVisible();
  await accessible(page);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Back up to a file' }).click()
  ]);
  expect(file.suggestedFilename()).toMatch(/^brunkel-\d{4}-\d\d-\d\d\.sqlite$/);
  const bytes = readFileSync(await file.path());
  expect(bytes.subarray(0, 15).toString()).toBe('SQLite format 3');
  const lines = await (await request.get('/api/v1/records/export.jsonl')).text();
  expect(JSON.parse(lines.split('\n')[0]!)).toMatchObject({ brunkel: 'records' });
  const csv = await request.get('/api/v1/records/tables/heaps');
  expect((await csv.text()).split('\r\n')[0]).toContain('id,name');
  expect((await request.get('/api/v1/records/tables/secrets')).status()).toBe(404);
  await page.getByLabel('A new token for').fill('scale in the shed');
  await page.getByRole('button', { name: 'Make a token' }).click();
  await expect(page.getByText(/^brunkel_/)).toBeVisible();
  await expect(page.getByText(/may send readings, until/)).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Revoke scale in the shed' }).click();
  await expect(page.getByRole('button', { name: 'Revoke scale in the shed' })).toHaveCount(0);
});

test('a heap that cannot be read is named, and the others are served', async ({ page, brunkel, request }) => {
  const good = await mixedHeap(request, 'Good heap');
  const bad = await mixedHeap(request, 'Odd heap');
  const { default: sqlite } = await import('sqlite3');
  await new Promise<void>((resolve, reject) => {
    const db: import('sqlite3').Database = new sqlite.Database(join(brunkel.folder, 'brunkel.sqlite'), () =>
      db.run(
        `UPDATE entry_versions SET event = '{"kind":"conjured","kg":1}' WHERE entry_id = (SELECT id FROM entries WHERE heap_id = ${bad})`,
        (error) => db.close(() => (error ? reject(error) : resolve()))
      )
    );
  });
  // What was kept of it in memory is for the version before.
  await made(request, `/heaps/${good}/entries`, { kind: 'noted', at: nowIso(), note: 'x' });
  const { url, end } = await (async () => {
    const copy = mkdtempSync(join(tmpdir(), 'brunkel-odd-'));
    spawnSync(process.execPath, [
      'node_modules/tsx/dist/cli.mjs',
      'scripts/keep.ts',
      'backup',
      brunkel.folder,
      join(copy, 'brunkel.sqlite')
    ]);
    return serve(copy);
  })();
  await page.goto(`${url}/`);
  await expect(page.getByText('This heap cannot be read')).toBeVisible();
  await expect(page.getByText('(conjured)')).toBeVisible();
  await expect(page.getByRole('link', { name: /^Good heap/ })).toBeVisible();
  const state = await request.get(`${url}/api/v1/heaps/${bad}/state`);
  expect([state.status(), (await state.json()).detail]).toEqual([503, expect.stringContaining('conjured')]);
  // The page still fetches parts of itself, and would miss them once its server has ended.
  await page.goto('about:blank');
  await end();
});

test('the open format is described where the records are', () => {
  expect(existsSync('docs/records.md')).toBe(true);
  expect(readFileSync('docs/records.md', 'utf8')).toBe(GUIDE);
});

test('signals to npm start end the server under it, even when npm itself is killed', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-npm-'));
  for (const signal of ['SIGTERM', 'SIGKILL'] as const) {
    const npm = spawn('npm', ['start'], {
      env: { ...process.env, PORT: '0', HOST: '127.0.0.1', BRUNKEL_DATA: folder, BRUNKEL_PREPARED: '1' }
    });
    let said = '';
    npm.stdout.on('data', (chunk) => (said += String(chunk)));
    await expect.poll(() => said, { timeout: 60_000 }).toMatch(/http:\/\/127\.0\.0\.1:\d+/);
    npm.kill(signal);
    // Ended in order: the records are closed, so no log lies beside them.
    await expect.poll(() => readdirSync(folder).filter((name) => /-wal$/.test(name))).toEqual([]);
  }
  rmSync(folder, { recursive: true, force: true });
});
