import { spawnSync } from 'node:child_process';
import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sqlite from 'sqlite3';
import { FILE_NAME } from '../src/lib/server/database/coming';
import { start } from '../scripts/served';
import { ask } from './ask';
import { late } from './in-time';
import type { Found } from './table';

/** Handles that come and go by themselves (a stream, a timer). */
const SLACK = 6;

const note = (url: string, n: number, length = 40) =>
  ask(`${url}/api/v1/materials`, 'POST', { kind: 'olivine', name: `${n}`, note: 'x'.repeat(length) });

/** A disk that fills up: 503 with how to go on, no handles lost, and all is well once there is room. */
export async function fullDisk(folder: string): Promise<Found> {
  const what = 'a full disk: 503, and well again';
  const at = join(folder, 'small');
  mkdirSync(at);
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=1500k', 'tmpfs', at], { encoding: 'utf8' });
  if (mounted.status !== 0)
    return {
      what,
      tried: 0,
      wrong: [],
      skipped: `may not mount (${mounted.stderr?.trim() || 'no mount here'})`
    };
  const wrong: string[] = [];
  let tried = 0;
  try {
    const server = await start(at);
    const before = server.handles();
    writeFileSync(join(at, 'filler'), Buffer.alloc(500_000));
    let refused = 0;
    for (let n = 0; n < 1500 && refused < 25; n++) {
      tried += 1;
      const { status, body } = await note(server.url, n, 1900);
      if (status === 503) {
        refused += 1;
        if (!String(body.detail).includes('disk is full')) wrong.push(`says “${String(body.detail)}”`);
      } else if (status !== 201) wrong.push(`answered ${status}: ${String(body.detail)}`);
    }
    if (refused === 0) wrong.push('never refused');
    if ((await ask(`${server.url}/api/v1/materials`, 'GET')).status !== 200)
      wrong.push('does not read while full');
    if (server.handles() > before + SLACK) wrong.push(`handles rose from ${before} to ${server.handles()}`);
    rmSync(join(at, 'filler'));
    const after = await note(server.url, 9999);
    if (after.status !== 201) wrong.push(`not well again: ${after.status}`);
    await server.end();
  } catch (error) {
    wrong.push((error as Error).message);
  } finally {
    spawnSync('umount', [at]);
  }
  return { what, tried, wrong };
}

/** Another program holds the file: 503 in time, no handles lost, and all is well once it lets go. */
export async function lockedFile(folder: string): Promise<Found> {
  const at = join(folder, 'locked');
  const server = await start(at);
  const wrong: string[] = [];
  const held = await new Promise<sqlite.Database>((resolve) => {
    const db: sqlite.Database = new sqlite.Database(join(at, FILE_NAME), () => resolve(db));
  });
  await new Promise((done) => held.run('BEGIN IMMEDIATE', done));
  let tried = 0;
  let before = 0;
  // What is open after the first round is open anyhow; another round must not add to it.
  for (const round of [1, 2]) {
    const began = performance.now();
    const answers = await Promise.all(Array.from({ length: 5 }, (_, n) => note(server.url, n)));
    const took = performance.now() - began;
    if (late('five writers beside a held file', took, 2000))
      wrong.push(`kept five writers waiting for ${took.toFixed(0)} ms`);
    tried += answers.length;
    for (const { status } of answers) if (status !== 503) wrong.push(`answered ${status} while held`);
    if (round === 1) before = server.handles();
  }
  if (server.handles() > before + 3) wrong.push(`handles rose from ${before} to ${server.handles()}`);
  if ((await ask(`${server.url}/api/v1/materials`, 'GET')).status !== 200)
    wrong.push('does not read while held');
  await new Promise((done) => held.run('ROLLBACK', done));
  await new Promise((done) => held.close(done));
  const after = await note(server.url, 99);
  if (after.status !== 201) wrong.push(`not well again: ${after.status} ${String(after.body.detail)}`);
  await server.end();
  return { what: 'a locked file: 503, and well again', tried, wrong };
}

/** The folder is moved away while it serves: noticed, and nothing is written into nowhere. */
export async function goneFolder(folder: string): Promise<Found> {
  const at = join(folder, 'moved');
  const server = await start(at);
  const wrong: string[] = [];
  await note(server.url, 1);
  renameSync(at, `${at}-away`);
  const { status, body } = await note(server.url, 2);
  if (status !== 503 || !String(body.detail).includes('moved, deleted or swapped'))
    wrong.push(`answered ${status}: ${String(body.detail)}`);
  renameSync(`${at}-away`, at);
  const back = await note(server.url, 3);
  if (back.status !== 201) wrong.push(`not well again: ${back.status}`);
  await server.end();
  return { what: 'a folder that is moved away: noticed', tried: 3, wrong };
}

/** A second server on the same folder is refused with one line, and the first goes on. */
export async function secondServer(folder: string): Promise<Found> {
  const at = join(folder, 'twice');
  const server = await start(at);
  const wrong: string[] = [];
  const second = await start(at).then(
    async (other) => (await other.end(), 'served too'),
    (error: Error) => error.message
  );
  if (!second.includes('already')) wrong.push(second);
  if ((await note(server.url, 1)).status !== 201) wrong.push('the first does not go on');
  await server.end();
  return { what: 'a second server on one folder: refused', tried: 1, wrong };
}
