import { restoreFlask } from '$lib/server/flask/flasks';
import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act({ summary: 'Put a removed flask back', answer: ref('Flask') }, (db, event) =>
  restoreFlask(db, pathId(event, 'id', 'flask'))
);
