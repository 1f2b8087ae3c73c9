import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId } from '$lib/server/http/endpoint';
import { restoreCasting } from '$lib/server/shake-out/castings';

export const POST = act({ summary: 'Put it back', answer: ref('Casting') }, (db, event) =>
  restoreCasting(db, pathId(event, 'id', 'casting'))
);
