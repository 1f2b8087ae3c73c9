import { openDatabase, type Database } from './database';

let current: Promise<Database> | undefined;

/** The database of this server, in the folder that BRUNKEL_DATA names; opened once. */
export function database(): Promise<Database> {
  current ??= openDatabase(process.env.BRUNKEL_DATA ?? './data');
  return current;
}

/** Closes it; the next call of `database` opens it again. */
export async function closeDatabase(): Promise<void> {
  const open = current;
  current = undefined;
  await (await open)?.close();
}
