import { invalidateAll } from '$app/navigation';
import { api, ApiProblem } from '../api-client';
import { told, warned } from '../frame/toaster';

export interface LoggedEntry extends Record<string, unknown> {
  id: number;
  kind: string;
  version: number;
}

/**
 * Writes an entry or a test and offers to undo it.
 *
 * @param collection where such records are kept: `/heaps/3/entries`, `/heaps/3/tests`, `/lots/5/tests`
 * @throws ApiProblem when it is refused; nothing is stored then
 */
export async function logRecord(collection: string, body: object, words: string): Promise<LoggedEntry> {
  const record = await api<LoggedEntry>('POST', collection, body);
  told(words, () => strike(`${collection}/${record.id}`));
  await invalidateAll();
  return record;
}

/** Writes an entry of a heap's ledger. */
export function logEntry(heap_id: number, body: object, words: string): Promise<LoggedEntry> {
  return logRecord(`/heaps/${heap_id}/entries`, body, words);
}

/** Strikes a record out and offers to put it back. */
export async function strike(record: string): Promise<void> {
  await trying(async () => {
    await api('DELETE', record);
    told('Struck out.', () => unstrike(record));
  });
}

export async function unstrike(record: string): Promise<void> {
  await trying(async () => {
    await api('POST', `${record}/restore`);
    told('Put back.', () => strike(record));
  });
}

/** Makes an older version of an entry count again. */
export async function revert(heap_id: number, id: number, version: number): Promise<void> {
  await trying(async () => {
    await api('POST', `/heaps/${heap_id}/entries/${id}/revert/${version}`);
    told(`Version ${version} counts again.`);
  });
}

/** Runs an action that has no form to show its refusal in. */
async function trying(action: () => Promise<void>): Promise<void> {
  try {
    await action();
  } catch (thrown) {
    if (!(thrown instanceof ApiProblem)) throw thrown;
    warned(thrown.message);
  }
  await invalidateAll();
}
