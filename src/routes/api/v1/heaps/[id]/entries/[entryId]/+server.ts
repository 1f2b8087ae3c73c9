import { versionAsRead } from '$lib/schema/query';
import { ref } from '$lib/server/http/answer-schemas';
import { entries } from '$lib/schema/entry';
import { readEntry } from '$lib/server/heap/ledger';
import { undoEntry } from '$lib/server/heap/acts';
import { amendEntry } from '$lib/server/heap/ledger-writing';
import { act, byKind, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'An entry', answer: ref('Entry') }, (db, event) =>
  readEntry(db, pathId(event, 'id', 'heap'), pathId(event, 'entryId', 'entry'))
);

export const PUT = respond(
  {
    summary: 'Amend: the old version stays in the history; 409 when version is not the latest',
    body: byKind(entries),
    answer: ref('Entry')
  },
  (db, entry, event) => amendEntry(db, pathId(event, 'id', 'heap'), pathId(event, 'entryId', 'entry'), entry)
);

export const DELETE = act(
  { summary: 'Undo: strike it out', query: versionAsRead, answer: ref('Entry') },
  (db, event, { version }) =>
    undoEntry(db, pathId(event, 'id', 'heap'), pathId(event, 'entryId', 'entry'), version || undefined)
);
