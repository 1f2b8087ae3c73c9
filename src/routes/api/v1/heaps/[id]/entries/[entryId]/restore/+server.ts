import { ref } from '$lib/server/http/answer-schemas';
import { restoreEntry } from '$lib/server/heap/acts';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act({ summary: 'Take the undo back', answer: ref('Entry') }, (db, event) =>
  restoreEntry(db, pathId(event, 'id', 'heap'), pathId(event, 'entryId', 'entry'))
);
