import { ref } from '$lib/server/http/answer-schemas';
import { revertEntry } from '$lib/server/heap/ledger-writing';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act({ summary: 'Make an older version count again', answer: ref('Entry') }, (db, event) =>
  revertEntry(
    db,
    pathId(event, 'id', 'heap'),
    pathId(event, 'entryId', 'entry'),
    pathId(event, 'version', 'version')
  )
);
