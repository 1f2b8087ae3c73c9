import { ref } from '$lib/server/http/answer-schemas';
import { restoreAct } from '$lib/server/heap/acts';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act({ summary: 'Let all of it count again', answer: ref('Act') }, (db, event) =>
  restoreAct(db, pathId(event, 'id', 'act'))
);
