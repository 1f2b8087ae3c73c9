import { readAnew } from '$lib/ui/read-anew';
import { nowMs } from '$core/time/now';
import { api, ApiProblem } from '$lib/ui/api-client';
import { told, warned } from '$lib/ui/toast/toaster';
import { outbox } from '$lib/ui/outbox/outbox.svelte';

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
  const record = await outbox.post<LoggedEntry>(collection, body, words.replace(/^Logged: /, ''));
  wrote();
  told(words, () => strike(`${collection}/${record.id}`));
  await readAnew();
  return record;
}

/** Writes a renewal that was carried out, which is one act: its undo strikes out all that it came to. */
export async function logRenewal(heap_id: number, body: object, words: string): Promise<LoggedEntry[]> {
  const { entries } = await outbox.post<{ entries: LoggedEntry[] }>(
    `/heaps/${heap_id}/renewal/done`,
    body,
    words
  );
  wrote();
  told(words, () => strike(`/heaps/${heap_id}/entries/${entries.at(-1)!.id}`));
  await readAnew();
  return entries;
}

/** Writes an entry of a heap's ledger. */
export function logEntry(heap_id: number, body: object, words: string): Promise<LoggedEntry> {
  return logRecord(`/heaps/${heap_id}/entries`, body, words);
}

/** Strikes records out, the last written first, and offers to put them back. */
export async function strike(...records: string[]): Promise<void> {
  await trying(async () => {
    for (const record of [...records].reverse()) await api('DELETE', record);
    told('Struck out.', () => unstrike(...records));
  });
}

export async function unstrike(...records: string[]): Promise<void> {
  await trying(async () => {
    for (const record of records) await api('POST', `${record}/restore`);
    told('Put back.', () => strike(...records));
  });
}

/** Makes an older version of an entry count again. */
export async function revert(heap_id: number, id: number, version: number): Promise<void> {
  await trying(async () => {
    await api('POST', `/heaps/${heap_id}/entries/${id}/revert/${version}`);
    told(`Version ${version} counts again.`);
  });
}

/** A far reading is right all the same: it counts from now on. */
export async function confirmReading(heap_id: number, id: number): Promise<void> {
  await trying(async () => {
    const record = `/heaps/${heap_id}/tests/${id}`;
    const { version } = await api<{ version: number }>('POST', `${record}/confirm`);
    told('It counts now.', () => revert(heap_id, id, version - 1));
  });
}

/** When this page last wrote something itself, ms: what is heard of just after is no news to it. */
let last_wrote = -Infinity;
export const wrote = (): void => void (last_wrote = nowMs());
export const wroteJustNow = (): boolean => nowMs() - last_wrote < 4000;

/** Runs an action that has no form to show its refusal in. */
async function trying(action: () => Promise<void>): Promise<void> {
  try {
    wrote();
    await action();
  } catch (thrown) {
    if (!(thrown instanceof ApiProblem)) throw thrown;
    warned(thrown.message);
  }
  await readAnew();
}
