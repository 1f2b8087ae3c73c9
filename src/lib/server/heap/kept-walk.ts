import { createHash } from 'node:crypto';
import { mkdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { deserialize, serialize } from 'node:v8';
import { entriesOf, resumed, type HeapLedger, type Walk } from './heap-ledger';

/**
 * What a long ledger came to, kept on disk for the next start: it is worked out once for every build, and goes on from
 * there. It stands for its entries alone, and for what else they were worked out with: where a byte of either differs
 * nothing kept is used. All of it can be thrown away at any time.
 */
const FOLDER = 'kept-walks';
/** Shorter ones are worked out anew as quickly as they are read. */
const LONG_FROM = 2000;
/** Kept anew once it has grown by this many entries. */
const AGAIN_AFTER = 1000;

let build: string | null = null;

/** Keeps walks from now on. @param version of the build: another one may estimate otherwise */
export function keepWalks(version: string | null): void {
  build = version;
}

interface Head {
  done: number;
  /** Of everything it was worked out from. */
  from: string;
  /** Of the walk as it was stored: a file that was torn is none. */
  walk: string;
}

const hash = (data: string | Uint8Array): string => createHash('sha256').update(data).digest('hex');

const fileOf = (folder: string, heap_id: number) => join(folder, FOLDER, `heap-${heap_id}`);

/** What the first entries of a ledger are worked out from. */
const workedOutFrom = (ledger: HeapLedger, by: string, done: number): string =>
  hash(JSON.stringify([build, process.version, by, ledger.nature, entriesOf(ledger).slice(0, done)]));

/**
 * The ledger as far as it was kept; itself where nothing fits.
 *
 * @param folder of the records
 * @param by what it is worked out with, besides its entries
 */
export async function withKeptWalk(folder: string, ledger: HeapLedger, by: string): Promise<HeapLedger> {
  if (build === null || ledger.count < LONG_FROM) return ledger;
  try {
    const file = await readFile(fileOf(folder, ledger.heap_id));
    const end = file.indexOf(10);
    const head = JSON.parse(file.toString('utf8', 0, end)) as Head;
    const body = file.subarray(end + 1);
    if (head.done > ledger.count || head.from !== workedOutFrom(ledger, by, head.done)) return ledger;
    if (head.walk !== hash(body)) return ledger;
    // Only this build wrote it, as its hash says.
    return resumed(ledger, deserialize(body) as Walk);
  } catch {
    // Never kept, or not to be read: it is worked out.
    return ledger;
  }
}

/**
 * Keeps a long ledger as it was worked out to its end. Whoever waits for the ledger need not wait for this.
 *
 * @param known entries that are kept already
 */
export async function keepWalk(folder: string, ledger: HeapLedger, by: string, known: number): Promise<void> {
  const { walk, count } = ledger;
  // What overdrew is told by errors, which would come back as strangers.
  if (build === null || count < LONG_FROM || count - known < AGAIN_AFTER || walk.overdrawn.length > 0) return;
  const body = serialize(walk);
  const head: Head = { done: count, from: workedOutFrom(ledger, by, count), walk: hash(body) };
  const file = fileOf(folder, ledger.heap_id);
  const part = `${file}.part`;
  try {
    await mkdir(join(folder, FOLDER), { recursive: true, mode: 0o700 });
    await writeFile(part, Buffer.concat([Buffer.from(`${JSON.stringify(head)}\n`), body]), { mode: 0o600 });
    await rename(part, file);
  } catch {
    // A full disk has other worries: the next start works it out again.
    await rm(part, { force: true }).catch(() => undefined);
  }
}
