import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';

/** Runs a command that is expected to stop by itself, and gives the one line it says. */
function refusal(env: Record<string, string>): string {
  const { status, stderr } = spawnSync(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, ...env },
    encoding: 'utf8',
    timeout: 20_000
  });
  expect(status).toBe(1);
  const lines = stderr.split('\n').filter((line) => line.startsWith('Brunkel:'));
  expect(lines).toHaveLength(1);
  return lines[0]!;
}

let folder: string;
test.beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'brunkel-commands-'));
});
test.afterEach(() => rmSync(folder, { recursive: true, force: true }));

test('a busy port gets one clear line', async () => {
  const server = await new Promise<Server>((resolve) => {
    const busy = createServer().listen(0, '127.0.0.1', () => resolve(busy));
  });
  const { port } = server.address() as { port: number };
  expect(refusal({ PORT: String(port), BRUNKEL_DATA: folder })).toContain(
    `port ${port} is in use: choose another`
  );
  await new Promise((resolve) => server.close(resolve));
});

test('a folder that cannot be written, a wrong port and a wrong host each get one clear line', () => {
  const file = join(folder, 'a-file');
  writeFileSync(file, '');
  expect(refusal({ PORT: '0', BRUNKEL_DATA: file })).toContain(`cannot write in ${file}`);
  expect(refusal({ PORT: 'eighty', BRUNKEL_DATA: folder })).toContain('PORT must be a number');
  expect(refusal({ PORT: '0', HOST: '203.0.113.9', BRUNKEL_DATA: folder })).toContain(
    '203.0.113.9 is no address of this machine'
  );
});

test('records that are no database are not touched, and said so', () => {
  const path = join(folder, 'brunkel.sqlite');
  writeFileSync(path, 'not a database at all, but somebody’s only copy of something');
  expect(refusal({ PORT: '0', BRUNKEL_DATA: folder })).toContain('cannot be opened');
  expect(existsSync(path)).toBe(true);
});
