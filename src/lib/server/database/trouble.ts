/** Records that cannot be opened, or not any more: one clear line, with what to do. */
export class RecordsTrouble extends Error {
  constructor(message: string, cause?: unknown) {
    super(message, { cause });
    this.name = 'RecordsTrouble';
  }
}

const HELD =
  'Another program holds the records just now, so nothing was stored. Close it, or try again in a moment.';

/** What SQLite and the file system say, by the code they say it with. */
const LINES: readonly (readonly [code: RegExp, line: string])[] = [
  [
    /^(SQLITE_FULL|ENOSPC|EDQUOT)/,
    'The disk is full, so nothing was stored. Free some space and send it again.'
  ],
  [/^SQLITE_(BUSY|LOCKED)/, HELD],
  [
    /^(SQLITE_(CORRUPT|NOTADB))/,
    'The file with the records is damaged. Stop Brunkel and bring back a copy: npm run restore.'
  ],
  [
    /^(SQLITE_(IOERR|READONLY|CANTOPEN|PERM|AUTH)|EACCES|EROFS|EIO|EMFILE|ENFILE)/,
    'The folder with the records cannot be written just now, so nothing was stored. See that it is there and yours, then try again.'
  ]
];

/** Another program holds the file. */
export const isHeldByAnother = (thrown: unknown): boolean => troubleLine(thrown) === HELD;

/** The line for an error of the store, however deep it was wrapped; null when it is no such error. */
export function troubleLine(thrown: unknown): string | null {
  for (let error = thrown, depth = 0; error && depth < 6; depth++) {
    if (error instanceof RecordsTrouble) return error.message;
    const { code, original, parent, cause } = error as Record<string, unknown>;
    // SQLite's own message begins with its code where the code itself was lost on the way.
    const said = typeof code === 'string' ? code : String((error as Error).message ?? '').split(':')[0]!;
    const found = LINES.find(([pattern]) => pattern.test(said));
    if (found) return found[1];
    error = original ?? parent ?? cause;
  }
  return null;
}
