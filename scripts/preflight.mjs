/** What every command needs first: packages, a build, a writable folder, a free port. Plain Node, no packages. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  accessSync,
  constants,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  statSync,
  writeFileSync
} from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));

// A setting that is there but empty counts as not set: it must not open the door to the whole network.
export const HOST = process.env.HOST || '127.0.0.1';
export const PORT = Number(process.env.PORT || 4680);
/** The user's own records. */
export const DATA = resolve(process.env.BRUNKEL_DATA || join(ROOT, 'data'));
/** Demo records, apart from the user's own. */
export const DEMO_DATA = process.env.BRUNKEL_DATA ? join(DATA, 'demo') : join(ROOT, 'data-demo');

/** Ends the command with one clear line. */
export function stop(line) {
  console.error(`\nBrunkel: ${line}`);
  process.exit(1);
}

/**
 * Runs a program and shows a running clock while it works; its output is shown only when it fails. JOBS lets
 * what is compiled use every core.
 */
export async function working(title, command, args, { timeHint = '' } = {}) {
  const started = Date.now();
  const child = spawn(command, args, {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { JOBS: 'max', ...process.env }
  });
  let output = '';
  child.stdout.on('data', (chunk) => (output += chunk));
  child.stderr.on('data', (chunk) => (output += chunk));
  const seconds = () => Math.round((Date.now() - started) / 1000);
  console.log(`… ${title}${timeHint && ` (${timeHint})`}`);
  const clock = setInterval(() => console.log(`… ${title}: ${seconds()} s`), 15_000);
  const code = await new Promise((done) => {
    child.on('error', () => done(127));
    child.on('close', done);
  });
  clearInterval(clock);
  if (code !== 0) {
    console.error(output.slice(-6000));
    stop(`${title} failed; what it said stands above.`);
  }
  console.log(`✓ ${title}: ${seconds()} s`);
}

const has = (program) => spawnSync(program, ['--version'], { stdio: 'ignore' }).status === 0;

/** Programs that the database is compiled with, and the Debian packages that bring them. */
const TOOLCHAIN = { python3: 'python3', make: 'make', 'g++': 'g++' };

export function missingTools() {
  return Object.keys(TOOLCHAIN).filter((program) => !has(program));
}

/** Brings programs from Debian's packages, where this is Debian and we may. */
export async function fromDebian(packages) {
  const may = process.getuid?.() === 0 && has('apt-get');
  if (!may) return false;
  await working('reading the package lists', 'apt-get', ['update', '-q']);
  await working(`installing ${packages.join(', ')}`, 'apt-get', [
    'install',
    '-y',
    '-q',
    '--no-install-recommends',
    ...packages
  ]);
  return true;
}

/** Whoever starts many servers at once prepares once, before them: two installations side by side destroy each other. */
const PREPARED = process.env.BRUNKEL_PREPARED === '1';

/** Installs the packages of the lock file, unless they are there. */
export async function ensureInstalled() {
  if (PREPARED) return;
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    stop(`needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const mark = join(ROOT, 'node_modules', '.brunkel-installed');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return;
  const missing = missingTools();
  if (missing.length > 0 && !(await fromDebian(missing.map((program) => TOOLCHAIN[program])))) {
    stop(
      `the database is compiled on this machine and needs ${missing.join(', ')}: install a C++ toolchain first.`
    );
  }
  await working('installing packages', 'npm', ['ci', '--include=dev', '--no-audit', '--no-fund'], {
    timeHint: 'the database is compiled: about three minutes'
  });
  writeFileSync(mark, lock);
}

/** Builds the application, unless what was built is from these very sources. */
export async function ensureBuilt() {
  if (PREPARED) return;
  const sources = sourcesHash();
  const mark = join(ROOT, 'build', '.brunkel-built');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === sources) return;
  await working('building', process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js'), 'build'], {
    timeHint: 'one to two minutes'
  });
  writeFileSync(mark, sources);
}

function sourcesHash() {
  const hash = createHash('sha256');
  const add = (path) => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name));
    else if (!path.endsWith('.test.ts')) hash.update(path.slice(ROOT.length)).update(readFileSync(path));
  };
  ['src', 'static', 'package-lock.json', 'svelte.config.js', 'vite.config.ts', 'tsconfig.json'].forEach(
    (name) => add(join(ROOT, name))
  );
  return hash.digest('hex');
}

/** Step by step: Node's recursive mkdir never comes back from a path below /proc. */
function makeFolder(folder) {
  if (existsSync(folder)) return;
  makeFolder(dirname(folder));
  mkdirSync(folder);
}

/** Makes the folder, or says in one line why it cannot be written. */
export function ensureWritable(folder) {
  try {
    makeFolder(folder);
    accessSync(folder, constants.W_OK);
    const probe = join(folder, '.write-probe');
    writeFileSync(probe, '');
    spawnSync('rm', ['-f', probe]);
  } catch {
    stop(`cannot write in ${folder}: set BRUNKEL_DATA to a folder that you may write in.`);
  }
}

/** Says in one line when the port is taken, before minutes of work are spent. */
export async function ensureFreePort() {
  if (!Number.isInteger(PORT) || PORT < 0 || PORT > 65535)
    stop(`PORT must be a number from 0 to 65535, not ${process.env.PORT}.`);
  const error = await new Promise((done) => {
    const probe = createServer();
    probe.once('error', done);
    probe.listen(PORT, HOST, () => probe.close(() => done(null)));
  });
  if (error) stop(whyNoPort(error));
}

export function whyNoPort(error) {
  if (error.code === 'EADDRINUSE')
    return `port ${PORT} is in use: choose another, as in PORT=${PORT + 1} npm start.`;
  if (error.code === 'EACCES') return `port ${PORT} is not ours to open: choose one above 1023 with PORT.`;
  if (error.code === 'EADDRNOTAVAIL' || error.code === 'ENOTFOUND')
    return `${HOST} is no address of this machine: set HOST to one that is.`;
  return `cannot listen on ${HOST}:${PORT}: ${error.message}`;
}
