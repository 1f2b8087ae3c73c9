import type { Progress } from '$lib/schema/progress';

/** Work that somebody waits for, by the name that they gave it. */
const works = new Map<string, Progress>();
/** More at once nobody looks at. */
const MOST = 200;
const NAME = /^[\w-]{8,64}$/;

/**
 * Lets a piece of work be followed by a name, until it is over.
 *
 * @param name that whoever sent it chose, a UUID or the like; of none, or one that is no name, nothing is told
 */
export async function followed<T>(
  name: string | null,
  work: (told: (progress: Progress) => void) => Promise<T>
): Promise<T> {
  if (name === null || !NAME.test(name) || works.has(name) || works.size >= MOST)
    return work(() => undefined);
  works.set(name, { doing: 'waiting', done: 0 });
  try {
    return await work((progress) => works.set(name, progress));
  } finally {
    works.delete(name);
  }
}

/** How far it is; nothing once it is over, or before it is begun. */
export const readWork = (name: string): Progress | { doing: null; done: null } =>
  works.get(name) ?? { doing: null, done: null };
