import { ref } from '$lib/server/http/answer-schemas';
import { readAct } from '$lib/server/heap/acts';
import { pathId, read } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'An act with all that it wrote', answer: ref('Act') }, (db, event) =>
  readAct(db, pathId(event, 'id', 'act'))
);
