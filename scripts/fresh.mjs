/**
 * npm run fresh: does what the README tells a newcomer to do, word for word, on a clone of HEAD in an empty folder without
 * packages: without a network, without a compiler, stopped in between, and then until the demo is served. Walks every page
 * of it, and of an empty start; carries records about by every command there is. Plain Node: it has to run where nothing
 * is installed.
 */
import { spawn, spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, symlinkSync } from 'node:fs';
import { get } from 'node:http';
import { tmpdir } from 'node:os';
import { delimiter, join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { ensureChromium } from './installing.mjs';
import { ROOT, stop } from './preflight.mjs';

/** An installation with its compilation, a build and a filled demo, on a machine that has much else to do, ms. */
const LONGEST_MS = 30 * 60_000;
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

let running = null;
let fault = null;
/** Every command that was given, as the README writes it. */
const given = new Set();
/** Groups of processes that have not ended yet, with what each began as. */
const left = new Map();

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.once(signal, async () => {
    await end();
    clear();
    process.exit(1);
  });
try {
  const { status, stderr } = spawnSync('git', ['clone', '--quiet', ROOT, clone], { encoding: 'utf8' });
  if (status !== 0) throw new Error(`no clone could be made: ${stderr}`);
  const [command] = commandsOfTheReadme();
  await stopped(command);
  await demo(command);
  await emptyStart();
  await recordsCarriedAbout();
  for (const each of commandsOfTheReadme())
    if (!given.has(each) && each !== 'npm test')
      throw new Error(`nobody tried ${each}, which the README names`);
} catch (thrown) {
  fault = thrown;
} finally {
  await end();
  // Whoever is left running would keep this command, and what waits for it, from ever ending.
  for (const [child, words] of left) {
    fault ??= new Error(`${words} was left running`);
    tell('SIGKILL', child);
  }
  clear();
}
if (fault) stop(fault.message);
console.log('\n✓ what the README promises holds on a bare machine');

/** What a newcomer is told to type, without its settings, names and remarks; the first is the first. */
function commandsOfTheReadme() {
  // What a user is told; those who work on it have more.
  const text = readFileSync(join(clone, 'README.md'), 'utf8').split('## For whoever works on it')[0];
  const blocks = [...text.matchAll(/```sh\n([\s\S]*?)```/g)].map(([, block]) => block).join('\n');
  const inText = [...text.matchAll(/`([^`\n]*npm (?:run \w+|start|test)[^`\n]*)`/g)].map(([, code]) => code);
  const commands = [...blocks.split('\n'), ...inText].flatMap(
    (line) => /npm (run [\w-]+|start|test)/.exec(line.replace(/#.*$/, ''))?.[0] ?? []
  );
  if (commands.length === 0) throw new Error('the README names no command');
  return [...new Set(commands)];
}

/** Whatever keeps it from coming to an end is told in one line, and the next try goes on. */
async function stopped(command) {
  title(`${command}, and it cannot, or is stopped`);
  const said = (wanted, settings, until) => refused(command, wanted, settings, until);
  await said(/the network or the package registry cannot be reached/, {
    npm_config_registry: 'http://127.0.0.1:9/',
    npm_config_cache: join(desk, 'no-cache'),
    npm_config_fetch_retries: '0'
  });
  await said(/needs .*g\+\+: install .* and give the command again/, { PATH: withoutCompiler() });
  for (const step of ['fetching packages', 'compiling the database', 'making the demo records'])
    await said(/stopped\. Give the command again: it goes on from here\./, {}, step);
  if (process.getuid?.() !== 0)
    return console.log('  a full disk is not tried: that wants the rights to mount one');
  const small = join(desk, 'small');
  mkdirSync(small);
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=1m', 'tmpfs', small]).status === 0;
  if (!mounted) return console.log('  a full disk is not tried: none can be mounted here');
  try {
    await said(/the disk is full: make room/, { BRUNKEL_DATA: small });
  } finally {
    spawnSync('umount', [small]);
  }
}

/** The demo, whole; and again where an earlier version had filled it without its files. */
async function demo(command) {
  title(`${command}, in an empty folder`);
  const url = await served(command);
  await prepareToWalk();
  await walked(url);
  await end();
  rmSync(join(clone, 'data-demo', 'files'), { recursive: true });
  title(`${command}, again, its photos and meshes gone`);
  await walked(await served(command), 'files');
  await end();
}

async function emptyStart() {
  title('npm start, without records');
  await walked(await served('npm start', { BRUNKEL_DATA: join(desk, 'empty') }), 'empty');
  await end();
}

/** Records with photos and meshes by every way out and in, before and after a first start: always the same, byte by byte. */
async function recordsCarriedAbout() {
  title('backup, restore, export, import: the same records by every way');
  const at = (name) => join(desk, name);
  const npm = (command, folder, ...words) => done(command, { BRUNKEL_DATA: at(folder) }, words);
  cpSync(join(clone, 'data-demo'), at('mine'), { recursive: true });
  await npm('npm run export', 'mine', at('mine-out'));
  const same = async (folder, how) => {
    await npm('npm run export', folder, at(`${folder}-${how}`));
    sameExport(at('mine-out'), at(`${folder}-${how}`), `${folder}, ${how}`);
  };
  await npm('npm run backup', 'mine', at('mine.sqlite'));
  await npm('npm run restore', 'restored', at('mine.sqlite'));
  await same('restored', 'never-served');
  await npm('npm run backup', 'restored', at('restored.sqlite'));
  await npm('npm run restore', 'twice', at('restored.sqlite'));
  const url = await served('npm start', { BRUNKEL_DATA: at('twice') });
  await walked(url, 'files');
  await same('twice', 'while-served');
  await npm('npm run backup', 'twice', at('served.sqlite'));
  await refused(
    'npm run restore',
    /another Brunkel serves the records/,
    { BRUNKEL_DATA: at('twice') },
    null,
    [at('mine.sqlite')]
  );
  await end();
  await npm('npm run import', 'taken', at('mine-out/records.jsonl'));
  await same('taken', 'never-served');
  await npm('npm run restore', 'taken', at('served.sqlite'));
  await same('taken', 'restored-over');
  await refused('npm run import', /There are records in/, { BRUNKEL_DATA: at('taken') }, null, [
    at('mine-out/records.jsonl')
  ]);
  await same('taken', 'import-refused');
  for (const [folder, command, from] of [
    ['begun', 'npm run import', 'mine-out/records.jsonl'],
    ['begun-too', 'npm run restore', 'mine.sqlite']
  ]) {
    await served('npm start', { BRUNKEL_DATA: at(folder) });
    await end();
    await npm(command, folder, at(from));
    await same(folder, 'after-a-first-start');
  }
  await refused(
    'npm run passphrase',
    /at least 8 characters/,
    { BRUNKEL_DATA: at('begun') },
    null,
    [],
    'short\n'
  );
  await done('npm run passphrase', { BRUNKEL_DATA: at('begun') }, [], 'three spoons of clay\n');
  const guarded = await served('npm start', { BRUNKEL_DATA: at('begun'), HOST: '0.0.0.0' });
  const { port } = new URL(guarded);
  const status = await new Promise((resolve, reject) =>
    get({ port, path: '/', headers: { host: 'shed.example' } }, (answer) => {
      // An answer that nobody reads keeps its connection, and with it this command, open for good.
      answer.resume();
      resolve(answer.statusCode);
    }).on('error', reject)
  );
  if (status < 400) throw new Error('a name that is not its own was let in');
  await end();
}

/** Both folders hold the same rows and the same files. */
function sameExport(one, other, what) {
  const rows = (folder) => {
    const text = readFileSync(join(folder, 'records.jsonl'), 'utf8');
    // The first line says when it was written.
    return text.slice(text.indexOf('\n'));
  };
  if (rows(one) !== rows(other)) throw new Error(`${what}: other records than were exported`);
  const files = readdirSync(join(one, 'files')).sort();
  if (files.length === 0 || String(readdirSync(join(other, 'files')).sort()) !== String(files))
    throw new Error(`${what}: other photos and meshes than were exported`);
  for (const name of files)
    if (!readFileSync(join(one, 'files', name)).equals(readFileSync(join(other, 'files', name))))
      throw new Error(`${what}: ${name} is not what was exported`);
  console.log(`✓ ${what}: the same records and ${files.length} files`);
}

/** The programs of this system but for the compiler. */
function withoutCompiler() {
  const bin = join(desk, 'bin');
  mkdirSync(bin);
  for (const program of ['npm', 'sh', 'env', 'git', 'python3', 'make']) {
    const path = spawnSync('sh', ['-c', `command -v ${program}`], { env, encoding: 'utf8' }).stdout.trim();
    if (path) symlinkSync(path, join(bin, program));
  }
  symlinkSync(process.execPath, join(bin, 'node'));
  return bin;
}

/** What walks is TypeScript and drives Chromium: the clone is given what its tests need. */
async function prepareToWalk() {
  await ensureChromium();
  const script = `import('./scripts/installing.mjs').then((all) => all.ensureInstalled({ tests: true }))`;
  await finished(begin(process.execPath, ['-e', script]), 'what the tests need');
}

async function walked(url, ...how) {
  const tsx = join(clone, 'node_modules/tsx/dist/cli.mjs');
  await finished(begin(process.execPath, [tsx, 'scripts/walk.ts', url, ...how]), 'the walk');
}

/** Gives a command of the README and waits for its end. */
async function done(command, settings, words = [], input = '') {
  given.add(command);
  await finished(begin('sh', ['-c', `${command} "$@"`, 'sh', ...words], settings, input), command);
}

/**
 * Gives a command that is to say why it does not do it, in its last line, and to end with a fault.
 *
 * @param until what it is doing when Ctrl-C is pressed
 */
async function refused(command, wanted, settings, until = null, words = [], input = '') {
  // What is served meanwhile goes on.
  const before = running;
  const child = begin('sh', ['-c', `${command} "$@"`, 'sh', ...words], settings, input);
  if (until !== null) {
    running = child;
    await saying(child, new RegExp(`… ${until}`));
    await sleep(3000);
    tell('SIGINT');
  }
  const code = await child.ended;
  running = before;
  const last = child.said.trim().split('\n').at(-1);
  if (code === 0) throw new Error(`${command} was to be refused, and was done`);
  if (!last.startsWith('Brunkel: ') || !wanted.test(last))
    throw new Error(`${command} was to end with “${wanted.source}”; it said:\n${child.said.slice(-1500)}`);
  console.log(`✓ ${last}`);
}

/** Serves by a command, until `end`. @returns where */
async function served(command, settings = {}) {
  given.add(command);
  running = begin('sh', ['-c', command], settings);
  return (await saying(running, /^\s*(https?:\/\/\S+:\d+)\s*$/m))[1];
}

/** Starts a program in the clone as the head of a group, and keeps what it says. */
function begin(program, args, settings = {}, input = '') {
  const child = spawn(program, args, {
    cwd: clone,
    env: { ...env, ...settings },
    detached: true,
    stdio: ['pipe', 'pipe', 'pipe']
  });
  child.said = '';
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (chunk) => {
      child.said += chunk;
      child.emit('said');
    });
  left.set(child, [program, ...args].join(' '));
  child.ended = new Promise((resolve) => child.on('close', resolve));
  void child.ended.then(() => left.delete(child));
  // Some end without having read it.
  child.stdin.on('error', () => undefined);
  child.stdin.end(input);
  return child;
}

/** Waits until it has said that. */
function saying(child, wanted) {
  return new Promise((resolve, reject) => {
    const give = () => {
      const found = wanted.exec(child.said);
      if (found) resolve(found);
    };
    child.on('said', give);
    const late = setTimeout(
      () => reject(new Error(`half an hour has gone, and not a word of ${wanted}`)),
      LONGEST_MS
    );
    void child.ended.then((code) => {
      clearTimeout(late);
      reject(new Error(`it ended with ${code}, saying:\n${child.said.slice(-3000)}`));
    });
    child.on('said', () => wanted.test(child.said) && clearTimeout(late));
    give();
  });
}

async function finished(child, what) {
  const code = await child.ended;
  if (code !== 0) throw new Error(`${what} failed:\n${child.said.slice(-3000)}`);
  const told = child.said
    .trim()
    .split('\n')
    .filter((line) => /^(took|walked|✓)/.test(line));
  for (const line of told) console.log(`✓ ${line.replace(/^✓ /, '')}`);
}

/** As Ctrl-C does: the whole group hears of it. What npm started may still be closing its records when npm has ended. */
async function end() {
  if (!running) return;
  for (const line of running.said.split('\n')) if (/^✓/.test(line)) console.log(line);
  tell('SIGINT');
  const until = Date.now() + ENDING_MS;
  while (tell(0) && Date.now() < until) await sleep(100);
  if (tell('SIGKILL')) fault ??= new Error('what was served did not end when it was told to');
  running = null;
}

/** @returns false once nobody of the group is left */
function tell(signal, child = running) {
  try {
    return process.kill(-child.pid, signal);
  } catch {
    return false;
  }
}

function title(words) {
  console.log(`\n── ${words}`);
}

function clear() {
  rmSync(desk, { recursive: true, force: true });
}
