import { patternChange } from '$lib/schema/pattern';
import { amendPattern, readPattern, removePattern } from '$lib/server/pattern/patterns';
import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'A pattern', answer: ref('Pattern') }, (db, event) =>
  readPattern(db, pathId(event, 'id', 'pattern'))
);
export const PATCH = respond(
  { summary: 'Change what is known of a pattern', body: patternChange, answer: ref('Pattern') },
  (db, change, event) => amendPattern(db, pathId(event, 'id', 'pattern'), change)
);
export const DELETE = act({ summary: 'Take it out of the library' }, (db, event) =>
  removePattern(db, pathId(event, 'id', 'pattern'))
);
