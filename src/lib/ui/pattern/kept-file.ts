import { del, get, set } from 'idb-keyval';

/**
 * A file that belongs to a draft, kept on the device until it has been sent: over a reload and a lost signal. Where the
 * device keeps nothing, it is there as long as the page is.
 */
export const keptFile = {
  get: (name: string): Promise<File | undefined> => get<File>(`file:${name}`).catch(() => undefined),
  set: (name: string, file: File): Promise<void> => set(`file:${name}`, file).catch(() => undefined),
  remove: (name: string): Promise<void> => del(`file:${name}`).catch(() => undefined)
};
