import { ref } from '$lib/server/http/answer-schemas';
import { undoAct } from '$lib/server/heap/acts';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act({ summary: 'Strike out all that it wrote', answer: ref('Act') }, (db, event) =>
  undoAct(db, pathId(event, 'id', 'act'))
);
