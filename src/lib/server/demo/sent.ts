import type { Database } from '../database/database';
import { letGo, takeIn, type Incoming } from '../file/files';

/** Bytes as if they were sent in, for whoever takes a file. */
export async function sent<T>(
  db: Database,
  bytes: Uint8Array,
  take: (file: Incoming) => Promise<T>
): Promise<T> {
  const file = await takeIn(
    db,
    (async function* () {
      yield bytes;
    })(),
    bytes.length
  );
  try {
    return await take(file);
  } finally {
    letGo(file);
  }
}
