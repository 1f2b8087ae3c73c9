/** npm test: everything that proves it, from a fresh clone: lint, types, unit tests, faults, ten followed days, end-to-end tests. */
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { ensureReady } from './building.mjs';
import { ensureChromium } from './installing.mjs';
import { ROOT } from './preflight.mjs';

/** Folders in memory, where there is room for them: hundreds of databases are made, and none is to last. */
const IN_MEMORY = '/dev/shm';
const ROOM_BYTES = 3e9;

const parts = [];
/** What of it failed, by its title. */
const red = [];

await part('install and build', async () => {
  await ensureReady({ tests: true });
  await ensureChromium();
});

const results = join(ROOT, 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results);
const scratch = mkdtempSync(join(roomInMemory() ? IN_MEMORY : tmpdir(), 'brunkel-tests-'));
const env = {
  ...process.env,
  TMPDIR: scratch,
  BRUNKEL_PREPARED: '1',
  // What is made once is made once for all of them.
  BRUNKEL_RUN: String(process.pid)
};
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.once(signal, () => {
    clear();
    process.exit(1);
  });

await run('getting ready', ['svelte-kit', 'sync']);
// The checks of the text fill what the unit tests leave idle of two cores.
await Promise.all([
  run(
    'unit tests',
    ['vitest', 'run', '--reporter=default', '--reporter=json', '--outputFile.json=test-results/unit.json'],
    true
  ),
  run('lint', ['eslint', '.'])
    .then(() => run('format', ['prettier', '--check', '--cache', '--log-level', 'warn', '.']))
    .then(() => run('types', ['svelte-check', '--tsconfig', './tsconfig.json', '--fail-on-warnings']))
]);
await run('faults, in short', ['tsx', 'faults/run.ts', '--short'], true);
await run('ten days of doing as told', ['tsx', 'follow/run.ts', '10'], true);
await run('end-to-end tests', ['playwright', 'test'], true);
clear();

const read = (name) => JSON.parse(readFileSync(join(results, name), 'utf8'));
const unit = existsSync(join(results, 'unit.json'))
  ? read('unit.json')
  : { numPassedTests: 0, numFailedTests: 1 };
const ends_of = existsSync(join(results, 'e2e.json'))
  ? read('e2e.json')
  : { stats: { expected: 0, unexpected: 1, flaky: 0 }, suites: [] };
const ends = ends_of.stats;
const passed = unit.numPassedTests + ends.expected;
const broken = unit.numFailedTests + ends.unexpected + ends.flaky;
console.log('');
for (const { title, seconds } of parts) console.log(`${String(seconds).padStart(6)} s  ${title}`);
console.log(`\n${passed} passed, ${broken} failed`);
for (const title of red) console.log(`✗ ${title}`);
// Said once more where one looks: what was printed above is thousands of lines.
for (const name of [...failedUnits(unit), ...failedWalks(ends_of)]) console.log(`✗ ${name}`);
process.exit(red.length > 0 || broken > 0 || passed === 0 ? 1 : 0);

/** Does a part of it, and keeps how long it took. */
async function part(title, work) {
  const started = Date.now();
  await work();
  parts.push({ title, seconds: Math.round((Date.now() - started) / 1000) });
}

/** Runs one of the programs. @param aloud as it speaks; otherwise what it said is shown in one piece at its end */
function run(title, [program, ...args], aloud = false) {
  return part(title, async () => {
    if (aloud) console.log(`\n── ${title}`);
    const child = spawn(join(ROOT, 'node_modules/.bin', program), args, {
      cwd: ROOT,
      env,
      stdio: ['ignore', aloud ? 'inherit' : 'pipe', aloud ? 'inherit' : 'pipe']
    });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream?.on('data', (chunk) => (said += chunk));
    const code = await new Promise((done) => child.on('close', done));
    if (!aloud) console.log(`\n── ${title}\n${said.trim()}`);
    if (code === 0) return;
    red.push(title);
    console.error(`✗ ${title}`);
  });
}

function roomInMemory() {
  if (!existsSync(IN_MEMORY)) return false;
  const { bavail, bsize } = statfsSync(IN_MEMORY);
  return bavail * bsize > ROOM_BYTES;
}

function clear() {
  rmSync(scratch, { recursive: true, force: true });
}

/** What failed of the unit tests, by file and name. */
function failedUnits({ testResults = [] }) {
  return testResults.flatMap(({ name, status, message, assertionResults = [] }) => {
    const failed = assertionResults.filter((each) => each.status === 'failed').map((each) => each.fullName);
    // A file that could not even be read has no tests.
    const whole = failed.length === 0 && status === 'failed' ? [String(message).split('\n')[0]] : [];
    return [...failed, ...whole].map((each) => `${relative(ROOT, name)}: ${each}`);
  });
}

/** What failed or was flaky of the walks in the browser. */
function failedWalks({ suites = [] }) {
  return suites.flatMap(({ suites: within = [], specs = [] }) => [
    ...failedWalks({ suites: within }),
    ...specs
      .filter(({ ok, tests }) => !ok || tests.some(({ status }) => status === 'flaky'))
      .map(({ file, line, title }) => `${file}:${line}: ${title}`)
  ]);
}
