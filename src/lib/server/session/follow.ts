import type { Database } from '../database/database';
import { readSession } from './sessions';

/** Writes that come together are told once, ms. */
const TOGETHER_MS = 120;

/**
 * Tells whoever follows a session that something was written: at once where it stands, then after every write.
 *
 * @throws Refusal 404 when there is no such session
 */
export async function followSession(
  db: Database,
  id: number,
  tell: (now: { version: number; stage: string; writes: number }) => void
): Promise<() => void> {
  let writes = 0;
  let timer: NodeJS.Timeout | null = null;
  const say = async () => {
    try {
      const { version, stage } = await readSession(db, id);
      tell({ version, stage, writes });
    } catch {
      // Taken off the list meanwhile: there is nothing more to tell.
    }
  };
  const { version, stage } = await readSession(db, id);
  tell({ version, stage, writes });
  const leave = db.onWrite(() => {
    writes += 1;
    timer ??= setTimeout(() => {
      timer = null;
      void say();
    }, TOGETHER_MS);
  });
  return () => {
    leave();
    if (timer) clearTimeout(timer);
  };
}
