import { restoreAlloy } from '$lib/server/alloy/alloys';
import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act({ summary: 'Put it back', answer: ref('Alloy') }, (db, event) =>
  restoreAlloy(db, pathId(event, 'id', 'alloy'))
);
