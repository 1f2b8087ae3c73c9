/**
 * The packages of the lock file, in two steps: they are fetched, and then the driver of the database is compiled, which
 * takes longer than all the rest and needs nobody to wait for it. A step that was stopped is done again, the others not.
 */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PREPARED, ROOT, stop } from './preflight.mjs';
import { orStop, working } from './working.mjs';

const PACKAGES = join(ROOT, 'node_modules');
const has = (program) => spawnSync(program, ['--version'], { stdio: 'ignore' }).status === 0;

/** Programs that the driver is compiled with, and the Debian packages that bring them. */
const TOOLCHAIN = { python3: 'python3', make: 'make', 'g++': 'g++' };

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

const CHROMIUM = [process.env.BRUNKEL_CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'];

/** The browser that the tests drive, where it is or can be brought. */
export async function ensureChromium() {
  if (CHROMIUM.some((path) => path && existsSync(path)) || (await fromDebian(['chromium']))) return;
  stop('the end-to-end tests need Chromium: install it, or set BRUNKEL_CHROMIUM to its path.');
}

/** Everything of the lock file, ready to run. @param tests what only the tests and the bench need, too */
export async function ensureInstalled({ tests = false } = {}) {
  await ensurePackages({ tests });
  await ensureDriver();
}

/**
 * Fetches the packages, unless they are there.
 *
 * @param tests what only the tests and the bench need, too: a reader of the demo does not wait for it
 */
export async function ensurePackages({ tests = false } = {}) {
  if (PREPARED) return;
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    stop(`needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const mark = join(PACKAGES, '.brunkel-installed');
  const there = existsSync(mark) ? readFileSync(mark, 'utf8').split(' ') : null;
  if (there?.[0] === lock && (!tests || there[1] === 'tests')) return;
  await ensureToolchain();
  rmSync(mark, { force: true });
  const withTests = tests || there?.[1] === 'tests';
  await working(
    tests && there?.[0] === lock ? 'fetching what the tests need' : 'fetching packages',
    'npm',
    [
      // What is whole is only brought up to date: the driver that was compiled in it stays.
      ...(there ? ['install', '--no-save'] : ['ci']),
      withTests ? '--include=dev' : '--omit=dev',
      '--ignore-scripts',
      '--no-audit',
      '--no-fund'
    ],
    { timeHint: 'about a minute' }
  );
  orStop('fetching packages', () => writeFileSync(mark, `${lock} ${withTests ? 'tests' : 'run'}`));
}

/** Compiles the driver of the database, unless it is there for this Node. */
export async function ensureDriver() {
  if (PREPARED) return;
  const mark = join(PACKAGES, 'sqlite3', '.brunkel-compiled');
  const wanted = `${process.platform} ${process.arch} ${process.versions.modules}`;
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return;
  await ensureToolchain();
  const { allowScripts } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'));
  await working('compiling the database', 'npm', ['rebuild', ...Object.keys(allowScripts)], {
    timeHint: 'two to three minutes, once',
    // As SQLite itself is built: the last degree of optimization costs a minute more and nobody feels it.
    env: { JOBS: 'max', CFLAGS: '-O2' }
  });
  orStop('compiling the database', () => writeFileSync(mark, wanted));
}

async function ensureToolchain() {
  const missing = Object.keys(TOOLCHAIN).filter((program) => !has(program));
  if (missing.length > 0 && !(await fromDebian(missing.map((program) => TOOLCHAIN[program]))))
    stop(
      `the database is compiled on this machine and needs ${missing.join(', ')}: install ${missing.length === 1 ? 'it' : 'them'} and give the command again.`
    );
}
