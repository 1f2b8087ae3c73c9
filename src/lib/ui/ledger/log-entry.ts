import { invalidateAll } from '$app/navigation';
import { api, ApiProblem } from '../api-client';
import { told, warned } from '../frame/toaster';

export interface LoggedEntry extends Record<string, unknown> {
  id: number;
  kind: string;
  version: number;
}

/**
 * Writes an entry (or a test) to a heap's ledger and offers to undo it.
 *
 * @throws ApiProblem when it is refused; nothing is stored then
 */
export async function logEntry(
  heap_id: number,
  where: 'entries' | 'tests',
  body: object,
  words: string
): Promise<LoggedEntry> {
  const entry = await api<LoggedEntry>('POST', `/heaps/${heap_id}/${where}`, body);
  told(words, () => strike(heap_id, entry.id));
  await invalidateAll();
  return entry;
}

/** Strikes an entry out and offers to put it back. */
export async function strike(heap_id: number, id: number): Promise<void> {
  await trying(async () => {
    await api('DELETE', `/heaps/${heap_id}/entries/${id}`);
    told('Struck from the ledger.', () => unstrike(heap_id, id));
  });
}

export async function unstrike(heap_id: number, id: number): Promise<void> {
  await trying(async () => {
    await api('POST', `/heaps/${heap_id}/entries/${id}/restore`);
    told('Back in the ledger.', () => strike(heap_id, id));
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
