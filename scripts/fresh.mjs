/**
 * npm run fresh: does what the README tells a newcomer to do, word for word, on a clone of HEAD in an empty folder
 * without packages, and looks whether the demo is whole. Plain Node: it has to run where nothing is installed.
 */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { delimiter, join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { ROOT, stop } from './preflight.mjs';

/** An installation with its compilation, a build and a filled demo, on a machine that has much else to do, ms. */
const LONGEST_MS = 30 * 60_000;
/** A page that is not answered by then hangs, ms. */
const ANSWER_MS = 60_000;
/** Who is told to end has so long for it, ms. */
const ENDING_MS = 60_000;

const desk = mkdtempSync(join(tmpdir(), 'brunkel-fresh-'));
const clone = join(desk, 'brunkel');
// Not a program of this checkout may lend its hand to the clone.
const { BRUNKEL_DATA, BRUNKEL_PREPARED, HOST, NODE_PATH, ...surroundings } = process.env;
const env = {
  ...surroundings,
  PATH: process.env.PATH.split(delimiter)
    .filter((part) => !part.includes('node_modules'))
    .join(delimiter),
  PORT: '0'
};

let demo = null;
let fault = null;
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.once(signal, async () => {
    await end();
    clear();
    process.exit(1);
  });
try {
  const { status, stderr } = spawnSync('git', ['clone', '--quiet', ROOT, clone], { encoding: 'utf8' });
  if (status !== 0) throw new Error(`no clone could be made: ${stderr}`);
  const command = firstCommand();
  await tried(command, 'in an empty folder');
  // Demos that an earlier version filled have lost their files: the next start brings them back.
  rmSync(join(clone, 'data-demo', 'files'), { recursive: true });
  await tried(command, 'again, its photos and meshes gone');
} catch (thrown) {
  fault = thrown;
} finally {
  await end();
  clear();
}
if (fault) stop(fault.message);

/** Runs it until its page answers, and looks whether the demo is whole. */
async function tried(command, how) {
  console.log(`\n── ${command}, ${how}`);
  demo = spawn('sh', ['-c', command], {
    cwd: clone,
    env,
    detached: true,
    stdio: ['ignore', 'pipe', 'inherit']
  });
  const url = await address(demo, command);
  const wrong = await whatIsMissing(url);
  if (wrong.length > 0) throw new Error(`${command}, ${how}: ${wrong.join('; ')}`);
  await end();
}

/** The first line of the README's first block of commands, without its remark. */
function firstCommand() {
  const block = /```sh\n([\s\S]*?)```/.exec(readFileSync(join(clone, 'README.md'), 'utf8'));
  const command = block?.[1].split('\n')[0].replace(/#.*$/, '').trim();
  if (!command) throw new Error('the README names no command');
  return command;
}

/** Where it serves, once it says so. */
function address(child, command) {
  return new Promise((resolve, reject) => {
    let said = '';
    const limit = setTimeout(
      () => reject(new Error(`${command} did not serve within half an hour`)),
      LONGEST_MS
    );
    const settled = (settle, value) => {
      clearTimeout(limit);
      settle(value);
    };
    child.stdout.on('data', (chunk) => {
      process.stdout.write(chunk);
      said += String(chunk);
      const url = /^\s*(https?:\/\/\S+:\d+)\s*$/m.exec(said)?.[1];
      if (url) settled(resolve, url);
    });
    child.on('error', (error) => settled(reject, error));
    child.on('exit', (code) =>
      settled(reject, new Error(`${command} ended with ${code} and served nothing`))
    );
  });
}

/** Pages and pictures that are not answered, and files that the records name and nobody serves. */
async function whatIsMissing(url) {
  const wrong = [];
  const get = async (path) => {
    const response = await fetch(url + path, { signal: AbortSignal.timeout(ANSWER_MS) });
    const body = Buffer.from(await response.arrayBuffer());
    if (response.status !== 200) wrong.push(`${path} answers ${response.status}`);
    return body;
  };
  for (const page of ['/', '/patterns', '/patterns/1', '/journal', '/plan', '/pour', '/handbook']) {
    const html = String(await get(page));
    for (const [, picture] of html.matchAll(/<img[^>]*? src="(\/[^"]+)"/g)) await get(picture);
  }
  const lines = String(await get('/api/v1/records/export.jsonl'))
    .trim()
    .split('\n')
    .slice(1);
  const files = lines.map((line) => JSON.parse(line)).filter(({ table }) => table === 'files');
  if (files.length === 0) wrong.push('the demo has no photo and no mesh');
  for (const { row } of files) {
    const content = await get(`/api/v1/files/${row.hash}`);
    if (createHash('sha256').update(content).digest('hex') !== row.hash)
      wrong.push(`file ${row.hash.slice(0, 12)} (${row.media}) is not what its name says`);
  }
  console.log(`✓ the demo answers, with all ${files.length} photos and meshes that its records name`);
  return wrong;
}

/** As Ctrl-C does: the whole group hears of it. What npm started may still be closing its records when npm has ended. */
async function end() {
  if (!demo) return;
  tell('SIGINT');
  const until = Date.now() + ENDING_MS;
  while (tell(0) && Date.now() < until) await sleep(100);
  if (tell('SIGKILL')) fault ??= new Error('the demo did not end when it was told to');
  demo = null;
}

/** @returns false once nobody of the group is left */
function tell(signal) {
  try {
    return process.kill(-demo.pid, signal);
  } catch {
    return false;
  }
}

function clear() {
  rmSync(desk, { recursive: true, force: true });
}
