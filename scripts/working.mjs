/** Long work of other programs, with a running clock, and one line about what to do when it does not come off. */
import { spawn } from 'node:child_process';
import { ROOT, stop } from './preflight.mjs';

/** What a failed program said, and what to do about it; the first that fits. */
const REASONS = [
  [
    /ENOSPC|no space left on device|disk quota exceeded|database or disk is full/i,
    'the disk is full: make room (a gigabyte is plenty) and give the command again'
  ],
  [
    /ENOTFOUND|EAI_AGAIN|ECONNREFUSED|ECONNRESET|ETIMEDOUT|ENETUNREACH|EHOSTUNREACH|ERR_SOCKET_TIMEOUT|Temporary failure resolving/,
    'the network or the package registry cannot be reached: connect, and give the command again'
  ],
  [
    /heap out of memory|Cannot allocate memory|ENOMEM/,
    'there was not enough memory: close something else and give the command again'
  ],
  [/EACCES|EPERM|EROFS/, `files in ${ROOT} may not be written: copy Brunkel into a folder of your own`],
  [
    /gyp ERR!|error: command .*g\+\+/,
    'the database could not be compiled: see that python3, make and g++ are those of this system, and give the command again'
  ]
];

/** @returns what to do about it, or null where nothing is known */
export const whatToDo = (said) => REASONS.find(([pattern]) => pattern.test(said))?.[1] ?? null;

/** Does something small of our own, that a full or locked disk fails as well. */
export function orStop(title, work) {
  try {
    return work();
  } catch (thrown) {
    return stop(`${title} failed: ${whatToDo(thrown.message) ?? thrown.message}.`);
  }
}

const running = new Set();
let stopped = false;

/** Ends what is at work, waits for it, and says that nothing is lost. */
async function stopAll() {
  if (stopped) return;
  await endRunning();
  stop('stopped. Give the command again: it goes on from here.');
}

/** One that has just ended by itself hears nothing. */
function tell(pid) {
  try {
    process.kill(-pid, 'SIGTERM');
  } catch (thrown) {
    if (thrown.code !== 'ESRCH') throw thrown;
  }
}

async function endRunning() {
  stopped = true;
  const gone = [...running].map((child) => new Promise((done) => child.once('close', done)));
  // A group each: a compiler that a package manager started ends with it.
  for (const child of running) tell(child.pid);
  await Promise.all(gone);
}

/**
 * Runs a program and shows a running clock while it works; its output is shown only when it fails and nobody knows why.
 * Ends the command when the program fails, and everything that works beside it.
 */
export async function working(title, command, args, { timeHint = '', env = {} } = {}) {
  const started = Date.now();
  const child = spawn(command, args, {
    cwd: ROOT,
    detached: true,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...env, ...process.env }
  });
  if (running.size === 0) listen('on');
  if (child.pid !== undefined) running.add(child);
  let output = '';
  child.stdout.on('data', (chunk) => (output += chunk));
  child.stderr.on('data', (chunk) => (output += chunk));
  const seconds = () => Math.round((Date.now() - started) / 1000);
  console.log(`… ${title}${timeHint && ` (${timeHint})`}`);
  const clock = setInterval(() => console.log(`… ${title}: ${seconds()} s`), 15_000);
  const failed = await new Promise((done) => {
    child.on('error', (error) => done(error.message));
    child.on('close', (code, signal) => done(code === 0 ? null : `${signal ?? code}`));
  });
  clearInterval(clock);
  running.delete(child);
  // Another one failed, or the command was stopped: that is told once, there.
  if (stopped) return new Promise(() => undefined);
  if (failed !== null) {
    await endRunning();
    const known = whatToDo(`${failed}\n${output}`);
    if (!known) console.error(output.slice(-6000));
    stop(
      known
        ? `${title} failed: ${known}.`
        : `${title} failed (${failed}); what it said stands above. Give the command again to try once more.`
    );
  }
  if (running.size === 0) listen('off');
  console.log(`✓ ${title}: ${seconds()} s`);
}

function listen(onOrOff) {
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process[onOrOff](signal, stopAll);
}
