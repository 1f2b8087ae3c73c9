import { trialChange } from '$lib/schema/trial';
import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';
import { amendTrial, readTrial, removeTrial } from '$lib/server/trial/trials';

export const GET = read({ summary: 'A trial with its answer so far', answer: ref('Trial') }, (db, event) =>
  readTrial(db, pathId(event, 'id', 'trial'))
);
export const PATCH = respond(
  { summary: 'Change its words, end it or go on with it', body: trialChange, answer: ref('Trial') },
  (db, change, event) => amendTrial(db, pathId(event, 'id', 'trial'), change)
);
export const DELETE = act({ summary: 'Take it off the list' }, (db, event) =>
  removeTrial(db, pathId(event, 'id', 'trial'))
);
