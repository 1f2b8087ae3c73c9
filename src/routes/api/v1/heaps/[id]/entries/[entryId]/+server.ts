import { entries } from '$lib/schema/entry';
import { readEntry } from '$lib/server/heap/ledger';
import { undoEntry } from '$lib/server/heap/acts';
import { amendEntry } from '$lib/server/heap/ledger-writing';
import { act, byKind, pathId, queryWhole, read, respond } from '$lib/server/http/endpoint';

export const GET = read((db, event) =>
  readEntry(db, pathId(event, 'id', 'heap'), pathId(event, 'entryId', 'entry'))
);

export const PUT = respond(byKind(entries), (db, entry, event) =>
  amendEntry(db, pathId(event, 'id', 'heap'), pathId(event, 'entryId', 'entry'), entry)
);

export const DELETE = act((db, event) => {
  const version = queryWhole(event, 'version', 0, 0, Number.MAX_SAFE_INTEGER) || undefined;
  return undoEntry(db, pathId(event, 'id', 'heap'), pathId(event, 'entryId', 'entry'), version);
});
