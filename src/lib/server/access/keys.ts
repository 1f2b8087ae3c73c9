import { chmodSync, readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { TokenScope } from '$lib/schema/access';
import { RecordsTrouble } from '../database/trouble';

/**
 * Who may reach the records from beyond this machine. It lies beside the records and not in them: a backup that is
 * given away gives no key away.
 */
export interface Keys {
  /** scrypt of the passphrase, as salt and hash in hex; null: none was set. */
  passphrase: { salt: string; hash: string } | null;
  sessions: KeptSession[];
  tokens: KeptToken[];
  /** Devices that gave the passphrase once, by a hash of what they hold: it opens nothing, and is no stranger. */
  devices?: string[] | undefined;
}

/** Somebody who gave the passphrase on a device; only a hash of what the device holds is kept. */
export interface KeptSession {
  hash: string;
  created_at: string;
}

/** What a device or a script calls itself with. */
export interface KeptToken extends KeptSession {
  id: number;
  name: string;
  /** What it is good for; left out, everything. */
  only?: TokenScope | undefined;
  /** Of a calendar: the one plan that it reads; left out, all that are not over. */
  plan_id?: number | undefined;
  /** Until when; of one that was made before tokens had an end, a year after that. */
  until?: string | undefined;
}

export const KEYS_FILE = 'access.json';

export function readKeys(folder: string): Keys {
  let text: string;
  try {
    text = readFileSync(join(folder, KEYS_FILE), 'utf8');
  } catch (thrown) {
    if ((thrown as { code?: string }).code !== 'ENOENT') throw thrown;
    return { passphrase: null, sessions: [], tokens: [] };
  }
  try {
    return JSON.parse(text) as Keys;
  } catch (thrown) {
    throw new RecordsTrouble(
      `${KEYS_FILE} is damaged: move it away, and set a passphrase anew with npm run passphrase.`,
      thrown
    );
  }
}

/** Tells whether it was written since: by the command that sets a passphrase, say. */
export const keysStamp = (folder: string): number =>
  statSync(join(folder, KEYS_FILE), { throwIfNoEntry: false })?.mtimeMs ?? 0;

/** Written beside and moved into place, for its owner alone. */
export function writeKeys(folder: string, keys: Keys): void {
  const file = join(folder, KEYS_FILE);
  writeFileSync(`${file}.part`, JSON.stringify(keys, null, 2), { mode: 0o600 });
  chmodSync(`${file}.part`, 0o600);
  renameSync(`${file}.part`, file);
}
