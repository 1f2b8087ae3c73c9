/** What every command needs to know and look at first: where things are, a writable folder, a free port. Plain Node, no packages. */
import { accessSync, constants, existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
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

/** Whoever starts many servers at once prepares once, before them: two installations side by side destroy each other. */
export const PREPARED = process.env.BRUNKEL_PREPARED === '1';

/** Ends the command with one clear line. */
export function stop(line) {
  console.error(`\nBrunkel: ${line}`);
  process.exit(1);
}

/** Step by step: Node's recursive mkdir never comes back from a path below /proc. */
function makeFolder(folder) {
  if (existsSync(folder)) return;
  makeFolder(dirname(folder));
  // For its owner alone, before anything lies in it.
  mkdirSync(folder, { mode: 0o700 });
}

/** Makes the folder, or says in one line why it cannot be written. */
export function ensureWritable(folder) {
  try {
    makeFolder(folder);
    accessSync(folder, constants.W_OK);
    const probe = join(folder, '.write-probe');
    writeFileSync(probe, '');
    rmSync(probe);
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
