import { coatAt, newCoat } from '$lib/schema/pattern';
import { ref } from '$lib/server/http/answer-schemas';
import { act, create, pathId } from '$lib/server/http/endpoint';
import { putOnCoat, takeOffCoat } from '$lib/server/pattern/coats';

export const POST = create(
  {
    summary: 'Puts a finishing coat on a pattern, over those that it has',
    body: newCoat,
    answer: ref('Pattern'),
    place: ({ id }) => `/api/v1/patterns/${id}`
  },
  (db, coat, event) => putOnCoat(db, pathId(event, 'id', 'pattern'), coat)
);
export const DELETE = act(
  { summary: 'Takes a coat back, by the time at which it was put on', query: coatAt, answer: ref('Pattern') },
  (db, event, { at }) => takeOffCoat(db, pathId(event, 'id', 'pattern'), at)
);
