import { alloyChange } from '$lib/schema/pour';
import { amendAlloy, readAlloy, removeAlloy } from '$lib/server/alloy/alloys';
import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'An alloy', answer: ref('Alloy') }, (db, event) =>
  readAlloy(db, pathId(event, 'id', 'alloy'))
);
export const PATCH = respond(
  { summary: 'Change what is known of it', body: alloyChange, answer: ref('Alloy') },
  (db, change, event) => amendAlloy(db, pathId(event, 'id', 'alloy'), change)
);
export const DELETE = act({ summary: 'Take it off the list' }, (db, event) =>
  removeAlloy(db, pathId(event, 'id', 'alloy'))
);
