import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';

/** Emptied with the other results of the tests. */
const RESULTS = 'test-results';

/**
 * A folder that is made once for a run of the tests, by whichever test asks first: all others wait for it, and copy it.
 *
 * @param make fills the folder it is given
 * @returns where it lies
 */
export async function madeOnce(name: string, make: (folder: string) => Promise<void>): Promise<string> {
  // One run has one parent of all its workers, or a name of its own where several programs belong to it.
  const made = join(RESULTS, `${name}-${process.env.BRUNKEL_RUN ?? process.ppid}`);
  const making = `${made}.making`;
  while (!existsSync(made)) {
    mkdirSync(RESULTS, { recursive: true });
    try {
      mkdirSync(making);
    } catch {
      // Somebody else is at it.
      await sleep(50);
      continue;
    }
    try {
      // Somebody may have finished between our look and our turn.
      if (existsSync(made)) break;
      const draft = join(making, 'draft');
      mkdirSync(draft);
      await make(draft);
      renameSync(draft, made);
    } finally {
      rmSync(making, { recursive: true, force: true });
    }
  }
  return made;
}
