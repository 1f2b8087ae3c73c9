import { restoreEntry } from '$lib/server/heap/acts';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act((db, event) =>
  restoreEntry(db, pathId(event, 'id', 'heap'), pathId(event, 'entryId', 'entry'))
);
