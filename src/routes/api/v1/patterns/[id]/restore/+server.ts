import { restorePattern } from '$lib/server/pattern/patterns';
import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act({ summary: 'Put it back into the library', answer: ref('Pattern') }, (db, event) =>
  restorePattern(db, pathId(event, 'id', 'pattern'))
);
