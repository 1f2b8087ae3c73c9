import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId } from '$lib/server/http/endpoint';
import { restoreTrial } from '$lib/server/trial/trials';

export const POST = act({ summary: 'Put it back on the list', answer: ref('Trial') }, (db, event) =>
  restoreTrial(db, pathId(event, 'id', 'trial'))
);
